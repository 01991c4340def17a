'use client';
import { Link } from '@/ui/link';
import { yearOf, type Day } from '@/core/calendar/day';
import { WATCH_KEYS, watchLine, type WatchKey } from '@/core/ground/crossing';
import { generatedIn, type Line, type Outlook, type Season } from '@/core/ground/outlook';
import { SPOTS } from '@/core/lawn/zone';
import type { Shows } from '@/core/units/format';
import type { Outcome } from '@/server/entry/outcome';
import type { HindcastSheet, ComparedReading, SoilSheet } from '@/server/soil/view';
import type { ObservationInput } from '@/server/soil/take-reading';
import type { Spot } from '@/core/lawn/zone';
import { AllYearsChart } from '@/ui/soil-chart';
import { Figure } from '@/ui/figure';
import { useShows } from '@/ui/units';
import { crossingWords, ruleWords } from '@/ui/words';
import { plural } from '@/ui/text';
import { railSoilOf } from '@/ui/rail-soil';
import { YearRail } from '@/ui/year-rail';
import { HindcastPanel } from './hindcast-panel';
import { MeaningPanel } from './meaning-panel';
import { Schools } from './schools';
import { Signs } from './signs';

type Props = Readonly<{
  sheet: SoilSheet;
  timeZone: string;
  mayRecord: boolean;
  sendKey: string;
  noteSignAction: (input: ObservationInput) => Promise<Outcome<null>>;
  hindcastAction: (input: { zoneId: string; spot: Spot }) => Promise<Outcome<HindcastSheet | null>>;
}>;

/** What is known of the soil under one spot of a zone, how, and how far to trust it. */
export function SoilScreen({ sheet, timeZone, mayRecord, sendKey, noteSignAction, hindcastAction }: Props) {
  const { zone, outlook, refusal, spot, today, meaning } = sheet;
  return (
    <>
      {outlook && (
        <YearRail
          soil={railSoilOf(outlook)}
          today={today}
          marks={[]}
          signs={sheet.observations}
          view={{ from: today, to: today }}
          onMove={() => {}}
          onChoose={() => {}}
          onMoveMark={() => {}}
        />
      )}
      <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
        <Top sheet={sheet} mayRecord={mayRecord} />
        {refusal && (
          <p role="status" className="mt-3 border-l-4 border-straw bg-paper px-3 py-2">
            {refusal.kind === 'too-few-years'
              ? 'No outlook: not one whole year of weather is on file.'
              : 'No outlook: the weather on file has a gap before today.'}
          </p>
        )}
        {meaning && (
          <MeaningPanel meaning={meaning} depth={sheet.house.crossings.depth} timeZone={timeZone} />
        )}
        {outlook && <YearAndLines sheet={sheet} outlook={outlook} />}
        {sheet.schools.length > 0 && outlook && (
          <Schools
            schools={sheet.schools}
            used={outlook.rule.school}
            lag={sheet.signLag}
            needed={sheet.signYearsNeeded}
            isOwn={zone.school !== null}
          />
        )}
        <div className="mt-6 grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-2">
          <Readings readings={sheet.readings} zoneId={zone.id} timeZone={timeZone} />
          <div>
            <Signs sheet={sheet} sendKey={sendKey} mayRecord={mayRecord} noteSignAction={noteSignAction} />
            <HindcastPanel zoneId={zone.id} spot={spot} hindcastAction={hindcastAction} />
          </div>
        </div>
      </div>
    </>
  );
}

/** Which lawn, and which spot of it. */
function Top({ sheet: { zone, spot }, mayRecord }: Pick<Props, 'sheet' | 'mayRecord'>) {
  return (
    <>
      <p className="text-steel">
        <Link href={`/lawns/${zone.id}`} className="inline-flex min-h-touch items-center">
          {zone.address} · {zone.name}
        </Link>{' '}
        · {zone.site.moisture} {zone.site.texture}, {zone.site.exposure}
      </p>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-page">Soil temperature</h1>
        <nav aria-label="Spot" className="flex gap-1">
          {SPOTS.map((s) => (
            <Link
              key={s}
              href={`/lawns/${zone.id}/soil?spot=${encodeURIComponent(s)}`}
              aria-current={s === spot ? 'page' : undefined}
              className={`inline-flex min-h-touch items-center border-b-4 px-3 font-cond text-lg no-underline ${s === spot ? 'border-moss font-semibold' : 'border-transparent'}`}
            >
              {s === 'open' ? 'open lawn' : s}
            </Link>
          ))}
        </nav>
        {mayRecord && (
          <Link href={`/lawns/${zone.id}/reading`} className="button button-loud ml-auto">
            Take a reading
          </Link>
        )}
      </div>
    </>
  );
}

/** This year against the others, and when its lines were or will be crossed. */
function YearAndLines({ sheet, outlook }: Readonly<{ sheet: SoilSheet; outlook: Outlook }>) {
  const show = useShows();
  const { spot, today } = sheet;
  const { rule } = outlook;
  const line = 'line' in rule && rule.school !== 'air rule of thumb' ? rule.line : null;
  return (
    <div className="mt-4 grid grid-cols-1 gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_430px]">
      <section>
        <h2 className="text-row">
          {yearOf(today)} against past years{' '}
          <span className="font-text text-note font-normal text-steel">
            ink: this year, dashed: expected · blue: mean of {Math.min(5, sheet.past.length)} years · grey:
            each of {plural(sheet.past.length, 'year')} on file
          </span>
        </h2>
        <AllYearsChart
          year={yearOf(today)}
          today={outlook.today}
          depth={outlook.depth}
          line={line}
          thisYear={outlook.observed}
          expected={outlook.band.p50}
          fiveYears={sheet.fiveYears}
          past={sheet.past}
        />
      </section>
      <aside>
        <h2 className="text-row">Lines of this {spot === 'open' ? 'lawn' : 'spot'}</h2>
        <Figure name={`${ruleWords(outlook.rule, show)}, ${outlook.rule.school}`}>
          {crossingWords(outlook.crossed, outlook.dates)}
        </Figure>
        {WATCH_KEYS.map((key) => {
          const watched = seasonToShow(outlook.watches[key], today);
          return (
            watched && (
              <Figure key={key} name={WATCH_WORDS[key](show.line(watchLine(key, outlook.fall)))}>
                {crossingWords(watched.crossed, watched.dates)}
              </Figure>
            )
          );
        })}
        <p className="mt-2 text-note text-steel">{correctionWords(sheet, show)}</p>
      </aside>
    </div>
  );
}

/** What is watched for, and the line. */
const WATCH_WORDS: Record<WatchKey, (line: string) => string> = {
  knotweed: (line) => `Knotweed, ${line} rising`,
  goosegrass: (line) => `Goosegrass and spurge, ${line}`,
  chamberbitter: (line) => `Chamberbitter, ${line}`,
  nitrogen: (line) => `No nitrogen from ${line}`,
  autumn: (line) => `Annual bluegrass, ${line} falling`,
  'autumn broadleaf': (line) => `Henbit and chickweed, ${line} falling`,
  'late autumn': (line) => `Madder and speedwell, ${line} falling`,
};

/** What was crossed four months ago is of the season behind: the next one is asked for. */
const seasonToShow = (line: Line | undefined, today: Day): Season | undefined =>
  line && line.crossed !== null && line.crossed < today - 120 ? line.next : line;

/** How far readings have moved this site, and who else spoke. */
function correctionWords({ outlook, readings, spot }: SoilSheet, show: Shows): string {
  if (!outlook) return '';
  const { offset, offsetVariance, readings: n, neighbours } = outlook.correction;
  const sd = show.warmth(Math.sqrt(offsetVariance));
  const moved = `${show.warmth(Math.abs(offset))} ${offset >= 0 ? 'warmer' : 'colder'}`;
  const from = [
    n ? plural(n, 'reading') + ' here' : '',
    neighbours ? `${plural(neighbours, 'other spot')} of its kind or zone, for less` : '',
  ].filter(Boolean);
  const generated = generatedIn(outlook);
  const members = `${outlook.members.length - generated} past years${generated ? ` and ${generated} of generated weather` : ''} make the odds.`;
  if (!from.length)
    return `Nothing has been read ${spot === 'open' ? 'here' : 'at this spot'}${readings.length ? '' : ' yet'}: a model alone, ± ${sd}. One reading narrows it. ${members}`;
  return `Going by ${from.join(', and by ')}: this ${spot === 'open' ? 'lawn' : 'spot'} is ${moved} than its kind, ± ${sd}. ${members}`;
}

function Readings({
  readings,
  zoneId,
  timeZone,
}: Readonly<{ readings: readonly ComparedReading[]; zoneId: string; timeZone: string }>) {
  const show = useShows();
  const when = (at: Date) =>
    at.toLocaleString('en-US', {
      timeZone,
      day: 'numeric',
      month: 'short',
      hour: 'numeric',
      minute: '2-digit',
    });
  return (
    <section>
      <h2 className="border-b-2 border-iron text-row">Readings</h2>
      {readings.length === 0 && <p className="mt-2 text-steel">None yet. The first one counts at once.</p>}
      <ul>
        {readings.slice(0, 12).map((r) => (
          <li key={r.id} className="border-b border-hair py-1.5">
            <Link
              href={`/lawns/${zoneId}/soil?spot=${encodeURIComponent(r.spot)}&reading=${r.id}`}
              className="flex min-h-touch flex-wrap items-center gap-x-3"
            >
              <b className="font-cond text-lead">{show.temperature(r.value)}</b>
              <span>
                {show.depth(r.depth)}, {r.spot === 'open' ? 'open lawn' : r.spot}
              </span>
              <span className="text-steel">{when(new Date(r.takenAt))}</span>
            </Link>
            <p className="text-fine text-steel">
              {[r.person, r.instrument].filter(Boolean).join(', ')} · {metWords(r, show)}
            </p>
          </li>
        ))}
      </ul>
      {readings.length > 12 && (
        <p className="mt-1 text-fine text-steel">and {readings.length - 12} earlier ones</p>
      )}
    </section>
  );
}

function metWords(r: ComparedReading, show: Shows): string {
  if (r.isWaiting) return 'waits for the weather of its hour';
  if (!r.met) return r.source === 'hand' ? 'more than a year old' : 'one value in six hours is used';
  const off = `${show.warmth(Math.abs(r.met.innovation))} ${r.met.innovation >= 0 ? 'above' : 'below'} what was expected`;
  return r.met.used ? off : `${off}: beyond four standard deviations, kept and not used`;
}
