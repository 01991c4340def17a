'use client';
import { fromInches } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import { LAWN_COLUMNS, LAWN_KEYS, matchColumns, type LawnColumn, type LawnMapping } from '@/formats/lawn-csv';
import type { LoggerMapping } from '@/formats/logger-csv';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import type { CsvPreview } from './csv-preview';

type ColumnMeaning = 'none' | 'time' | 'temperature';

/** What the columns of a logger's file mean: said once, by a person, and remembered. */
export function LoggerColumns({
  preview,
  remembered,
  zones,
  timeZone,
  standardOffsetHours,
  isBusy,
  onCheck,
}: Readonly<{
  preview: CsvPreview;
  remembered: LoggerMapping | null;
  zones: readonly Readonly<{ id: string; site: string }>[];
  timeZone: string;
  standardOffsetHours: number;
  isBusy: boolean;
  onCheck: (m: LoggerMapping) => void;
}>) {
  const show = useShows();
  const first = (i: number): ColumnMeaning =>
    remembered
      ? remembered.timeColumn === i
        ? 'time'
        : remembered.columns.some((c) => c.column === i)
          ? 'temperature'
          : 'none'
      : 'none';
  const [meanings, setMeanings] = useState<readonly ColumnMeaning[]>(preview.columns.map((_, i) => first(i)));
  const [columns, setColumns] = useState<readonly { depthIn: string; spot: Spot }[]>(
    preview.columns.map((_, i) => {
      const known = remembered?.columns.find((c) => c.column === i);
      return { depthIn: known ? String(known.depthIn) : '2', spot: known?.spot ?? 'open' };
    }),
  );
  const [unit, setUnit] = useState<'F' | 'C' | null>(remembered?.unit ?? null);
  const [clock, setClock] = useState<'own' | 'standard' | 'utc' | null>(
    remembered
      ? remembered.clock.kind === 'zone'
        ? 'own'
        : remembered.clock.hours === 0
          ? 'utc'
          : 'standard'
      : null,
  );
  const [dayFirst, setDayFirst] = useState(remembered?.dayFirst ?? false);
  const [zoneId, setZoneId] = useState(remembered?.zoneId ?? '');
  const timeColumn = meanings.indexOf('time');
  const temperatures = meanings.flatMap((m, i) => (m === 'temperature' ? [i] : []));
  const missing = [
    timeColumn < 0 && 'which column is the time',
    !temperatures.length && 'which columns are temperatures',
    !unit && 'the scale',
    !clock && 'by which clock',
    !zoneId && 'which zone',
  ].filter((m) => m !== false);
  const check = () => {
    if (missing.length || !unit || !clock) return;
    onCheck({
      zoneId,
      timeColumn,
      dayFirst,
      unit,
      clock:
        clock === 'own'
          ? { kind: 'zone', name: timeZone }
          : { kind: 'offset', hours: clock === 'utc' ? 0 : standardOffsetHours },
      columns: temperatures.map((column) => ({
        column,
        depthIn: Number(columns[column]!.depthIn),
        spot: columns[column]!.spot,
      })),
    });
  };
  return (
    <div className="mt-3 grid gap-3">
      {remembered && (
        <p role="status" className="border-l-4 border-moss px-3">
          A file with these columns has been brought in before: this is what they meant. Check the zone.
        </p>
      )}
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Columns of the file">
        <table className="w-full min-w-[560px] text-left text-note">
          <thead>
            <tr>
              {preview.columns.map((c, i) => (
                <th key={i} className="pr-3 align-top font-cond text-lead">
                  {c || `column ${i + 1}`}
                  <select
                    className="field mt-1"
                    aria-label={`Meaning of ${c}`}
                    value={meanings[i]}
                    onChange={(e) => {
                      const to = e.target.value as ColumnMeaning;
                      setMeanings(
                        meanings.map((m, k) => (k === i ? to : to === 'time' && m === 'time' ? 'none' : m)),
                      );
                    }}
                  >
                    <option value="none">not needed</option>
                    <option value="time">time</option>
                    <option value="temperature">temperature</option>
                  </select>
                  {meanings[i] === 'temperature' && (
                    <span className="mt-1 grid gap-1 font-text font-normal">
                      <select
                        className="field"
                        aria-label={`Depth of ${c}`}
                        value={columns[i]!.depthIn}
                        onChange={(e) =>
                          setColumns(columns.map((x, k) => (k === i ? { ...x, depthIn: e.target.value } : x)))
                        }
                      >
                        {[1, 2, 3, 4, 6, 8].map((d) => (
                          <option key={d} value={d}>
                            {show.depth(fromInches(d))} deep
                          </option>
                        ))}
                      </select>
                      <select
                        className="field"
                        aria-label={`Spot of ${c}`}
                        value={columns[i]!.spot}
                        onChange={(e) =>
                          setColumns(
                            columns.map((x, k) =>
                              k === i ? { ...x, spot: SPOTS.find((s) => s === e.target.value) ?? 'open' } : x,
                            ),
                          )
                        }
                      >
                        {SPOTS.map((s) => (
                          <option key={s}>{s}</option>
                        ))}
                      </select>
                    </span>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((r, k) => (
              <tr key={k} className="border-t border-hair">
                {preview.columns.map((_, i) => (
                  <td key={i} className="py-1 pr-3">
                    {r[i]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="grid grid-cols-1 gap-3 md:grid-cols-2">
        <Choice
          name="Scale of the logger"
          options={['F', 'C'] as const}
          value={unit ?? ('' as 'F')}
          onChange={setUnit}
          words={(u) => `°${u}`}
        />
        <Choice
          name="Its clock"
          options={['own', 'standard', 'utc'] as const}
          value={clock ?? ('' as 'own')}
          onChange={setClock}
          words={(c) =>
            c === 'own' ? 'ours, with summer time' : c === 'standard' ? 'standard time all year' : 'UTC'
          }
        />
        <Choice
          name="3/4 is"
          options={['month', 'day'] as const}
          value={dayFirst ? 'day' : 'month'}
          onChange={(v) => setDayFirst(v === 'day')}
          words={(v) => (v === 'month' ? '4 March' : '3 April')}
        />
        <Labelled name="It stood in">
          {(field) => (
            <select {...field} value={zoneId} onChange={(e) => setZoneId(e.target.value)}>
              <option value="">choose the zone</option>
              {zones.map((z) => (
                <option key={z.id} value={z.id}>
                  {z.site}
                </option>
              ))}
            </select>
          )}
        </Labelled>
      </div>
      <button
        type="button"
        className="button button-loud"
        disabled={isBusy || missing.length > 0}
        onClick={check}
      >
        {isBusy ? 'Looking…' : missing.length ? `Say ${missing.join(', ')}` : 'Look through the file'}
      </button>
    </div>
  );
}

/** Fields that most files have: the others stand behind a fold where no column matches. */
const USUAL = 12;

/** Which column of a file of lawns is which. */
export function LawnColumns({
  preview,
  isBusy,
  onCheck,
}: Readonly<{ preview: CsvPreview; isBusy: boolean; onCheck: (m: LawnMapping) => void }>) {
  const [mapping, setMapping] = useState(() => matchColumns(preview.columns));
  const [first] = useState(() => LAWN_KEYS.filter((k, i) => i < USUAL || mapping[k] >= 0));
  const choice = (key: LawnColumn) => (
    <Labelled
      key={key}
      name={LAWN_COLUMNS[key].words + (LAWN_COLUMNS[key].needed ? ' *' : '')}
      hint={mapping[key] >= 0 ? `e.g. ${preview.rows[0]?.[mapping[key]] || 'empty'}` : null}
    >
      {(field) => (
        <select
          {...field}
          value={mapping[key]}
          onChange={(e) => setMapping({ ...mapping, [key]: Number(e.target.value) })}
        >
          <option value={-1}>not in the file</option>
          {preview.columns.map((c, i) => (
            <option key={i} value={i}>
              {c || `column ${i + 1}`}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
  const rest = LAWN_KEYS.filter((k) => !first.includes(k));
  return (
    <div className="mt-3 grid gap-3">
      <p>Which column is which? What matches by its name is filled in.</p>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-4">{first.map(choice)}</div>
      {rest.length > 0 && (
        <details>
          <summary className="min-h-touch cursor-pointer py-2 font-semibold">
            {rest.length} further fields that a file may have
          </summary>
          <div className="mt-2 grid grid-cols-2 gap-3 md:grid-cols-4">{rest.map(choice)}</div>
        </details>
      )}
      <button type="button" className="button button-loud" disabled={isBusy} onClick={() => onCheck(mapping)}>
        {isBusy ? 'Looking…' : 'Look through the file'}
      </button>
    </div>
  );
}
