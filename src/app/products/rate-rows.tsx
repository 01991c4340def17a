'use client';
import type { UnitSystem } from '@/core/units/measures';
import { useShows } from '@/ui/units';
import { DORMANCIES } from '@/core/products/label';
import { TURFS, USES } from '@/core/trade/terms';
import { contentOf, type LabelSheet, type SheetRate } from '@/core/products/sheet';
import type { Shows } from '@/core/units/format';
import { significant } from '@/core/units/figure';
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
  const { rates } = sheet;
  const set = (i: number, change: Partial<SheetRate>) => onChange({ rates: changed(rates, i, change) });
  return (
    <>
      {rates.map((r, i) => (
        <RateRow
          key={i}
          sheet={sheet}
          row={i + 1}
          r={r}
          onChange={(change) => set(i, change)}
          onRemove={() => onChange({ rates: without(rates, i) })}
        />
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

type RowProps = Readonly<{
  r: SheetRate;
  /** its number, from 1 */
  row: number;
  onChange: (change: Partial<SheetRate>) => void;
}>;
function RateRow({
  sheet,
  row,
  r,
  onChange,
  onRemove,
}: RowProps & Readonly<{ sheet: LabelSheet; onRemove: () => void }>) {
  const show = useShows();
  const unit = RATE_UNITS[sheet.rateUnit].words;
  return (
    <div className="mt-3 border-l-4 border-rail pl-3">
      <ManyField
        name={`Row ${row}: on which turf`}
        path={`rates ${row} turfs`}
        options={TURFS}
        value={r.turfs}
        onChange={(turfs) => onChange({ turfs })}
      />
      <ManyField
        name="For"
        path={`rates ${row} uses`}
        options={USES}
        value={r.uses}
        onChange={(uses) => onChange({ uses })}
      />
      <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
        <FigureField
          name={`Low, ${unit}`}
          path={`rates ${row} low`}
          value={r.low}
          onChange={(low) => onChange({ low: low as number })}
        />
        <FigureField
          name={`High, ${unit}`}
          path={`rates ${row} high`}
          value={r.high}
          onChange={(high) => onChange({ high: high as number })}
        />
        <FigureField
          name="Months at the high rate"
          path={`rates ${row} months`}
          value={r.months}
          onChange={(months) => onChange({ months })}
        />
        <SelectField
          name="Warm-season turf"
          path={`rates ${row} dormancy`}
          options={DORMANCIES}
          value={r.dormancy}
          onChange={(dormancy) => onChange({ dormancy })}
        />
      </div>
      <MonthsAt
        row={row}
        unit={unit}
        monthsAt={r.monthsAt ?? []}
        onChange={(monthsAt) => onChange({ monthsAt })}
      />
      <p aria-live="polite" className="mt-1 text-note font-semibold text-moss">
        {[r.low, r.high]
          .map((x) => inOtherUnits(x, sheet, show))
          .filter(Boolean)
          .join(' · ')}
      </p>
      <OtherWording sheet={sheet} row={row} onTake={(rates) => onChange(rates)} />
      <OwnLimits r={r} row={row} unit={unit} onChange={onChange} />
      <RemoveButton what={`row ${row}`} onClick={onRemove} />
    </div>
  );
}

/** Limits of a row that differ from the label's own. */
function OwnLimits({ r, row, unit, onChange }: RowProps & Readonly<{ unit: string }>) {
  return (
    <details className="mt-1" open={r.yearLimit !== null || r.intervalDays !== null || r.region !== null}>
      <summary className="min-h-touch cursor-pointer py-2 text-note">
        Limits of this row that differ from the label&apos;s own
      </summary>
      <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
        <FigureField
          name={`Most in the period, ${unit}`}
          path={`rates ${row} yearLimit`}
          value={r.yearLimit}
          onChange={(yearLimit) => onChange({ yearLimit })}
        />
        <FigureField
          name="Most applications"
          path={`rates ${row} mostApplications`}
          value={r.mostApplications}
          onChange={(mostApplications) => onChange({ mostApplications })}
        />
        <FigureField
          name="Least days between"
          path={`rates ${row} intervalDays`}
          value={r.intervalDays}
          onChange={(intervalDays) => onChange({ intervalDays })}
        />
        <TextField
          name="Region"
          path={`rates ${row} region`}
          value={r.region ?? ''}
          onChange={(region) => onChange({ region: region === '' ? null : region })}
        />
      </div>
    </details>
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
