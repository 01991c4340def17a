'use client';
import { useShows } from '@/ui/units';
import { useRouter } from 'next/navigation';
import { startTransition, useState } from 'react';
import { showDay, showWeekday, yearOf } from '@/core/calendar/day';
import type { SeasonShow } from '@/data/season';
import type { Outcome } from '@/server/entry/outcome';
import type { CopyYearInput, PlanManyInput, PlannedZone } from '@/server/season/plan-many';
import type { SeasonSheet } from '@/server/season/view';
import { figure } from '@/core/units/figure';
import { LabelLaw } from '@/ui/label-law';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { send } from '../send';
import { useCommand } from '../use-command';
import { SeasonList, type SeasonRowsAction } from './season-list';
import { StartPanel, type StartQuestionAction } from './start-panel';
import { leftUnplannedWords } from '../left-unplanned';

type Props = Readonly<{
  sheet: SeasonSheet;
  mayPlan: boolean;
  askSeasonAction: (input: object) => Promise<Outcome<{ zones: number }>>;
  planManyAction: (input: PlanManyInput) => Promise<Outcome<{ zones: readonly PlannedZone[] }>>;
  copyYearAction: (input: CopyYearInput) => Promise<Outcome<{ zones: readonly PlannedZone[] }>>;
  seasonRowsAction: SeasonRowsAction;
  startQuestionAction: StartQuestionAction;
}>;

const SHOWS: readonly (readonly [SeasonShow, string])[] = [
  ['all', 'All'],
  ['unplanned', 'Without a pre-emergent'],
  ['exceptions', 'To be looked at'],
];
/** Zones that are planned with one sending. */
const AT_ONCE = 20;

/** The company's year: rounds, when to start, and every zone on one line. */
export function SeasonScreen({ sheet, mayPlan, ...actions }: Props) {
  const { today, rounds, state, totals } = sheet;
  const [show, setShow] = useState<SeasonShow>('all');
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-page">Season</h1>
        <p className="text-steel">
          {plural(totals.all, 'zone')}, {figure(totals.unplanned)} without a pre-emergent that is to come
        </p>
        <nav aria-label="Season as files" className="ml-auto flex flex-wrap gap-2">
          <a className="button py-0 md:min-h-desk" href="/api/export/season.ics" download>
            Windows as a calendar
          </a>
          <a className="button py-0 md:min-h-desk" href="/api/export/season.csv" download>
            As CSV
          </a>
          <Link className="button py-0 md:min-h-desk" href="/products">
            What to buy
          </Link>
          <Link className="button py-0 md:min-h-desk" href="/rehearsal">
            Rehearse a season
          </Link>
        </nav>
      </div>
      <LabelLaw>
        Proposals are a model on your label sheets; restricted-use products go down only under a certified
        applicator.
      </LabelLaw>
      {mayPlan && <PlanMany sheet={sheet} {...actions} onDone={() => setShow('exceptions')} />}
      {state.waiting > 0 && (
        <p role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-1">
          Programmes are being proposed: {figure(state.asked - state.waiting)} of {figure(state.asked)} zones.
        </p>
      )}
      <Rounds rounds={rounds} today={today} />
      {rounds.length > 0 && (
        <StartPanel
          rounds={rounds.map((r) => r.name)}
          crews={sheet.crews}
          today={today}
          startQuestionAction={actions.startQuestionAction}
        />
      )}
      <section aria-label="Zones" className="mt-6">
        <div className="flex flex-wrap items-center gap-2">
          <h2 className="mr-3 text-head">Every zone, one line</h2>
          {SHOWS.map(([key, name]) => (
            <button
              key={key}
              type="button"
              aria-pressed={show === key}
              onClick={() => setShow(key)}
              className={`min-h-touch border-2 border-iron px-3 font-cond text-body md:min-h-desk ${show === key ? 'bg-iron text-lime' : 'bg-paper'}`}
            >
              {name} ({figure(totals[key])})
            </button>
          ))}
        </div>
        <SeasonList
          key={`${show} ${totals[show]} ${state.waiting} ${state.forDay ?? ''}`}
          sheet={sheet}
          show={show}
          seasonRowsAction={actions.seasonRowsAction}
        />
      </section>
    </div>
  );
}

type PlanSome = (zoneIds: string[]) => Promise<Outcome<{ zones: readonly PlannedZone[] }>>;
type RowsFrom = Awaited<ReturnType<Props['seasonRowsAction']>>;

/** The zones of a list, gathered first: it may change while they are planned. @returns null: refused */
async function idsOf(
  total: number,
  pageFrom: (from: number) => Promise<Readonly<{ value: Extract<RowsFrom, { ok: true }>['value'] }> | null>,
): Promise<string[] | null> {
  const ids: string[] = [];
  for (let from = 0; from < total;) {
    const page = await pageFrom(from);
    if (!page) return null;
    if (!page.value.rows.length) break;
    ids.push(...page.value.rows.map((r) => r.zoneId));
    from += page.value.rows.length;
  }
  return ids;
}

function PlanMany({
  sheet: { totals, state, today },
  askSeasonAction,
  copyYearAction,
  planManyAction,
  seasonRowsAction,
  onDone,
}: Readonly<{ sheet: SeasonSheet; onDone: () => void }> &
  Pick<Props, 'askSeasonAction' | 'copyYearAction' | 'planManyAction' | 'seasonRowsAction'>) {
  const router = useRouter();
  const [year, setYear] = useState(yearOf(today) - 1);
  const [progress, setProgress] = useState<Readonly<{ done: number; of: number }> | null>(null);
  const [result, setResult] = useState<readonly PlannedZone[] | null>(null);
  const { run, steps, refusal, isSending: isBusy } = useCommand();
  const ask = () => run(askSeasonAction, {});
  const planEach = (which: SeasonShow, plan: PlanSome) =>
    steps(async (tell) => {
      const ids = await idsOf(totals[which], (from) => tell(send(seasonRowsAction, { show: which, from })));
      if (!ids) return;
      const all: PlannedZone[] = [];
      for (let i = 0; i < ids.length; i += AT_ONCE) {
        setProgress({ done: i, of: ids.length });
        const planned = await tell(plan(ids.slice(i, i + AT_ONCE)));
        if (!planned) return setProgress(null);
        all.push(...planned.value.zones);
      }
      startTransition(() => {
        setProgress(null);
        setResult(all);
        onDone();
        router.refresh();
      });
    });
  const planBest = () => planEach('unplanned', (zoneIds) => send(planManyAction, { zoneIds }));
  const copy = () => planEach('all', (zoneIds) => send(copyYearAction, { zoneIds, year }));
  const proposed = state.asked - state.waiting;
  return (
    <section aria-label="Plan many" className="mt-3 border-l-4 border-moss bg-paper px-3 py-2">
      <p>
        {state.asked === 0
          ? 'The planner can propose a programme for every zone, by your house rules. Nothing is planned by that alone.'
          : `Programmes are proposed for ${plural(proposed, 'zone')}${state.forDay === null ? '' : `, as of ${showDay(state.forDay)}`}.`}{' '}
        What is planned already stays as it is.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="button" disabled={isBusy || state.waiting > 0} onClick={ask}>
          {state.asked === 0 ? 'Propose for all zones' : 'Propose anew for all zones'}
        </button>
        {proposed > 0 && totals.unplanned > 0 && (
          <button type="button" className="button" disabled={isBusy || state.waiting > 0} onClick={planBest}>
            Plan the best for {plural(totals.unplanned, 'zone')} without one
          </button>
        )}
        <span className="flex items-center">
          <label className="sr-only" htmlFor="copied-year">
            Copy the programmes of
          </label>
          <select
            id="copied-year"
            className="field w-[6em]"
            value={year}
            onChange={(e) => setYear(Number(e.target.value))}
          >
            {[yearOf(today) - 1, yearOf(today)].map((y) => (
              <option key={y}>{y}</option>
            ))}
          </select>
          <button type="button" className="button" disabled={isBusy} onClick={copy}>
            Copy its programmes into {year + 1}
          </button>
        </span>
        {progress && (
          <span role="status">
            Planning: {figure(progress.done)} of {figure(progress.of)} zones…
          </span>
        )}
      </div>
      {refusal && <RefusalWords refusal={refusal} here="/season" />}
      {result && <Planned result={result} />}
    </section>
  );
}

/** Which zones were planned, and why others were not. */
function Planned({ result }: Readonly<{ result: readonly PlannedZone[] }>) {
  const shows = useShows();
  const failed = result.filter((r) => r.left !== null);
  return (
    <div role="status" className="mt-2">
      <p>
        {plural(result.length - failed.length, 'zone')} planned
        {failed.length > 0 && `; ${figure(failed.length)} not:`}
      </p>
      {failed.length > 0 && (
        <ul className="text-note">
          {failed.slice(0, 30).map((f) => (
            <li key={f.zoneId}>
              <Link href={`/lawns/${f.zoneId}`}>{f.site}</Link>: {f.left && leftUnplannedWords(f.left, shows)}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function Rounds({ rounds, today }: Pick<SeasonSheet, 'rounds' | 'today'>) {
  return (
    <section aria-label="Rounds" className="mt-5">
      <h2 className="text-head">Rounds</h2>
      {!rounds.length ? (
        <p className="text-steel">
          Applications of one name make a round. Give them a name on the lawn, or plan many at once.
        </p>
      ) : (
        <ul className="mt-1 grid gap-x-6 lg:grid-cols-2">
          {rounds.map((r) => {
            const left = r.lawns - r.done - r.skipped;
            return (
              <li key={r.name} className="border-b border-hair py-1.5">
                <div className="flex flex-wrap items-baseline justify-between gap-x-3">
                  <b className="font-cond text-row">{r.name}</b>
                  <span className="text-note text-steel">
                    {showWeekday(r.first)} – {showWeekday(r.last)}
                  </span>
                </div>
                <div
                  className="mt-0.5 flex h-[12px] w-full border border-iron"
                  role="img"
                  aria-label={`${r.done} of ${r.lawns} done`}
                >
                  <span className="bg-moss" style={{ width: `${(r.done / r.lawns) * 100}%` }} />
                  <span className="bg-clay" style={{ width: `${(r.overdue / r.lawns) * 100}%` }} />
                  <span className="bg-straw" style={{ width: `${(r.due / r.lawns) * 100}%` }} />
                </div>
                <p className="text-note">
                  {figure(r.done)} of {plural(r.lawns, 'zone')} done
                  {r.due > 0 && `, ${figure(r.due)} due`}
                  {r.overdue > 0 && <b className="text-clay">, {figure(r.overdue)} overdue</b>}
                  {r.skipped > 0 && `, ${figure(r.skipped)} skipped`}
                  {left > 0 && r.first > today && `, begins in ${plural(r.first - today, 'day')}`}
                </p>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
