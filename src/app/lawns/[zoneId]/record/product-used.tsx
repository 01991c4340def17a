'use client';
import type { Issue } from '@/core/units/issue';
import { shortName } from '@/ui/words';
import type { SquareMetres } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { AMOUNT_UNITS, type AmountUnit } from '@/core/units/rate';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import type { ProductChoice } from '@/server/records/form-view';
import type { ProductUsed } from '@/core/records/product-used';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { PLACE_NAMES, USE_NAMES } from '../programme/product-words';

export type Line = ProductUsed & Readonly<{ isDown: boolean }>;

type Props = Readonly<{
  line: Line;
  index: number;
  choices: readonly ProductChoice[];
  zoneArea: SquareMetres;
  /** of a plan or a correction: the product stands, its figures are typed */
  isGiven: boolean;
  /** may be left out: more than one product was planned */
  mayLeaveOut: boolean;
  isFirst: boolean;
  /** not the only one */
  mayRemove: boolean;
  issue: (field: string) => Issue | undefined;
  onChange: (change: Partial<Line>) => void;
  onRemove: () => void;
}>;

/** One product of a visit as it was really put down. */
export function ProductUsedFields(props: Props) {
  const show = useShows();
  const { line, index, choices, isGiven, mayLeaveOut, isFirst, mayRemove, onChange, onRemove, zoneArea } =
    props;
  const choice = choices.find((c) => c.id === line.productId);
  const issue = (field: keyof ProductUsed) => props.issue(`products.${index}.${field}`);
  const units = (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter(
    (u) => !choice || AMOUNT_UNITS[u].by === choice.by,
  );
  const weeds: readonly Weed[] = choice?.weeds[line.use] ?? [];
  const choose = (id: string) => {
    const next = choices.find((c) => c.id === id);
    if (!next) return;
    const use = next.uses[0]!;
    onChange({
      productId: id,
      use,
      targets: [],
      amountUnit: next.unit,
      lot: next.lots[0] ?? '',
      place: use === 'spot' ? 'spots' : 'zone',
    });
  };
  return (
    <fieldset className="min-w-0 border-l-4 border-hair pl-3">
      <legend className="flex w-full items-center justify-between gap-3">
        {isGiven ? (
          <label className="flex min-h-touch items-center gap-3 font-cond text-row font-semibold">
            {mayLeaveOut && (
              <input
                type="checkbox"
                className="size-6 accent-[var(--color-moss)]"
                checked={line.isDown}
                onChange={(e) => onChange({ isDown: e.target.checked })}
              />
            )}
            {choice ? shortName(choice) : 'Product'}
          </label>
        ) : (
          <span className="font-cond text-row font-semibold">Product {index + 1}</span>
        )}
        {!isGiven && mayRemove && (
          <button type="button" className="button min-h-desk px-2 py-0 text-note" onClick={onRemove}>
            Take it out
          </button>
        )}
      </legend>
      {!line.isDown ? (
        <p className="text-note text-steel">Not put down this time: it stays due.</p>
      ) : (
        <div className="grid grid-cols-2 gap-x-4 gap-y-3">
          {!isGiven && (
            <div className="col-span-2">
              <Labelled name="What was put down" issue={issue('productId')}>
                {(field) => (
                  <select {...field} value={line.productId} onChange={(e) => choose(e.target.value)}>
                    <option value="">choose a product</option>
                    {choices.map((c) => (
                      <option key={c.id} value={c.id}>
                        {shortName(c)}
                      </option>
                    ))}
                  </select>
                )}
              </Labelled>
            </div>
          )}
          {!isGiven && choice && (
            <>
              <Labelled name="Use">
                {(field) => (
                  <select
                    {...field}
                    value={line.use}
                    onChange={(e) => {
                      const use = choice.uses.find((u) => u === e.target.value) ?? line.use;
                      onChange({ use, targets: [], place: use === 'spot' ? 'spots' : 'zone' });
                    }}
                  >
                    {choice.uses.map((u) => (
                      <option key={u} value={u}>
                        {USE_NAMES[u]}
                      </option>
                    ))}
                  </select>
                )}
              </Labelled>
              <Labelled name="Where">
                {(field) => (
                  <select
                    {...field}
                    value={line.place}
                    onChange={(e) => onChange({ place: e.target.value as Line['place'] })}
                  >
                    {(['zone', 'spots'] as const).map((p) => (
                      <option key={p} value={p}>
                        {PLACE_NAMES[p]}
                      </option>
                    ))}
                  </select>
                )}
              </Labelled>
            </>
          )}
          <Labelled name="Product used" issue={issue('amount')}>
            {(field) => (
              <input
                {...field}
                inputMode="decimal"
                autoFocus={isFirst}
                value={line.amount}
                onChange={(e) => onChange({ amount: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Unit" issue={issue('amountUnit')}>
            {(field) => (
              <select
                {...field}
                value={line.amountUnit}
                onChange={(e) => onChange({ amountUnit: e.target.value })}
              >
                {units.map((u) => (
                  <option key={u} value={u}>
                    {AMOUNT_UNITS[u].words}
                    {u === 'oz' && ' (weight)'}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <MeasureField
            measure="area"
            name="Treated area"
            issue={issue('area')}
            hint={
              line.area === '' && line.place === 'zone'
                ? `empty: the whole zone, ${show.area(zoneArea)}`
                : null
            }
            value={line.area}
            onChange={(v) => onChange({ area: v })}
          />
          {weeds.length > 0 && (
            <Labelled name="Target weed" issue={issue('targets')}>
              {(field) => (
                <select
                  {...field}
                  value={line.targets[0] ?? ''}
                  onChange={(e) =>
                    onChange({ targets: e.target.value ? [e.target.value, ...line.targets.slice(1)] : [] })
                  }
                >
                  <option value="">none named</option>
                  {weeds.map((w) => (
                    <option key={w} value={w}>
                      {WEEDS[w].name}
                    </option>
                  ))}
                </select>
              )}
            </Labelled>
          )}
          {line.place !== 'zone' && (
            <Labelled name="Other ground" hint={line.ground ? null : 'empty: the same spots as before'}>
              {(field) => (
                <input
                  {...field}
                  maxLength={60}
                  value={line.ground}
                  onChange={(e) => onChange({ ground: e.target.value })}
                />
              )}
            </Labelled>
          )}
          {choice && choice.lots.length > 0 && (
            <Labelled name="Lot">
              {(field) => (
                <select {...field} value={line.lot} onChange={(e) => onChange({ lot: e.target.value })}>
                  <option value="">the oldest on the shelf</option>
                  {[...new Set([...choice.lots, line.lot].filter(Boolean))].map((l) => (
                    <option key={l}>{l}</option>
                  ))}
                </select>
              )}
            </Labelled>
          )}
        </div>
      )}
    </fieldset>
  );
}
