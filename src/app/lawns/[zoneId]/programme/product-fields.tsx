'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Issue } from '@/core/units/issue';
import { shortName } from '@/ui/words';
import { MeasureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { usesOn, type Label } from '@/core/products/label';
import { METHODS, USES } from '@/core/trade/terms';
import { areaOf } from '@/core/products/application';
import { productField, type TypedProduct } from '@/core/season/typed-fields';
import type { PlannedProduct } from '@/core/season/standing';
import { showAmount } from '@/core/units/format';
import { showPercent } from '@/core/units/figure';
import { RATE_UNITS, amountFor, type RateUnit } from '@/core/units/rate';
import type { Day } from '@/core/calendar/day';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { WhichSuits } from './suited';
import { PLACE_NAMES, USE_NAMES } from './product-words';
import type { LawnView } from '../lawn-view';
import { DeskWaits } from './desk-waits';
import type { TextOf } from './text-of';
import type { LawnDesk } from './use-desk';

const Targets = dynamic(() => import('./targets').then((m) => m.Targets), { loading: () => null });
// asked of what is new
const Repeat = dynamic(() => import('./repeat').then((m) => m.Repeat), { loading: () => null });

type Props = Readonly<{
  sheet: LawnView;
  desk: LawnDesk;
  product: TypedProduct;
  index: number;
  count: number;
  /** as the core reads it; null: something is wrong with it */
  planned: PlannedProduct | null;
  day: Day;
  mayPlan: boolean;
  issueOf: (field: string) => Issue | undefined;
  onChange: (next: TypedProduct) => void;
  /** the same of what stands there when it comes to it */
  onRevise: (revised: (then: TypedProduct) => TypedProduct) => void;
  onRemove: () => void;
}>;

/** One product of an application: which, how much, for what, where, and how it goes with the others. */
export function ProductFields({
  sheet,
  desk,
  product: p,
  index,
  count,
  planned,
  day,
  mayPlan,
  issueOf,
  onChange,
  onRevise,
  onRemove,
}: Props) {
  const { zone } = sheet;
  const label = [...(desk.ready?.sheet.labels.now ?? []), ...sheet.labels].find((l) => l.id === p.productId);
  const isDone = planned?.recordId != null;
  const isFixed = !mayPlan || isDone;
  const issue = (field: keyof TypedProduct) => issueOf(productField(index, field));
  const set = (change: Partial<TypedProduct>) => onChange({ ...p, ...change });
  /** chosen, and its label on its way: what is typed meanwhile would be lost */
  const [choosing, setChoosing] = useState<string | null>(null);
  const choose = (id: string) => {
    setChoosing(id);
    desk.with(({ engine, sheet: whole }) => {
      setChoosing(null);
      const next = whole.labels.now.find((l) => l.id === id);
      if (next) onRevise((then) => engine.withProduct(then, next, whole));
    });
  };
  const input: TextOf = (field, isText = false) =>
    function Input(given: Parameters<Parameters<typeof Labelled>[0]['children']>[0]) {
      return (
        <input
          {...given}
          inputMode={isText ? undefined : 'decimal'}
          disabled={isFixed}
          value={p[field]}
          onChange={(e) => set({ [field]: e.target.value })}
        />
      );
    };
  return (
    <fieldset className="grid min-w-0 gap-1.5 border-l-4 border-hair pl-3">
      <legend className="flex w-full items-center justify-between font-cond text-lead font-semibold">
        <span>{count > 1 ? `Product ${index + 1} of ${count}` : 'Product'}</span>
        {mayPlan && !isDone && count > 1 && (
          <button type="button" className="button min-h-desk px-2 py-0 text-note" onClick={onRemove}>
            Take it out
          </button>
        )}
      </legend>
      <Labelled
        name="Product"
        issue={p.productId ? issue('productId') : null}
        hint={isDone ? 'put down already' : null}
      >
        {(field) => (
          <select
            {...field}
            disabled={isFixed}
            value={choosing ?? p.productId}
            onChange={(e) => choose(e.target.value)}
          >
            <option value="">choose a product</option>
            {sheet.shelf.map((l) => (
              <option key={l.id} value={l.id}>
                {shortName(l)}
                {l.isCancelled && ' (cancelled)'}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {mayPlan && !isDone && <WhichSuits desk={desk} day={day} product={p} onChoose={choose} />}
      {choosing !== null && <DeskWaits desk={desk} />}
      {label && choosing === null && (
        <>
          <Use sheet={sheet} label={label} product={p} isFixed={isFixed} issue={issue} onChange={set} />
          <Targets label={label} product={p} isFixed={isFixed} onChange={set} />
          <Labelled beside name={p.times === 'split' && !p.id ? 'Total rate' : 'Rate'} issue={issue('rate')}>
            {input('rate')}
          </Labelled>
          <Labelled beside name="Unit" issue={issue('unit')}>
            {(field) => (
              <select
                {...field}
                disabled={isFixed}
                value={p.unit}
                onChange={(e) => set({ unit: e.target.value })}
              >
                {unitsFor(label).map((u) => (
                  <option key={u} value={u}>
                    {RATE_UNITS[u].words}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Where product={p} isFixed={isFixed} issue={issue} onChange={set} input={input} />
          <Means product={p} count={count} isFixed={isFixed} onChange={set} />
          {!p.id && <Repeat product={p} isFixed={isFixed} issue={issue} onChange={set} input={input} />}
          {planned && <Amount planned={planned} zone={zone} />}
        </>
      )}
    </fieldset>
  );
}

type Part = Readonly<{
  product: TypedProduct;
  isFixed: boolean;
  onChange: (change: Partial<TypedProduct>) => void;
}>;
type Issues = Readonly<{ issue: (field: keyof TypedProduct) => Issue | undefined }>;

/** What for: spots are what a spot treatment treats. */
function Use({
  sheet,
  label,
  product: p,
  isFixed,
  issue,
  onChange,
}: Part & Issues & Readonly<{ sheet: LawnView; label: Label }>) {
  return (
    <>
      <Labelled beside name="Use" issue={issue('use')}>
        {(field) => (
          <select
            {...field}
            disabled={isFixed}
            value={p.use}
            onChange={(e) =>
              onChange({
                use: e.target.value,
                targets: [],
                place: e.target.value === 'spot' ? 'spots' : p.place === 'spots' ? 'zone' : p.place,
              })
            }
          >
            {[...new Set([...usesOn(label, sheet.zone.facts), ...USES.filter((u) => u === p.use)])].map(
              (u) => (
                <option key={u} value={u}>
                  {USE_NAMES[u]}
                </option>
              ),
            )}
          </select>
        )}
      </Labelled>
    </>
  );
}

/** Where it goes down, and how large that is. */
function Where({ product: p, isFixed, issue, onChange, input }: Part & Issues & Readonly<{ input: TextOf }>) {
  const measured = (field: 'area' | 'length' | 'width') => ({
    issue: issue(field),
    disabled: isFixed,
    value: p[field],
    onChange: (value: string) => onChange({ [field]: value }),
  });
  return (
    <>
      <Labelled beside name="Where">
        {(field) => (
          <select
            {...field}
            disabled={isFixed}
            value={p.place}
            onChange={(e) => onChange({ place: e.target.value as TypedProduct['place'] })}
          >
            {(['zone', 'spots', 'strip'] as const).map((place) => (
              <option key={place} value={place}>
                {PLACE_NAMES[place]}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {p.place === 'spots' && <MeasureField beside {...measured('area')} measure="area" name="Spots" />}
      {p.place === 'strip' && (
        <>
          <MeasureField beside {...measured('length')} measure="length" name="Length" />
          <MeasureField beside {...measured('width')} measure="length" name="Width" />
        </>
      )}
      {p.place !== 'zone' && (
        <Labelled
          beside
          name="Other ground"
          hint={p.ground ? null : 'empty: the same spots as before. A name: others'}
        >
          {input('ground', true)}
        </Labelled>
      )}
    </>
  );
}

/** With what, and in which tank. */
function Means({ product: p, count, isFixed, onChange }: Part & Readonly<{ count: number }>) {
  return (
    <>
      <Labelled beside name="Put down with">
        {(field) => (
          <select
            {...field}
            disabled={isFixed}
            value={p.method}
            onChange={(e) => onChange({ method: e.target.value })}
          >
            <option value="">what fits of ours</option>
            {METHODS.map((m) => (
              <option key={m} value={m}>
                {m}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {count > 1 && (
        <Labelled
          beside
          name="Tank"
          hint={p.tank === 1 ? null : 'same visit, after tank ' + String(p.tank - 1)}
        >
          {(field) => (
            <select
              {...field}
              disabled={isFixed}
              value={p.tank}
              onChange={(e) => onChange({ tank: Number(e.target.value) })}
            >
              {Array.from({ length: count }, (_, i) => (
                <option key={i} value={i + 1}>
                  {i === 0 ? 'tank or hopper 1, first' : `tank or hopper ${i + 1}`}
                </option>
              ))}
            </select>
          )}
        </Labelled>
      )}
    </>
  );
}

const unitsFor = (label: Label): RateUnit[] =>
  (Object.keys(RATE_UNITS) as RateUnit[]).filter(
    (u) => RATE_UNITS[u].by === RATE_UNITS[label.rateUnit].by && !u.startsWith('gal/1000'),
  );

/** What goes down of it, and whether it is one of several parts. */
function Amount({ planned: p, zone }: Readonly<{ planned: PlannedProduct; zone: LawnView['zone'] }>) {
  const show = useShows();
  const area = areaOf(p.place, zone);
  const where =
    p.place.on === 'zone' ? 'This zone' : `${p.place.on === 'spots' ? 'Spots' : 'Strip'}, ${show.area(area)}`;
  return (
    <>
      {p.tie && (
        <p className="text-note text-steel">
          {p.tie.kind === 'split' ? 'Part' : 'Shot'} {p.tie.part} of {p.tie.of}
          {p.tie.part > 1 &&
            `, ${p.tie.spacing.leastDays} to ${p.tie.spacing.mostDays} days after the one before`}
          .
        </p>
      )}
      <Figure name={where}>
        {showAmount(amountFor(p.rate, area), p.label.amountUnit)}
        {p.place.on === 'zone' && zone.areaError > 0 && ` ± ${showPercent(zone.areaError)}`}
      </Figure>
    </>
  );
}
