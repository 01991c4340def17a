import { plainName } from '@/core/products/plain-name';
import type { Metadata } from 'next';
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Regret } from '@/core/day/regret';
import { figure } from '@/core/units/figure';
import { gateName } from '@/core/gates/gate-names';
import { amountFor } from '@/core/units/rate';
import { SHOWS, showAmount, showsOn, showRate, type Shows } from '@/core/units/format';
import { may } from '@/data/actor';
import type { BoardGroup } from '@/data/windows';
import {
  FIRST_LOOK,
  board,
  onlyOf,
  type Board,
  type DueLine,
  type DueProduct,
  type Stop,
} from '@/server/programme/board';
import { LabelLaw } from '@/ui/label-law';
import { changeWords, pointWords, regretWords } from '@/ui/day-words';
import { hoursOfDay } from '@/ui/hour-words';
import { Link } from '@/ui/link';
import { Pickets } from '@/ui/pickets';
import { reasonWords } from '@/ui/reason-words';
import { WeatherAge } from '@/ui/weather-age';
import { lastDayWords, windowWords } from '@/ui/words';
import { plural } from '@/ui/text';
import { AskedList } from './asked-list';
import { DayBrief } from './day-brief';
import { screen } from './screen';

export const metadata: Metadata = { title: { absolute: 'Today · Iron Gate' } };

const FENCE_DAYS = 21;
const GROUPS: Record<BoardGroup, string> = {
  open: 'Go today',
  ajar: 'With caution today: allowed, and a gate warns',
  shut: 'Shut today',
  never: 'Shut for a year: the application must change',
};
const isGroup = (word: unknown): word is BoardGroup =>
  typeof word === 'string' && Object.hasOwn(GROUPS, word);

/** What to do now: what can go first, by stop, with what holds it; the rest by what it is for. One group by itself on demand. */
export default screen(async (actor, { searchParams }: PageProps<'/'>) => {
  const { group: asked } = await searchParams;
  const only = isGroup(asked) ? asked : null;
  const day = await board(actor, only ? onlyOf(only) : FIRST_LOOK);
  const { today, groups, rounds, waiting, finished, unplanned } = day;
  const mayRecord = may(actor, 'record');
  const show = showsOn(SHOWS[actor.units], today);
  const range = { from: today, to: addDays(today, FENCE_DAYS) };
  const total = (group: BoardGroup) => groups.find((g) => g.group === group)?.total ?? 0;
  const lines = groups.reduce((sum, g) => sum + g.total, 0);
  const shut = total('shut') + total('never');
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <h1 className="text-title">
        {total('open') ? `${figure(total('open'))} can go today` : 'None can go today without a warning'}
        {total('ajar') > 0 && ` · ${figure(total('ajar'))} with caution`}
        {shut > 0 && ` · ${figure(shut)} shut`}
      </h1>
      {only === null && (
        <>
          {total('open') + total('ajar') > 0 && (
            <WayOut isDaySaved={day.isDaySaved && mayRecord} mayRecord={mayRecord} />
          )}
          <News day={day} show={show} mayRecord={mayRecord} />
        </>
      )}
      {groups
        .filter((g) => g.total > 0 && (only === null || g.group === only))
        .map((g) => {
          const shown = g.stops.reduce((sum, s) => sum + s.lines.length, 0);
          return (
            <section key={g.group} className="mt-5">
              <h2 className="border-b-2 border-iron text-row">
                {GROUPS[g.group]} <span className="text-steel">· {figure(g.total)}</span>
              </h2>
              {g.stops.map((s) => (
                <StopLines
                  key={s.lawnId}
                  stop={s}
                  today={today}
                  range={range}
                  mayRecord={mayRecord}
                  show={show}
                />
              ))}
              {shown < g.total && (
                <Rounds
                  of={rounds.filter((r) => r.group === g.group)}
                  group={g.group}
                  today={today}
                  show={show}
                  total={g.total}
                  shown={shown}
                  isAlone={only !== null}
                />
              )}
            </section>
          );
        })}
      {only !== null && (
        <p className="py-3">
          <Link href="/" className="inline-flex min-h-touch items-center font-semibold">
            All of today
          </Link>
        </p>
      )}
      {lines === 0 && <NothingPlanned hasZones={finished + unplanned > 0} />}
      {unplanned > 0 && only === null && <WithoutProgramme day={day} />}
      <p className="mt-6 text-note text-steel">
        {plural(lines, 'application')} due or next, {plural(finished, 'zone')} finished,{' '}
        {plural(unplanned, 'zone')} without a program. What loses most by waiting comes first: points are
        percent of the season’s weeds that come through if it is put off, weighed with the odds of the days
        ahead. The fence shows three weeks.
        {waiting > 0 &&
          ` ${plural(waiting, 'window')} ${waiting === 1 ? 'is' : 'are'} being computed anew; lines that wait say so. This page looks again by itself.`}
      </p>
      <LabelLaw>
        Amounts and gates come from your label sheets; restricted-use products go down only under a certified
        applicator.
      </LabelLaw>
    </div>
  );
});

/** The one thing to do next is loud: to go where a day is saved, else to plan it. */
function WayOut({ isDaySaved, mayRecord }: Readonly<{ isDaySaved: boolean; mayRecord: boolean }>) {
  return (
    <p className="mt-2 grid grid-cols-2 gap-2 md:flex">
      {mayRecord && (
        // a whole page, which the device keeps
        <a href="/go" className={`button ${isDaySaved ? 'button-loud col-span-2' : ''}`}>
          Go
        </a>
      )}
      <Link href="/day" className={`button ${isDaySaved ? '' : 'button-loud order-first col-span-2'}`}>
        Plan the day
      </Link>
      <Link href="/load" className="button">
        Load the morning
      </Link>
    </p>
  );
}

/** The sky, what wants doing besides, and what has changed since the day before. */
function News({
  day: { weather, brief, asked, changes, today },
  show,
  mayRecord,
}: Readonly<{ day: Board; show: Shows; mayRecord: boolean }>) {
  return (
    <div className="mt-3 grid gap-2">
      {weather.map((n) => (
        <WeatherAge key={n.station} {...n} today={today} />
      ))}
      {brief.map((b) => (
        <DayBrief key={b.station} brief={b} isNamed={brief.length > 1} show={show} />
      ))}
      <AskedList asked={asked} today={today} show={show} mayRecord={mayRecord} />
      <Changes changes={changes} show={show} />
    </div>
  );
}

/** Lines of a group that have no room of their own, by what they are for. */
function Rounds({
  of,
  group,
  today,
  show,
  total,
  shown,
  isAlone,
}: Readonly<{
  of: Board['rounds'];
  group: BoardGroup;
  today: Day;
  show: Shows;
  total: number;
  /** of them, above */
  shown: number;
  /** the group has the page for itself */
  isAlone: boolean;
}>) {
  const isNow = group === 'open' || group === 'ajar';
  const others = total - of.reduce((sum, r) => sum + r.lines, 0);
  return (
    <>
      {shown > 0 && <p className="pt-2 text-note text-steel">All {figure(total)} by what they are for:</p>}
      <ul className="grid gap-x-6 md:grid-cols-2">
        {of.map((r) => (
          <li
            key={r.purpose}
            className="flex flex-wrap items-baseline justify-between gap-x-3 border-b border-hair py-1.5"
          >
            <span>
              <b className="font-cond text-lead font-semibold">{r.purpose || 'Without a name'}</b>
              <span className="text-steel"> · {plural(r.lines, 'application')}</span>
            </span>
            <span className="text-note text-steel">
              {isNow
                ? r.lastOn !== null && `the first must go by ${show.weekday(r.lastOn)}`
                : r.opensOn !== null
                  ? `the first may go ${r.opensOn <= today ? 'today' : show.day(r.opensOn)}`
                  : 'no day in sight'}
            </span>
          </li>
        ))}
        {others > 0 && (
          <li className="border-b border-hair py-1.5 text-steel">
            For other things · {plural(others, 'application')}
          </li>
        )}
      </ul>
      {!isAlone ? (
        <p className="py-1">
          <Link href={`/?group=${group}`} className="inline-flex min-h-touch items-center font-semibold">
            {shown === 0 ? 'Show them and what holds each' : 'Show more of them'}
          </Link>
        </p>
      ) : (
        <p className="py-1 text-note text-steel">
          {figure(total - shown)} more: <Link href="/season">Season</Link> lists all of them, by round, turf
          and product.
        </p>
      )}
    </>
  );
}

function NothingPlanned({ hasZones }: Readonly<{ hasZones: boolean }>) {
  return hasZones ? (
    <p className="mt-6 text-lg">
      Nothing is planned yet. Open a lawn under <Link href="/lawns">Lawns</Link> and choose a product: the
      gates show on which days it may go down.
    </p>
  ) : (
    <p className="mt-6 text-lg">
      No lawn yet.{' '}
      <Link href="/setup" className="font-semibold">
        Setting up
      </Link>{' '}
      says what comes next.
    </p>
  );
}

function WithoutProgramme({ day: { unplanned, first } }: Readonly<{ day: Board }>) {
  return (
    <section className="mt-6">
      <h2 className="border-b-2 border-iron text-row">Without a program</h2>
      <ul className="mt-1 flex flex-wrap gap-x-6">
        {first.map((z) => (
          <li key={z.zoneId}>
            <Link className="inline-flex min-h-touch items-center" href={`/lawns/${z.zoneId}`}>
              Plan {z.site}
            </Link>
          </li>
        ))}
        {unplanned > first.length && (
          <li>
            <Link className="inline-flex min-h-touch items-center font-semibold" href="/lawns?plan=none">
              all {plural(unplanned, 'zone')} without a program
            </Link>
          </li>
        )}
      </ul>
    </section>
  );
}

function Changes({ changes: { total, first }, show }: Readonly<{ changes: Board['changes']; show: Shows }>) {
  if (!total) return null;
  return (
    <details className="border-l-4 border-water bg-paper px-3 py-1">
      <summary className="flex min-h-touch cursor-pointer items-center font-semibold">
        {plural(total, 'line')} {total === 1 ? 'stands' : 'stand'} another way than before
      </summary>
      <ul>
        {first.map((c) => (
          <li key={c.applicationId} className="border-t border-hair py-1">
            <Link href={`/lawns/${c.zoneId}?a=${c.applicationId}`} className="font-semibold">
              {c.site}
            </Link>{' '}
            {changeWords(c.was, c.group, c.hold, show)}
          </li>
        ))}
      </ul>
      {total > first.length && <p className="text-steel">And {total - first.length} more.</p>}
    </details>
  );
}

type LineProps = Readonly<{ today: Day; range: Range<Day>; mayRecord: boolean; show: Shows }>;

/** One lawn: its zones' lines together, as they are worked together. */
function StopLines({ stop, ...more }: Readonly<{ stop: Stop }> & LineProps) {
  return (
    <div className="border-b border-hair py-1.5">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-cond text-row font-semibold">{stop.address}</span>
        <span className="text-note text-steel">{stop.customer}</span>
      </p>
      <ul>
        {stop.lines.map((l) => (
          <Due key={l.applicationId} line={l} address={stop.address} {...more} />
        ))}
      </ul>
    </div>
  );
}

type DueProps = Readonly<{ line: DueLine; address: string }> & LineProps;

function Due({ line: l, address, today, range, mayRecord, show }: DueProps) {
  const where = `${l.zoneName}, ${address}`;
  const all = l.window?.all ?? null;
  const state = all?.find((s) => s.from <= today && today < s.to)?.verdict.state;
  const isAllowed = l.isFresh && (state === 'open' || state === 'ajar');
  return (
    <li className="grid grid-cols-1 items-center gap-x-5 gap-y-1 py-1.5 md:grid-cols-[minmax(0,0.8fr)_minmax(0,1.3fr)_minmax(0,1.5fr)_196px]">
      <div>
        <Link
          href={`/lawns/${l.zoneId}?a=${l.applicationId}`}
          aria-label={where}
          className="inline-flex min-h-touch items-center font-cond text-lead font-semibold md:min-h-0"
        >
          {l.zoneName}
        </Link>
        <p className="text-note text-steel">
          {l.turf} · {show.area(l.area)}
        </p>
      </div>
      <div>
        {l.purpose && <p className="font-cond text-body font-semibold">{l.purpose}</p>}
        {l.products.map((p, i) => (
          <ProductLine show={show} key={i} product={p} />
        ))}
      </div>
      <div>
        {all ? (
          <>
            <Pickets
              lane={all}
              range={range}
              today={today}
              height={26}
              underlined
              label={windowWords(all, today)}
            />
            <p className="text-note font-semibold">
              {l.isFresh ? windowWords(all, today) : 'Being computed anew'}
              {isAllowed && l.window && ` · ${hoursOfDay(l.window.hours, today)}`}
            </p>
            <p className="text-fine text-steel">
              {[holdWords(l, show), l.window && lastDayWords(l.window.lastDay, today)]
                .filter(Boolean)
                .join(' ')}
            </p>
          </>
        ) : (
          <p className="text-note text-steel">Being computed; planned for {showWeekday(l.plannedOn)}.</p>
        )}
      </div>
      <div className="flex flex-wrap gap-2">
        {isAllowed && l.window?.regret && <Lost regret={l.window.regret} />}
        {isAllowed && (
          <Link
            href={`/lawns/${l.zoneId}/mix/${l.applicationId}`}
            aria-label={`Mix: ${where}`}
            className="button grow"
          >
            Mix
          </Link>
        )}
        {isAllowed && mayRecord && (
          <Link
            href={`/lawns/${l.zoneId}/record/${l.applicationId}`}
            aria-label={`Record: ${where}`}
            className="button button-loud grow"
          >
            Record
          </Link>
        )}
        {!isAllowed && (
          <Link
            href={`/lawns/${l.zoneId}?a=${l.applicationId}`}
            aria-label={`See why: ${where}`}
            className="button grow"
          >
            See why
          </Link>
        )}
      </div>
    </li>
  );
}

/** What is lost by waiting, as a figure and a reason. */
function Lost({ regret }: Readonly<{ regret: Regret }>) {
  return (
    <p className="w-full text-fine leading-snug text-steel">
      {regret.why !== 'can-wait' && (
        <>
          <b className="font-cond text-row text-ink">{pointWords(regret.points)}</b> lost by waiting.{' '}
        </>
      )}
      {regretWords(regret)}
    </p>
  );
}

function ProductLine({ product: p, show }: Readonly<{ product: DueProduct; show: Shows }>) {
  return (
    <p className="text-note">
      {plainName(p.name)}
      {p.of > 1 && `, part ${p.part} of ${p.of}`}
      {p.place !== 'zone' && `, ${p.place} of ${show.area(p.area)}`}:{' '}
      <b className="font-cond text-lead">{showAmount(amountFor(p.rate, p.area), p.amountUnit)}</b>{' '}
      <span className="text-steel">at {showRate(p.rate, p.rateUnit)}</span>
    </p>
  );
}

/** What holds it today, in the words of the first gate in the way. */
function holdWords({ window, products }: DueLine, show: Shows): string {
  const hold = window?.hold;
  if (!hold) return '';
  const name = products.length > 1 && hold.product ? `, ${plainName(hold.product)}` : '';
  return `${gateName(hold.gate)}${name}: ${reasonWords(hold.reason, show)}${hold.more ? ` And ${plural(hold.more, 'gate')} more.` : ''}`;
}
