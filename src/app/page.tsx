import { plainName } from '@/core/products/plain-name';
import type { Metadata } from 'next';
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Regret } from '@/core/day/regret';
import { gateName } from '@/core/gates/gate-names';
import { amountFor } from '@/core/units/rate';
import { SHOWS, showAmount, showRate, type Shows } from '@/core/units/format';
import { may } from '@/data/actor';
import type { BoardGroup } from '@/data/windows';
import { board, type Board, type DueLine, type DueProduct, type Stop } from '@/server/programme/board';
import { LabelLaw } from '@/ui/label-law';
import { changeWords, pointWords, regretWords } from '@/ui/day-words';
import { HourStrip } from '@/ui/hour-strip';
import { Link } from '@/ui/link';
import { Pickets } from '@/ui/pickets';
import { reasonWords } from '@/ui/reason-words';
import { WeatherAge } from '@/ui/weather-age';
import { lastDayWords, plural, windowWords } from '@/ui/words';
import { AskedList } from './asked-list';
import { DayBrief } from './day-brief';
import { screen } from './screen';

export const metadata: Metadata = { title: 'Today' };

const FENCE_DAYS = 21;
const GROUPS: Record<BoardGroup, string> = {
  open: 'Open today',
  ajar: 'Ajar today: allowed, with a warning',
  shut: 'Shut today',
  never: 'Shut for a year: the application must change',
};

/** Every lawn's next applications, by stop: what can go, what cannot, and what holds it. */
export default screen(async (actor, { searchParams }: PageProps<'/'>) => {
  const { all } = await searchParams;
  const { today, groups, waiting, finished, unplanned, first, weather, brief, changes, asked } = await board(
    actor,
    all === '1' ? 2000 : undefined,
  );
  const range = { from: today, to: addDays(today, FENCE_DAYS) };
  const mayRecord = may(actor, 'record');
  const show = SHOWS[actor.units];
  const total = (group: BoardGroup) => groups.find((g) => g.group === group)?.total ?? 0;
  const lines = groups.reduce((sum, g) => sum + g.total, 0);
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      {total('open') + total('ajar') > 0 && (
        <p className="mb-2 grid grid-cols-2 gap-2 md:float-right md:mb-0 md:flex">
          <Link href="/day" className="button">
            Plan the day
          </Link>
          <Link href="/load" className="button">
            Load the morning
          </Link>
          {mayRecord && (
            // a whole page, which the device keeps
            <a href="/go" className="button button-loud col-span-2">
              Go
            </a>
          )}
        </p>
      )}
      <h1 className="text-title">
        {total('open')
          ? `${plural(total('open'), 'application')} can go today`
          : 'No application can go today without a warning'}
      </h1>
      <p className="text-steel">
        {plural(lines, 'application')} due or next, {plural(finished, 'zone')} finished,{' '}
        {plural(unplanned, 'zone')} without a programme. What loses most by waiting comes first.
      </p>
      <LabelLaw>
        Amounts and gates come from your label sheets; restricted-use products go down only under a certified
        applicator.
      </LabelLaw>
      <div className="mt-3 grid gap-2">
        {waiting > 0 && (
          <p role="status" className="border-l-4 border-straw bg-paper px-3 py-2">
            {plural(waiting, 'window')} {waiting === 1 ? 'is' : 'are'} being computed anew; lines that wait
            say so. This page looks again by itself.
          </p>
        )}
        {weather.map((n) => (
          <WeatherAge key={n.station} {...n} today={today} />
        ))}
        {brief.map((b) => (
          <DayBrief key={b.station} brief={b} isNamed={brief.length > 1} show={show} />
        ))}
        <AskedList asked={asked} today={today} show={show} mayRecord={mayRecord} />
        <Changes changes={changes} show={show} />
      </div>
      {groups
        .filter((g) => g.stops.length)
        .map((g) => {
          const shown = g.stops.reduce((sum, s) => sum + s.lines.length, 0);
          return (
            <section key={g.group} className="mt-5">
              <h2 className="border-b-2 border-iron text-row">
                {GROUPS[g.group]} <span className="text-steel">· {g.total}</span>
              </h2>
              {(g.group === 'open' || g.group === 'ajar') && g === groups.find((x) => x.stops.length) && (
                <p className="pt-1 text-note text-steel">
                  Points are per cent of the season’s weeds that come through if it is put off, weighed with
                  the odds of the days ahead. The upper fence shows three weeks, the lower the hours.
                </p>
              )}
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
                <p className="py-2">
                  <Link href="/?all=1" className="inline-flex min-h-touch items-center font-semibold">
                    Show {g.total - shown} more
                  </Link>
                </p>
              )}
            </section>
          );
        })}
      {lines === 0 && finished === 0 && unplanned === 0 && (
        <p className="mt-6 text-lg">
          No lawn yet.{' '}
          <Link href="/setup" className="font-semibold">
            Setting up
          </Link>{' '}
          says what comes next.
        </p>
      )}
      {lines === 0 && finished + unplanned > 0 && (
        <p className="mt-6 text-lg">
          Nothing is planned yet. Open a lawn under <Link href="/lawns">Lawns</Link> and choose a product: the
          gates show on which days it may go down.
        </p>
      )}
      {unplanned > 0 && (
        <section className="mt-6">
          <h2 className="border-b-2 border-iron text-row">Without a programme</h2>
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
                  all {plural(unplanned, 'zone')} without a programme
                </Link>
              </li>
            )}
          </ul>
        </section>
      )}
    </div>
  );
});

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
      {total > first.length && (
        <p className="text-steel">And {total - first.length} more, in the lists below.</p>
      )}
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
            {isAllowed && l.window && (
              <div className="mt-1.5">
                <HourStrip hours={l.window.hours} today={today} />
              </div>
            )}
            <p className="text-note font-semibold">
              {l.isFresh ? windowWords(all, today) : 'Being computed anew'}
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
