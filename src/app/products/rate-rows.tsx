'use client';
import type { UnitSystem } from '@/core/units/measures';
import { useShows } from '@/ui/units';
import { DORMANCIES } from '@/core/products/label';
import { TURFS, USES } from '@/core/trade/terms';
import { contentOf, type LabelSheet, type SheetRate } from '@/core/products/sheet';
import { significant, type Shows } from '@/core/units/format';
import { inAllUnits, substanceRate } from '@/core/units/by-label';
import { gramsPerLitre } from '@/core/units/quantity';
import { RATE_UNITS, rateOf, type RateUnit } from '@/core/units/rate';
import { G_PER_L_IN_LB_PER_GAL } from '@/core/units/trade';
import { OtherWording } from './other-wording';
import {
  FigureField,
  ManyField,
  RemoveButton,
  SelectField,
  TextField,
  changed,
  without,
} from './sheet-fields';

type Props = Readonly<{ sheet: LabelSheet; onChange: (change: Partial<LabelSheet>) => void }>;

const EMPTY: SheetRate = {
  turfs: [],
  uses: ['pre-emergent'],
  region: null,
  low: null as unknown as number,
  high: null as unknown as number,
  months: null,
  yearLimit: null,
  mostApplications: null,
  intervalDays: null,
  dormancy: 'any',
};

/** The rate table, row by row, as labels print it; under each rate what it is in the other units. */
export function RateRows({ sheet, onChange }: Props) {
  const show = useShows();
  const { rates, rateUnit } = sheet;
  const unit = RATE_UNITS[rateUnit].words;
  const set = (i: number, change: Partial<SheetRate>) => onChange({ rates: changed(rates, i, change) });
  return (
    <>
      {rates.map((r, i) => (
        <div key={i} className="mt-3 border-l-4 border-rail pl-3">
          <ManyField
            name={`Row ${i + 1}: on which turf`}
            path={`rates ${i + 1} turfs`}
            options={TURFS}
            value={r.turfs}
            onChange={(turfs) => set(i, { turfs })}
          />
          <ManyField
            name="For"
            path={`rates ${i + 1} uses`}
            options={USES}
            value={r.uses}
            onChange={(uses) => set(i, { uses })}
          />
          <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
            <FigureField
              name={`Low, ${unit}`}
              path={`rates ${i + 1} low`}
              value={r.low}
              onChange={(low) => set(i, { low: low as number })}
            />
            <FigureField
              name={`High, ${unit}`}
              path={`rates ${i + 1} high`}
              value={r.high}
              onChange={(high) => set(i, { high: high as number })}
            />
            <FigureField
              name="Months at the high rate"
              path={`rates ${i + 1} months`}
              value={r.months}
              onChange={(months) => set(i, { months })}
            />
            <SelectField
              name="Warm-season turf"
              path={`rates ${i + 1} dormancy`}
              options={DORMANCIES}
              value={r.dormancy}
              onChange={(dormancy) => set(i, { dormancy })}
            />
          </div>
          <MonthsAt
            row={i + 1}
            unit={unit}
            monthsAt={r.monthsAt ?? []}
            onChange={(monthsAt) => set(i, { monthsAt })}
          />
          <p aria-live="polite" className="mt-1 text-note font-semibold text-moss">
            {[r.low, r.high]
              .map((x) => inOtherUnits(x, sheet, show))
              .filter(Boolean)
              .join(' · ')}
          </p>
          <OtherWording sheet={sheet} row={i + 1} onTake={(rates) => set(i, rates)} />
          <details
            className="mt-1"
            open={r.yearLimit !== null || r.intervalDays !== null || r.region !== null}
          >
            <summary className="min-h-touch cursor-pointer py-2 text-note">
              Limits of this row that differ from the label&apos;s own
            </summary>
            <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
              <FigureField
                name={`Most in the period, ${unit}`}
                path={`rates ${i + 1} yearLimit`}
                value={r.yearLimit}
                onChange={(yearLimit) => set(i, { yearLimit })}
              />
              <FigureField
                name="Most applications"
                path={`rates ${i + 1} mostApplications`}
                value={r.mostApplications}
                onChange={(mostApplications) => set(i, { mostApplications })}
              />
              <FigureField
                name="Least days between"
                path={`rates ${i + 1} intervalDays`}
                value={r.intervalDays}
                onChange={(intervalDays) => set(i, { intervalDays })}
              />
              <TextField
                name="Region"
                path={`rates ${i + 1} region`}
                value={r.region ?? ''}
                onChange={(region) => set(i, { region: region === '' ? null : region })}
              />
            </div>
          </details>
          <RemoveButton what={`row ${i + 1}`} onClick={() => onChange({ rates: without(rates, i) })} />
        </div>
      ))}
      <button
        type="button"
        className="button mt-3"
        onClick={() => onChange({ rates: [...rates, { ...EMPTY, uses: rates.at(-1)?.uses ?? EMPTY.uses }] })}
      >
        Add a row of rates
      </button>
    </>
  );
}

/** Months of control by rate, as some labels print them: sub-rows of one row. */
function MonthsAt({
  row,
  unit,
  monthsAt,
  onChange,
}: Readonly<{
  row: number;
  unit: string;
  monthsAt: NonNullable<SheetRate['monthsAt']>;
  onChange: (monthsAt: NonNullable<SheetRate['monthsAt']>) => void;
}>) {
  return (
    <details className="mt-1" open={monthsAt.length > 0}>
      <summary className="min-h-touch cursor-pointer py-2 text-note">
        Months of control at other rates, where the label prints them
      </summary>
      {monthsAt.map((m, k) => (
        <div key={k} className="mt-1 grid grid-cols-2 items-end gap-2 md:grid-cols-4">
          <FigureField
            name={`At, ${unit}`}
            path={`rates ${row} monthsAt ${k + 1} rate`}
            value={m.rate}
            onChange={(rate) => onChange(changed(monthsAt, k, { rate: rate as number }))}
          />
          <FigureField
            name="Months"
            path={`rates ${row} monthsAt ${k + 1} months`}
            value={m.months}
            onChange={(months) => onChange(changed(monthsAt, k, { months: months as number }))}
          />
          <RemoveButton what="this rate" onClick={() => onChange(without(monthsAt, k))} />
        </div>
      ))}
      <button
        type="button"
        className="button mt-2"
        onClick={() =>
          onChange([...monthsAt, { rate: null as unknown as number, months: null as unknown as number }])
        }
      >
        Add a rate
      </button>
    </details>
  );
}

/** The units that people compare rates in. */
const COMPARED: Readonly<Record<UnitSystem, readonly RateUnit[]>> = {
  trade: [
    'oz/1000sqft',
    'floz/1000sqft',
    'lb/1000sqft',
    'g/1000sqft',
    'lb/acre',
    'floz/acre',
    'kg/ha',
    'L/ha',
  ],
  metric: ['g/100m2', 'mL/100m2', 'kg/ha', 'L/ha'],
};
/** The one that is told of a volume by its density too. */
const BY_DENSITY = { trade: 'lb/acre', metric: 'kg/ha' } as const;

/** "0.83 oz/1,000 sq ft = 2.26 lb/acre = 2.53 kg/ha = 1.47 lb a.i./acre"; empty where there is no figure. */
function inOtherUnits(figure: number | null, sheet: LabelSheet, show: Shows): string {
  if (figure === null || !(figure > 0)) return '';
  const density =
    sheet.densityLbPerGal === null || !(sheet.densityLbPerGal > 0)
      ? null
      : gramsPerLitre(sheet.densityLbPerGal * G_PER_L_IN_LB_PER_GAL);
  const rate = rateOf(figure, sheet.rateUnit);
  const others = inAllUnits(rate, density)
    .filter((w) => w.unit !== sheet.rateUnit && COMPARED[show.system].includes(w.unit))
    .filter((w) => RATE_UNITS[w.unit].by === rate.by || w.unit === BY_DENSITY[show.system])
    .map((w) => `${significant(w.figure)} ${RATE_UNITS[w.unit].words}`);
  const substances = sheet.ingredients.flatMap((i) => {
    const counted = i.limitCounts === 'a.e.' ? i.acidEquivalent : i.content;
    if (counted === null || !(counted > 0)) return [];
    const kg = substanceRate(rate, contentOf(counted, i.contentUnit), density);
    if (kg === null) return [];
    const name = sheet.ingredients.length > 1 ? ` of ${i.name}` : '';
    return [`${show.ingredient(kg, i.limitCounts, 3)}${name}`];
  });
  return [`${significant(figure)} ${RATE_UNITS[sheet.rateUnit].words}`, ...others, ...substances].join(' = ');
}
