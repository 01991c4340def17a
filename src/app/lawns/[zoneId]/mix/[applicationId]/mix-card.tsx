'use client';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { Link } from '@/ui/link';
import { useState } from 'react';
import { addDays, showFullDay } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { areaOf, type Place } from '@/core/products/application';
import { productsOf, windowOf } from '@/core/gates/window';
import { mixFor } from '@/core/mixing/loads';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { contextOf } from '@/core/season/programme';
import type { StoredApplication } from '@/data/programme';
import { figure, showRate, significant } from '@/core/units/format';
import { parseFigure } from '@/core/units/parse';
import type { Litres, LitresPerHectare, SquareMetres } from '@/core/units/quantity';
import { amountFor, rateOf, type ProductRate, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL } from '@/core/units/trade';
import type { ZoneSheet } from '@/server/programme/view';
import { cautionsFor } from '@/core/products/cautions';
import { cautionWords } from '@/ui/caution-words';
import { Figure } from '@/ui/figure';
import { reasonWords } from '@/ui/reason-words';
import { plural } from '@/ui/words';
import { shortName } from '../../programme/product-words';
import { TankLoads, refusalWords, showMeasured, type OnCard } from './tank-loads';

type Props = Readonly<{ sheet: ZoneSheet; application: StoredApplication; mayRecord: boolean }>;

const GAL_PER_THOUSAND = rateOf(1, 'gal/1000sqft').rate;
/** So many that a figure typed in metric comes back as it was. */
const DIGITS = 7;

/**
 * What goes into each tank or hopper for one zone, load by load, large enough to read at the tailgate: the products that
 * share a tank together, what goes down on the same day on its own.
 */
export function MixCard({ sheet, application: a, mayRecord }: Props) {
  const show = useShows();
  const { zone, house, today } = sheet;
  const tanks = tanksOf(sheet, a);
  const all = tanks.flat();
  const isSprayed = all.some((p) => !isGranule(p.label));
  const isWeighed = all.some((p) => p.rate.by === 'mass');
  const isPoured = all.some((p) => p.rate.by === 'volume' || p.label.surfactantPercent !== null);
  const measured = measuredFor(sheet, all);
  const [typed, setTyped] = useState({
    tank: significant(house.tank / L_PER_GAL, DIGITS),
    carrier: significant((measured?.output.rate ?? house.carrier) / GAL_PER_THOUSAND, DIGITS),
    scale: significant(house.scaleStep / 0.001),
    jug: significant(house.jugStep / L_PER_FL_OZ, DIGITS),
  });
  const tank = parseFigure(typed.tank, { field: 'Tank', unit: 'volume', above: 0, most: 5000 });
  const carrier = parseFigure(typed.carrier, { field: 'Water', unit: 'carrier', above: 0, most: 20 });
  const scale = parseFigure(typed.scale, { field: 'Scale reads to', unit: 'g', above: 0, most: 1000 });
  const jug = parseFigure(typed.jug, { field: 'Jug reads to', unit: 'pour', above: 0, most: 1000 });
  const settings = [
    { key: 'tank', name: 'Tank', unit: 'volume', read: tank, isAsked: isSprayed },
    { key: 'carrier', name: 'Water', unit: 'carrier', read: carrier, isAsked: isSprayed },
    { key: 'scale', name: 'Scale reads to', unit: 'g', read: scale, isAsked: isWeighed },
    { key: 'jug', name: 'Jug reads to', unit: 'pour', read: jug, isAsked: isPoured },
  ] as const;
  const asked = settings.filter((s) => s.isAsked);
  const isRight = tank.ok && carrier.ok && scale.ok && jug.ok;

  const mixed = (products: readonly OnCard[]) => {
    if (!isRight) return null;
    const area = areaOfTank(products, zone);
    const granule = products.some((p) => isGranule(p.label));
    const wetter = Math.max(...products.map((p) => p.label.surfactantPercent ?? 0));
    const jugStep = jug.value * L_PER_FL_OZ;
    return mixFor({
      area,
      products: products.map(({ rate, minimum, maximum, left }) => ({
        ...{ rate, minimum, maximum, left },
        step: rate.by === 'mass' ? scale.value * 0.001 : jugStep,
      })),
      surfactant: wetter > 0 && !granule ? { percent: wetter, step: jugStep } : null,
      // a granule goes on dry: one hopper, whatever it holds
      tank: (granule ? 1e9 : tank.value * L_PER_GAL) as Litres,
      carrier: granule ? (1 as LitresPerHectare) : (rateOf(carrier.value, 'gal/1000sqft') as VolumeRate).rate,
    });
  };

  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p className="text-steel">
        <Link href={`/lawns/${zone.id}?a=${a.id}`} className="inline-flex min-h-[44px] items-center">
          {zone.address} · {zone.name}
        </Link>{' '}
        · {showFullDay(today)}
      </p>
      <h1 className="text-[28px]">
        {tanks.map((products, i) => (
          <span key={i} className={i ? 'block text-[21px] font-semibold' : 'block'}>
            {i > 0 && 'then '}
            {products
              .map(({ label, tie }) => `${label.name}${tie ? `, part ${tie.part} of ${tie.of}` : ''}`)
              .join(' with ')}
          </span>
        ))}
      </h1>
      <Wear labels={all.map((p) => p.label)} />
      <Held sheet={sheet} context={contextOf(sheet.applications, a.id, sheet.facts)} />

      <fieldset
        className={`no-print mt-4 grid items-end gap-3 sm:grid-cols-4 ${asked.length % 3 === 0 ? 'grid-cols-3' : 'grid-cols-2'}`}
      >
        <legend className="sr-only">What it is mixed with</legend>
        {asked.map(({ key, name, unit, read }) => (
          <FigureField
            key={key}
            name={name}
            unit={unit}
            value={typed[key]}
            issue={read.ok ? null : read.issue}
            onChange={(v) => setTyped({ ...typed, [key]: v })}
          />
        ))}
      </fieldset>
      {isSprayed && measured && (
        <p className="mt-1 text-[15px] text-steel">
          Water by what {measured.name} was measured to put out: {show.carrier(measured.output.rate)}.
        </p>
      )}
      {!isRight && <p className="mt-2 text-steel">The card stands again as soon as the figure is right.</p>}
      {carrier.ok &&
        all.map(({ label }) => (
          <Sprayed
            key={label.id}
            label={label}
            carrier={(rateOf(carrier.value, 'gal/1000sqft') as VolumeRate).rate}
          />
        ))}

      {tanks.map((products) => {
        const mix = mixed(products);
        return (
          <section key={products[0]!.label.id} aria-label={shortName(products[0]!.label)}>
            {tanks.length > 1 && (
              <h2 className="mt-5 border-b-2 border-iron text-[21px]">
                {products.map((p) => shortName(p.label)).join(' and ')}
              </h2>
            )}
            {mix?.ok && <TankLoads mix={mix.mix} products={products} />}
            {mix && !mix.ok && (
              <p role="alert" className="mt-4 border-l-4 border-clay bg-paper px-3 py-2 text-lg">
                {refusalWords(mix.refusal, products, show)}
              </p>
            )}
          </section>
        );
      })}

      <section className="mt-5">
        {[...new Map(all.map((p) => [placeWords(p.place), p.place])).values()].map((place) => (
          <Figure key={placeWords(place)} name={placeWords(place)}>
            {show.area(areaOf(place, zone))}
            {place.on === 'zone' && ` ± ${figure(zone.areaError * 100)} %`}
          </Figure>
        ))}
        {zone.areaError > 0 &&
          all
            .filter((p) => p.place.on === 'zone')
            .map(({ label, rate }) => (
              <Figure
                key={label.id}
                name={`If the area is off by this much, you need${all.length > 1 ? `, of ${shortName(label)},` : ''}`}
              >
                {showMeasured(
                  amountFor(rate, (zone.area * (1 - zone.areaError)) as SquareMetres),
                  label,
                  show,
                )}{' '}
                to{' '}
                {showMeasured(
                  amountFor(rate, (zone.area * (1 + zone.areaError)) as SquareMetres),
                  label,
                  show,
                )}
              </Figure>
            ))}
        {zone.excluded > 0 && <Figure name="Kept out under trees">{show.area(zone.excluded)}</Figure>}
        {all.map(({ label, rate, maximum }) => (
          <div key={label.id}>
            <Figure name={all.length > 1 ? `Rate of ${shortName(label)}` : 'Rate'}>
              {showRate(rate, label.rateUnit)}
            </Figure>
            <Figure name="Label's most on this turf, at once">{showRate(maximum, label.rateUnit)}</Figure>
          </div>
        ))}
      </section>
      <ul className="mt-4 list-disc pl-5">
        {[
          ...new Set([
            ...all.flatMap(({ label }) => cautionsOf(label)),
            ...cautionsFor(a.products, {
              hasIrrigation: zone.facts.irrigationPerHour !== null,
              hasTrees: zone.facts.trees,
            }).map(cautionWords),
          ]),
        ].map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <p className="mt-3 text-[15px] text-steel">
        {all.some((p) => p.label.demo) && <b>Demo label: not for use. </b>}
        {all.map(({ label: l }) => `${l.registrationNumber}, label of ${l.labelDate}`).join('; ')}. Computed
        from the label sheet; the printed label is the law, with local codes.
      </p>
      {mayRecord && (
        <Link href={`/lawns/${zone.id}/record/${a.id}`} className="button button-loud no-print mt-5 w-full">
          Put down: record it
        </Link>
      )}
    </div>
  );
}

/** What goes into one tank or hopper together, in the order in which they go down; granules never share a tank with a spray. */
function tanksOf(
  { zone, facts, today, applications }: ZoneSheet,
  { id, products }: StoredApplication,
): OnCard[][] {
  const { lanes } = windowOf(contextOf(applications, id, facts), { from: today, to: addDays(today, 1) });
  /** what the year leaves today beside all that is planned; null: its gate does not tell */
  const leftOf = (position: number): ProductRate | null => {
    const lane = lanes.find((l) => l.gate.key === 'year-limit' && l.of === position)?.lane;
    const reason = lane && spanAt(lane, today)?.verdict.reason;
    return reason && 'fits' in reason ? reason.fits : null;
  };
  const tanks = new Map<string, OnCard[]>();
  for (const p of products.filter((q) => q.recordId === null).toSorted((x, y) => x.tank - y.tank)) {
    // a turf that is not on the label has its own gate: the card keeps to what is planned
    const row = rateForTurf(p.label, zone.facts, p.use);
    const key = `${p.tank}${isGranule(p.label) ? 'G' : ''}`;
    const card: OnCard = {
      ...{ label: p.label, rate: p.rate, place: p.place, tie: p.tie, method: p.method },
      ...{ minimum: row?.low ?? p.rate, maximum: row?.high ?? p.rate, left: leftOf(p.position) },
    };
    tanks.set(key, [...(tanks.get(key) ?? []), card]);
  }
  // within one number a granule and a spray are two: the granule first where the house wants it so
  const granule = (t: OnCard[]) => (t[0] && isGranule(t[0].label) ? 0 : 1);
  const list = [...tanks.entries()].map(([key, list]) => ({ tank: parseInt(key, 10), list }));
  return list
    .toSorted(
      (x, y) =>
        x.tank - y.tank ||
        (facts.rules.granuleFirst ? granule(x.list) - granule(y.list) : granule(y.list) - granule(x.list)),
    )
    .map((t) => t.list);
}

/**
 * The sprayer whose calibration the water goes by: the one that the plan names by its kind, or the only one that was
 * measured. Null: none was, or several might be meant.
 */
function measuredFor({ facts }: ZoneSheet, products: readonly OnCard[]) {
  const methods = new Set(products.flatMap((p) => p.method ?? []));
  const fitting = facts.means.equipment.flatMap((e) =>
    e.output?.by === 'volume' && (!methods.size || methods.has(e.method))
      ? [{ name: e.name, output: e.output }]
      : [],
  );
  return fitting.length === 1 ? fitting[0]! : null;
}

/** A tank is filled for the largest ground that one of its products covers. */
const areaOfTank = (products: readonly OnCard[], zone: ZoneSheet['zone']): SquareMetres =>
  Math.max(...products.map((p) => areaOf(p.place, zone))) as SquareMetres;
const placeWords = (place: Place): string =>
  place.on === 'zone' ? 'Treated area' : place.on === 'spots' ? 'Spots' : 'Strip along the edge';

const cautionsOf = (label: Label): string[] => [
  ...label.cautions,
  ...(label.mixHours === null
    ? []
    : [`${shortName(label)}: spray within ${plural(label.mixHours, 'hour')} of mixing.`]),
  ...(label.stains ? [`${shortName(label)} stains: rinse or sweep it off hard surfaces at once.`] : []),
];

/** What the labels say of safety: once, where they say the same. */
function Wear({ labels }: Readonly<{ labels: readonly Label[] }>) {
  const said = new Map<string, Label[]>();
  for (const l of labels) {
    const what = JSON.stringify([l.ppe, l.reentry, l.restrictedUse]);
    said.set(what, [...(said.get(what) ?? []), l]);
  }
  const several = labels.length > 1;
  return [...said].map(([what, those]) => {
    const [{ ppe, reentry, restrictedUse }] = those as [Label];
    return (
      <p key={what} className="mt-2 border-2 border-iron bg-paper px-3 py-2 text-lg">
        {those.map((l) => (
          <b key={l.id} className={several ? 'block font-cond' : 'font-cond'}>
            {l.signalWord.toUpperCase()} {several && shortName(l)}
          </b>
        ))}
        <b className="font-cond">{several ? '' : '· '}Wear:</b> {ppe} <b className="font-cond">Re-entry:</b>{' '}
        {reentry}
        {restrictedUse && <b> Restricted use: certified applicator only.</b>}
      </p>
    );
  });
}

/** What stands against it today, or warns of it. */
function Held({
  sheet: { today },
  context,
}: Readonly<{ sheet: ZoneSheet; context: ReturnType<typeof contextOf> }>) {
  const show = useShows();
  const held = windowOf(context, { from: today, to: addDays(today, 1) }).lanes.flatMap(
    ({ gate, of, lane }) => {
      const verdict = spanAt(lane, today)?.verdict;
      return verdict && verdict.state !== 'open' ? [{ gate, of, verdict }] : [];
    },
  );
  const products = productsOf(context);
  const isShut = held.some((h) => h.verdict.state === 'shut');
  if (!held.length) return null;
  return (
    <div
      role="status"
      className={`mt-2 border-l-4 bg-paper px-3 py-2 ${isShut ? 'border-clay' : 'border-straw'}`}
    >
      <p className="font-cond text-lg font-semibold">
        {isShut ? 'Shut today: do not mix yet.' : 'Ajar today: allowed, with a warning.'}
      </p>
      {held.map(({ gate, of, verdict }) => (
        <p key={gate.key + of} className="text-[15px]">
          <b>
            {gate.name}
            {products.length > 1 &&
              `, ${shortName(products.find((p) => p.position === of)?.label ?? { name: '' })}`}
            :
          </b>{' '}
          {reasonWords(verdict.reason, show)}
        </p>
      ))}
    </div>
  );
}

/** Where the spray volume is not what the label asks for. */
function Sprayed({ label, carrier }: Readonly<{ label: Label; carrier: LitresPerHectare }>) {
  const show = useShows();
  if (!label.carrier || isGranule(label)) return null;
  const { least, most } = label.carrier;
  if (carrier >= least * (1 - 1e-6) && carrier <= most * (1 + 1e-6)) return null;
  return (
    <p role="alert" className="mt-2 border-l-4 border-clay bg-paper px-3 py-2">
      Water is {show.carrier(carrier)}; the label of {shortName(label)} asks for {show.carrier(least)} to{' '}
      {show.carrier(most)}. Change the water, or the equipment.
    </p>
  );
}
