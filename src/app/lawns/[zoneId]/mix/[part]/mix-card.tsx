'use client';
import Link from 'next/link';
import { useState } from 'react';
import { addDays, showFullDay } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { windowOf } from '@/core/gates/window';
import { mixFor, type Load, type Mix, type MixRefusal } from '@/core/mixing/loads';
import { isGranule, type Formulation, type Label } from '@/core/products/label';
import { contextOf, type applicationsOf } from '@/core/season/plan';
import { figure, showAmount, showArea, showRate, significant } from '@/core/units/format';
import { parseFigure, type Issue } from '@/core/units/parse';
import type { Litres, LitresPerHectare, SquareMetres } from '@/core/units/quantity';
import {
  amountFor,
  amountIn,
  rateOf,
  type AmountUnit,
  type ProductAmount,
  type ProductRate,
  type VolumeRate,
} from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL } from '@/core/units/trade';
import type { ZoneSheet } from '@/server/season';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { reasonWords } from '@/ui/reason-words';
import { plural } from '@/ui/words';

type Application = ReturnType<typeof applicationsOf>[number];
type Props = Readonly<{
  sheet: ZoneSheet;
  application: Application;
  maximum: ProductRate;
  mayRecord: boolean;
}>;

/** By what the product is measured: a scale in grams, or a jug in fluid ounces. */
const TOOLS = {
  mass: { name: 'Scale reads to', unit: 'g', inSi: 0.001 },
  volume: { name: 'Jug reads to', unit: 'fl oz', inSi: L_PER_FL_OZ },
} as const;

/** Where the product goes in, by its formulation. Common practice of the trade; the label's own order wins. */
const ADDING: Record<Formulation, string> = {
  WG: 'Stir the granules into a pail of water first, then pour in the slurry.',
  WP: 'Stir the powder into a pail of water first, then pour in the slurry.',
  SC: 'Shake the jug, then pour in slowly.',
  EC: 'Pour in slowly, agitating all the while.',
  EW: 'Pour in slowly, agitating all the while.',
  SL: 'Pour in slowly.',
  G: 'Fill the hopper.',
};

/** What goes into the tank or hopper for one zone, load by load, large enough to read at the tailgate. */
export function MixCard({ sheet, application: a, maximum, mayRecord }: Props) {
  const { zone, house, today, plan } = sheet;
  const { label } = a;
  const tool = TOOLS[a.rate.by];
  const defaults = {
    tank: significant(house.tank / L_PER_GAL),
    carrier: significant(house.carrier / rateOf(1, 'gal/1000sqft').rate),
    step: significant((a.rate.by === 'mass' ? house.scaleStep : house.jugStep) / tool.inSi),
  };
  const [typed, setTyped] = useState(defaults);
  const granule = isGranule(label);

  const tank = parseFigure(typed.tank, { field: 'Tank', unit: 'gal', above: 0, most: 5000 });
  const carrier = parseFigure(typed.carrier, { field: 'Water', unit: 'gal/1,000 sq ft', above: 0, most: 20 });
  const step = parseFigure(typed.step, { field: tool.name, unit: tool.unit, above: 0, most: 1000 });
  const issues = [tank, carrier, step].flatMap((p) => (p.ok ? [] : [p.issue]));
  const mixed =
    tank.ok && carrier.ok && step.ok
      ? mixFor({
          area: zone.area,
          rate: a.rate,
          maximum,
          // a granule goes on dry: one hopper, whatever it holds
          tank: (granule ? 1e9 : tank.value * L_PER_GAL) as Litres,
          carrier: granule
            ? (1 as LitresPerHectare)
            : (rateOf(carrier.value, 'gal/1000sqft') as VolumeRate).rate,
          step: step.value * tool.inSi,
        })
      : null;

  const all = plan && windowOf(contextOf(plan, a.part, sheet.facts), { from: today, to: addDays(today, 1) });
  const held = all?.lanes.flatMap(({ gate, lane }) => {
    const verdict = spanAt(lane, today)?.verdict;
    return verdict && verdict.state !== 'open' ? [{ gate, verdict }] : [];
  });
  const isShut = held?.some((h) => h.verdict.state === 'shut') ?? false;

  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p className="text-steel">
        <Link href={`/lawns/${zone.id}?part=${a.part}`} className="inline-flex min-h-[44px] items-center">
          {zone.address} · {zone.name}
        </Link>{' '}
        · {showFullDay(today)}
      </p>
      <h1 className="text-[28px]">
        {label.name}
        {a.of > 1 && `, part ${a.part} of ${a.of}`}
      </h1>
      <p className="mt-2 border-2 border-iron bg-paper px-3 py-2 text-lg">
        <b className="font-cond">{label.signalWord.toUpperCase()} · Wear:</b> {label.ppe}{' '}
        <b className="font-cond">Re-entry:</b> {label.reentry}
        {label.restrictedUse && <b> Restricted use: certified applicator only.</b>}
      </p>
      {held && held.length > 0 && (
        <div
          role="status"
          className={`mt-2 border-l-4 bg-paper px-3 py-2 ${isShut ? 'border-clay' : 'border-straw'}`}
        >
          <p className="font-cond text-lg font-semibold">
            {isShut ? 'Shut today: do not mix yet.' : 'Ajar today: allowed, with a warning.'}
          </p>
          {held.map(({ gate, verdict }) => (
            <p key={gate.key} className="text-[15px]">
              <b>{gate.name}:</b> {reasonWords(verdict.reason)}
            </p>
          ))}
        </div>
      )}

      <fieldset className="no-print mt-4 grid grid-cols-3 items-end gap-3">
        <legend className="sr-only">What it is mixed with</legend>
        {!granule && (
          <>
            <Setting
              name="Tank, gal"
              value={typed.tank}
              issue={tank.ok ? null : tank.issue}
              onChange={(v) => setTyped({ ...typed, tank: v })}
            />
            <Setting
              name="Water, gal/1,000 sq ft"
              value={typed.carrier}
              issue={carrier.ok ? null : carrier.issue}
              onChange={(v) => setTyped({ ...typed, carrier: v })}
            />
          </>
        )}
        <Setting
          name={`${tool.name}, ${tool.unit}`}
          value={typed.step}
          issue={step.ok ? null : step.issue}
          onChange={(v) => setTyped({ ...typed, step: v })}
        />
      </fieldset>
      {issues.length > 0 && (
        <p className="mt-2 text-steel">The card stands again as soon as the figure is right.</p>
      )}

      {mixed?.ok && <Loads mix={mixed.mix} application={a} granule={granule} />}
      {mixed && !mixed.ok && (
        <p role="alert" className="mt-4 border-l-4 border-clay bg-paper px-3 py-2 text-lg">
          {refusalWords(mixed.refusal, tool.unit, tool.inSi)}
        </p>
      )}

      <section className="mt-5">
        <Figure name="Treated area">
          {showArea(zone.area)} ± {figure(zone.areaError * 100)} %
        </Figure>
        {zone.areaError > 0 && (
          <Figure name="If the area is that much off, it takes">
            {showMeasured(amountFor(a.rate, (zone.area * (1 - zone.areaError)) as SquareMetres), label)} to{' '}
            {showMeasured(amountFor(a.rate, (zone.area * (1 + zone.areaError)) as SquareMetres), label)}
          </Figure>
        )}
        {zone.excluded > 0 && <Figure name="Kept out under trees">{showArea(zone.excluded)}</Figure>}
        <Figure name="Rate">{showRate(a.rate, label.rateUnit)}</Figure>
        <Figure name="Label's most on this turf, at once">{showRate(maximum, label.rateUnit)}</Figure>
      </section>
      <ul className="mt-4 list-disc pl-5">
        {label.cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <p className="mt-3 text-[15px] text-steel">
        {label.demo && <b>Demo label: not for use. </b>}
        {label.registrationNumber}, label of {label.labelDate}. Computed from the label sheet; the printed
        label is the law, with local codes.
      </p>
      {mayRecord && a.recordId === null && (
        <Link href={`/lawns/${zone.id}/record/${a.part}`} className="button button-loud no-print mt-5 w-full">
          Put down: record it
        </Link>
      )}
    </div>
  );
}

function Loads({
  mix,
  application: { label },
  granule,
}: Readonly<{ mix: Mix; application: Application; granule: boolean }>) {
  return (
    <>
      <p className="mt-4 font-cond text-xl font-semibold">
        {granule
          ? 'One hopper'
          : `${plural(mix.loads.length, 'load')}, ${significant(mix.mix / L_PER_GAL)} gal in all`}
        , {showMeasured(mix.product, label)} of product
      </p>
      <ol className="mt-2 grid gap-4">
        {mix.loads.map((load, i) => (
          <li key={i} className="border-2 border-hair bg-paper px-4 py-3">
            <LoadCard
              load={load}
              label={label}
              granule={granule}
              name={granule ? 'Hopper' : `Load ${i + 1} of ${mix.loads.length}`}
            />
          </li>
        ))}
      </ol>
    </>
  );
}

function LoadCard({
  load,
  label,
  granule,
  name,
}: Readonly<{ load: Load; label: Label; granule: boolean; name: string }>) {
  const half = load.water / 2 / L_PER_GAL;
  const gallons = (value: number) => `${significant(value)} gal`;
  const steps = granule
    ? [ADDING.G, 'Half rate in two crossing directions. Sweep granules off hard surfaces.']
    : [
        `Fill half: ${gallons(half)} of water, agitate.`,
        ADDING[label.formulation],
        `Top up with water to ${gallons(load.mix / L_PER_GAL)}, agitate, spray soon.`,
      ];
  return (
    <>
      <h2 className="flex justify-between text-[19px]">
        <span>{name}</span>
        <span className="font-medium text-steel">{showArea(load.area)}</span>
      </h2>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-6 font-cond font-bold leading-none">
        <span className="text-[44px]">{showMeasured(load.measured, label)}</span>
        {!granule && <span className="text-[32px] text-water">{gallons(load.water / L_PER_GAL)} water</span>}
      </p>
      <p className="mt-1 text-[15px]">
        {alsoWords(load.measured, label)} · computed{' '}
        {showAmount(load.exact, load.exact.by === 'mass' ? 'g' : 'floz')}, rounding error{' '}
        {figure(load.error * 100, 1)} %
      </p>
      <ul className="mt-2">
        {steps.map((s) => (
          <li key={s}>
            <label className="flex min-h-[44px] items-center gap-3 text-[17px]">
              <input type="checkbox" className="size-6 shrink-0 accent-[var(--color-moss)]" />
              {s}
            </label>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What the scale or jug shows: grams, or fluid ounces. */
const showMeasured = (amount: ProductAmount, label: Label): string =>
  showAmount(amount, amount.by === 'volume' ? 'floz' : label.formulation === 'G' ? 'lb' : 'g');

/** The same amount in the other units people think in. */
function alsoWords(amount: ProductAmount, label: Label): string {
  const units: AmountUnit[] =
    amount.by === 'volume' ? ['mL'] : label.formulation === 'G' ? ['g', 'kg'] : ['oz'];
  return units
    .filter((u) => amountIn(amount, u) !== null)
    .map((u) => `= ${showAmount(amount, u)}${u === 'oz' ? ' by weight' : ''}`)
    .join(' ');
}

function refusalWords(r: MixRefusal, unit: string, inSi: number): string {
  if (r.kind === 'kinds-differ')
    return 'The label speaks of weight and the plan of volume, or the other way round: weight and volume do not mix. Change the plan’s unit.';
  return `This load takes ${significant(r.exact.amount / inSi)} ${unit}, less than one step of ${significant(r.step / inSi)} ${unit} within the label. Use a finer scale or jug.`;
}

function Setting({
  value,
  onChange,
  ...label
}: Readonly<{ name: string; value: string; issue: Issue | null; onChange: (value: string) => void }>) {
  return (
    <Labelled {...label}>
      {(field) => (
        <input {...field} inputMode="decimal" value={value} onChange={(e) => onChange(e.target.value)} />
      )}
    </Labelled>
  );
}
