'use client';
import { useShows } from '@/ui/units';
import { readRowProblems, readFacts, factIn } from '@/core/units/issue';
import { useState } from 'react';
import { figure } from '@/core/units/figure';
import type { ImportNews } from '@/data/imports';
import type { LawnMapping } from '@/formats/lawn-columns';
import { MOST_FILE_BYTES } from '@/formats/file-size';
import { guessFormat, type WeatherMapping } from '@/formats/weather-mapping';
import type { LoggerMapping } from '@/formats/logger-csv';
import type { Outcome } from '@/server/entry/outcome';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { send } from '../send';
import { useCommand } from '../use-command';
import { LawnColumns, LoggerColumns } from './columns';
import { WeatherColumns } from './weather-columns';
import { previewCsv, previewLawns, type CsvPreview } from './csv-preview';
import { rowWords, factSentence } from '@/ui/issue-words';

type Check<M> = (input: {
  fileName: string;
  body: string;
  mapping: M;
}) => Promise<Outcome<{ importId: string }>>;
type OnOne = (input: { importId: string }) => Promise<Outcome<null>>;
type Props = Readonly<{
  imports: readonly ImportNews[];
  /** what is asked for when the screen opens */
  first: FileKind;
  zones: readonly Readonly<{ id: string; site: string }>[];
  stations: readonly Readonly<{ id: string; name: string }>[];
  timeZone: string;
  standardOffsetHours: number;
  mayPlan: boolean;
  mayChangeHouse: boolean;
  checkReadingsAction: Check<LoggerMapping>;
  checkLawnsAction: Check<LawnMapping>;
  checkWeatherAction: Check<WeatherMapping>;
  takeImportAction: OnOne;
  undoImportAction: OnOne;
  setupAction: (input: { header: string }) => Promise<Outcome<LoggerMapping | null>>;
}>;
/** `preview`: of a table; null: a file without columns to choose */
type Chosen = Readonly<{ name: string; body: string; preview: CsvPreview | null }>;
type FileKind = 'readings' | 'lawns' | 'weather';
const KINDS = ['readings', 'lawns', 'weather'] as const;
const KIND_WORDS: Readonly<Record<FileKind, string>> = {
  readings: 'readings of a soil logger',
  lawns: 'customers and lawns',
  weather: 'weather of a station',
};
const FILE_WORDS: Readonly<Record<FileKind, string>> = {
  readings: 'CSV file',
  lawns: 'CSV or GeoJSON file',
  weather: 'CSV or .dly file',
};

/** @returns why it cannot be looked through, in words */
async function readChosen(file: File, kind: FileKind): Promise<Chosen | string> {
  if (file.size > MOST_FILE_BYTES)
    return `${file.name} has ${figure(file.size / 1e6, 1)} MB, and ${figure(MOST_FILE_BYTES / 1e6)} MB are taken at once: cut it into parts, each with the header line.`;
  const body = await file.text();
  const isArchive = kind === 'weather' && guessFormat(body) !== null;
  const preview = isArchive ? null : kind === 'lawns' ? previewLawns(body) : previewCsv(body);
  return preview || isArchive
    ? { name: file.name, body, preview }
    : `${file.name} is no table: it needs a header line, columns and at least one row${kind === 'lawns' ? ', or features with properties' : ''}.`;
}

/** Files: looked through first, taken when the counts have been seen, and taken out again where they were wrong. */
export function ImportScreen(props: Props) {
  const { imports, mayPlan } = props;
  const [kind, setKind] = useState<FileKind>(props.first);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [remembered, setRemembered] = useState<LoggerMapping | null>(null);
  const [fileTrouble, setFileTrouble] = useState<string | null>(null);
  const { run: command, steps, refusal, say, isSending: isBusy } = useCommand();

  const choose = (file: File | undefined) =>
    steps(async () => {
      say(null);
      setChosen(null);
      setFileTrouble(null);
      if (!file) return;
      const read = await readChosen(file, kind);
      if (typeof read === 'string') return setFileTrouble(read);
      const { preview } = read;
      const known =
        kind === 'readings' && preview
          ? await send(props.setupAction, { header: preview.columns.join('|') })
          : null;
      setRemembered(known?.ok ? known.value : null);
      setChosen(read);
    });
  const after = () => setChosen(null);
  const check = (mapping: LoggerMapping | LawnMapping | WeatherMapping) => {
    if (!chosen) return;
    const file = { fileName: chosen.name, body: chosen.body };
    if ('timeColumn' in mapping) command(props.checkReadingsAction, { ...file, mapping }, after);
    else if ('stationId' in mapping) command(props.checkWeatherAction, { ...file, mapping }, after);
    else command(props.checkLawnsAction, { ...file, mapping }, after);
  };
  const run = (to: OnOne, importId: string) => command(to, { importId }, after);

  return (
    <div className="mx-auto max-w-[1080px] px-4 pb-10 pt-4">
      <h1 className="text-page">Files</h1>
      {mayPlan && (
        <section className="mt-3 border-2 border-hair bg-paper px-4 py-3">
          <Choice
            name="What is in the file?"
            options={props.mayChangeHouse ? KINDS : KINDS.slice(0, 2)}
            value={kind}
            onChange={(k) => {
              setKind(k);
              setChosen(null);
            }}
            words={(k) => KIND_WORDS[k]}
          />
          <div className="mt-3">
            <Labelled name={FILE_WORDS[kind]} hint="Nothing is taken before you have seen what is in it.">
              {(field) => (
                <input
                  key={kind}
                  {...field}
                  type="file"
                  accept=".csv,.txt,.dly,.json,.geojson,text/csv"
                  onChange={(e) => choose(e.target.files?.[0])}
                />
              )}
            </Labelled>
          </div>
          {fileTrouble && (
            <p role="alert" className="mt-2 font-semibold text-clay">
              {fileTrouble}
            </p>
          )}
          {chosen && (
            <Columns
              {...props}
              key={chosen.name + String(remembered !== null)}
              kind={kind}
              chosen={chosen}
              remembered={remembered}
              isBusy={isBusy}
              onCheck={check}
            />
          )}
          <div aria-live="assertive">{refusal && <RefusalWords refusal={refusal} here="/imports" />}</div>
        </section>
      )}
      <h2 className="mt-6 border-b-2 border-iron text-row">Brought in</h2>
      {imports.length === 0 && <p className="mt-2 text-steel">No file yet.</p>}
      <ul>
        {imports.map((i) => (
          <ImportLine
            key={i.id}
            news={i}
            mayPlan={mayPlan}
            isBusy={isBusy}
            onTake={() => run(props.takeImportAction, i.id)}
            onUndo={() => run(props.undoImportAction, i.id)}
          />
        ))}
      </ul>
    </div>
  );
}

/** What the columns of a chosen file mean. */
function Columns({
  kind,
  chosen: { preview, body },
  remembered,
  zones,
  stations,
  timeZone,
  standardOffsetHours,
  isBusy,
  onCheck,
}: Pick<Props, 'zones' | 'stations' | 'timeZone' | 'standardOffsetHours'> &
  Readonly<{
    kind: FileKind;
    chosen: Chosen;
    remembered: LoggerMapping | null;
    isBusy: boolean;
    onCheck: (mapping: LoggerMapping | LawnMapping | WeatherMapping) => void;
  }>) {
  if (kind === 'weather')
    return (
      <WeatherColumns
        preview={preview}
        archive={guessFormat(body)}
        stations={stations}
        isBusy={isBusy}
        onCheck={onCheck}
      />
    );
  if (!preview) return null;
  if (kind === 'lawns') return <LawnColumns preview={preview} isBusy={isBusy} onCheck={onCheck} />;
  return (
    <LoggerColumns
      preview={preview}
      remembered={remembered}
      zones={zones}
      timeZone={timeZone}
      standardOffsetHours={standardOffsetHours}
      isBusy={isBusy}
      onCheck={onCheck}
    />
  );
}

const STATUS: Record<ImportNews['status'], string> = {
  checked: 'looked through, not taken yet',
  waiting: 'waits for its turn',
  running: 'is being taken',
  done: 'taken',
  failed: 'failed',
  undone: 'taken out again',
};

function ImportLine({
  news: i,
  mayPlan,
  isBusy,
  onTake,
  onUndo,
}: Readonly<{
  news: ImportNews;
  mayPlan: boolean;
  isBusy: boolean;
  onTake: () => void;
  onUndo: () => void;
}>) {
  const show = useShows();
  const problems = readRowProblems(i.problems);
  const warnings = readFacts(i.warnings).map((f) => factSentence(f, show));
  const good = i.total - i.bad - i.skipped;
  return (
    <li className="border-b border-hair py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <b className="font-cond text-row">{i.fileName}</b>
        <span>{i.kind}</span>
        <span className="font-semibold">{STATUS[i.status]}</span>
        <span className="text-steel">{i.madeBy}</span>
        {mayPlan && (
          <span className="ml-auto flex gap-2">
            {(i.status === 'checked' || i.status === 'failed') && (
              <button type="button" className="button button-loud" disabled={isBusy} onClick={onTake}>
                {i.status === 'failed'
                  ? 'Try again'
                  : `Take the ${figure(good)} good ${i.kind === 'weather' ? 'days' : 'rows'}`}
              </button>
            )}
            {(i.status === 'done' || i.status === 'running' || i.status === 'failed') && (
              <button type="button" className="button" disabled={isBusy} onClick={onUndo}>
                Take it out again
              </button>
            )}
          </span>
        )}
      </div>
      <p className="text-note">
        {plural(i.total, i.kind === 'weather' ? 'day' : 'row')}:{' '}
        {i.status === 'checked' ? `${figure(good)} good` : `${figure(i.added)} added`}, {figure(i.skipped)}{' '}
        repeated or on file already, {figure(i.bad)} bad
      </p>
      {(i.status === 'running' || i.status === 'waiting') && (
        <progress
          className="mt-1 h-4 w-full"
          max={i.total}
          value={i.done}
          aria-label={`${i.fileName}: ${i.done} of ${i.total} rows`}
        />
      )}
      {i.trouble && <p className="text-note text-steel">{factSentence(factIn(i.trouble), show)}</p>}
      {warnings.map((w) => (
        <p key={w} role="status" className="mt-1 border-l-4 border-straw px-2">
          {w}
        </p>
      ))}
      {problems.length > 0 && (
        <details>
          <summary className="min-h-touch cursor-pointer py-2">
            {plural(i.bad, 'bad row')}, by line
            {problems.length < i.bad ? ` (the first ${problems.length})` : ''}
          </summary>
          <ul className="max-h-64 overflow-y-auto text-note" tabIndex={0} aria-label="Bad rows">
            {problems.map((p) => (
              <li key={p.line}>
                line {p.line}: {rowWords(p, show)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}
