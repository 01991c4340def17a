'use client';
import { useShows } from '@/ui/units';
import type { SentRuns } from '@/core/ground/soil-runs';
import { generatedIn } from '@/core/ground/outlook';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { addDays, isoDay, showDay, showWeekday, type Day } from '@/core/calendar/day';
import type { Window } from '@/core/gates/window';
import { lastDayOf } from '@/core/gates/last-day';
import { nextOpen } from '@/core/gates/window';
import { standingOf, isOpen } from '@/core/season/programme';
import { figure, significant, type Shows } from '@/core/units/format';
import { AMOUNT_UNITS, isRateUnit, rateIn } from '@/core/units/rate';
import { toSquareFeet } from '@/core/units/trade';
import type { StoredApplication } from '@/data/programme';
import type { Outcome, Overtaken } from '@/server/entry/outcome';
import type { HistoryInput } from '@/server/lawns/history';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { ApplicationInput, Saved } from '@/server/programme/save-application';
import type { ProgrammeInput, Taken } from '@/server/programme/take-programme';
import type { ZoneSheet } from '@/server/programme/view';
import { earlierWords } from '@/ui/earlier-words';
import { useKeys } from '@/ui/keys';
import { Link } from '@/ui/link';
import { SoilChart } from '@/ui/soil-chart';
import { WeatherAge } from '@/ui/weather-age';
import { expectationWords, lastDayWords, plural, windowWords, shortName } from '@/ui/words';
import { YearRail, type RailMark } from '@/ui/year-rail';
import { useCommand } from '../../use-command';
import { Afterwards } from './afterwards';
import { Findings } from './findings';
import { AskHistory } from './ask-history';
import { BarrierPanel, type SoilRunsAction } from './programme/barrier-panel';
import { ApplicationForm, type SaveState } from './programme/application-form';
import { SeedHeld } from './seed-held';
import { FENCE_DAYS, GateFence } from './programme/gate-fence';
import type { AdoptedChange } from './programme/openings';
import { Limits } from './programme/limits';
import { Proposals } from './programme/proposals';
import { MovedLines } from './programme/moved-lines';
import { ProgrammeList, type OtherWork } from './programme/programme-list';
import { StandingActions } from './programme/standing-actions';
import { withProduct } from './programme/typed-product';
import { stretchesOf, useHolds } from './programme/use-holds';
import { NEW, useProgrammeEdit } from './programme/use-programme-edit';
import { SHOWN_HAIR } from '@/core/units/tolerance';

type Actions = Readonly<{
  saveApplicationAction: (input: ApplicationInput) => Promise<Outcome<Saved, Overtaken<StoredApplication>>>;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
  saveHistoryAction: (input: HistoryInput) => Promise<Outcome<unknown>>;
  takeProgrammeAction: (input: ProgrammeInput) => Promise<Outcome<Taken>>;
  soilRunsAction: SoilRunsAction;
}>;
type Props = Readonly<{
  sheet: ZoneSheet;
  /** null: no outlook, and nothing to say of what holds */
  soilRuns: SentRuns | null;
  /** the application that an address names */
  wished: string | null;
  mayPlan: boolean;
  mayRecord: boolean;
  userId: string;
}> &
  Actions &
  StandingActions;

/** Days of the past that a fence shows before an opening far ahead. */
const RUN_UP = 5;
/** An opening later than this after the planned day is not this application’s. */
const NEAR_DAYS = 60;

/** One zone: the year, its programme, the gates of the chosen application, and its form. A change is computed at once. */
export function LawnSheet({ sheet, soilRuns, wished, mayPlan, mayRecord, userId, ...actions }: Props) {
  const { today, zone, outlook, weather, outlookRefusal } = sheet;
  const router = useRouter();
  const edit = useProgrammeEdit(sheet, wished, mayPlan);
  const { applications, chosen, shown, typed, edited, asked, windows, isNew, isChanged } = edit;
  const holding = useHolds(sheet, soilRuns, applications);
  const [moved, setMoved] = useState<Day | null>(null);
  const [saved, setSaved] = useState<SaveState>({ kind: 'none' });
  const { run, keyOf, refusal, say, isSending: isSaving } = useCommand<Overtaken<StoredApplication>>();
  const save: SaveState = refusal ? { kind: 'refused', refusal } : saved;
  const saidNothing = () => {
    say(null);
    setSaved({ kind: 'none' });
  };

  const choose = (id: string) => {
    if (id !== shown?.id) edit.choose(id);
    setMoved(null);
    saidNothing();
  };
  /** An answer of "what would open it?" becomes an edit of the application, which is saved like any other. */
  const adopt = ({ position, productId, rate, split, day, treated }: AdoptedChange) => {
    if (!typed) return;
    const products = typed.products.map((p, i) => {
      if (i !== position - 1) return p;
      const other = sheet.labels.now.find((l) => l.id === productId);
      const base = other ? withProduct(p, other, sheet) : p;
      const figureOf = rate && isRateUnit(base.unit) ? rateIn(rate, base.unit) : null;
      return {
        ...base,
        ...(figureOf === null ? {} : { rate: significant(figureOf, 4).replace(/,/g, '') }),
        ...(treated === undefined
          ? {}
          : { place: 'spots' as const, area: String(Math.floor(toSquareFeet(treated) + SHOWN_HAIR)) }),
        ...(split === undefined ? {} : { times: 'split' as const, split }),
      };
    });
    edit.change({ ...typed, products, ...(day === undefined ? {} : { plannedOn: isoDay(day) }) });
    saidNothing();
  };
  const saveIt = (base: number) => {
    if (!edited || !mayPlan) return;
    const sent = { zoneId: zone.id, applicationId: edited.applicationId, base, ...edited.typed };
    run(actions.saveApplicationAction, { ...sent, sendKey: keyOf(sent) }, (now) => {
      edit.showOnFile(now.applicationId);
      setSaved({ kind: 'saved', applications: now.applications });
    });
  };
  // signing in again leaves this page: what was typed is here when it comes back
  const { keepOnDevice } = edit;
  const isSignedOut = refusal?.kind === 'signed-out';
  useEffect(() => {
    if (isSignedOut) keepOnDevice();
    // once, when it is said
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isSignedOut]);

  const from = moved ?? fenceStart(asked?.window, shown?.plannedOn, today);
  const view = { from, to: addDays(from, FENCE_DAYS) };
  const lastStart = addDays(asked?.window.range.to ?? addDays(today, 366), -FENCE_DAYS);
  const move = (to: Day) => setMoved(Math.min(Math.max(to, today), lastStart) as Day);
  const goTo = (what: 'mix' | 'record') => () =>
    chosen && !isChanged && isOpen(chosen) && router.push(`/lawns/${zone.id}/${what}/${chosen.id}`);
  const nth = (n: number) => () => {
    const a = applications[n - 1];
    if (a) choose(a.id);
  };

  useKeys({
    ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [String(i + 1), nth(i + 1)])),
    '[': () => move(addDays(from, -20)),
    ']': () => move(addDays(from, 20)),
    a: () => mayPlan && edit.add(),
    s: () => saveIt(edited?.base ?? 0),
    z: () => edit.back?.(),
    y: () => edit.again?.(),
    m: goTo('mix'),
    e: goTo('record'),
    u: () => mayRecord && router.push(`/lawns/${zone.id}/record/new`),
    o: () => router.push(`/lawns/${zone.id}/soil`),
    p: () => mayRecord && router.push(`/lawns/${zone.id}/reading`),
  });

  const show = useShows();
  const others = otherWork(sheet, show);
  const marks: RailMark[] = [
    ...others.map(({ id, day, words, what }) => ({
      id,
      day,
      standing: 'done' as const,
      label: `${words}, ${what}`,
      isChosen: false,
      isMovable: false,
    })),
    ...applications.map((a) => ({
      id: a.id,
      day: a.doneOn ?? a.plannedOn,
      standing: standingOf(a, today),
      label: `${a.purpose || a.products.map((p) => shortName(p.label)).join(' + ')}, ${standingOf(a, today)}`,
      isChosen: a.id === shown?.id,
      isMovable: mayPlan && isOpen(a),
    })),
  ];
  /** Work that was not planned has a screen of its own; an application is chosen here. */
  const chooseMark = (id: string) => {
    const other = others.find((o) => o.id === id);
    if (other) router.push(other.href);
    else choose(id);
  };

  return (
    <>
      <YearRail
        outlook={outlook}
        today={today}
        marks={marks}
        signs={sheet.signs}
        barrier={holding.holds[0] ? stretchesOf(holding.holds[0]) : []}
        seed={holding.seed}
        view={view}
        onMove={move}
        onChoose={chooseMark}
        onMoveMark={(id, to) => {
          edit.moveTo(id, to);
          saidNothing();
        }}
      />
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_350px]">
        <section className="px-4 pb-6 pt-3 md:px-5">
          <Head sheet={sheet} mayPlan={mayPlan} mayRecord={mayRecord} />
          <div className="mt-2 grid gap-2">
            {weather && <WeatherAge {...weather} today={today} />}
            {outlookRefusal && (
              <p role="status" className="border-l-4 border-straw bg-paper px-3 py-2">
                {outlookRefusal.kind === 'too-few-years'
                  ? `No outlook: ${plural(outlookRefusal.have, 'whole year')} of weather on file, ${outlookRefusal.need} are needed for honest odds.`
                  : 'No outlook: the weather on file has a gap before today.'}
              </p>
            )}
          </div>
          <MovedLines
            sheet={sheet}
            mayPlan={mayPlan}
            onShift={(id, days) => {
              edit.shift(id, days);
              saidNothing();
            }}
          />
          <SeedHeld sheet={sheet} />
          {mayRecord && zone.history === 'not asked' && !zone.closed && (
            <AskHistory zone={zone} today={today} saveHistoryAction={actions.saveHistoryAction} />
          )}
          <ProgrammeList
            applications={applications}
            windows={windows}
            today={today}
            mayPlan={mayPlan}
            isChanged={isChanged}
            others={others}
            shownId={shown?.id ?? null}
            propose={
              mayPlan &&
              soilRuns &&
              !zone.closed && (
                <Proposals
                  sheet={sheet}
                  runs={soilRuns}
                  takeProgrammeAction={actions.takeProgrammeAction}
                  onTaken={(id) => {
                    edit.showOnFile(id);
                    saidNothing();
                  }}
                />
              )
            }
            onChoose={choose}
            onAdd={() => {
              edit.add();
              saidNothing();
            }}
          />
          {asked && shown && (
            <>
              <h2 className="mt-3 text-row">
                {shown.purpose || shown.products.map((p) => shortName(p.label)).join(' + ')}:{' '}
                {windowWords(asked.window.all, today)}
              </h2>
              <p className="text-steel">
                {lastDayWords(lastDayOf(asked.context, asked.window.all, shown.plannedOn), today)}
              </p>
              <GateFence
                key={shown.id}
                sheet={sheet}
                view={view}
                mayPlan={mayPlan}
                liftLatchAction={actions.liftLatchAction}
                window={asked.window}
                context={asked.context}
                isSaved={!isNew && !isChanged}
                maySplit={isNew && typed?.products.length === 1}
                onMove={move}
                onTake={adopt}
              />
            </>
          )}
          {soilRuns && (
            <BarrierPanel
              sheet={sheet}
              holding={holding}
              soilRunsAction={actions.soilRunsAction}
              chosen={shown}
            />
          )}
          <Afterwards sheet={sheet} mayRecord={mayRecord} noteFindingAction={actions.noteFindingAction} />
          {mayRecord && (
            <Findings sheet={sheet} userId={userId} noteFindingAction={actions.noteFindingAction} />
          )}
          {outlook && (
            <>
              <h2 className="mt-4 text-row">Soil temperature of this zone</h2>
              <p className="text-note text-steel">
                Heat conduction in {zone.site.moisture} {zone.site.texture} under {zone.site.exposure}
                {zone.site.besidePavement && ' beside pavement'}, driven by the station&apos;s weather;{' '}
                {outlook.members.length - generatedIn(outlook)} past years
                {generatedIn(outlook) > 0 && ` and ${generatedIn(outlook)} of generated weather`} from today
                on.{' '}
                {outlook.correction.readings + outlook.correction.neighbours > 0
                  ? `Corrected by ${plural(outlook.correction.readings, 'reading')} here and ${plural(outlook.correction.neighbours, 'other spot')}.`
                  : 'Nothing has been read here yet: a model alone.'}
              </p>
              <SoilChart outlook={outlook} />
            </>
          )}
        </section>
        <aside className="border-t border-hair bg-paper px-4 pb-8 pt-4 lg:border-l lg:border-t-0 lg:px-[18px]">
          {zone.closed && <Closed zone={zone} />}
          <ApplicationForm
            key={shown?.id ?? NEW}
            sheet={sheet}
            edit={edit}
            isSaving={isSaving}
            save={save}
            mayRecord={mayRecord}
            runs={soilRuns}
            mayPlan={mayPlan && !zone.closed}
            onSave={() => saveIt(edited?.base ?? 0)}
            onSaveOver={saveIt}
            onTakeTheirs={() => {
              edit.showOnFile(chosen?.id ?? null);
              saidNothing();
              router.refresh();
            }}
          />
          {mayPlan && chosen && !isChanged && (
            <StandingActions
              key={`${chosen.id}${chosen.version}`}
              sheet={sheet}
              application={chosen}
              changeStandingAction={actions.changeStandingAction}
              copyApplicationAction={actions.copyApplicationAction}
              findZonesAction={actions.findZonesAction}
            />
          )}
          <Limits applications={applications} sheet={sheet} />
          <p className="mt-4 text-fine text-steel">
            {shown?.products.some((p) => p.label.demo) && <b>Demo labels: not for use. </b>}
            Computed from the label sheets. The printed label is the law, with local codes;{' '}
            {showWeekday(today)} is the day of this page.
          </p>
        </aside>
      </div>
    </>
  );
}

function Closed({ zone }: Readonly<{ zone: ZoneSheet['zone'] }>) {
  return (
    <p role="status" className="mb-3 border-l-4 border-clay px-3 py-1">
      {zone.closed?.whole ? 'This lawn' : 'This zone'} was closed on {zone.closed && showDay(zone.closed.on)}:{' '}
      {zone.closed?.why}. Its records stay; it is off boards and lists. Open it again on its lawn sheet.
    </p>
  );
}

function Head({
  sheet: { zone, siblings },
  mayPlan,
  mayRecord,
}: Readonly<{ sheet: ZoneSheet; mayPlan: boolean; mayRecord: boolean }>) {
  const show = useShows();
  const link = 'button py-0 md:min-h-desk';
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-6">
        <h1 className="text-title">
          {zone.address} · {zone.name}
        </h1>
        {siblings.length > 1 && (
          <nav aria-label="Zones of this lawn" className="flex gap-2">
            {siblings.map((s) => (
              <Link
                key={s.id}
                href={`/lawns/${s.id}`}
                aria-current={s.id === zone.id ? 'page' : undefined}
                className={`inline-flex min-h-touch items-center border-b-4 px-3 font-cond text-lg no-underline md:min-h-desk ${s.id === zone.id ? 'border-moss font-semibold' : 'border-transparent'}`}
              >
                {s.name}
              </Link>
            ))}
          </nav>
        )}
      </div>
      <p className="text-steel">
        {zone.customer} · {zone.facts.turf}
        {zone.facts.mixedWith && ` with ${zone.facts.mixedWith}`} · {show.area(zone.area)}
        {zone.excluded > 0 && ` of ${show.area(zone.whole)}`} ± {figure(zone.areaError * 100)} % ·{' '}
        {zone.site.texture}, {zone.site.moisture}, {zone.site.exposure}
        {zone.site.besidePavement && ', beside pavement'}
        {zone.facts.irrigationPerHour !== null && ' · irrigation'}
        {zone.facts.seedings.map((s) => ` · ${s.kind === 'seed' ? 'seeding' : s.kind} ${showDay(s.on)}`)}
      </p>
      {zone.notes && <p className="mt-1">{zone.notes}</p>}
      {zone.hazards && (
        <p className="mt-1 border-l-4 border-clay pl-2">
          <b className="font-cond">At the stop:</b> {zone.hazards}
        </p>
      )}
      {wishWords(zone) && (
        <p className="mt-1 border-l-4 border-straw pl-2">
          <b className="font-cond">The customer wishes:</b> {wishWords(zone)}
        </p>
      )}
      {zone.expectations.map((e) => (
        <p key={e.code} className="mt-1 border-l-4 border-straw pl-2 text-note">
          {expectationWords(e)}
        </p>
      ))}
      <nav aria-label="More of this lawn" className="mt-2 flex flex-wrap gap-2">
        {mayRecord && (
          <Link href={`/lawns/${zone.id}/record/new`} className={link}>
            Record other work
          </Link>
        )}
        <Link href={`/lawns/${zone.id}/soil`} className={link}>
          Soil
        </Link>
        {mayRecord && (
          <Link href={`/lawns/${zone.id}/reading`} className={link}>
            Take a reading
          </Link>
        )}
        <Link href={`/lawns/${zone.id}/sheet`} className={link}>
          Lawn sheet
        </Link>
        {mayPlan && (
          <Link href={`/lawns/new?beside=${zone.id}`} className={link}>
            Add a zone
          </Link>
        )}
      </nav>
    </>
  );
}

/** What went down here without a plan, and what is known from before the book. */
const otherWork = ({ entries, earlier, labels, zone }: ZoneSheet, show: Shows): OtherWork[] => [
  ...entries
    .filter((e) => e.plannedProductId === null)
    .map((e) => ({
      id: e.id,
      day: e.appliedOn,
      href: `/records/${e.id}`,
      what: 'done, not planned',
      words: `${shortName({ name: e.productName })}, ${significant(e.amount, 4)} ${AMOUNT_UNITS[e.amountUnit].words}`,
    })),
  ...earlier.map((w) => ({
    id: w.id,
    day: w.on,
    href: `/lawns/${zone.id}/sheet#history`,
    what: 'before this book',
    words: earlierWords(
      w,
      (id) => shortName(labels.now.find((l) => l.id === id) ?? { name: 'a product' }),
      show,
    ),
  })),
];

/**
 * Today, or shortly before an opening that lies beyond the fence. Where none comes within two months of the planned day,
 * that day stands in sight instead, with what shuts it.
 */
function fenceStart(window: Window | undefined, planned: Day | undefined, today: Day): Day {
  if (!window) return today;
  const due = Math.max(planned ?? today, today) as Day;
  const first = nextOpen(window.all, today, 'ajar')?.from;
  const shown = first === undefined || first > addDays(due, NEAR_DAYS) ? due : first;
  return shown < today + FENCE_DAYS - RUN_UP ? today : addDays(shown, -RUN_UP);
}

/** What the customer has asked for, in one line; empty: nothing. */
function wishWords({ wishes }: ZoneSheet['zone']): string {
  return [
    wishes.noticeHours !== null && `${plural(wishes.noticeHours, 'hour')} of notice`,
    wishes.organicOnly && 'organic products only',
    wishes.optOut && `nothing of: ${wishes.optOut}`,
  ]
    .filter(Boolean)
    .join('; ');
}
