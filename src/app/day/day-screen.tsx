'use client';
import { useShows } from '@/ui/units';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { addDays, isoDay, showWeekday, type Day } from '@/core/calendar/day';
import { HOURS_DAYS } from '@/core/day/hours';
import {
  NO_WISHES,
  nextDoor,
  type DayPlan,
  type DayQuestion,
  type DayWishes,
  type TruckDay,
} from '@/core/day/plan-day';
import { figure } from '@/core/units/format';
import type { SaveRoutesInput } from '@/server/day/save-route';
import type { DayScreen as Sheet } from '@/server/day/view';
import type { Outcome } from '@/server/entry/outcome';
import { readMinutes } from '@/formats/minutes-csv';
import { pointWords } from '@/ui/day-words';
import { Link } from '@/ui/link';
import { plural } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { DayMap } from './day-map';
import { LeftList, Tours } from './tours';
import { useRoute } from './use-route';
import { factSentence } from '@/ui/issue-words';

type Props = Readonly<{
  sheet: Sheet;
  mayPlan: boolean;
  mayChangeHouse: boolean;
  saveRoutesAction: (input: SaveRoutesInput) => Promise<Outcome<{ versions: readonly number[] }>>;
}>;

/** Who goes where on a day or in a week: proposed, moved by hand, saved. */
export function DayScreen({ sheet, mayPlan, mayChangeHouse, saveRoutesAction }: Props) {
  const show = useShows();
  const { today, routes, more, waiting } = sheet;
  const router = useRouter();
  const saved = useMemo(() => savedPlan(sheet), [sheet]);
  const [matrix, setMatrix] = useState<DayQuestion['matrix']>(null);
  const [fileProblem, setFileProblem] = useState('');
  const question = useMemo((): DayQuestion => ({ ...sheet.question, matrix }), [sheet.question, matrix]);
  /** null: what was saved stands as it is */
  const [wishes, setWishes] = useState<DayWishes | null>(saved ? null : NO_WISHES);
  const [change, setChange] = useState<Readonly<{ words: string; before: DayPlan }> | null>(null);
  const [marked, setMarked] = useState<string | null>(null);
  const { plan: found, share, isDone, failed, stop } = useRoute(question, wishes);
  const plan = wishes ? (found ?? saved) : saved;
  const doors = useMemo(() => (plan ? nextDoor(question, plan) : []), [question, plan]);
  const { run, refusal, isSending } = useCommand();

  const goTo = (from: Day, days: number) =>
    router.push(`/day?from=${isoDay(from)}${days > 1 ? `&days=${days}` : ''}`);
  const wish = (words: string, next: DayWishes) => {
    if (plan) setChange({ words, before: plan });
    setWishes(next);
  };
  const first = question.days[0] ?? today;
  const isSaved = wishes === null;
  const save = () => {
    if (!plan) return;
    const locked = wishes ?? NO_WISHES;
    run(
      saveRoutesAction,
      {
        // a truck that stays at home, and had a day, has none any more
        routes: [...plan.tours, ...atHome(question, plan)]
          .filter((t) => t.visits.length || routes.some((r) => r.truckId === t.truckId && r.day === t.day))
          .map((t) => ({
            day: isoDay(t.day),
            truckId: t.truckId,
            drive: t.drive,
            finish: t.finish,
            seen: routes.find((r) => r.truckId === t.truckId && r.day === t.day)?.version ?? 0,
            visits: t.visits.map((v) => {
              const s = question.stops.find((x) => x.lawnId === v.lawnId);
              return {
                ...v,
                applicationIds: s?.lines.map((l) => l.applicationId) ?? [],
                isLocked: locked.locked.includes(v.lawnId) || locked.pins.some((p) => p.lawnId === v.lawnId),
                regret: s?.lines.reduce((sum, l) => sum + l.regret, 0) ?? 0,
              };
            }),
          })),
      },
      () => {
        setWishes(null);
        setChange(null);
      },
    );
  };
  const takeFile = async (file: File | undefined) => {
    if (!file) return;
    const read = readMinutes(await file.text());
    setFileProblem(read.ok ? '' : factSentence(read.why, show));
    if (!read.ok) return;
    setMatrix(read.matrix);
    setWishes(wishes ?? NO_WISHES);
  };

  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <div className="flex flex-wrap items-start justify-between gap-2">
        <h1 className="text-title">
          {question.days.length > 1
            ? `Plan ${showWeekday(first)} to ${showWeekday(question.days.at(-1)!)}`
            : `Plan ${first === today ? 'today' : showWeekday(first)}`}
        </h1>
        <nav aria-label="Days" className="flex flex-wrap gap-1">
          {Array.from({ length: HOURS_DAYS }, (_, i) => addDays(today, i)).map((d) => (
            <button
              key={d}
              type="button"
              aria-pressed={question.days.length === 1 && d === first}
              className={`button px-3 py-0 md:min-h-desk ${question.days.length === 1 && d === first ? 'button-on' : ''}`}
              onClick={() => goTo(d, 1)}
            >
              {d === today ? 'Today' : showWeekday(d).split(' ').slice(0, 2).join(' ')}
            </button>
          ))}
          <button
            type="button"
            aria-pressed={question.days.length > 1}
            className={`button px-3 py-0 md:min-h-desk ${question.days.length > 1 ? 'button-on' : ''}`}
            onClick={() => goTo(today, 5)}
          >
            5 days
          </button>
        </nav>
      </div>
      {waiting > 0 && (
        <p role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-2">
          {plural(waiting, 'window')} {waiting === 1 ? 'is' : 'are'} being computed anew: wait for them before
          you save.
        </p>
      )}
      {!question.trucks.length && (
        <p className="mt-3 border-l-4 border-clay bg-paper px-3 py-2 text-lg">
          No truck is written down.{' '}
          {mayChangeHouse ? (
            <Link href="/house/road" className="font-semibold">
              Add the trucks that go out
            </Link>
          ) : (
            'A lead adds them under House, Road and customers.'
          )}
        </p>
      )}
      {question.trucks.length > 0 && !question.stops.length && (
        <p className="mt-3 text-lg">
          Nothing may go on {question.days.length > 1 ? 'these days' : 'this day'} as far as the forecast
          tells. What is shut, and until when, stands under <Link href="/">Today</Link>.
        </p>
      )}
      {question.trucks.length > 0 && question.stops.length > 0 && plan && (
        <>
          <p className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1" aria-live="polite">
            <span>
              <b className="font-cond text-title">{served(plan)}</b> of{' '}
              {plural(question.stops.length, 'lawn')}
            </span>
            {plan.regret >= 0.05 && (
              <span>
                <b className="font-cond text-title">{pointWords(plan.regret)}</b> saved from waiting
              </span>
            )}
            <span>
              <b className="font-cond text-title">{hours(plan.minutes)}</b>, of it {hours(plan.drive)} on the
              road
            </span>
            {more > 0 && <span className="text-steel">{plural(more, 'line')} more wait for another day</span>}
          </p>
          {mayPlan && question.trucks.length > 1 && (
            <p className="mt-1 flex flex-wrap gap-2">
              {question.trucks.map((t) => {
                const isHome = (wishes ?? NO_WISHES).home.includes(t.id);
                return (
                  <button
                    key={t.id}
                    type="button"
                    aria-pressed={!isHome}
                    className={`button py-0 md:min-h-desk ${isHome ? '' : 'button-on'}`}
                    onClick={() => {
                      const now = wishes ?? NO_WISHES;
                      wish(`${t.name} ${isHome ? 'goes out' : 'stays at home'}`, {
                        ...now,
                        home: isHome ? now.home.filter((h) => h !== t.id) : [...now.home, t.id],
                        pins: now.pins.filter((p) => p.truckId !== t.id),
                      });
                    }}
                  >
                    {t.name} {isHome ? 'stays at home' : 'goes out'}
                  </button>
                );
              })}
            </p>
          )}
          {wishes && !isDone && (
            <p role="status" className="mt-1 flex flex-wrap items-center gap-3">
              Looking for a better way: {figure(share * 100)} %
              <button type="button" className="button py-0 md:min-h-desk" onClick={stop}>
                Take this one
              </button>
            </p>
          )}
          {failed && (
            <p role="alert" className="mt-1 text-clay">
              This device could not work out the route. Load the page again.
            </p>
          )}
          {change && isDone && plan !== change.before && (
            <p role="status" className="mt-1 border-l-4 border-water bg-paper px-3 py-1">
              {change.words}: {costWords(change.before, plan, sheet.hourCost)}.
            </p>
          )}
          <div className="mt-3 grid grid-cols-1 gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,560px)]">
            <div>
              <Tours
                question={question}
                plan={plan}
                mayPlan={mayPlan}
                marked={marked}
                wishes={wishes ?? NO_WISHES}
                onMark={setMarked}
                onWish={wish}
              />
            </div>
            <div className="lg:sticky lg:top-2 lg:self-start">
              <DayMap question={question} plan={plan} doors={doors} marked={marked} onMark={setMarked} />
              <div className="mt-3 flex flex-wrap gap-2">
                {mayPlan && !isSaved && (
                  <button
                    type="button"
                    className="button button-loud grow"
                    disabled={isSending || (!isDone && wishes !== null)}
                    onClick={save}
                  >
                    {isSending ? 'Saving…' : question.days.length > 1 ? 'Save these days' : 'Save the day'}
                  </button>
                )}
                {isSaved && (
                  <button type="button" className="button grow" onClick={() => setWishes(NO_WISHES)}>
                    Plan it anew
                  </button>
                )}
              </div>
              {isSaved && (
                <p className="mt-1 text-note text-steel">
                  As {routes[0]?.madeBy ?? 'somebody'} saved it. As a file:{' '}
                  {(['gpx', 'geojson', 'ics'] as const).map((kind, i) => (
                    <span key={kind}>
                      {i > 0 && ', '}
                      <a
                        href={`/api/export/day/${kind}?from=${isoDay(first)}&days=${question.days.length}`}
                        className="inline-flex min-h-touch items-center font-semibold md:min-h-0"
                      >
                        {{ gpx: 'GPX', geojson: 'GeoJSON', ics: 'calendar' }[kind]}
                      </a>
                    </span>
                  ))}
                </p>
              )}
              {refusal && <RefusalWords refusal={refusal} here={`/day?from=${isoDay(first)}`} />}
              <LeftList
                question={question}
                plan={plan}
                doors={doors}
                mayPlan={mayPlan}
                wishes={wishes ?? NO_WISHES}
                onWish={wish}
              />
              <details className="mt-3">
                <summary className="flex min-h-touch cursor-pointer items-center text-note underline">
                  Driving minutes from a file
                </summary>
                <p className="text-note text-steel">
                  A CSV table: the first row and the first column name the same addresses, “shop” is where
                  trucks begin, and each cell is the minutes from the row to the column. What it does not say
                  is reckoned from the places.
                </p>
                <input
                  type="file"
                  accept=".csv,text/csv"
                  aria-label="Driving minutes, CSV"
                  className="mt-1 block min-h-touch"
                  onChange={(e) => void takeFile(e.target.files?.[0])}
                />
                {matrix && <p className="text-note">{plural(matrix.names.length, 'place')} read.</p>}
                {fileProblem && (
                  <p role="alert" className="border-l-4 border-clay pl-2 text-note">
                    {fileProblem}
                  </p>
                )}
              </details>
            </div>
          </div>
        </>
      )}
      {question.trucks.length > 0 && question.stops.length > 0 && !plan && (
        <p role="status" className="mt-4 text-lg">
          Working out the route…
        </p>
      )}
    </div>
  );
}

const atHome = ({ days, trucks }: DayQuestion, plan: DayPlan): TruckDay[] =>
  days.flatMap((day) =>
    trucks
      .filter((t) => !plan.tours.some((x) => x.truckId === t.id && x.day === day))
      .map((t) => ({ truckId: t.id, day, visits: [], drive: 0, finish: t.from })),
  );

const served = (plan: DayPlan) => plan.tours.reduce((sum, t) => sum + t.visits.length, 0);

/** "3 h 25 min" */
function hours(minutes: number): string {
  const whole = Math.round(minutes);
  const h = Math.floor(whole / 60);
  return h ? `${h} h ${whole % 60} min` : `${whole} min`;
}

/** @param hourCost USD; null: time is not reckoned in money */
function costWords(before: DayPlan, now: DayPlan, hourCost: number | null): string {
  const minutes = Math.round(now.minutes - before.minutes);
  const points = now.regret - before.regret;
  const stops = served(now) - served(before);
  return [
    minutes === 0
      ? 'no minute more'
      : `${plural(Math.abs(minutes), 'minute')} ${minutes > 0 ? 'more' : 'less'}${hourCost === null ? '' : ` ($${figure((Math.abs(minutes) / 60) * hourCost, 2)})`}`,
    Math.abs(points) < 0.05
      ? 'no point lost'
      : `${pointWords(Math.abs(points))} ${points > 0 ? 'more' : 'fewer'} saved`,
    stops !== 0 && `${plural(Math.abs(stops), 'lawn')} ${stops > 0 ? 'more' : 'fewer'}`,
  ]
    .filter(Boolean)
    .join(', ');
}

const NO_FILLS = { tank: 0, hopper: 0 };
/** What was saved for these days, as a plan; null: nothing was. */
function savedPlan({ question, routes }: Sheet): DayPlan | null {
  if (!routes.some((r) => r.body.visits.length)) return null;
  const isAsked = new Set(question.stops.map((s) => s.lawnId));
  const tours = question.days.flatMap((day) =>
    question.trucks.map((truck): TruckDay => {
      const body = routes.find((r) => r.truckId === truck.id && r.day === day)?.body;
      // what was done since, or may not go any more, is off the plan
      const visits = (body?.visits ?? []).filter((v) => isAsked.has(v.lawnId));
      return {
        truckId: truck.id,
        day,
        drive: body?.drive ?? 0,
        finish: body?.finish ?? truck.from,
        visits: visits.map(({ lawnId, arrive, begin, end, refill, trips = 0, fills }) => ({
          lawnId,
          arrive,
          begin,
          end,
          refill,
          trips,
          fills: fills ?? NO_FILLS,
        })),
      };
    }),
  );
  const inIt = new Set(tours.flatMap((t) => t.visits.map((v) => v.lawnId)));
  const out = tours.filter((t) => t.visits.length);
  return {
    tours,
    left: question.stops
      .filter((s) => !inIt.has(s.lawnId))
      .map((s) => ({
        lawnId: s.lawnId,
        why: s.days.length ? null : s.off.length ? ('others are there' as const) : ('never open' as const),
      })),
    regret: question.stops
      .filter((s) => inIt.has(s.lawnId))
      .reduce((sum, s) => sum + s.lines.reduce((a, l) => a + l.regret, 0), 0),
    minutes: out.reduce(
      (sum, t) => sum + t.finish - (question.trucks.find((x) => x.id === t.truckId)?.from ?? 0),
      0,
    ),
    drive: out.reduce((sum, t) => sum + t.drive, 0),
  };
}
