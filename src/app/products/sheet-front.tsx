import { SITES } from '@/core/trade/terms';
import { DEGREES, SETBACKS_FROM } from '@/core/products/label';
import type { LabelSheet } from '@/core/products/sheet';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { ALL_WEEDS, STAGES, WEEDS, stageRank, stageWords, type Stage } from '@/core/weeds/weeds';
import { IngredientRows } from './ingredient-rows';
import { TableFields } from './table-fields';
import {
  FigureField,
  Grid,
  ManyField,
  Part,
  RemoveButton,
  SelectField,
  StatesField,
  TextField,
  amountUnitsFor,
  changed,
  without,
} from './sheet-fields';

type Props = Readonly<{ sheet: LabelSheet; set: (change: Partial<LabelSheet>) => void }>;

/** What stands on the front of a label, its precautions, and how it works. */
export function SheetFront({ sheet, set }: Props) {
  const isHerbicide = sheet.kind === 'herbicide';
  return (
    <>
      <Part title="Front of the label">
        <Grid>
          <TableFields part="front" sheet={sheet} set={set} />
          <StatesField
            values={sheet.registeredIn ?? []}
            onChange={(states) => set({ registeredIn: states.length ? states : null })}
          />
          <TableFields part="registration" sheet={sheet} set={set} />
        </Grid>
        <TableFields part="front, ticked" sheet={sheet} set={set} />
        {isHerbicide && <IngredientRows sheet={sheet} onChange={set} />}
        <Grid>
          <TableFields part="density" sheet={sheet} set={set} />
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
        <Packages sheet={sheet} set={set} />
      </Part>

      <Precautions sheet={sheet} set={set} />

      {isHerbicide && <HowItWorks sheet={sheet} set={set} />}
    </>
  );
}

function Packages({ sheet, set }: Props) {
  return (
    <>
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
            options={amountUnitsFor(sheet)}
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
    </>
  );
}

function Precautions({ sheet, set }: Props) {
  return (
    <Part title="Precautions">
      <TableFields part="precautions" sheet={sheet} set={set} />
      <Grid>
        <TableFields part="re-entry" sheet={sheet} set={set} />
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
            name={`Distance from a ${from}`}
            measure="length"
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
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        <SelectField
          name="Where fruit is grown"
          path="keepsFromFruit"
          options={FRUIT}
          value={sheet.keepsFromFruit === null ? FRUIT[0] : sheet.keepsFromFruit ? FRUIT[2] : FRUIT[1]}
          onChange={(f) => set({ keepsFromFruit: f === FRUIT[0] ? null : f === FRUIT[2] })}
        />
      </div>
      <ManyField
        name="Sites on which the label allows it; none ticked: not typed"
        path="sites"
        options={SITES}
        value={sheet.sites ?? []}
        onChange={(sites) => set({ sites: sites.length ? sites : null })}
      />
      <TableFields part="stains" sheet={sheet} set={set} />
    </Part>
  );
}

function HowItWorks({ sheet, set }: Props) {
  return (
    <Part title="How it works">
      <TableFields part="how it works" sheet={sheet} set={set} />
      <details open={sheet.before.length > 0 && sheet.before.length < 12}>
        <summary className="min-h-touch cursor-pointer py-2 font-cond text-lead">
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
      <TakenWeeds sheet={sheet} set={set} />
    </Part>
  );
}

/** Weeds that are up and that it takes, each up to a stage. */
function TakenWeeds({ sheet, set }: Props) {
  return (
    <>
      <p className="mt-2 font-cond text-lead">Weeds it takes once they are up</p>
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
            words={(s) => stageWords(a.weed, s)}
            value={a.upTo}
            onChange={(upTo) => set({ after: changed(sheet.after, i, { upTo, butNot: null }) })}
          />
          {passedBy(a.upTo).length > 0 && (
            <SelectField
              name="But not at"
              path={`after ${i + 1} butNot`}
              options={['', ...passedBy(a.upTo)] as const}
              words={(s) => (s === '' ? 'no stage left out' : stageWords(a.weed, s))}
              value={a.butNot ?? ''}
              onChange={(s) => set({ after: changed(sheet.after, i, { butNot: s === '' ? null : s }) })}
            />
          )}
          <SelectField
            name="How well"
            path={`after ${i + 1} degree`}
            options={DEGREES}
            value={a.degree ?? 'control'}
            onChange={(degree) => set({ after: changed(sheet.after, i, { degree }) })}
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
    </>
  );
}

/** Stages on the way to one, at which a label may leave a weed out. */
const passedBy = (upTo: Stage): Stage[] =>
  STAGES.filter((s) => s !== 'not up' && stageRank(s) < stageRank(upTo));

const FRUIT = ['not typed yet', 'allowed there', 'not where fruit is grown'] as const;

function analysisWith(
  { analysis }: LabelSheet,
  x: 'n' | 'p' | 'k',
  value: number | null,
): LabelSheet['analysis'] {
  const next = { n: 0, p: 0, k: 0, ...analysis, [x]: value ?? 0 };
  return next.n === 0 && next.p === 0 && next.k === 0 ? null : next;
}
