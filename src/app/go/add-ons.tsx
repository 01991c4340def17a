'use client';
import type { BundleZone, StopBundle } from '@/core/stop/bundle';
import { MOST_ADD_ONS, labelOf } from '@/core/stop/run';
import type { AddedRun, ZoneRun } from '@/core/stop/typed-run';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { shortName } from '@/ui/words';
import { ON_PAD } from './number-pad';

type Props = Readonly<{
  zone: BundleZone;
  bundle: StopBundle;
  of: ZoneRun;
  onChange: (addOns: readonly AddedRun[]) => void;
}>;

/** Products given besides what was planned: each with its own record, gates, stock and nitrogen. */
export function AddOns({ zone, bundle, of, onChange }: Props) {
  const added = of.addOns ?? [];
  const set = (i: number, part: Partial<AddedRun>) =>
    onChange(added.map((a, k) => (k === i ? { ...a, ...part } : a)));
  const left = zone.addOns.filter((o) => !added.some((a) => a.labelId === o.labelId));
  return (
    <>
      {added.map((a, i) => {
        const option = zone.addOns.find((o) => o.labelId === a.labelId);
        const name = shortName(labelOf(bundle, a));
        return (
          <div key={a.labelId} className="mt-2 border-2 border-hair px-3 py-2" role="group" aria-label={name}>
            <p className="text-lead font-semibold">{name}</p>
            {option && <p className="text-note text-steel">The label allows {option.rates}.</p>}
            {option?.held.map((h) => (
              <p
                key={h.gate}
                className={`mt-1 border-l-8 px-3 py-1 text-body ${h.state === 'shut' ? 'border-clay font-semibold' : 'border-straw'}`}
              >
                {h.state === 'shut' ? 'SHUT' : 'Ajar'}, {h.gate}: {h.words}
              </p>
            ))}
            <div className="mt-2 grid grid-cols-2 gap-3">
              <Labelled
                name={`Used, ${AMOUNT_UNITS[option?.amountUnit ?? labelOf(bundle, a).amountUnit].words}`}
              >
                {(f) => (
                  <input
                    {...f}
                    {...ON_PAD}
                    value={a.amount}
                    onChange={(e) => set(i, { amount: e.target.value })}
                  />
                )}
              </Labelled>
              <MeasureField
                {...ON_PAD}
                name="Area"
                measure="area"
                hint="empty: the whole zone"
                value={a.area}
                onChange={(area) => set(i, { area })}
              />
            </div>
            <button
              type="button"
              className="min-h-touch underline"
              onClick={() => onChange(added.filter((_, k) => k !== i))}
            >
              Remove {name}
            </button>
          </div>
        );
      })}
      {left.length > 0 && added.length < MOST_ADD_ONS && (
        <Labelled name="Add a product">
          {(f) => (
            <select
              {...f}
              value=""
              onChange={(e) => {
                const option = zone.addOns.find((o) => o.labelId === e.target.value);
                if (option)
                  onChange([...added, { labelId: option.labelId, use: option.use, amount: '', area: '' }]);
              }}
            >
              <option value="">none</option>
              {left.map((o) => (
                <option key={o.labelId} value={o.labelId}>
                  {shortName(labelOf(bundle, o))}
                  {o.held.some((h) => h.state === 'shut') ? ' (shut today)' : ''}
                </option>
              ))}
            </select>
          )}
        </Labelled>
      )}
    </>
  );
}
