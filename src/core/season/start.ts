/** "When must we start?", asked with a round's lawns and past years, and answered for several starts and crews. */
import { addDays, type Day } from '@/core/calendar/day';
import { latestStart, startOn, type Crews, type StartAnswer, type YearDone, type YearDue } from './workload';

/** What the answer is computed from, small enough for a browser: lawns that share a line share its days. */
export type StartQuestion = Readonly<{
  today: Day;
  /** the first day of the arrays, and how many there are */
  first: Day;
  days: number;
  lawns: readonly Readonly<{
    zoneId: string;
    site: string;
    from: Day;
    latest: Day;
    isIrrigated: boolean;
    /** which of `lines`; null: it is due by its own window alone */
    line: number | null;
  }>[];
  /** by line, by year: the day of the crossing; null: none, or not known */
  lines: readonly (readonly (Day | null)[])[];
  years: readonly number[];
  /** by year: '1' where the weather let people work, and days until enough rain, by day */
  workable: readonly string[];
  rainDays: readonly (readonly number[])[];
  crews: Crews;
  /** other stations' lawns are reckoned with this one's weather */
  stations: number;
}>;
export type AskedStart = Readonly<{ question: StartQuestion; crews: Crews; start: Day }>;
type Point = Readonly<{ start: Day; p10: number; p50: number; p90: number }>;
export type StartSays = Readonly<{
  /** begun on the chosen day */
  answer: Pick<StartAnswer, 'start' | 'down' | 'watered'>;
  years: readonly Pick<YearDone, 'year' | 'down' | 'watered' | 'finished'>[];
  /** lawns that are late in a third of the years and more, by their place in the question, with how many years of ten */
  atRisk: readonly Readonly<{ lawn: number; tenths: number }>[];
  /** late in a third of the years and more however many trucks go out at once: no start saves them */
  lost: readonly number[];
  /** of the others: the latest start for 9 years in 10; null: not even at once */
  latest: Day | null;
  /** the same with one truck more, and one day a week more */
  withTruck: Day | null;
  withDay: Day | null;
  /** watered in, by start, a week apart */
  curve: readonly Point[];
}>;

/** Late in so many of the years a lawn is at risk. Ours. */
const AT_RISK = 1 / 3;
const MANY_TRUCKS = 10_000;

function yearsOf({ first, days, lawns, lines, years, workable, rainDays }: StartQuestion): YearDue[] {
  return years.map((year, y) => ({
    year,
    first,
    workable: Uint8Array.from({ length: days }, (_, d) => (workable[y]?.[d] === '1' ? 1 : 0)),
    rainDays: Uint8Array.from(rainDays[y] ?? []),
    lawns: lawns.map(({ from, latest, isIrrigated, line }) => {
      const crossing = line === null ? null : (lines[line]?.[y] ?? null);
      // before its line, and not after its window's last day
      const by = Math.min(addDays(latest, 1), crossing ?? Infinity) as Day;
      return { from, by, isIrrigated };
    }),
  }));
}

export function answerStart({ question, crews, start }: AskedStart): StartSays {
  const asked = yearsOf(question);
  const range = { from: question.today, to: addDays(question.first, question.days) };
  const oftenLate = (done: readonly YearDone[]) => {
    const lateIn = new Map<number, number>();
    for (const y of done) for (const i of y.late) lateIn.set(i, (lateIn.get(i) ?? 0) + 1);
    return [...lateIn].filter(([, n]) => n >= asked.length * AT_RISK);
  };
  const endless = { ...crews, trucks: MANY_TRUCKS, daysAWeek: 7 };
  const lost = oftenLate(startOn(asked, range.from, endless).years).map(([lawn]) => lawn);
  // they are driven to as well, after those that can be saved
  const gone = new Set(lost);
  const years = asked.map((y) => ({
    ...y,
    lawns: y.lawns.map((l, i) => (gone.has(i) ? { ...l, isLost: true } : l)),
  }));
  const answer = startOn(years, start, crews);
  const isAnySaved = lost.length < question.lawns.length;
  const latestWith = (c: Crews) => (isAnySaved ? latestStart(years, c, range) : null);
  const end = Math.max(...question.lawns.map((l) => l.latest));
  const curve: Point[] = [];
  for (let d = question.today; d <= end; d = addDays(d, 7))
    curve.push({ start: d, ...startOn(years, d, crews).watered });
  return {
    answer: { start, down: answer.down, watered: answer.watered },
    years: answer.years.map(({ year, down, watered, finished }) => ({ year, down, watered, finished })),
    lost: lost.toSorted((a, b) => a - b),
    atRisk: oftenLate(answer.years)
      .sort((a, b) => b[1] - a[1] || a[0] - b[0])
      .map(([lawn, n]) => ({ lawn, tenths: Math.round((n / years.length) * 10) })),
    latest: latestWith(crews),
    withTruck: latestWith({ ...crews, trucks: crews.trucks + 1 }),
    withDay: crews.daysAWeek < 7 ? latestWith({ ...crews, daysAWeek: crews.daysAWeek + 1 }) : null,
    curve,
  };
}
