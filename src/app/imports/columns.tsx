'use client';
import { fromInches } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import {
  LAWN_COLUMNS,
  LAWN_KEYS,
  matchColumns,
  type LawnColumn,
  type LawnMapping,
} from '@/formats/lawn-columns';
import type { LoggerMapping } from '@/formats/logger-csv';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import type { CsvPreview } from './csv-preview';

type ColumnMeaning = 'none' | 'time' | 'temperature';
type LoggerColumn = Readonly<{ depthIn: string; spot: Spot }>;
const NEW_COLUMN: LoggerColumn = { depthIn: '2', spot: 'open' };
const CLOCK_WORDS = {
  own: 'ours, with summer time',
  standard: 'standard time all year',
  utc: 'UTC',
} as const;
type Clock = keyof typeof CLOCK_WORDS;

const clockOf = (clock: LoggerMapping['clock']): Clock =>
  clock.kind === 'zone' ? 'own' : clock.hours === 0 ? 'utc' : 'standard';
function meaningIn(remembered: LoggerMapping | null, i: number): ColumnMeaning {
  if (remembered?.timeColumn === i) return 'time';
  return remembered?.columns.some((c) => c.column === i) ? 'temperature' : 'none';
}

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
  const [meanings, setMeanings] = useState<readonly ColumnMeaning[]>(
    preview.columns.map((_, i) => meaningIn(remembered, i)),
  );
  const [columns, setColumns] = useState<readonly LoggerColumn[]>(
    preview.columns.map((_, i) => {
      const known = remembered?.columns.find((c) => c.column === i);
      return known ? { depthIn: String(known.depthIn), spot: known.spot } : NEW_COLUMN;
    }),
  );
  const [unit, setUnit] = useState<'F' | 'C' | null>(remembered?.unit ?? null);
  const [clock, setClock] = useState<Clock | null>(remembered ? clockOf(remembered.clock) : null);
  const [dayFirst, setDayFirst] = useState(remembered?.dayFirst ?? false);
  const [zoneId, setZoneId] = useState(remembered?.zoneId ?? '');
  const timeColumn = meanings.indexOf('time');
  const asked = {
    zoneId,
    timeColumn,
    dayFirst,
    unit,
    clock: clock && clockAs(clock, timeZone, standardOffsetHours),
    columns: columns.flatMap(({ depthIn, spot }, column) =>
      meanings[column] === 'temperature' ? [{ column, depthIn: Number(depthIn), spot }] : [],
    ),
  };
  const missing = missingOf(asked);
  const check = () => {
    if (!missing.length && asked.unit && asked.clock)
      onCheck({ ...asked, unit: asked.unit, clock: asked.clock });
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
                <ColumnHead
                  key={i}
                  name={c}
                  at={i}
                  meaning={meanings[i] ?? 'none'}
                  column={columns[i] ?? NEW_COLUMN}
                  onMeaning={(to) =>
                    setMeanings(
                      meanings.map((m, k) => (k === i ? to : to === 'time' && m === 'time' ? 'none' : m)),
                    )
                  }
                  onColumn={(part) => setColumns(columns.map((x, k) => (k === i ? { ...x, ...part } : x)))}
                />
              ))}
            </tr>
          </thead>
          <FirstRows preview={preview} />
        </table>
      </div>
      <div className="grid grid-cols-1 gap-3 md:grid-cols-2">
        <HowItCounts
          unit={unit}
          onUnit={setUnit}
          clock={clock}
          onClock={setClock}
          dayFirst={dayFirst}
          onDayFirst={setDayFirst}
        />
        <WhereItStood zones={zones} zoneId={zoneId} onZone={setZoneId} />
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

/** Scale, clock and the order of its dates. */
function HowItCounts({
  unit,
  onUnit,
  clock,
  onClock,
  dayFirst,
  onDayFirst,
}: Readonly<{
  unit: 'F' | 'C' | null;
  onUnit: (unit: 'F' | 'C') => void;
  clock: Clock | null;
  onClock: (clock: Clock) => void;
  dayFirst: boolean;
  onDayFirst: (isFirst: boolean) => void;
}>) {
  return (
    <>
      <Choice
        name="Scale of the logger"
        options={['F', 'C'] as const}
        value={unit}
        onChange={onUnit}
        words={(u) => `°${u}`}
      />
      <Choice
        name="Its clock"
        options={['own', 'standard', 'utc'] as const}
        value={clock}
        onChange={onClock}
        words={(c) => CLOCK_WORDS[c]}
      />
      <Choice
        name="3/4 is"
        options={['month', 'day'] as const}
        value={dayFirst ? 'day' : 'month'}
        onChange={(v) => onDayFirst(v === 'day')}
        words={(v) => (v === 'month' ? '4 March' : '3 April')}
      />
    </>
  );
}

function WhereItStood({
  zones,
  zoneId,
  onZone,
}: Readonly<{
  zones: readonly Readonly<{ id: string; site: string }>[];
  zoneId: string;
  onZone: (id: string) => void;
}>) {
  return (
    <Labelled name="It stood in">
      {(field) => (
        <select {...field} value={zoneId} onChange={(e) => onZone(e.target.value)}>
          <option value="">choose the zone</option>
          {zones.map((z) => (
            <option key={z.id} value={z.id}>
              {z.site}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

type Asked = Omit<LoggerMapping, 'unit' | 'clock'> &
  Readonly<{ unit: LoggerMapping['unit'] | null; clock: LoggerMapping['clock'] | null }>;
/** What is still to be said before the file can be looked through. */
const missingOf = ({ timeColumn, columns, unit, clock, zoneId }: Asked): string[] =>
  [
    timeColumn < 0 && 'which column is the time',
    !columns.length && 'which columns are temperatures',
    !unit && 'the scale',
    !clock && 'by which clock',
    !zoneId && 'which zone',
  ].filter((m) => m !== false);
const clockAs = (clock: Clock, timeZone: string, standardOffsetHours: number): LoggerMapping['clock'] =>
  clock === 'own'
    ? { kind: 'zone', name: timeZone }
    : { kind: 'offset', hours: clock === 'utc' ? 0 : standardOffsetHours };

/** A column's name, what it means, and of a temperature where it was taken. */
function ColumnHead({
  name,
  at,
  meaning,
  column,
  onMeaning,
  onColumn,
}: Readonly<{
  name: string;
  at: number;
  meaning: ColumnMeaning;
  column: LoggerColumn;
  onMeaning: (to: ColumnMeaning) => void;
  onColumn: (part: Partial<LoggerColumn>) => void;
}>) {
  const show = useShows();
  return (
    <th className="pr-3 align-top font-cond text-lead">
      {name || `column ${at + 1}`}
      <select
        className="field mt-1"
        aria-label={`Meaning of ${name}`}
        value={meaning}
        onChange={(e) => onMeaning(e.target.value as ColumnMeaning)}
      >
        <option value="none">not needed</option>
        <option value="time">time</option>
        <option value="temperature">temperature</option>
      </select>
      {meaning === 'temperature' && (
        <span className="mt-1 grid gap-1 font-text font-normal">
          <select
            className="field"
            aria-label={`Depth of ${name}`}
            value={column.depthIn}
            onChange={(e) => onColumn({ depthIn: e.target.value })}
          >
            {[1, 2, 3, 4, 6, 8].map((d) => (
              <option key={d} value={d}>
                {show.depth(fromInches(d))} deep
              </option>
            ))}
          </select>
          <select
            className="field"
            aria-label={`Spot of ${name}`}
            value={column.spot}
            onChange={(e) => onColumn({ spot: SPOTS.find((s) => s === e.target.value) ?? 'open' })}
          >
            {SPOTS.map((s) => (
              <option key={s}>{s}</option>
            ))}
          </select>
        </span>
      )}
    </th>
  );
}

function FirstRows({ preview }: Readonly<{ preview: CsvPreview }>) {
  return (
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
