import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt, type Range } from '@/core/calendar/span';
import { amountFor } from '@/core/units/rate';
import { showAmount, showArea, showRate } from '@/core/units/format';
import { may } from '@/data/actor';
import { board, type DueLine } from '@/server/season';
import { Pickets } from '@/ui/pickets';
import { WeatherNews } from '@/ui/weather-news';
import { reasonWords } from '@/ui/reason-words';
import { plural, windowWords, lastDayWords } from '@/ui/words';
import { screen } from './screen';

export const metadata: Metadata = { title: 'Today' };

const FENCE_DAYS = 21;
/** More are a list of their own. */
const UNPLANNED_SHOWN = 24;

/** Every lawn's next application, by next open day and by how soon the window closes. */
export default screen(async (actor) => {
  const { today, lines, finished, unplanned, news } = await board(actor);
  const isNow = (r: Range<Day> | null) => r?.from === today;
  const groups = [
    { name: 'Open today', lines: lines.filter((l) => isNow(l.open)) },
    {
      name: 'Ajar today: allowed, with a warning',
      lines: lines.filter((l) => !isNow(l.open) && isNow(l.ajar)),
    },
    {
      name: 'Shut today',
      lines: lines.filter((l) => !isNow(l.open) && !isNow(l.ajar) && (l.open || l.ajar)),
    },
    {
      name: 'Shut for the rest of the year: the plan must change',
      lines: lines.filter((l) => !l.open && !l.ajar),
    },
  ];
  const range = { from: today, to: addDays(today, FENCE_DAYS) };
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <h1 className="text-[26px]">
        {groups[0]!.lines.length
          ? `${plural(groups[0]!.lines.length, 'application')} can go today`
          : 'No application can go today without a warning'}
      </h1>
      <p className="text-steel">
        {plural(lines.length, 'application')} planned, {plural(finished.length, 'zone')} finished,{' '}
        {plural(unplanned.length, 'zone')} without a plan. The pickets show the next three weeks.
      </p>
      <div className="mt-3 grid gap-2">
        {news.map((n) => (
          <WeatherNews key={n.station} {...n} today={today} />
        ))}
      </div>
      {groups
        .filter((g) => g.lines.length)
        .map((g) => (
          <section key={g.name} className="mt-5">
            <h2 className="border-b-2 border-iron text-[19px]">
              {g.name} <span className="text-steel">· {g.lines.length}</span>
            </h2>
            <ul>
              {g.lines.map((l) => (
                <Due
                  key={l.plannedId}
                  line={l}
                  today={today}
                  range={range}
                  mayRecord={may(actor, 'record')}
                />
              ))}
            </ul>
          </section>
        ))}
      {lines.length === 0 && (
        <p className="mt-6 text-lg">
          Nothing is planned yet. Open a lawn under <Link href="/lawns">Lawns</Link> and choose a product: the
          gates show on which days it may go down.
        </p>
      )}
      {unplanned.length > 0 && (
        <section className="mt-6">
          <h2 className="border-b-2 border-iron text-[19px]">Without a plan</h2>
          <ul className="mt-1 flex flex-wrap gap-x-6">
            {unplanned.slice(0, UNPLANNED_SHOWN).map((z) => (
              <li key={z.zoneId}>
                <Link className="inline-flex min-h-[44px] items-center" href={`/lawns/${z.zoneId}`}>
                  Plan {z.site}
                </Link>
              </li>
            ))}
            {unplanned.length > UNPLANNED_SHOWN && (
              <li>
                <Link className="inline-flex min-h-[44px] items-center font-semibold" href="/lawns?plan=none">
                  all {plural(unplanned.length, 'zone')} without a plan
                </Link>
              </li>
            )}
          </ul>
        </section>
      )}
    </div>
  );
});

function Due({
  line: l,
  today,
  range,
  mayRecord,
}: Readonly<{ line: DueLine; today: Day; range: Range<Day>; mayRecord: boolean }>) {
  const isAllowed = l.open?.from === today || l.ajar?.from === today;
  return (
    <li className="grid grid-cols-1 items-center gap-x-5 gap-y-1 border-b border-hair py-2.5 md:grid-cols-[minmax(0,1.25fr)_minmax(0,1.1fr)_minmax(0,1.5fr)_172px]">
      <div>
        <Link
          href={`/lawns/${l.zoneId}?part=${l.part}`}
          className="inline-flex min-h-[44px] items-center font-cond text-[19px] font-semibold md:min-h-0"
        >
          {l.site}
        </Link>
        <p className="text-[15px] text-steel">
          {l.turf} · {showArea(l.area)}
        </p>
      </div>
      <div>
        <p className="text-[15px]">
          {l.product.replace(', demo label', '')}
          {l.of > 1 && `, part ${l.part} of ${l.of}`}
        </p>
        <p className="font-cond text-[17px] font-semibold">
          {showAmount(amountFor(l.rate, l.area), l.label.amountUnit)}{' '}
          <span className="font-medium text-steel">at {showRate(l.rate, l.label.rateUnit)}</span>
        </p>
      </div>
      <div>
        <Pickets
          lane={l.window.all}
          range={range}
          today={today}
          height={26}
          underlined
          label={windowWords(l.window.all, today)}
        />
        <p className="text-[15px] font-semibold">{windowWords(l.window.all, today)}</p>
        <p className="text-[14px] text-steel">
          {[holdWords(l, today), lastDayWords(l.window.all, today)].filter(Boolean).join(' ')}
        </p>
      </div>
      <div className="flex gap-2">
        {isAllowed && (
          <Link href={`/lawns/${l.zoneId}/mix/${l.part}`} className="button grow">
            Mix
          </Link>
        )}
        {isAllowed && mayRecord && (
          <Link href={`/lawns/${l.zoneId}/record/${l.part}`} className="button button-loud grow">
            Record
          </Link>
        )}
        {!isAllowed && (
          <Link href={`/lawns/${l.zoneId}?part=${l.part}`} className="button grow">
            See why
          </Link>
        )}
      </div>
    </li>
  );
}

/** What holds it today, in the words of the first gate in the way. */
function holdWords({ window: { lanes, all } }: DueLine, today: Day): string {
  const [key, ...more] = spanAt(all, today)?.verdict.by ?? [];
  const held = lanes.find((l) => l.gate.key === key);
  const verdict = held && spanAt(held.lane, today)?.verdict;
  if (!verdict) return '';
  return `${held.gate.name}: ${reasonWords(verdict.reason)}${more.length ? ` And ${plural(more.length, 'gate')} more.` : ''}`;
}
