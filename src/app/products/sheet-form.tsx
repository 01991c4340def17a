'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, useTransition, type ReactNode } from 'react';
import { FORMULATIONS, METHODS, SETBACKS_FROM, SIGNAL_WORDS, TANK_MIXES } from '@/core/products/label';
import { CARRIER_UNITS, type LabelSheet } from '@/core/products/sheet';
import type { Issue } from '@/core/units/parse';
import { AMOUNT_UNITS, RATE_UNITS, type AmountUnit, type RateUnit } from '@/core/units/rate';
import { ALL_WEEDS, STAGES, WEEDS } from '@/core/weeds/weeds';
import type { Outcome, Overtaken, Refusal } from '@/server/outcome';
import type { SheetVersion } from '@/data/products';
import type { SaveSheetInput } from '@/server/products';
import { BothVersions, differences } from '../both-versions';
import { RefusalWords } from '../refusal-words';
import { send } from '../send';
import { useKept } from '../use-kept';
import { IngredientRows } from './ingredient-rows';
import { RateRows } from './rate-rows';
import {
  CheckField,
  FigureField,
  ManyField,
  RemoveButton,
  SelectField,
  SheetIssues,
  TextField,
  changed,
  without,
} from './sheet-fields';

export type SaveSheet = (
  input: SaveSheetInput,
) => Promise<Outcome<{ productId: string; version: number }, Overtaken<SheetVersion>>>;
/** Under which what is typed is kept on this device. */
export const draftKey = (productId: string | null) => `sheet:${productId ?? 'new'}`;

type Props = Readonly<{
  productId: string | null;
  seen: number;
  first: LabelSheet;
  saveSheetAction: SaveSheet;
}>;

/** A product sheet in the order of a printed label. What is typed is computed at once, and kept when a session ends. */
export function SheetForm({ productId, seen: seenNow, first, saveSheetAction }: Props) {
  const router = useRouter();
  const [refusal, setRefusal] = useState<Refusal | Overtaken<SheetVersion> | null>(null);
  const [isSaving, start] = useTransition();
  const [{ seen, sheet }, keep, forget, isKept] = useKept(draftKey(productId), {
    seen: seenNow,
    sheet: first,
  });
  const setSheet = (next: LabelSheet) => keep({ seen, sheet: next });
  const set = (change: Partial<LabelSheet>) => setSheet({ ...sheet, ...change });
  const issues: readonly Issue[] = refusal?.kind === 'invalid' ? refusal.issues : [];
  const amountUnits = (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter(
    (u) => AMOUNT_UNITS[u].by === RATE_UNITS[sheet.rateUnit].by,
  );
  const unit = RATE_UNITS[sheet.rateUnit].words;

  const save = (over: number) =>
    start(async () => {
      const outcome = await send(saveSheetAction, { productId, seen: over, sheet });
      if (outcome.ok) {
        forget();
        return router.push(`/products/${outcome.value.productId}`);
      }
      setRefusal(outcome.refusal);
    });

  return (
    <SheetIssues value={issues}>
      <form
        className="mx-auto max-w-4xl pb-24"
        onSubmit={(e) => {
          e.preventDefault();
          save(seen);
        }}
      >
        <Part title="Front of the label">
          <Grid>
            <TextField name="Name" path="name" value={sheet.name} onChange={(name) => set({ name })} />
            <TextField
              name="Registration number"
              path="registrationNumber"
              value={sheet.registrationNumber}
              onChange={(registrationNumber) => set({ registrationNumber })}
            />
            <TextField
              name="Label date"
              path="labelDate"
              hint="as 2027-01-15"
              value={sheet.labelDate}
              onChange={(labelDate) => set({ labelDate })}
            />
            <SelectField
              name="Status"
              path="status"
              options={['registered', 'cancelled'] as const}
              value={sheet.status}
              onChange={(status) => set({ status })}
            />
            <TextField
              name="Registered in"
              path="registeredIn"
              hint="states, separated by commas; empty: not said"
              value={sheet.registeredIn?.join(', ') ?? ''}
              onChange={(text) => set({ registeredIn: statesIn(text) })}
            />
            <TextField
              name="Licence category"
              path="category"
              value={sheet.category ?? ''}
              onChange={(category) => set({ category: category === '' ? null : category })}
            />
            <SelectField
              name="Signal word"
              path="signalWord"
              options={SIGNAL_WORDS}
              value={sheet.signalWord as (typeof SIGNAL_WORDS)[number]}
              onChange={(signalWord) => set({ signalWord })}
            />
            <SelectField
              name="Formulation"
              path="formulation"
              options={FORMULATIONS}
              words={(f) => FORMULATION_WORDS[f]}
              value={sheet.formulation}
              onChange={(formulation) => set({ formulation })}
            />
          </Grid>
          <CheckField
            name="Restricted-use product"
            value={sheet.restrictedUse}
            onChange={(restrictedUse) => set({ restrictedUse })}
          />
          <CheckField
            name="An invented label, never for use"
            value={sheet.demo}
            onChange={(demo) => set({ demo })}
          />
          <IngredientRows sheet={sheet} onChange={set} />
          <Grid>
            <FigureField
              name="Density, lb/gal"
              path="densityLbPerGal"
              hint="the only way from volume to weight"
              value={sheet.densityLbPerGal}
              onChange={(densityLbPerGal) => set({ densityLbPerGal })}
            />
            {(['n', 'p', 'k'] as const).map((x) => (
              <FigureField
                key={x}
                name={`${{ n: 'Nitrogen', p: 'Phosphate', k: 'Potash' }[x]}, %`}
                path={`analysis ${x}`}
                value={sheet.analysis?.[x] ?? null}
                onChange={(v) => set({ analysis: analysisWith(sheet, x, v) })}
              />
            ))}
          </Grid>
          {sheet.packages.map((p, i) => (
            <div key={i} className="mt-2 flex flex-wrap items-end gap-2">
              <FigureField
                name={`Package ${i + 1}`}
                path={`packages ${i + 1} size`}
                value={p.size}
                onChange={(size) => set({ packages: changed(sheet.packages, i, { size: size as number }) })}
              />
              <SelectField
                name="Unit"
                path={`packages ${i + 1} unit`}
                options={amountUnits}
                words={(u) => AMOUNT_UNITS[u].words}
                value={p.unit}
                onChange={(u) => set({ packages: changed(sheet.packages, i, { unit: u }) })}
              />
              <FigureField
                name="Price, USD"
                path={`packages ${i + 1} priceUsd`}
                value={p.priceUsd}
                onChange={(priceUsd) => set({ packages: changed(sheet.packages, i, { priceUsd }) })}
              />
              <RemoveButton what="package" onClick={() => set({ packages: without(sheet.packages, i) })} />
            </div>
          ))}
          <button
            type="button"
            className="button mt-3"
            onClick={() =>
              set({
                packages: [
                  ...sheet.packages,
                  { size: null as unknown as number, unit: sheet.amountUnit, priceUsd: null },
                ],
              })
            }
          >
            Add a package
          </button>
        </Part>

        <Part title="Precautions">
          <TextField
            name="What to wear (PPE)"
            path="ppe"
            rows={2}
            value={sheet.ppe}
            onChange={(ppe) => set({ ppe })}
          />
          <TextField
            name="Re-entry, as the label words it"
            path="reentry"
            rows={2}
            value={sheet.reentry}
            onChange={(reentry) => set({ reentry })}
          />
          <Grid>
            <FigureField
              name="Re-entry, hours"
              path="reentryHours"
              hint="empty: when dry"
              value={sheet.reentryHours}
              onChange={(reentryHours) => set({ reentryHours })}
            />
          </Grid>
          <TextField
            name="Cautions, one a line"
            path="cautions"
            rows={3}
            value={sheet.cautions.join('\n')}
            onChange={(text) => set({ cautions: text === '' ? [] : text.split('\n') })}
          />
          <Grid>
            {SETBACKS_FROM.map((from) => (
              <FigureField
                key={from}
                name={`Distance from a ${from}, ft`}
                path={`setbacks ${sheet.setbacks.findIndex((s) => s.from === from) + 1} feet`}
                value={sheet.setbacks.find((s) => s.from === from)?.feet ?? null}
                onChange={(feet) =>
                  set({
                    setbacks: [
                      ...sheet.setbacks.filter((s) => s.from !== from),
                      ...(feet === null ? [] : [{ from, feet }]),
                    ],
                  })
                }
              />
            ))}
          </Grid>
          <CheckField
            name="Stains hard surfaces"
            value={sheet.stains}
            onChange={(stains) => set({ stains })}
          />
        </Part>

        <Part title="How it works">
          <CheckField
            name="In the soil: a barrier, watered in"
            value={sheet.inSoil}
            onChange={(inSoil) => set({ inSoil })}
          />
          <CheckField
            name="Through the leaf: dry hours wanted"
            value={sheet.onLeaf}
            onChange={(onLeaf) => set({ onLeaf })}
          />
          <CheckField
            name="Reaches back to seedlings that are up"
            value={sheet.reachesBack}
            onChange={(reachesBack) => set({ reachesBack })}
          />
          <details open={sheet.before.length > 0 && sheet.before.length < 12}>
            <summary className="min-h-[44px] cursor-pointer py-2 font-cond text-[17px]">
              Weeds it keeps from coming up: {sheet.before.length}
            </summary>
            <ManyField
              name="Tick those on the label"
              path="before"
              options={ALL_WEEDS}
              words={(w) => WEEDS[w].name}
              value={sheet.before}
              onChange={(before) => set({ before })}
            />
          </details>
          <p className="mt-2 font-cond text-[17px]">Weeds it takes once they are up</p>
          {sheet.after.map((a, i) => (
            <div key={i} className="mt-1 flex flex-wrap items-end gap-2">
              <SelectField
                name="Weed"
                path={`after ${i + 1} weed`}
                options={ALL_WEEDS}
                words={(w) => WEEDS[w].name}
                value={a.weed}
                onChange={(weed) => set({ after: changed(sheet.after, i, { weed }) })}
              />
              <SelectField
                name="Up to"
                path={`after ${i + 1} upTo`}
                options={STAGES.filter((s) => s !== 'not up')}
                value={a.upTo}
                onChange={(upTo) => set({ after: changed(sheet.after, i, { upTo }) })}
              />
              <RemoveButton what="weed" onClick={() => set({ after: without(sheet.after, i) })} />
            </div>
          ))}
          <button
            type="button"
            className="button mt-2"
            onClick={() => set({ after: [...sheet.after, { weed: 'smooth-crabgrass', upTo: 'seedling' }] })}
          >
            Add a weed
          </button>
        </Part>

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
              name="Watering-in, in of water"
              path="wateringIn inches"
              value={sheet.wateringIn?.inches ?? null}
              onChange={(inches) =>
                set({
                  wateringIn:
                    inches === null ? null : { inches, withinDays: sheet.wateringIn?.withinDays ?? 14 },
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
            <FigureField
              name="Rain-free hours"
              path="rainFreeHours"
              value={sheet.rainFreeHours}
              onChange={(rainFreeHours) => set({ rainFreeHours })}
            />
            <FigureField
              name="Wind, at most mph"
              path="windMostMph"
              value={sheet.windMostMph}
              onChange={(windMostMph) => set({ windMostMph })}
            />
            <FigureField
              name="Air, at least °F"
              path="airLeastF"
              value={sheet.airLeastF}
              onChange={(airLeastF) => set({ airLeastF })}
            />
            <FigureField
              name="Air, at most °F"
              path="airMostF"
              value={sheet.airMostF}
              onChange={(airMostF) => set({ airMostF })}
            />
            <FigureField
              name="No mowing, days before"
              path="noMowingDaysBefore"
              value={sheet.noMowingDaysBefore}
              onChange={(d) => set({ noMowingDaysBefore: d ?? 0 })}
            />
            <FigureField
              name="No mowing, days after"
              path="noMowingDaysAfter"
              value={sheet.noMowingDaysAfter}
              onChange={(d) => set({ noMowingDaysAfter: d ?? 0 })}
            />
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
            <FigureField
              name="Surfactant, % v/v"
              path="surfactantPercent"
              value={sheet.surfactantPercent}
              onChange={(surfactantPercent) => set({ surfactantPercent })}
            />
            <FigureField
              name="A mix may stand, hours"
              path="mixHours"
              value={sheet.mixHours}
              onChange={(mixHours) => set({ mixHours })}
            />
            <SelectField
              name="In the tank"
              path="tankMix"
              options={TANK_MIXES}
              value={sheet.tankMix}
              onChange={(tankMix) => set({ tankMix })}
            />
          </Grid>
          <TextField
            name="Notes on mixing"
            path="compatibility"
            rows={2}
            value={sheet.compatibility}
            onChange={(compatibility) => set({ compatibility })}
          />
        </Part>

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
              options={amountUnits}
              words={(u) => AMOUNT_UNITS[u].words}
              value={sheet.amountUnit}
              onChange={(amountUnit) => set({ amountUnit })}
            />
          </Grid>
          <RateRows sheet={sheet} onChange={set} />
        </Part>

        <Part title="Limits and seed">
          <Grid>
            <SelectField
              name="Limits count by"
              path="period"
              options={['calendar year', '12 months'] as const}
              value={sheet.period}
              onChange={(period) => set({ period })}
            />
            <FigureField
              name={`Most product in it, ${unit}`}
              path="yearLimit"
              value={sheet.yearLimit}
              onChange={(yearLimit) => set({ yearLimit })}
            />
            <FigureField
              name="Most applications in it"
              path="mostApplications"
              value={sheet.mostApplications}
              onChange={(mostApplications) => set({ mostApplications })}
            />
            <FigureField
              name="Least days between"
              path="intervalDays"
              value={sheet.intervalDays}
              onChange={(d) => set({ intervalDays: d ?? 0 })}
            />
            <FigureField
              name="Seedlings: weeks since sown"
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
          </Grid>
          <p className="mt-2 font-cond text-[17px]">Wait before seeding, by rate</p>
          {sheet.seedingWait.map((w, i) => (
            <div key={i} className="mt-1 flex flex-wrap items-end gap-2">
              <FigureField
                name={`Up to, ${unit}`}
                path={`seedingWait ${i + 1} upTo`}
                value={w.upTo}
                onChange={(upTo) =>
                  set({ seedingWait: changed(sheet.seedingWait, i, { upTo: upTo as number }) })
                }
              />
              <FigureField
                name="Days"
                path={`seedingWait ${i + 1} days`}
                value={w.days}
                onChange={(days) =>
                  set({ seedingWait: changed(sheet.seedingWait, i, { days: days as number }) })
                }
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
        </Part>

        <div className="keeps-foot sticky bottom-0 mt-5 border-t-2 border-iron bg-lime py-3">
          {refusal && (
            <div
              role="alert"
              className="mb-2 max-h-[30vh] overflow-y-auto border-l-4 border-clay bg-paper px-3 py-2"
            >
              {refusal.kind === 'invalid' ? (
                <>
                  <p className="font-semibold">Nothing was saved, and nothing that you typed is lost:</p>
                  <ul className="text-[15px]">
                    {issues.map((i) => (
                      <li key={i.field + i.problem}>
                        <b>{i.field}</b> {i.problem}. {i.remedy}
                      </li>
                    ))}
                  </ul>
                </>
              ) : refusal.kind === 'changed-by-other' ? (
                <BothVersions
                  by={refusal.by}
                  what="this label"
                  rows={differences(sheet, refusal.theirs.sheet)}
                  onTakeTheirs={() => {
                    forget();
                    setRefusal(null);
                    router.refresh();
                  }}
                  onSaveMine={() => save(refusal.theirs.version)}
                />
              ) : (
                <RefusalWords
                  refusal={refusal}
                  here={productId ? `/products/${productId}/edit` : '/products/new'}
                />
              )}
            </div>
          )}
          <div className="flex flex-wrap gap-2">
            <button className="button button-loud grow" disabled={isSaving}>
              {isSaving ? 'Saving…' : productId ? `Save as version ${seen + 1}` : 'Save this product'}
            </button>
            <Link
              className="button"
              href={productId ? `/products/${productId}` : '/products'}
              onClick={forget}
            >
              {isKept ? 'Throw away what I typed' : 'Leave it as it was'}
            </Link>
          </div>
        </div>
      </form>
    </SheetIssues>
  );
}

const FORMULATION_WORDS = {
  WG: 'WG, water-dispersible granule',
  WP: 'WP, wettable powder',
  SC: 'SC, suspension',
  EC: 'EC, emulsion',
  EW: 'EW, emulsion in water',
  SL: 'SL, solution',
  G: 'G, granule',
} as const;

function Part({ title, children }: Readonly<{ title: string; children: ReactNode }>) {
  return (
    <section className="mt-5">
      <h2 className="border-b-2 border-iron text-[20px]">{title}</h2>
      <div className="mt-2">{children}</div>
    </section>
  );
}
const Grid = ({ children }: Readonly<{ children: ReactNode }>) => (
  <div className="mt-1 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 md:grid-cols-4">{children}</div>
);

const statesIn = (text: string): string[] | null => {
  const list = text.split(',').map((s) => s.trimStart());
  return text.trim() === '' ? null : list;
};
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
function seedlingsWith(
  { seedlings }: LabelSheet,
  change: Readonly<{ weeks?: number | null; mowings?: number | null }>,
): LabelSheet['seedlings'] {
  const next = { weeks: null, mowings: null, ...seedlings, ...change };
  return next.weeks === null && next.mowings === null ? null : next;
}
function analysisWith(
  { analysis }: LabelSheet,
  x: 'n' | 'p' | 'k',
  value: number | null,
): LabelSheet['analysis'] {
  const next = { n: 0, p: 0, k: 0, ...analysis, [x]: value ?? 0 };
  return next.n === 0 && next.p === 0 && next.k === 0 ? null : next;
}
