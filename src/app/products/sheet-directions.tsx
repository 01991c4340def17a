import { SEEDLINGS_SINCE, type SeedlingsSince } from '@/core/products/label';
import { NONE_KEYS } from '@/core/products/label-terms';
import { NONE_WORDS } from '@/core/products/none-words';
import { METHODS } from '@/core/trade/terms';
import { CARRIER_UNITS, isTyped, type LabelSheet } from '@/core/products/sheet';
import { AMOUNT_UNITS, RATE_UNITS, type AmountUnit, type RateUnit } from '@/core/units/rate';
import { RateRows } from './rate-rows';
import { TableField, TableFields } from './table-fields';
import {
  FigureField,
  Grid,
  ManyField,
  Part,
  RemoveButton,
  SelectField,
  TextField,
  amountUnitsFor,
  changed,
  without,
} from './sheet-fields';

type Props = Readonly<{ sheet: LabelSheet; set: (change: Partial<LabelSheet>) => void }>;

/** A label's directions for use, its rates and its limits. */
export function SheetDirections({ sheet, set }: Props) {
  return (
    <>
      <Directions sheet={sheet} set={set} />
      <Part title="Rates">
        <Grid>
          <SelectField
            name="Rates of this label are in"
            path="rateUnit"
            options={Object.keys(RATE_UNITS) as RateUnit[]}
            words={(u) => RATE_UNITS[u].words}
            value={sheet.rateUnit}
            onChange={(rateUnit) => set({ rateUnit, ...amountUnitFor(rateUnit, sheet) })}
          />
          <SelectField
            name="Amounts are shown in"
            path="amountUnit"
            options={amountUnitsFor(sheet)}
            words={(u) => AMOUNT_UNITS[u].words}
            value={sheet.amountUnit}
            onChange={(amountUnit) => set({ amountUnit })}
          />
        </Grid>
        <RateRows sheet={sheet} onChange={set} />
      </Part>

      <LimitsAndSeed sheet={sheet} set={set} />
      <NotSet sheet={sheet} set={set} />
    </>
  );
}

function Directions({ sheet, set }: Props) {
  return (
    <Part title="Directions">
      <ManyField
        name="Equipment the label allows"
        path="methods"
        options={METHODS}
        value={sheet.methods}
        onChange={(methods) => set({ methods })}
      />
      <Grid>
        <FigureField
          name="Watering-in, depth"
          measure="water"
          path="wateringIn inches"
          value={sheet.wateringIn?.inches ?? null}
          onChange={(inches) =>
            set({
              wateringIn: inches === null ? null : { inches, withinDays: sheet.wateringIn?.withinDays ?? 14 },
            })
          }
        />
        <FigureField
          name="Within days"
          path="wateringIn withinDays"
          value={sheet.wateringIn?.withinDays ?? null}
          onChange={(days) =>
            set({
              wateringIn:
                sheet.wateringIn === null && days === null
                  ? null
                  : { inches: sheet.wateringIn?.inches ?? 0.5, withinDays: days as number },
            })
          }
        />
        <TableFields part="weather" sheet={sheet} set={set} />
        <FigureField
          name="Spray volume, least"
          path="carrier least"
          value={sheet.carrier?.least ?? null}
          onChange={(least) => set({ carrier: carrierWith(sheet, { least }) })}
        />
        <FigureField
          name="Spray volume, most"
          path="carrier most"
          value={sheet.carrier?.most ?? null}
          onChange={(most) => set({ carrier: carrierWith(sheet, { most }) })}
        />
        <SelectField
          name="Spray volume in"
          path="carrier unit"
          options={CARRIER_UNITS}
          words={(u) => RATE_UNITS[u].words}
          value={sheet.carrier?.unit ?? 'gal/1000sqft'}
          onChange={(u) => set({ carrier: carrierWith(sheet, { unit: u }) })}
        />
        <TableField field="surfactantPercent" sheet={sheet} set={set} />
        {sheet.surfactantPercent !== null && <TableField field="adjuvant" sheet={sheet} set={set} />}
        <TableField field="mixHours" sheet={sheet} set={set} />
        <TableField field="tankMix" sheet={sheet} set={set} />
      </Grid>
      <InTheTank sheet={sheet} set={set} />
      <TextField
        name="Not in one tank with"
        path="notWith"
        hint="Names of a.i. or products, or kinds as iron or fertilizer, with commas between."
        value={sheet.notWith.join(', ')}
        onChange={(text) => set({ notWith: text === '' ? [] : text.split(',').map((s) => s.trimStart()) })}
      />
      <TableFields part="notes" sheet={sheet} set={set} />
    </Part>
  );
}

/** Its place in the order of the tank, and the water it wants. */
function InTheTank({ sheet, set }: Props) {
  return (
    <Grid>
      <TableFields part="order of the tank" sheet={sheet} set={set} />
      <FigureField
        name="pH of the water, least"
        path="sprayPh least"
        value={sheet.sprayPh?.least ?? null}
        onChange={(least) => set({ sprayPh: phWith(sheet, { least }) })}
      />
      <FigureField
        name="pH of the water, most"
        path="sprayPh most"
        value={sheet.sprayPh?.most ?? null}
        onChange={(most) => set({ sprayPh: phWith(sheet, { most }) })}
      />
    </Grid>
  );
}

function LimitsAndSeed({ sheet, set }: Props) {
  return (
    <Part title="Limits and seed">
      <Grid>
        <TableFields part="limits" sheet={sheet} set={set} />
        <FigureField
          name="Seedlings: weeks"
          path="seedlings weeks"
          value={sheet.seedlings?.weeks ?? null}
          onChange={(weeks) => set({ seedlings: seedlingsWith(sheet, { weeks }) })}
        />
        <FigureField
          name="Seedlings: mowings"
          path="seedlings mowings"
          value={sheet.seedlings?.mowings ?? null}
          onChange={(mowings) => set({ seedlings: seedlingsWith(sheet, { mowings }) })}
        />
        {sheet.seedlings && (
          <SelectField
            name="Weeks count from"
            path="seedlings since"
            options={SEEDLINGS_SINCE}
            words={(s) => (s === 'sown' ? 'the day they were sown' : 'emergence')}
            value={sheet.seedlings.since ?? 'sown'}
            onChange={(since) => set({ seedlings: seedlingsWith(sheet, { since }) })}
          />
        )}
      </Grid>
      <SeedingWait sheet={sheet} set={set} />
      <p className="mt-1 text-note text-steel">
        “At or before seeding”: one wait of 0 days. “Four weeks after emergence”: the weeks above, from
        emergence.
      </p>
    </Part>
  );
}

/** Days before seeding, by the rate that went down. */
function SeedingWait({ sheet, set }: Props) {
  const unit = RATE_UNITS[sheet.rateUnit].words;
  return (
    <>
      <p className="mt-2 font-cond text-lead">Wait before seeding, by rate</p>
      {sheet.seedingWait.map((w, i) => (
        <div key={i} className="mt-1 flex flex-wrap items-end gap-2">
          <FigureField
            name={`Up to, ${unit}`}
            path={`seedingWait ${i + 1} upTo`}
            value={w.upTo}
            onChange={(upTo) => set({ seedingWait: changed(sheet.seedingWait, i, { upTo: upTo as number }) })}
          />
          <FigureField
            name="Days"
            path={`seedingWait ${i + 1} days`}
            value={w.days}
            onChange={(days) => set({ seedingWait: changed(sheet.seedingWait, i, { days: days as number }) })}
          />
          <RemoveButton what="step" onClick={() => set({ seedingWait: without(sheet.seedingWait, i) })} />
        </div>
      ))}
      <button
        type="button"
        className="button mt-2"
        onClick={() =>
          set({
            seedingWait: [
              ...sheet.seedingWait,
              { upTo: null as unknown as number, days: null as unknown as number },
            ],
          })
        }
      >
        Add a wait
      </button>
    </>
  );
}

/** What is empty on the sheet, to be ticked where somebody has read that the label sets none: the rest was not typed yet. */
function NotSet({ sheet, set }: Props) {
  const open = NONE_KEYS.filter((key) => !isTyped(sheet, key));
  if (!open.length) return null;
  const left = open.filter((key) => !sheet.none.includes(key)).length;
  return (
    <Part title="What the label does not set">
      <p className="text-note">
        These stand empty. Tick what you have looked for and the label sets none of; what is not ticked counts
        as not typed, and its gate waits. {left ? `${left} to look for.` : 'All looked for.'}
      </p>
      <ManyField
        name="The label sets none of"
        path="none"
        options={open}
        words={(key) => NONE_WORDS[key]}
        value={sheet.none}
        onChange={(none) => set({ none })}
      />
    </Part>
  );
}

const amountUnitFor = (rateUnit: RateUnit, { amountUnit, packages }: LabelSheet): Partial<LabelSheet> => {
  const { by } = RATE_UNITS[rateUnit];
  if (AMOUNT_UNITS[amountUnit].by === by) return {};
  const next: AmountUnit = by === 'mass' ? 'oz' : 'floz';
  return { amountUnit: next, packages: packages.map((p) => ({ ...p, unit: next })) };
};

function carrierWith(
  { carrier }: LabelSheet,
  change: Readonly<{ least?: number | null; most?: number | null; unit?: (typeof CARRIER_UNITS)[number] }>,
): LabelSheet['carrier'] {
  const next = { least: null, most: null, unit: 'gal/1000sqft' as const, ...carrier, ...change };
  return next.least === null && next.most === null ? null : (next as unknown as LabelSheet['carrier']);
}

function phWith(
  { sprayPh }: LabelSheet,
  change: Readonly<{ least?: number | null; most?: number | null }>,
): LabelSheet['sprayPh'] {
  const next = { least: null, most: null, ...sprayPh, ...change };
  return next.least === null && next.most === null ? null : (next as unknown as LabelSheet['sprayPh']);
}

function seedlingsWith(
  { seedlings }: LabelSheet,
  change: Readonly<{ weeks?: number | null; mowings?: number | null; since?: SeedlingsSince }>,
): LabelSheet['seedlings'] {
  const next = { weeks: null, mowings: null, ...seedlings, ...change };
  return next.weeks === null && next.mowings === null ? null : next;
}
