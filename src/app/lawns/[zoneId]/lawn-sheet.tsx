'use client';
import dynamic from 'next/dynamic';
import { showWeekday } from '@/core/calendar/day';
import type { Outcome } from '@/server/entry/outcome';
import type { HistoryInput } from '@/server/lawns/history';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { ProgrammeInput, Taken } from '@/server/programme/take-programme';
import { useShows } from '@/ui/units';
import { WeatherAge } from '@/ui/weather-age';
import { lastDayWords, windowWords } from '@/ui/words';
import { plural } from '@/ui/text';
import { YearRail } from '@/ui/year-rail';
import { Closed, Head } from './lawn-head';
import { marksOf, otherWork, titleOf } from './other-work';
import { NEW } from './programme/chosen';
import { ApplicationForm } from './programme/application-form';
import type { LawnView } from './lawn-view';
import type { SoilRunsAction } from './programme/barrier-panel';
import { DeskWaits } from './programme/desk-waits';
import type { DeskAction } from './programme/use-desk';
import { GateFence } from './programme/gate-fence';
import { ProgrammeList, type OtherWork } from './programme/programme-list';
import { Proposals } from './programme/proposals';
import type { StandingActions as Standing } from './programme/standing-actions';
import { stretchesOf } from './programme/use-holds';
import { useLawnPage, type LawnPage, type SaveApplication } from './use-lawn-page';

// what stands below the first screen
const BarrierPanel = dynamic(() => import('./programme/barrier-panel').then((m) => m.BarrierPanel), {
  loading: () => null,
});
const Afterwards = dynamic(() => import('./afterwards').then((m) => m.Afterwards), { loading: () => null });
const Findings = dynamic(() => import('./findings').then((m) => m.Findings), { loading: () => null });
const ZoneSoil = dynamic(() => import('./zone-soil').then((m) => m.ZoneSoil), { loading: () => null });
const StandingActions = dynamic(() => import('./programme/standing-actions').then((m) => m.StandingActions), {
  loading: () => null,
});
const Limits = dynamic(() => import('./programme/limits').then((m) => m.Limits), { loading: () => null });
// what few lawns show
const AskHistory = dynamic(() => import('./ask-history').then((m) => m.AskHistory), { loading: () => null });
const MovedLines = dynamic(() => import('./programme/moved-lines').then((m) => m.MovedLines), {
  loading: () => null,
});
const SeedHeld = dynamic(() => import('./seed-held').then((m) => m.SeedHeld), { loading: () => null });

const CONTROLS = 'button, input, select, textarea, [role=slider], [role=application]';

type Actions = Readonly<{
  saveApplicationAction: SaveApplication;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
  saveHistoryAction: (input: HistoryInput) => Promise<Outcome<unknown>>;
  takeProgrammeAction: (input: ProgrammeInput) => Promise<Outcome<Taken>>;
  soilRunsAction: SoilRunsAction;
  deskAction: DeskAction;
}> &
  Standing;
type Shown = Readonly<{ sheet: LawnView; mayPlan: boolean; mayRecord: boolean; userId: string }>;
type Part = Shown & Readonly<{ page: LawnPage; actions: Actions }>;

/** One zone: the year, its programme, the gates of the chosen application, and its form. A change is computed at once. */
export function LawnSheet({
  sheet,
  wished,
  mayPlan,
  mayRecord,
  userId,
  ...actions
}: Shown & Actions & Readonly<{ /** the application that an address names */ wished: string | null }>) {
  const { saveApplicationAction, deskAction } = actions;
  const page = useLawnPage({ view: sheet, deskAction, wished, mayPlan, mayRecord, saveApplicationAction });
  const { edit, desk, holding, choose, goTo } = page;
  const held = holding.holds[0]?.full;
  const others = otherWork(sheet, useShows());
  const { today, rail, signs } = sheet;
  // who lays a hand on a control is about to plan; who scrolls or follows a link is not
  const planAt = ({ target }: React.SyntheticEvent) => {
    if (target instanceof Element && target.closest(CONTROLS)) desk.ask();
  };
  const part: Part = { sheet, mayPlan, mayRecord, userId, page, actions };
  return (
    <div onPointerDownCapture={planAt} onFocusCapture={planAt}>
      <YearRail
        soil={rail}
        today={today}
        marks={marksOf(others, edit.applications, { chosenId: edit.shown?.id, today, mayPlan })}
        signs={signs}
        barrier={held ? stretchesOf(held) : []}
        seed={holding.seed}
        view={page.range}
        onMove={page.move}
        onChoose={(id) => {
          // work that was not planned has a screen of its own; an application is chosen here
          const other = others.find((o) => o.id === id);
          if (other) goTo(other.href);
          else choose(id);
        }}
        onMoveMark={(id, to) => {
          edit.moveTo(id, to);
          page.saidNothing();
        }}
      />
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_350px]">
        <section className="px-4 pb-6 pt-3 md:px-5">
          <Head sheet={sheet} mayPlan={mayPlan} mayRecord={mayRecord} />
          <OfTheWeather sheet={sheet} />
          <Programme {...part} others={others} />
          <Chosen {...part} />
          <BarrierPanel
            sheet={sheet}
            desk={desk}
            holding={holding}
            soilRunsAction={actions.soilRunsAction}
            chosen={edit.shown}
          />
          <Afterwards sheet={sheet} mayRecord={mayRecord} noteFindingAction={actions.noteFindingAction} />
          {mayRecord && (
            <Findings sheet={sheet} userId={userId} noteFindingAction={actions.noteFindingAction} />
          )}
          <ZoneSoil sheet={sheet} desk={desk} />
        </section>
        <Aside {...part} />
      </div>
    </div>
  );
}

/** How old the weather is, and why there is no outlook where there is none. */
function OfTheWeather({ sheet: { weather, today, outlookRefusal } }: Readonly<{ sheet: LawnView }>) {
  return (
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
  );
}

/** What is planned here, what moved, and what is not known of before. */
function Programme({
  sheet,
  mayPlan,
  mayRecord,
  page,
  actions,
  others,
}: Part & Readonly<{ others: readonly OtherWork[] }>) {
  const { zone, today } = sheet;
  const { edit } = page;
  return (
    <>
      {sheet.movedLines.length > 0 && (
        <MovedLines
          sheet={sheet}
          mayPlan={mayPlan}
          onShift={(id, days) => {
            edit.shift(id, days);
            page.saidNothing();
          }}
        />
      )}
      {sheet.seedHeld.length > 0 && <SeedHeld sheet={sheet} />}
      {mayRecord && zone.history === 'not asked' && !zone.closed && (
        <AskHistory zone={zone} today={today} saveHistoryAction={actions.saveHistoryAction} />
      )}
      <ProgrammeList
        applications={edit.applications}
        windows={edit.windows}
        today={today}
        mayPlan={mayPlan}
        isChanged={edit.isChanged}
        others={others}
        shownId={edit.shown?.id ?? null}
        propose={
          mayPlan &&
          sheet.model &&
          !zone.closed && (
            <Proposals
              desk={page.desk}
              takeProgrammeAction={actions.takeProgrammeAction}
              onTaken={page.showOnFile}
            />
          )
        }
        onChoose={page.choose}
        onAdd={page.add}
      />
    </>
  );
}

/** The gates of the application that is chosen. */
function Chosen({ sheet, mayPlan, page, actions }: Part) {
  const { asked, shown, isNew, isChanged, isTouched, typed } = page.edit;
  const { today } = sheet;
  if (!asked || !shown) return isTouched && !page.desk.ready ? <DeskWaits desk={page.desk} /> : null;
  return (
    <>
      <h2 className="mt-3 text-row">
        {titleOf(shown)}: {windowWords(asked.window.all, today)}
      </h2>
      <p className="text-steel">{lastDayWords(asked.lastDay, today)}</p>
      <GateFence
        key={shown.id}
        sheet={sheet}
        view={page.range}
        mayPlan={mayPlan}
        liftLatchAction={actions.liftLatchAction}
        asked={asked}
        applications={page.edit.applications}
        desk={page.desk}
        isSaved={!isNew && !isChanged}
        maySplit={isNew && typed?.products.length === 1}
        onMove={page.move}
        onTake={page.adopt}
      />
    </>
  );
}

/** The form of the application that is chosen, and how much of the year's limits is taken. */
function Aside({ sheet, mayPlan, mayRecord, page, actions }: Part) {
  const { zone, today } = sheet;
  const { edit } = page;
  const { shown, chosen, isChanged } = edit;
  return (
    <aside className="border-t border-hair bg-paper px-4 pb-8 pt-4 lg:border-l lg:border-t-0 lg:px-[18px]">
      {zone.closed && <Closed zone={zone} />}
      <ApplicationForm
        key={shown?.id ?? NEW}
        sheet={sheet}
        edit={edit}
        isSaving={page.isSaving}
        save={page.save}
        mayRecord={mayRecord}
        desk={page.desk}
        mayPlan={mayPlan && !zone.closed}
        onSave={() => page.saveIt()}
        onSaveOver={page.saveIt}
        onTakeTheirs={() => {
          page.showOnFile(chosen?.id ?? null);
          page.refresh();
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
      <Limits limits={edit.limits} sheet={sheet} />
      <p className="mt-4 text-fine text-steel">
        {shown?.products.some((p) => p.label.demo) && <b>Demo labels: not for use. </b>}
        Computed from the label sheets. The printed label is the law, with local codes; {showWeekday(
          today,
        )}{' '}
        is the day of this page.
      </p>
    </aside>
  );
}
