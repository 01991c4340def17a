'use client';
import { useMemo, useState } from 'react';
import { addDays, dateOfMonth, dayOfYear, monthOf, yearOf, type Day } from '@/core/calendar/day';
import { BARRIER_SCHOOLS, CONTROL, type BarrierSchool } from '@/core/barrier/control';
import type { SentRuns } from '@/core/ground/soil-runs';
import type { Spot } from '@/core/lawn/zone';
import type { Outcome } from '@/server/entry/outcome';
import type { Hold, Range3 } from '@/core/barrier/hold';
import type { PlannedApplication } from '@/core/season/standing';
import type { Shows } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import { Fold } from '@/ui/fold';
import { useShows } from '@/ui/units';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { monthName } from '@/ui/words';
import { capital, list, plural } from '@/ui/text';
import type { LawnView } from '../lawn-view';
import type { SoilSays } from './answers';
import { DeskWaits } from './desk-waits';
import { LastingWords } from './lasting';
import { useCommand } from '../../../use-command';
import type { LawnDesk } from './use-desk';
import { stretchesOf, type Holds } from './use-holds';
import { HAIR } from '@/core/units/tolerance';

const percent = (share: number) => figure(share * 100);
const holdWords = ({ p10, p50, p90 }: Range3): string =>
  `${percent(p50)} % (${percent(p10)}–${percent(p90)})`;
/** Each weed's flush, the barrier against it as the programme stands, and how much of the flush it holds. */
export function BarrierPanel({
  sheet,
  desk,
  holding: { school, setSchool, runs, holds, says, applications },
  chosen: application,
  soilRunsAction,
}: Readonly<{
  sheet: LawnView;
  desk: LawnDesk;
  holding: Holds;
  chosen: PlannedApplication | null;
  soilRunsAction: SoilRunsAction;
}>) {
  const { today } = sheet;
  const show = useShows();
  const [chosen, setChosen] = useState<Weed | null>(null);
  const shown = holds.find((h) => h.weed === chosen) ?? holds[0];
  if (!shown || !says) return null;
  const { full } = shown;
  return (
    <section aria-label="What holds" className="mt-4">
      <div className="flex flex-wrap items-end justify-between gap-x-4">
        <h2 className="text-row">
          What holds: {holdWords(shown.hold)} of {WEEDS[shown.weed].name}
        </h2>
        <label className="flex items-center gap-2 text-note">
          The barrier wears off
          <select
            className="min-h-touch border border-iron bg-paper px-2 md:min-h-desk"
            value={school}
            onChange={(e) => setSchool(e.target.value as BarrierSchool)}
          >
            {BARRIER_SCHOOLS.map((s) => (
              <option key={s} value={s}>
                {s}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="mt-1 flex flex-wrap gap-2" role="group" aria-label="Weed">
        {holds.map((h) => (
          <button
            key={h.weed}
            type="button"
            aria-pressed={h.weed === shown.weed}
            onClick={() => {
              setChosen(h.weed);
              if (!h.full) desk.ask();
            }}
            className={`min-h-touch border-2 border-iron px-3 font-cond text-body md:min-h-desk ${h.weed === shown.weed ? 'bg-iron text-lime' : 'bg-paper'}`}
          >
            {capital(WEEDS[h.weed].name)} {percent(h.hold.p50)} %
          </button>
        ))}
      </div>
      {full ? (
        <>
          <div className="hidden md:block">
            <HoldPicture hold={full} today={today} width={880} />
          </div>
          <div className="md:hidden">
            <HoldPicture hold={full} today={today} width={390} />
          </div>
          <p className="text-note text-steel">{sentence(full, show)}</p>
          {sheet.model?.hasStrip && (
            <Strip
              desk={desk}
              zoneId={sheet.zone.id}
              school={school}
              applications={applications}
              soilRunsAction={soilRunsAction}
              open={full}
            />
          )}
        </>
      ) : (
        <DeskWaits desk={desk} />
      )}
      <InPlace lost={says.inPlace} />
      {full && <PastYears hold={full} years={says.years} />}
      {application && (
        <LastingWords
          key={application.id}
          application={application}
          today={today}
          first={application.id === sheet.first.shownId ? (sheet.first.soil?.lasting ?? null) : null}
          desk={desk.ready}
          runs={runs}
        />
      )}
      <Sowing sheet={sheet} windows={says.sowing} />
      <p className="text-fine text-steel">
        Flush: when its seedlings come up, by degree days of this zone&apos;s soil. Barrier: the share that is
        stopped, from label months where they are typed, else from recalled half-lives. A model: what comes up
        decides.
      </p>
    </section>
  );
}

export type SoilRunsAction = (input: { zoneId: string; spot: Spot }) => Promise<Outcome<SentRuns | null>>;

/** The strip along concrete warms first: its seedlings come earlier, and its barrier wears faster. Asked for apart. */
function Strip({
  desk,
  zoneId,
  school,
  applications,
  open,
  soilRunsAction,
}: Readonly<{
  desk: LawnDesk;
  zoneId: string;
  school: BarrierSchool;
  applications: readonly PlannedApplication[];
  /** of the open lawn */
  open: Hold;
  soilRunsAction: SoilRunsAction;
}>) {
  const show = useShows();
  const [sent, setSent] = useState<SentRuns | null>(null);
  const { ask: asking, refusal, isSending: isAsking } = useCommand();
  const ask = () => {
    desk.ask();
    asking(soilRunsAction, { zoneId, spot: 'warmest strip' }, setSent);
  };
  const { ready } = desk;
  const runs = useMemo(
    () => (ready && sent ? ready.engine.weighed(ready.engine.readRuns(sent), school) : null),
    [ready, sent, school],
  );
  const [hold] = useMemo(
    () => (ready && runs ? ready.engine.holdsOn(ready.sheet, runs, applications, [open.weed]) : []),
    [ready, runs, applications, open.weed],
  );
  if (!hold)
    return (
      <p className="flex flex-wrap items-center gap-3 text-note">
        <button type="button" className="button py-0 md:min-h-desk" disabled={isAsking} onClick={ask}>
          {isAsking ? 'Asking…' : 'And in the warmest strip?'}
        </button>
        {refusal && <span role="alert">Its soil could not be fetched: try again.</span>}
      </p>
    );
  const earlier = hold.half !== null && open.half !== null ? open.half - hold.half : 0;
  return (
    <p className="border-l-4 border-straw bg-paper px-3 py-1 text-note">
      <b>In the warmest strip: {holdWords(hold.hold)}</b>
      {hold.half !== null && `, half of its seedlings are up by ${show.day(hold.half)}`}
      {earlier > 0 && `, ${plural(earlier, 'day')} before the open lawn`}. A strip that is read or treated
      apart is a zone of its own.
    </p>
  );
}

/** Of what went down, what is not in place any more or never was, beyond what labels reckon with. */
function InPlace({ lost }: Readonly<{ lost: SoilSays['inPlace'] }>) {
  const show = useShows();
  return lost.map((e) => (
    <p key={e.id} className="text-note">
      Of {e.name} of {show.day(e.day)}, {percent(e.share)} % counts: dead leaf, a storm, dry days in the light
      past its deadline, or opened soil took the rest.
    </p>
  ));
}

/** Days on which this turf may be sown by the soil; whether the ground is free the label's wait says, on the rail. */
function Sowing({ sheet, windows }: Readonly<{ sheet: LawnView; windows: SoilSays['sowing'] }>) {
  const { turf } = sheet.zone.facts;
  const show = useShows();
  return (
    <p className="text-note">
      <b>When to sow?</b>{' '}
      {windows.length
        ? `${capital(turf)} by the soil: ${list(
            windows.map(
              (w, i) =>
                `${show.day(w.from)} to ${show.day(w.to)}${windows.length > 1 && i === 0 && w.isFalling ? ' (best, the soil cools)' : ''}`,
            ),
          )}.`
        : `${capital(turf)}: no days are warm enough for long enough in the year ahead.`}
    </p>
  );
}

/** What the programme would hold with each past year's weather from today on. */
function PastYears({ hold, years }: Readonly<{ hold: Hold; years: readonly (number | null)[] }>) {
  const known = years
    .flatMap((year, k) => (year === null ? [] : [{ year, share: hold.each[k] ?? 0 }]))
    .toSorted((a, b) => a.year - b.year);
  if (known.length < 2) return null;
  const worst = known.reduce((a, b) => (b.share < a.share ? b : a));
  return (
    <Fold
      className="text-note"
      summary={
        <summary className="min-h-touch cursor-pointer content-center font-semibold md:min-h-desk">
          In each past year: {percent(worst.share)} % at worst, with the weather of {worst.year}
        </summary>
      }
    >
      {() => (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4">
          {known.map(({ year, share }) => (
            <li key={year} className="flex items-center gap-2">
              <span className="w-[2.6em] font-cond">{year}</span>
              <span className="h-[10px] flex-1 border border-iron" aria-hidden>
                <span className="block h-full bg-moss" style={{ width: `${share * 100}%` }} />
              </span>
              {percent(share)} %
            </li>
          ))}
        </ul>
      )}
    </Fold>
  );
}

/** When four fifths and more are stopped, and how much of the flush comes at other times. */
function sentence(hold: Hold, { day }: Pick<Shows, 'day'>): string {
  const { from, flush, effect, half, weed } = hold;
  const middle = half === null ? '' : `Half of the season’s seedlings are up by ${day(half)}. `;
  const stretches = stretchesOf(hold);
  const isHeld = (day: number) => stretches.some((s) => day >= s.from && day <= s.to);
  const outside = flush.reduce((sum, f, d) => (isHeld(from + d) ? sum : sum + f), 0);
  const end = addDays(from, effect.length - 1);
  const held = stretches.map((s) =>
    s.to < end ? `from ${day(s.from)} to ${day(s.to)}` : `from ${day(s.from)} on`,
  );
  return held.length
    ? `${middle}Four fifths and more of what germinates are stopped ${list(held)}; ${percent(outside)} % of the seedlings come at other times.`
    : `${middle}On no day are four fifths of ${WEEDS[weed].name} stopped.`;
}

const HEIGHT = 170;
const FOOT = 22;

/** The flush filled in clay, the barrier's effect as a moss line: the hold is what the line covers. */
function HoldPicture({
  hold: { from, flush, effect, weed, hold },
  today,
  width,
}: Readonly<{ hold: Hold; today: Day; width: number }>) {
  const days = flush.length;
  const x = (d: number) => (d / days) * width;
  const tall = Math.max(...flush, HAIR);
  const y = (share: number) => (HEIGHT - FOOT) * (1 - share * 0.96);
  // to the next pixel, by steps; a level stretch is its two ends
  const line = (of: (d: number) => number) => {
    const at = Array.from({ length: days }, (_, d) => [Math.round(x(d)), Math.round(y(of(d)))] as const);
    const kept = at.filter(
      ([, h], d) => d === 0 || d === days - 1 || h !== at[d - 1]?.[1] || h !== at[d + 1]?.[1],
    );
    return kept
      .map(([left, h], i) => {
        const before = kept[i - 1];
        return before ? `l${left - before[0]} ${h - before[1]}` : `M${left} ${h}`;
      })
      .join('');
  };
  const area = (of: (d: number) => number) => `${line(of)}L${width} ${y(0)}L0 ${y(0)}Z`;
  const up = (d: number) => (flush[d]! / tall) * 0.9;
  const months = Array.from({ length: days }, (_, d) => addDays(from, d)).flatMap((day, d) =>
    dateOfMonth(day) === 1
      ? [{ d, name: monthName(monthOf(day), 'letter'), isNewYear: dayOfYear(day) === 1, day }]
      : [],
  );
  const post = today - from;
  return (
    <svg
      viewBox={`0 0 ${width} ${HEIGHT}`}
      className="mt-2 w-full"
      role="img"
      aria-label={`${capital(WEEDS[weed].name)}: the flush over a year and the barrier against it; ${holdWords(hold)} held`}
    >
      <path d={area(up)} fill="var(--color-clay)" opacity="0.28" />
      <path d={area((d) => up(d) * (1 - effect[d]!))} fill="var(--color-clay)" opacity="0.75" />
      <line
        x1="0"
        x2={width}
        y1={y(CONTROL)}
        y2={y(CONTROL)}
        stroke="var(--color-steel)"
        strokeDasharray="3 5"
      />
      <path d={line((d) => effect[d]!)} fill="none" stroke="var(--color-moss)" strokeWidth="3" />
      <line x1="0" x2={width} y1={y(0)} y2={y(0)} stroke="var(--color-iron)" strokeWidth="2" />
      {months.map((m) => (
        <g key={m.d}>
          <line x1={x(m.d)} x2={x(m.d)} y1={y(0)} y2={y(0) + 6} stroke="var(--color-iron)" />
          <text
            x={x(m.d) + (width > 500 ? 4 : 2)}
            y={HEIGHT - 5}
            fontSize="15"
            fill="currentColor"
            className="font-cond"
          >
            {m.name}
            {m.isNewYear && width > 500 ? ` ${yearOf(m.day)}` : ''}
          </text>
        </g>
      ))}
      {post >= 0 && post < days && (
        <g>
          <line x1={x(post)} x2={x(post)} y1="0" y2={y(0)} stroke="var(--color-ink)" strokeWidth="2.5" />
          <text
            x={x(post) + (post > days * 0.85 ? -6 : 6)}
            y="14"
            fontSize="14"
            textAnchor={post > days * 0.85 ? 'end' : 'start'}
            className="font-cond"
          >
            today
          </text>
        </g>
      )}
      <text x={width - 4} y={y(CONTROL) - 4} fontSize="14" textAnchor="end" fill="var(--color-steel)">
        four fifths stopped
      </text>
    </svg>
  );
}
