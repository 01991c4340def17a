'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { addDays, isoDay, showWeekday } from '@/core/calendar/day';
import { HOURS_DAYS } from '@/core/day/hours';
import type { DayPlan } from '@/core/day/plan-day';
import { figure } from '@/core/units/figure';
import type { DayScreen as Sheet } from '@/server/day/view';
import { pointWords } from '@/ui/day-words';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { DayMap } from './day-map';
import { DrivingMinutes } from './driving-minutes';
import { LeftList, Tours } from './tours';
import { useDayPlan, type DayPlanning, type SaveRoutesAction } from './use-day-plan';

type Props = Readonly<{
  sheet: Sheet;
  mayPlan: boolean;
  mayChangeHouse: boolean;
  saveRoutesAction: SaveRoutesAction;
}>;

/** Who goes where on a day or in a week: proposed, moved by hand, saved. */
export function DayScreen({ sheet, mayPlan, mayChangeHouse, saveRoutesAction }: Props) {
  const { waiting } = sheet;
  const planning = useDayPlan(sheet, saveRoutesAction);
  const { question, plan } = planning;
  const mayGo = question.trucks.length > 0 && question.stops.length > 0;
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <Days sheet={sheet} />
      {waiting > 0 && (
        <p role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-2">
          {plural(waiting, 'window')} {waiting === 1 ? 'is' : 'are'} being computed anew: wait for them before
          you save.
        </p>
      )}
      {!mayGo && <NothingToPlan sheet={sheet} mayChangeHouse={mayChangeHouse} />}
      {mayGo && plan && <Planned sheet={sheet} plan={plan} planning={planning} mayPlan={mayPlan} />}
      {mayGo && !plan && (
        <p role="status" className="mt-4 text-lg">
          Working out the route…
        </p>
      )}
    </div>
  );
}

/** Which day is planned, or five of them. */
function Days({ sheet: { today, question } }: Pick<Props, 'sheet'>) {
  const router = useRouter();
  const { days } = question;
  const first = days[0] ?? today;
  const isWeek = days.length > 1;
  return (
    <div className="flex flex-wrap items-start justify-between gap-2">
      <h1 className="text-title">
        {isWeek
          ? `Plan ${showWeekday(first)} to ${showWeekday(days.at(-1)!)}`
          : `Plan ${first === today ? 'today' : showWeekday(first)}`}
      </h1>
      <nav aria-label="Days" className="flex flex-wrap gap-1">
        {Array.from({ length: HOURS_DAYS }, (_, i) => addDays(today, i)).map((d) => (
          <DayButton
            key={d}
            isOn={!isWeek && d === first}
            onClick={() => router.push(`/day?from=${isoDay(d)}`)}
          >
            {d === today ? 'Today' : showWeekday(d).split(' ').slice(0, 2).join(' ')}
          </DayButton>
        ))}
        <DayButton isOn={isWeek} onClick={() => router.push(`/day?from=${isoDay(today)}&days=5`)}>
          5 days
        </DayButton>
      </nav>
    </div>
  );
}

const DayButton = ({
  isOn,
  onClick,
  children,
}: Readonly<{ isOn: boolean; onClick: () => void; children: string }>) => (
  <button
    type="button"
    aria-pressed={isOn}
    className={`button px-3 py-0 md:min-h-desk ${isOn ? 'button-on' : ''}`}
    onClick={onClick}
  >
    {children}
  </button>
);

function NothingToPlan({ sheet: { question }, mayChangeHouse }: Pick<Props, 'sheet' | 'mayChangeHouse'>) {
  if (!question.trucks.length)
    return (
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
    );
  return (
    <p className="mt-3 text-lg">
      Nothing may go on {question.days.length > 1 ? 'these days' : 'this day'} as far as the forecast tells.
      What is shut, and until when, stands under <Link href="/">Today</Link>.
    </p>
  );
}

type Part = Readonly<{ sheet: Sheet; plan: DayPlan; planning: DayPlanning; mayPlan: boolean }>;

function Planned({ sheet, plan, planning, mayPlan }: Part) {
  const [marked, setMarked] = useState<string | null>(null);
  const { question, doors, wishes, wish, failed, change } = planning;
  return (
    <>
      <Totals sheet={sheet} plan={plan} planning={planning} />
      {mayPlan && question.trucks.length > 1 && <Trucks {...planning} />}
      {planning.isLooking && (
        <p role="status" className="mt-1 flex flex-wrap items-center gap-3">
          Looking for a better way: {figure(planning.share * 100)} %
          <button type="button" className="button py-0 md:min-h-desk" onClick={planning.stop}>
            Take this one
          </button>
        </p>
      )}
      {failed && (
        <p role="alert" className="mt-1 text-clay">
          This device could not work out the route. Load the page again.
        </p>
      )}
      {change && (
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
            wishes={wishes}
            onMark={setMarked}
            onWish={wish}
          />
        </div>
        <div className="lg:sticky lg:top-2 lg:self-start">
          <DayMap question={question} plan={plan} doors={doors} marked={marked} onMark={setMarked} />
          <Saving sheet={sheet} planning={planning} mayPlan={mayPlan} />
          <LeftList
            question={question}
            plan={plan}
            doors={doors}
            mayPlan={mayPlan}
            wishes={wishes}
            onWish={wish}
          />
          <DrivingMinutes matrix={planning.matrix} onTake={planning.takeMatrix} />
        </div>
      </div>
    </>
  );
}

function Totals({ sheet: { more }, plan, planning: { question } }: Omit<Part, 'mayPlan'>) {
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1" aria-live="polite">
      <span>
        <b className="font-cond text-title">{served(plan)}</b> of {plural(question.stops.length, 'lawn')}
      </span>
      {plan.regret >= 0.05 && (
        <span>
          <b className="font-cond text-title">{pointWords(plan.regret)}</b> saved from waiting
        </span>
      )}
      <span>
        <b className="font-cond text-title">{hours(plan.minutes)}</b>, of it {hours(plan.drive)} on the road
      </span>
      {more > 0 && <span className="text-steel">{plural(more, 'line')} more wait for another day</span>}
    </p>
  );
}

/** Which trucks go out. */
function Trucks({ question, wishes, wish }: DayPlanning) {
  return (
    <p className="mt-1 flex flex-wrap gap-2">
      {question.trucks.map((t) => {
        const isHome = wishes.home.includes(t.id);
        return (
          <button
            key={t.id}
            type="button"
            aria-pressed={!isHome}
            className={`button py-0 md:min-h-desk ${isHome ? '' : 'button-on'}`}
            onClick={() =>
              wish(`${t.name} ${isHome ? 'goes out' : 'stays at home'}`, {
                ...wishes,
                home: isHome ? wishes.home.filter((h) => h !== t.id) : [...wishes.home, t.id],
                pins: wishes.pins.filter((p) => p.truckId !== t.id),
              })
            }
          >
            {t.name} {isHome ? 'stays at home' : 'goes out'}
          </button>
        );
      })}
    </p>
  );
}

/** Saving the plan, taking it up again, and what was saved as a file. */
function Saving({ sheet: { routes, today }, planning, mayPlan }: Omit<Part, 'plan'>) {
  const { question, isSaved, isDone, isSending, refusal, save, planAnew } = planning;
  const first = isoDay(question.days[0] ?? today);
  return (
    <>
      <div className="mt-3 flex flex-wrap gap-2">
        {mayPlan && !isSaved && (
          <button
            type="button"
            className="button button-loud grow"
            disabled={isSending || !isDone}
            onClick={save}
          >
            {isSending ? 'Saving…' : question.days.length > 1 ? 'Save these days' : 'Save the day'}
          </button>
        )}
        {isSaved && (
          <button type="button" className="button grow" onClick={planAnew}>
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
                href={`/api/export/day/${kind}?from=${first}&days=${question.days.length}`}
                className="inline-flex min-h-touch items-center font-semibold md:min-h-0"
              >
                {{ gpx: 'GPX', geojson: 'GeoJSON', ics: 'calendar' }[kind]}
              </a>
            </span>
          ))}
        </p>
      )}
      {refusal && <RefusalWords refusal={refusal} here={`/day?from=${first}`} />}
    </>
  );
}

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
