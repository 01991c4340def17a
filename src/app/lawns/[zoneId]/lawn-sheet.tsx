'use client';
import type { SentRuns } from '@/core/ground/soil-runs';
import { showWeekday } from '@/core/calendar/day';
import { lastDayOf } from '@/core/gates/last-day';
import type { Outcome } from '@/server/entry/outcome';
import type { HistoryInput } from '@/server/lawns/history';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { ProgrammeInput, Taken } from '@/server/programme/take-programme';
import type { ZoneSheet } from '@/server/programme/view';
import { useShows } from '@/ui/units';
import { WeatherAge } from '@/ui/weather-age';
import { lastDayWords, plural, windowWords } from '@/ui/words';
import { YearRail } from '@/ui/year-rail';
import { Afterwards } from './afterwards';
import { AskHistory } from './ask-history';
import { Findings } from './findings';
import { Closed, Head } from './lawn-head';
import { marksOf, otherWork, titleOf } from './other-work';
import { ApplicationForm } from './programme/application-form';
import { BarrierPanel, type SoilRunsAction } from './programme/barrier-panel';
import { GateFence } from './programme/gate-fence';
import { Limits } from './programme/limits';
import { MovedLines } from './programme/moved-lines';
import { ProgrammeList, type OtherWork } from './programme/programme-list';
import { Proposals } from './programme/proposals';
import { StandingActions } from './programme/standing-actions';
import { stretchesOf } from './programme/use-holds';
import { NEW } from './programme/use-programme-edit';
import { SeedHeld } from './seed-held';
import { useLawnPage, type LawnPage, type SaveApplication } from './use-lawn-page';
import { ZoneSoil } from './zone-soil';

type Actions = Readonly<{
  saveApplicationAction: SaveApplication;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
  saveHistoryAction: (input: HistoryInput) => Promise<Outcome<unknown>>;
  takeProgrammeAction: (input: ProgrammeInput) => Promise<Outcome<Taken>>;
  soilRunsAction: SoilRunsAction;
}> &
  StandingActions;
type Shown = Readonly<{
  sheet: ZoneSheet;
  /** null: no outlook, and nothing to say of what holds */
  soilRuns: SentRuns | null;
  mayPlan: boolean;
  mayRecord: boolean;
  userId: string;
}>;
type Part = Shown & Readonly<{ page: LawnPage; actions: Actions }>;

/** One zone: the year, its programme, the gates of the chosen application, and its form. A change is computed at once. */
export function LawnSheet({
  sheet,
  soilRuns,
  wished,
  mayPlan,
  mayRecord,
  userId,
  ...actions
}: Shown & Actions & Readonly<{ /** the application that an address names */ wished: string | null }>) {
  const { saveApplicationAction } = actions;
  const page = useLawnPage({ sheet, soilRuns, wished, mayPlan, mayRecord, saveApplicationAction });
  const { edit, holding, choose, goTo } = page;
  const others = otherWork(sheet, useShows());
  const { today, outlook, signs } = sheet;
  const part: Part = { sheet, soilRuns, mayPlan, mayRecord, userId, page, actions };
  return (
    <>
      <YearRail
        outlook={outlook}
        today={today}
        marks={marksOf(others, edit.applications, { chosenId: edit.shown?.id, today, mayPlan })}
        signs={signs}
        barrier={holding.holds[0] ? stretchesOf(holding.holds[0]) : []}
        seed={holding.seed}
        view={page.view}
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
          {soilRuns && (
            <BarrierPanel
              sheet={sheet}
              holding={holding}
              soilRunsAction={actions.soilRunsAction}
              chosen={edit.shown}
            />
          )}
          <Afterwards sheet={sheet} mayRecord={mayRecord} noteFindingAction={actions.noteFindingAction} />
          {mayRecord && (
            <Findings sheet={sheet} userId={userId} noteFindingAction={actions.noteFindingAction} />
          )}
          {outlook && <ZoneSoil zone={sheet.zone} outlook={outlook} />}
        </section>
        <Aside {...part} />
      </div>
    </>
  );
}

/** How old the weather is, and why there is no outlook where there is none. */
function OfTheWeather({ sheet: { weather, today, outlookRefusal } }: Readonly<{ sheet: ZoneSheet }>) {
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
  soilRuns,
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
      <MovedLines
        sheet={sheet}
        mayPlan={mayPlan}
        onShift={(id, days) => {
          edit.shift(id, days);
          page.saidNothing();
        }}
      />
      <SeedHeld sheet={sheet} />
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
          soilRuns &&
          !zone.closed && (
            <Proposals
              sheet={sheet}
              runs={soilRuns}
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
  const { asked, shown, isNew, isChanged, typed } = page.edit;
  const { today } = sheet;
  if (!asked || !shown) return null;
  return (
    <>
      <h2 className="mt-3 text-row">
        {titleOf(shown)}: {windowWords(asked.window.all, today)}
      </h2>
      <p className="text-steel">
        {lastDayWords(lastDayOf(asked.context, asked.window.all, shown.plannedOn), today)}
      </p>
      <GateFence
        key={shown.id}
        sheet={sheet}
        view={page.view}
        mayPlan={mayPlan}
        liftLatchAction={actions.liftLatchAction}
        window={asked.window}
        context={asked.context}
        isSaved={!isNew && !isChanged}
        maySplit={isNew && typed?.products.length === 1}
        onMove={page.move}
        onTake={page.adopt}
      />
    </>
  );
}

/** The form of the application that is chosen, and how much of the year's limits is taken. */
function Aside({ sheet, soilRuns, mayPlan, mayRecord, page, actions }: Part) {
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
        runs={soilRuns}
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
      <Limits applications={edit.applications} sheet={sheet} />
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
