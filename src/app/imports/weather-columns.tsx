'use client';
import { useState } from 'react';
import {
  COLUMNS_OF,
  ROW_TIMES,
  TEMPERATURE_UNITS,
  WATER_UNITS,
  WEATHER_COLUMNS,
  WIND_UNITS,
  missingColumns,
  type WeatherColumn,
  type WeatherMapping,
} from '@/formats/weather-mapping';
import { Choice } from '@/ui/choice';
import { StationOptions } from '../station-options';
import { Labelled } from '@/ui/labelled';
import type { CsvPreview } from './csv-preview';

const ARCHIVE_WORDS = {
  dly: 'This is a station of the public daily archive (GHCN-Daily, .dly): its columns and units are known.',
  'by-year': 'This is the public daily archive by year (GHCN-Daily, CSV): its columns and units are known.',
} as const;
const NONE = Object.fromEntries(Object.keys(WEATHER_COLUMNS).map((c) => [c, -1])) as Record<
  WeatherColumn,
  number
>;
/** Names that such columns usually have; only a first choice, which a person sees. */
const GUESSES: Readonly<Record<WeatherColumn, RegExp>> = {
  time: /^(date|time|day|datetime|valid)/i,
  min: /min|low/i,
  max: /max|high/i,
  air: /^(air|temp|t$|tair)/i,
  chance: /chance|prob|pop/i,
  rain: /prec|rain|prcp/i,
  wind: /wind|wspd|awnd/i,
};

/** What a weather file's columns and units mean, and for which station it is. */
export function WeatherColumns({
  preview,
  archive,
  stations,
  isBusy,
  onCheck,
}: Readonly<{
  preview: CsvPreview | null;
  archive: 'dly' | 'by-year' | null;
  stations: readonly Readonly<{ id: string; name: string }>[];
  isBusy: boolean;
  onCheck: (m: WeatherMapping) => void;
}>) {
  const [only, ...others] = stations;
  const [stationId, setStationId] = useState(only && !others.length ? only.id : '');
  const [kind, setKind] = useState<'days' | 'hours'>('days');
  const [columns, setColumns] = useState(() => guessed(preview));
  const [temperature, setTemperature] = useState<WeatherMapping['temperature'] | null>(null);
  const [water, setWater] = useState<WeatherMapping['water'] | null>(null);
  const [windIn, setWindIn] = useState<WeatherMapping['windIn'] | null>(null);
  const [dayFirst, setDayFirst] = useState(false);
  const [rowTime, setRowTime] = useState<keyof typeof ROW_TIMES | null>(null);
  const [isMorning, setMorning] = useState(false);
  const [series, setSeries] = useState('');
  const format = archive ?? kind;
  const asked = COLUMNS_OF[kind];
  const missing = missingOf({ stationId, format, columns, temperature, water, windIn, rowTime });
  const check = () =>
    onCheck({
      stationId,
      format,
      series: series.trim(),
      isReadInTheMorning: format !== 'hours' && isMorning,
      dayFirst,
      rowTime: rowTime ?? 'as read',
      columns: archive ? NONE : { ...NONE, ...Object.fromEntries(asked.map((c) => [c, columns[c]])) },
      temperature: temperature ?? 'C',
      water: water ?? 'mm',
      windIn: windIn ?? 'm/s',
    });
  return (
    <div className="mt-3 grid gap-3">
      <Labelled name="For which station">
        {(f) => (
          <select {...f} value={stationId} onChange={(e) => setStationId(e.target.value)}>
            <option value="">choose one</option>
            <StationOptions stations={stations} />
          </select>
        )}
      </Labelled>
      {archive && <Archive archive={archive} series={series} onSeries={setSeries} />}
      {!archive && preview && (
        <>
          <Choice
            name="One row is"
            options={['days', 'hours'] as const}
            value={kind}
            onChange={setKind}
            words={(k) => (k === 'days' ? 'a day' : 'an hour, in standard time')}
          />
          {kind === 'hours' && (
            <Units name="Its temperature is" units={ROW_TIMES} value={rowTime} onChange={setRowTime} />
          )}
          <WhichColumns preview={preview} asked={asked} columns={columns} onChange={setColumns} />
          <Units
            name="Temperatures are in"
            units={TEMPERATURE_UNITS}
            value={temperature}
            onChange={setTemperature}
          />
          <Units name="Rain is in" units={WATER_UNITS} value={water} onChange={setWater} />
          {columns.wind >= 0 && (
            <Units name="Wind is in" units={WIND_UNITS} value={windIn} onChange={setWindIn} />
          )}
          <Tick name="3/4 is 3 April, not 4 March" isOn={dayFirst} onChange={setDayFirst} />
        </>
      )}
      {format !== 'hours' && (
        <Tick
          name="Read in the morning: highs and rain under a date belong to the day before"
          isOn={isMorning}
          onChange={setMorning}
        />
      )}
      <button
        type="button"
        className="button button-loud"
        disabled={isBusy || missing.length > 0}
        onClick={check}
      >
        {isBusy ? 'Looking…' : missing.length ? `Say first: ${missing.join(', ')}` : 'Look it through'}
      </button>
    </div>
  );
}

/** Of a public archive everything is known but which of its stations is meant. */
function Archive({
  archive,
  series,
  onSeries,
}: Readonly<{ archive: keyof typeof ARCHIVE_WORDS; series: string; onSeries: (series: string) => void }>) {
  return (
    <>
      <p role="status" className="border-l-4 border-moss px-3">
        {ARCHIVE_WORDS[archive]}
      </p>
      <Labelled
        name="Station in the file"
        hint="Only where the file holds several: its 11 signs, such as ABC00012345."
      >
        {(f) => <input {...f} value={series} onChange={(e) => onSeries(e.target.value)} />}
      </Labelled>
    </>
  );
}

/** What is still to be said before the file can be looked through: nothing of it is guessed. */
function missingOf({
  stationId,
  format,
  columns,
  temperature,
  water,
  windIn,
  rowTime,
}: Pick<WeatherMapping, 'stationId' | 'format' | 'columns'> &
  Readonly<Record<'temperature' | 'water' | 'windIn' | 'rowTime', string | null>>): string[] {
  const isTable = format === 'days' || format === 'hours';
  return [
    !stationId && 'which station',
    ...missingColumns({ format, columns }).map((c) => `the column of ${WEATHER_COLUMNS[c]}`),
    isTable && !temperature && 'the unit of temperature',
    isTable && !water && 'the unit of rain',
    isTable && columns.wind >= 0 && !windIn && 'the unit of wind',
    format === 'hours' && !rowTime && 'what the time of a row stands for',
  ].filter((m) => m !== false);
}

function WhichColumns({
  preview,
  asked,
  columns,
  onChange,
}: Readonly<{
  preview: CsvPreview;
  asked: readonly WeatherColumn[];
  columns: Readonly<Record<WeatherColumn, number>>;
  onChange: (columns: Record<WeatherColumn, number>) => void;
}>) {
  return (
    <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
      {asked.map((c) => (
        <Labelled key={c} name={capital(WEATHER_COLUMNS[c])}>
          {(f) => (
            <select
              {...f}
              value={columns[c]}
              onChange={(e) => onChange({ ...columns, [c]: Number(e.target.value) })}
            >
              <option value={-1}>not in the file</option>
              {preview.columns.map((name, i) => (
                <option key={i} value={i}>
                  {name || `column ${i + 1}`}
                  {preview.rows[0]?.[i] ? ` (${preview.rows[0][i]})` : ''}
                </option>
              ))}
            </select>
          )}
        </Labelled>
      ))}
    </div>
  );
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

function guessed(preview: CsvPreview | null): Record<WeatherColumn, number> {
  const names = preview?.columns ?? [];
  const taken = new Set<number>();
  return Object.fromEntries(
    (Object.keys(GUESSES) as WeatherColumn[]).map((c) => {
      const i = names.findIndex((n, k) => !taken.has(k) && GUESSES[c].test(n));
      if (i >= 0) taken.add(i);
      return [c, i];
    }),
  ) as Record<WeatherColumn, number>;
}

/** A unit is said and never guessed: nothing is chosen at first. */
function Units<U extends string>({
  name,
  units,
  value,
  onChange,
}: Readonly<{
  name: string;
  units: Readonly<Record<U, string>>;
  value: U | null;
  onChange: (u: U) => void;
}>) {
  return (
    <Choice
      name={name}
      options={Object.keys(units) as U[]}
      value={value}
      onChange={onChange}
      words={(u) => units[u]}
    />
  );
}

function Tick({
  name,
  isOn,
  onChange,
}: Readonly<{ name: string; isOn: boolean; onChange: (isOn: boolean) => void }>) {
  return (
    <label className="flex min-h-touch items-center gap-2">
      <input
        type="checkbox"
        className="h-5 w-5 accent-[var(--color-moss)]"
        checked={isOn}
        onChange={(e) => onChange(e.target.checked)}
      />
      {name}
    </label>
  );
}
