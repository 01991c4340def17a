import type { Issue } from '@/core/units/issue';
import { SOWINGS, type Sowing } from '@/core/lawn/zone';
import { Labelled } from '@/ui/labelled';

type Row = Readonly<{ on: string; kind: Sowing }>;
type Props = Readonly<{
  seedings: readonly Row[];
  onChange: (seedings: readonly Row[]) => void;
  issueOf: (field: string) => Issue | null;
}>;

/** New turf that is planned, each with its day: barriers are held against every one of them. */
export function Seedings({ seedings, onChange, issueOf }: Props) {
  const change = (i: number, to: Partial<Row>) =>
    onChange(seedings.map((s, k) => (k === i ? { ...s, ...to } : s)));
  return (
    <div className="mt-2">
      {seedings.map((s, i) => (
        <div key={i} className="mt-2 flex flex-wrap items-end gap-3">
          <Labelled name={`New turf ${i + 1}`}>
            {(field) => (
              <select
                {...field}
                value={s.kind}
                onChange={(e) => change(i, { kind: SOWINGS.find((k) => k === e.target.value) ?? s.kind })}
              >
                {SOWINGS.map((k) => (
                  <option key={k}>{k}</option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled name={`Day of it ${i + 1}`} issue={issueOf(`Seeding ${i + 1}`)}>
            {(field) => (
              <input
                {...field}
                type="date"
                value={s.on}
                onChange={(e) => change(i, { on: e.target.value })}
              />
            )}
          </Labelled>
          <button
            type="button"
            className="button"
            onClick={() => onChange(seedings.filter((_, k) => k !== i))}
          >
            Remove it
          </button>
        </div>
      ))}
      <button
        type="button"
        className="button mt-2"
        onClick={() => onChange([...seedings, { on: '', kind: 'seed' }])}
      >
        Plan seed, sod or sprigs
      </button>
    </div>
  );
}
