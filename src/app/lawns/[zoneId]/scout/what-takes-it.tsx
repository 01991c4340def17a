'use client';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import { isoDay, showWeekday } from '@/core/calendar/day';
import { gateName } from '@/core/gates/gate-names';
import { limitsFor } from '@/core/products/label';
import { WHOLE_ZONE, areaOf, type Place } from '@/core/products/application';
import { NEW_PRODUCT, type TypedApplication } from '@/core/season/typed-fields';
import { yearAhead } from '@/core/season/programme';
import { suitedFor, type Suited } from '@/core/season/suited';
import type { Use } from '@/core/trade/terms';
import { showRate } from '@/core/units/format';
import { figure, significant } from '@/core/units/figure';
import { AMOUNT_UNITS, amountFor, amountIn, rateIn } from '@/core/units/rate';
import type { SquareMetres } from '@/core/units/quantity';
import { toSquareFeet } from '@/core/units/trade';
import { isWorthwhile, timingOf, type Found, type WeedPlan } from '@/core/weeds/scouting';
import { WEEDS, stageRank, type Weed } from '@/core/weeds/weeds';
import type { WalkSheet } from '@/server/lawns/walk-view';
import { FallenLine } from '@/ui/fallen-line';
import { tookWords } from '@/ui/scout-words';
import { windowWords, toleranceWords } from '@/ui/words';
import { list, plural } from '@/ui/text';

type Props = Readonly<{ walkSheet: WalkSheet; plan: WeedPlan; found: readonly Found[]; mayPlan: boolean }>;
const SHOWN = 4;

/** Spots are small: two digits, and no more than a jug shows. */
const amountWords = (s: Suited, area: SquareMetres): string =>
  `${significant(amountIn(amountFor(s.rate, area), s.label.amountUnit) ?? 0, 2)} ${AMOUNT_UNITS[s.label.amountUnit].words}`;
/** What stands against it today. */
function gatesToday({ reasons }: Suited): string {
  const said = reasons.flatMap(({ argument: a }) =>
    a.code === 'shut-on-day'
      ? ` Shut today by ${list(a.gates.map(gateName))}.`
      : a.code === 'ajar-on-day'
        ? ` It warns of ${list(a.gates.map(gateName))}.`
        : [],
  );
  return said.join('');
}

/** What it does to this turf, where it is not safe. */
const turfWords = ({ reasons }: Suited): string =>
  reasons
    .flatMap(({ argument: a }) =>
      a.code === 'burns-turf'
        ? 'It takes whatever is green: the grass around a spot goes too.'
        : a.code === 'turf-sensitive'
          ? `${toleranceWords(a)} (recalled; its label decides).`
          : [],
    )
    .join(' ');

/** Which products take what is up, at its stage, on this turf; one that is chosen becomes an application of spots or of the zone. */
export default function WhatTakesIt({ walkSheet, plan, found, mayPlan }: Props) {
  const { sheet, fallen } = walkSheet;
  const { zone, today, labels, facts } = sheet;
  const router = useRouter();
  const targets = [
    ...new Set(found.filter((f) => isWorthwhile(timingOf(f, today))).map((f) => f.weed)),
  ] as Weed[];
  const use: Use = plan.by === 'spots' ? 'spot' : 'post-emergent';
  const place: Place = plan.by === 'spots' ? { on: 'spots', area: plan.area, ground: '' } : WHOLE_ZONE;
  const key = `${targets.join()}|${use}|${plan.area}`;
  const suited = useMemo(
    () =>
      targets.length
        ? suitedFor(labels.now, facts, {
            use,
            targets,
            place,
            day: today,
            runs: null,
            range: yearAhead(today),
          }).filter((s) => targets.some((w) => s.label.after.some((a) => a.weed === w)))
        : [],
    // what it is asked with stands in its key
    // oxlint-disable-next-line react-hooks/exhaustive-deps
    [key, labels, facts, today],
  );
  // what no longer takes it here comes last, whatever its label says
  const fallenHere = fallen.filter(({ now }) => targets.includes(now.weed));
  const isFallen = ({ label }: Suited) => fallenHere.some(({ now }) => now.productId === label.id);
  const ranked = suited.toSorted((a, b) => Number(isFallen(a)) - Number(isFallen(b)));
  const shotsOf = (s: Suited) =>
    daysBetweenShots(
      s,
      zone.facts,
      use,
      found.filter((f) => targets.includes(f.weed)),
    );
  const choose = (s: Suited) => {
    const on = s.open?.from ?? s.ajar?.from ?? today;
    const typed: TypedApplication = {
      purpose: plan.by === 'spots' ? 'Spots' : 'Weeds',
      plannedOn: isoDay(on),
      earliest: '',
      latest: '',
      products: [
        {
          ...NEW_PRODUCT,
          productId: s.label.id,
          use,
          unit: s.label.rateUnit,
          times: shotsOf(s) ? ('sequence' as const) : ('once' as const),
          rate: significant(rateIn(s.rate, s.label.rateUnit) ?? 0, 6).replace(/,/g, ''),
          targets: targets.filter((w) => s.label.after.some((a) => a.weed === w)),
          ...(plan.by === 'spots'
            ? { place: 'spots' as const, area: significant(toSquareFeet(plan.area), 3).replace(/,/g, '') }
            : {}),
        },
      ],
    };
    // the lawn's own form takes it up, and its gates are asked there
    localStorage.setItem(`application:${zone.id}`, JSON.stringify({ applicationId: '', base: 0, typed }));
    router.push(`/lawns/${zone.id}`);
  };
  return (
    <section className="mt-4" aria-label="What takes it">
      <h3 className="text-row">What takes it</h3>
      {fallenHere.map((f) => (
        <FallenLine
          key={`${f.now.productId}${f.now.weed}`}
          fallen={f}
          name={labels.now.find((l) => l.id === f.now.productId)?.name ?? 'A product'}
        />
      ))}
      {!targets.length && (
        <p className="text-body">Nothing that is up is worth a spray now; see what is said of each.</p>
      )}
      {targets.length > 0 && !suited.length && (
        <p className="text-body">
          None of your products takes {list(targets.map((w) => WEEDS[w].name))} on {zone.facts.turf}
          {use === 'spot' ? ' as a spot treatment' : ''}, by its label.
        </p>
      )}
      <ol>
        {ranked.slice(0, SHOWN).map((s) => (
          <Takes
            key={s.label.id}
            s={s}
            targets={targets}
            walkSheet={walkSheet}
            place={place}
            twice={shotsOf(s)}
            onPlan={mayPlan && s.ajar !== null ? () => choose(s) : null}
          />
        ))}
      </ol>
    </section>
  );
}

/** Days between two shots by the label, where one will hardly do; null: one. */
function daysBetweenShots(
  s: Suited,
  lawn: WalkSheet['sheet']['zone']['facts'],
  use: Use,
  found: readonly Found[],
): number | null {
  const { intervalDays, mostApplications } = limitsFor(s.label, lawn, use);
  const isHard = found.some(
    (f) => WEEDS[f.weed].life === 'perennial' || stageRank(f.stage) >= stageRank('1 tiller'),
  );
  return isHard && intervalDays !== null && (mostApplications ?? 2) >= 2 ? intervalDays : null;
}

/** A product with what it takes of what is up, how much of it, and when it may go. */
function Takes({
  s,
  targets,
  walkSheet: { sheet, taken },
  place,
  twice,
  onPlan,
}: Readonly<{
  s: Suited;
  targets: readonly Weed[];
  walkSheet: WalkSheet;
  place: Place;
  /** days between two shots; null: one does */
  twice: number | null;
  /** null: it may not be planned */
  onPlan: (() => void) | null;
}>) {
  const { zone, today } = sheet;
  const takes = targets.filter((w) => s.label.after.some((a) => a.weed === w));
  const not = targets.filter((w) => !takes.includes(w));
  const suppressed = new Set(
    s.reasons.flatMap(({ argument: a }) => (a.code === 'only-suppresses' ? a.target : [])),
  );
  return (
    <li className="border-b border-hair py-2">
      <p className="flex flex-wrap items-center justify-between gap-x-3">
        <b className="font-cond text-row">{s.label.name}</b>
        {onPlan && (
          <button type="button" className="button py-0 md:min-h-desk" onClick={onPlan}>
            Plan it{s.open ? ` for ${showWeekday(s.open.from)}` : ''}
          </button>
        )}
      </p>
      <p className="text-note">
        Takes{' '}
        {list(
          takes.map((w) => `${WEEDS[w].name}${suppressed.has(w) ? ' (its label only suppresses it)' : ''}`),
        )}
        {not.length > 0 && `, not ${list(not.map((w) => WEEDS[w].name))}`}.{' '}
        {showRate(s.rate, s.label.rateUnit)}, {amountWords(s, areaOf(place, zone))} here
        {s.label.surfactantPercent !== null &&
          `, with ${figure(s.label.surfactantPercent, 2)} % ${s.label.adjuvant ?? 'surfactant'}`}
        {s.groups.length > 0 && `; group ${list([...new Set(s.groups)].map(String))}`}.
        {twice !== null &&
          ` Two shots, at least ${plural(twice, 'day')} apart; the look between them decides.`}
      </p>
      <p className="text-note">{turfWords(s)}</p>
      <p className="text-note text-steel">
        {windowWords(s.window.all, today)}.{gatesToday(s)} {tookWords(taken, s.label.id, takes)}
      </p>
    </li>
  );
}
