'use client';
import { useMemo } from 'react';
import { showWeekday, type Day } from '@/core/calendar/day';
import { gateName } from '@/core/gates/gate-names';
import type { GateKey } from '@/core/gates/gate-names';
import { readRuns, type SentRuns } from '@/core/ground/soil-runs';
import { weighed } from '@/core/barrier/barrier';
import type { Held } from '@/core/barrier/held';
import { suitedFor, type Argument } from '@/core/season/suited';
import type { TypedProduct } from '@/core/season/typed-fields';
import { WHOLE_ZONE, areaOf, type Place } from '@/core/products/application';
import { USES } from '@/core/trade/terms';
import { yearAhead } from '@/core/season/programme';
import { showAmount, showRate } from '@/core/units/format';
import { figure, significant } from '@/core/units/figure';
import { amountFor } from '@/core/units/rate';
import { fromSquareFeet } from '@/core/units/trade';
import { WEEDS, isWeed } from '@/core/weeds/weeds';
import { Pickets } from '@/ui/pickets';
import type { ZoneSheet } from '@/server/programme/view';
import { windowWords, toleranceWords } from '@/ui/words';
import { list, plural } from '@/ui/text';

export type SuitedProps = Readonly<{
  sheet: ZoneSheet;
  product: TypedProduct;
  day: Day;
  /** the zone's soil; null: no outlook */
  runs: SentRuns | null;
  onChoose: (productId: string) => void;
}>;

/** The ranked list: it, and what is recalled of ingredients, are loaded when somebody asks. */
export default function Ranked({
  sheet,
  product,
  day,
  runs: sent,
  onChoose,
  onDone,
}: SuitedProps & Readonly<{ onDone: () => void }>) {
  const range = yearAhead(sheet.today);
  const use = USES.find((u) => u === product.use) ?? 'pre-emergent';
  const place = useMemo((): Place => {
    const feet = Number(product.area);
    return product.place === 'spots' && feet > 0
      ? { on: 'spots', area: fromSquareFeet(feet), ground: product.ground }
      : WHOLE_ZONE;
  }, [product.place, product.area, product.ground]);
  const runs = useMemo(
    () => sent && weighed(readRuns(sent), sheet.house.planning.school),
    [sent, sheet.house.planning.school],
  );
  const suited = useMemo(
    () =>
      suitedFor(sheet.labels.now, sheet.facts, {
        use,
        place,
        day,
        runs,
        targets: product.targets.filter(isWeed),
        range: yearAhead(sheet.today),
      }),
    [sheet, use, product.targets, place, day, runs],
  );
  return (
    <>
      <p className="text-note text-steel">
        For {use === 'spot' ? 'a spot treatment' : use} on {sheet.zone.facts.turf}, from {showWeekday(day)},
        each at the label&apos;s highest rate. First what may go at all, then what controls and holds more,
        then what has less against it and costs less. What is said of an ingredient&apos;s tolerance is
        recalled, and the label goes before it.
      </p>
      {!suited.length && <p className="mt-3">None of your products has this turf and use on its label.</p>}
      <ol className="mt-2">
        {suited.map((s, i) => (
          <li key={s.label.id} className="border-t-2 border-iron py-3">
            <div className="flex flex-wrap items-center justify-between gap-x-3">
              <h3 className="text-row">
                {i + 1}. {s.label.name}
              </h3>
              <button
                type="button"
                className="button py-0 md:min-h-desk"
                onClick={() => {
                  onChoose(s.label.id);
                  onDone();
                }}
              >
                Choose it
              </button>
            </div>
            <p className="text-note">
              {showRate(s.rate, s.label.rateUnit)} ·{' '}
              {showAmount(amountFor(s.rate, areaOf(place, sheet.zone)), s.label.amountUnit)} ·{' '}
              {s.cost === null ? 'no price on the sheet' : `$${significant(s.cost, 3)} for this zone`} ·{' '}
              {s.groups.length ? `group ${list([...new Set(s.groups)].map(String))}` : 'no group'} ·{' '}
              {s.hold && <b>{heldWords(s.hold)}</b>}
            </p>
            <div className="mt-1 grid grid-cols-[1fr_auto] items-center gap-3">
              <Pickets
                lane={s.window.all}
                range={{ from: range.from, to: (range.from + 40) as Day }}
                today={sheet.today}
                height={22}
                underlined
                label={windowWords(s.window.all, sheet.today)}
              />
              <span className="text-fine font-semibold">{windowWords(s.window.all, sheet.today)}</span>
            </div>
            <ul className="mt-1 text-note">
              {s.reasons.map(({ speaks, argument }) => (
                <li key={JSON.stringify(argument)} className="flex gap-2">
                  <span
                    className={`w-[4.6em] shrink-0 font-semibold ${speaks === 'against' ? 'text-clay' : 'text-moss'}`}
                  >
                    {speaks}
                  </span>
                  {argumentWords(argument)}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </>
  );
}

/** "by itself it holds 61 % (40–72), with all that lies there 97 %". */
function heldWords({ byItself, withAll }: Held): string {
  const percent = (share: number) => figure(share * 100);
  const alone = `by itself it holds ${percent(byItself.p50)} % (${percent(byItself.p10)}–${percent(byItself.p90)})`;
  return percent(withAll.p50) === percent(byItself.p50)
    ? alone
    : `${alone}, with all that lies there ${percent(withAll.p50)} % (${percent(withAll.p10)}–${percent(withAll.p90)})`;
}

function argumentWords(a: Argument): string {
  const gates = (keys: readonly GateKey[]) => list(keys.map(gateName));
  switch (a.code) {
    case 'open-on-day':
      return 'All gates open on that day.';
    case 'ajar-on-day':
      return `Ajar on that day: ${gates(a.gates)}.`;
    case 'shut-on-day':
      return `Shut on that day by ${gates(a.gates)}.`;
    case 'opens-later':
      return `Opens ${showWeekday(a.on)}.`;
    case 'never-opens':
      return 'Does not open this year.';
    case 'long-residual':
      return `Holds long: about ${significant(a.months)} months by the label.`;
    case 'reaches-back':
      return 'Reaches back to seedlings that are up.';
    case 'seed-safe':
      return `Clear for the seeding: ${plural(a.waitDays, 'day')} by the label.`;
    case 'same-group-again':
      return `Group ${a.group} again, after ${plural(a.years, 'year')} of it here.`;
    case 'other-group':
      return `Group ${a.group}, after group ${list(a.than.map(String))} here: a rotation.`;
    case 'controls-target':
      return `${WEEDS[a.target].name} is on its label.`;
    case 'only-suppresses':
      return `Its label only suppresses ${WEEDS[a.target].name}.`;
    case 'not-for-target':
      return `${WEEDS[a.target].name} is not on its label.`;
    case 'turf-sensitive':
      return `${toleranceWords(a)} (recalled; check the label).`;
    case 'organic':
      return 'Organic, as the customer wishes.';
    case 'not-organic':
      return 'The customer wishes organic products only.';
    case 'granule-through-dead-leaf':
      return 'A granule falls through the dead leaf here.';
    case 'fertilizer-not-combined':
      return 'Carries nitrogen, which warm-season turf wants only when green.';
    case 'restricted-use':
      return 'Restricted use: a certified applicator only.';
    case 'burns-turf':
      return 'Takes whatever is green: spots, and the grass around them goes too.';
  }
}
