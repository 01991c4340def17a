'use client';
import { useController, useFormContext } from 'react-hook-form';
import type { SquareMetres } from '@/core/units/quantity';
import { AMOUNT_UNITS, type AmountUnit } from '@/core/units/rate';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import type { ProductChoice } from '@/server/records/form-view';
import { Labelled } from '@/ui/labelled';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { FigureEntry, SelectEntry, TextEntry, useIssues } from '../../../entry/fields';
import { PLACE_NAMES, USE_NAMES } from '../programme/product-words';
import type { Line, VisitTyped } from './visit-typed';

type Props = Readonly<{
  /** its place in the form, and its place among those that are sent, by which issues name it */
  at: number;
  index: number;
  choices: readonly ProductChoice[];
  zoneArea: SquareMetres;
  /** of a plan or a correction: the product stands, its figures are typed */
  isGiven: boolean;
  /** may be left out: more than one product was planned */
  mayLeaveOut: boolean;
  /** not the only one */
  mayRemove: boolean;
  onRemove: () => void;
}>;
const Select = SelectEntry<VisitTyped>;

/** One product of a visit as it was really put down. */
export function ProductUsedFields(props: Props) {
  const { at, index, choices, isGiven, mayLeaveOut, mayRemove, onRemove } = props;
  const { control } = useFormContext<VisitTyped>();
  const { field } = useController({ control, name: `lines.${at}` });
  const line: Line = field.value;
  const choice = choices.find((c) => c.id === line.productId);
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
                onChange={(e) => field.onChange({ ...line, isDown: e.target.checked })}
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
      {line.isDown ? (
        <div className="grid grid-cols-2 gap-x-4 gap-y-3">
          {!isGiven && <WhichProduct {...props} choice={choice} line={line} onChange={field.onChange} />}
          <HowMuch {...props} choice={choice} line={line} />
          <TargetWeed {...props} weeds={choice?.weeds[line.use] ?? []} />
          {line.place !== 'zone' && (
            <TextEntry<VisitTyped>
              name={`lines.${at}.ground`}
              label="Other ground"
              called={`products.${index}.ground`}
              hint={line.ground ? null : 'empty: the same spots as before'}
              maxLength={60}
            />
          )}
          {choice && choice.lots.length > 0 && (
            <Select
              name={`lines.${at}.lot`}
              label="Lot"
              called={`products.${index}.lot`}
              options={[
                ['', 'the oldest on the shelf'],
                ...[...new Set([...choice.lots, line.lot].filter(Boolean))].map((l) => [l, l] as const),
              ]}
            />
          )}
        </div>
      ) : (
        <p className="text-note text-steel">Not put down this time: it stays due.</p>
      )}
    </fieldset>
  );
}

type Part = Props & Readonly<{ line: Line; choice: ProductChoice | undefined }>;

/** Of work that nobody planned: which product, for what, and where. */
function WhichProduct({
  at,
  index,
  choices,
  choice,
  line,
  onChange,
}: Part & Readonly<{ onChange: (line: Line) => void }>) {
  const issueOf = useIssues([`products.${index}.productId`]);
  const placeOf = (use: Line['use']) => (use === 'spot' ? 'spots' : 'zone');
  const choose = (id: string) => {
    const next = choices.find((c) => c.id === id);
    const use = next?.uses[0];
    if (!next || !use) return;
    onChange({
      ...line,
      productId: id,
      use,
      targets: [],
      amountUnit: next.unit,
      lot: next.lots[0] ?? '',
      place: placeOf(use),
    });
  };
  return (
    <>
      <div className="col-span-2">
        <Labelled name="What was put down" issue={issueOf(`products.${index}.productId`)}>
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
      {choice && (
        <>
          <Labelled name="Use">
            {(field) => (
              <select
                {...field}
                value={line.use}
                onChange={(e) => {
                  const use = choice.uses.find((u) => u === e.target.value) ?? line.use;
                  onChange({ ...line, use, targets: [], place: placeOf(use) });
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
          <Select
            name={`lines.${at}.place`}
            label="Where"
            called={`products.${index}.place`}
            options={(['zone', 'spots'] as const).map((p) => [p, PLACE_NAMES[p]])}
          />
        </>
      )}
    </>
  );
}

function HowMuch({ at, index, line, choice, zoneArea }: Part) {
  const show = useShows();
  const units = (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter(
    (u) => !choice || AMOUNT_UNITS[u].by === choice.by,
  );
  return (
    <>
      <TextEntry<VisitTyped>
        name={`lines.${at}.amount`}
        label="Product used"
        called={`products.${index}.amount`}
        inputMode="decimal"
        autoFocus={at === 0}
      />
      <Select
        name={`lines.${at}.amountUnit`}
        label="Unit"
        called={`products.${index}.amountUnit`}
        options={units.map((u) => [u, `${AMOUNT_UNITS[u].words}${u === 'oz' ? ' (weight)' : ''}`])}
      />
      <FigureEntry<VisitTyped>
        name={`lines.${at}.area`}
        label="Treated area"
        called={`products.${index}.area`}
        unit="area"
        hint={
          line.area === '' && line.place === 'zone' ? `empty: the whole zone, ${show.area(zoneArea)}` : null
        }
      />
    </>
  );
}

/** The first weed that it was put down against; what else a plan names stays. */
function TargetWeed({ at, index, weeds }: Props & Readonly<{ weeds: readonly Weed[] }>) {
  const { control } = useFormContext<VisitTyped>();
  const { field } = useController({ control, name: `lines.${at}.targets` });
  const issueOf = useIssues([`products.${index}.targets`]);
  const targets: Line['targets'] = field.value;
  if (!weeds.length) return null;
  return (
    <Labelled name="Target weed" issue={issueOf(`products.${index}.targets`)}>
      {(given) => (
        <select
          {...given}
          value={targets[0] ?? ''}
          onChange={(e) => field.onChange(e.target.value ? [e.target.value, ...targets.slice(1)] : [])}
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
  );
}
