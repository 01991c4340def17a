/** Calibrations of equipment: what was caught, timed and weighed, kept for good, and what came of it. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import type { Day } from '@/core/calendar/day';
import {
  MOST_CV,
  MOST_SPREAD,
  RUNS,
  meanOfRuns,
  sprayedAt,
  sprayedOver,
  spreadOver,
  swathsOf,
  unevenNozzles,
} from '@/core/mixing/calibration';
import { CALIBRATION_WAYS, type CalibrationWay, type Method } from '@/core/trade/terms';
import { parseFigure } from '@/core/units/parse';
import type { Kilograms, Litres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import { KG_PER_LB, L_PER_FL_OZ, fromAcres, fromFeet, fromInches, fromSquareFeet } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import {
  addCalibration,
  calibrate,
  calibrationsOf,
  equipmentOf,
  notesOf,
  outputOf,
  type Calibration,
  type Equipment,
  type EquipmentNote,
} from '@/data/equipment';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type CalibrationSheet = Readonly<{
  equipment: Equipment;
  /** the ways in which such a thing is calibrated, the usual first */
  ways: readonly CalibrationWay[];
  history: readonly Calibration[];
  notes: readonly EquipmentNote[];
  today: Day;
}>;

const WAYS: Readonly<Record<Method, readonly CalibrationWay[]>> = {
  'hand gun': ['catch', 'pace', 'plot'],
  backpack: ['catch', 'pace', 'plot'],
  boom: ['boom', 'plot', 'catch'],
  spreader: ['weigh', 'pan'],
  'hose-end': ['catch'],
};

/** Null: there is no such thing here. */
export function calibrationSheet(actor: Actor, equipmentId: string): Promise<CalibrationSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const equipment = (await equipmentOf(db)).find((e) => e.id === equipmentId);
    if (!equipment) return null;
    return {
      equipment,
      ways: WAYS[equipment.method],
      history: await calibrationsOf(db, equipmentId),
      notes: await notesOf(db, equipmentId),
      today: await todayOf(db, actor),
    };
  });
}

/** As typed, in trade units; what a way does not ask for is empty. */
export type CalibrationInput = Readonly<{
  sendKey: string;
  equipmentId: string;
  how: CalibrationWay;
  /** nozzle or setting */
  fitted: string;
  /** of a spreader: what was in it, as fine, medium or coarse */
  size: string;
  /** sq ft that each run covered */
  area: string;
  /** fl oz that were caught, and in how many seconds */
  caught: string;
  caughtSeconds: string;
  /** ft that were walked or driven, and in. that one pass or one nozzle covers */
  course: string;
  swath: string;
  /** seconds that each run took, lb that it used, or fl oz that were caught on a plot */
  runs: readonly string[];
  /** fl oz of each nozzle, from left to right */
  nozzles: readonly string[];
  /** g in each pan, from left to right; their size in sq in and how many of them lie between two passes */
  pans: readonly string[];
  panArea: string;
  panSwath: string;
}>;
const text = (most = 20) => Joi.string().allow('').max(most).required();
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const MOST_NOZZLES = 40;
const MOST_PANS = 41;
export const calibrationShape = Joi.object<CalibrationInput>({
  sendKey: id,
  equipmentId: id,
  how: Joi.valid(...CALIBRATION_WAYS).required(),
  fitted: text(120),
  size: text(),
  area: text(),
  caught: text(),
  caughtSeconds: text(),
  course: text(),
  swath: text(),
  runs: Joi.array().items(text()).length(RUNS).required(),
  // none, where the way does not ask for them
  nozzles: Joi.array().items(text().optional()).max(MOST_NOZZLES).required(),
  pans: Joi.array().items(text().optional()).max(MOST_PANS).required(),
  panArea: text(),
  panSwath: text(),
}).required();

/** Keeps it, and what comes of it counts from today on. Runs that lie too far apart are refused, and nothing is kept. */
export async function saveCalibration(
  actor: Actor,
  input: CalibrationInput,
): Promise<Outcome<{ output: ProductRate; spread: number }>> {
  requirePermission(actor, 'record');
  const read = resultOf(input);
  if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
  const { rate, spread } = read;
  return inOrganisation(actor, async (db) => {
    const equipment = (await equipmentOf(db)).find((e) => e.id === input.equipmentId);
    if (!equipment || !WAYS[equipment.method].includes(input.how)) return refuse({ kind: 'gone' });
    const on = await todayOf(db, actor);
    const { sendKey, equipmentId, how, fitted, ...typed } = input;
    await addCalibration(db, actor.orgId, {
      sendKey,
      equipmentId,
      how,
      on,
      person: actor.name,
      rate,
      spread,
      typed,
      fitted: [fitted.trim(), typed.size && `${typed.size} granules`].filter(Boolean).join(', '),
    });
    await calibrate(db, equipmentId, on);
    await changed(db, actor, 'all');
    return done({ output: outputOf({ how, rate }), spread });
  });
}

type FigureBounds = Parameters<typeof parseFigure>[1];
type Result =
  | Readonly<{ ok: true; rate: number; spread: number }>
  | Readonly<{ ok: false; issues: readonly Issue[] }>;

const SECONDS = { unit: 'seconds', above: 0, most: 3600 } as const;
/** 1/128 of an acre: fluid ounces caught in the time that it takes are gallons an acre. */
const PLOT = fromAcres(1 / 128);

function resultOf(t: CalibrationInput): Result {
  const issues: Issue[] = [];
  const read = (typed: string, bounds: FigureBounds): number => {
    const parsed = parseFigure(typed, bounds);
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : NaN;
  };
  const runs = (bounds: Omit<FigureBounds, 'field'>) =>
    t.runs.map((run, i) => read(run, { field: `Run ${i + 1}`, ...bounds }));
  const caught = () => ({
    caught: (read(t.caught, { field: 'Caught', unit: 'pour', above: 0, most: 2000 }) * L_PER_FL_OZ) as Litres,
    seconds: read(t.caughtSeconds, { field: 'Caught in', ...SECONDS }),
  });
  const area = () => fromSquareFeet(read(t.area, { field: 'Area', unit: 'area', above: 0, most: 100_000 }));
  const course = () => fromFeet(read(t.course, { field: 'Course', unit: 'length', above: 0, most: 2000 }));
  const swath = () =>
    fromInches(read(t.swath, { field: 'Width of a pass', unit: 'depth', above: 0, most: 600 }));

  let figures: readonly number[] = [];
  let rates: readonly number[] = [];
  if (t.how === 'catch') {
    const [flow, covered] = [caught(), area()];
    figures = runs(SECONDS);
    if (!issues.length) rates = figures.map((seconds) => sprayedOver(flow, { area: covered, seconds }));
  } else if (t.how === 'pace') {
    const [flow, feet, width] = [caught(), course(), swath()];
    figures = runs(SECONDS);
    if (!issues.length)
      rates = figures.map((seconds) => sprayedAt(flow.caught, flow.seconds, feet / seconds, width));
  } else if (t.how === 'plot') {
    figures = runs({ unit: 'pour', above: 0, most: 2000 });
    if (!issues.length)
      rates = figures.map((ounces) =>
        sprayedOver({ caught: (ounces * L_PER_FL_OZ) as Litres, seconds: 1 }, { area: PLOT, seconds: 1 }),
      );
  } else if (t.how === 'weigh') {
    const covered = area();
    figures = runs({ unit: 'weight', above: 0, most: 500 });
    if (!issues.length)
      rates = figures.map((pounds) => spreadOver((pounds * KG_PER_LB) as Kilograms, covered));
  } else if (t.how === 'boom') {
    const seconds = read(t.caughtSeconds, { field: 'Caught in', ...SECONDS });
    const [feet, width] = [course(), swath()];
    const each = t.nozzles.map((n, i) =>
      read(n, { field: `Nozzle ${i + 1}`, unit: 'pour', above: 0, most: 2000 }),
    );
    if (each.length < 2) issues.push(few('Nozzle 1', 'nozzle', 2));
    figures = runs(SECONDS);
    if (!issues.length) {
      issues.push(...unevenIssues(each));
      const flow = ((each.reduce((a, b) => a + b, 0) / each.length) * L_PER_FL_OZ) as Litres;
      rates = figures.map((took) => sprayedAt(flow, seconds, feet / took, width));
    }
  } else return fromPans(t, read, issues);
  if (issues.length) return { ok: false, issues };
  const { mean, spread } = meanOfRuns(rates);
  if (spread <= MOST_SPREAD) return { ok: true, rate: mean, spread };
  const middle = figures.reduce((a, b) => a + b, 0) / figures.length;
  const odd = figures.reduce((a, f, i) => (Math.abs(f - middle) > Math.abs(figures[a]! - middle) ? i : a), 0);
  return {
    ok: false,
    issues: [
      issue(`Run ${odd + 1}`, 'runs-apart', { spread: spread * 100, run: odd + 1, most: MOST_SPREAD * 100 }),
    ],
  };
}

const few = (field: string, what: string, least: number): Issue =>
  issue(field, 'too-few-caught', { least, what });

const unevenIssues = (caught: readonly number[]): Issue[] =>
  unevenNozzles(caught).map(({ place, off }) =>
    issue(`Nozzle ${place + 1}`, 'nozzle-off-mean', { nozzle: place + 1, off }),
  );

/** The pattern of a spreader: even at the swath that is driven, and how much lies there. */
function fromPans(
  t: CalibrationInput,
  read: (typed: string, bounds: FigureBounds) => number,
  issues: Issue[],
): Result {
  const grams = t.pans.map((g, i) => read(g, { field: `Pan ${i + 1}`, unit: 'g', least: 0, most: 10_000 }));
  if (grams.length < LEAST_PANS) issues.push(few('Pan 1', 'pan', LEAST_PANS));
  const inches = read(t.panArea, { field: 'Size of a pan', unit: 'sq in', above: 0, most: 10_000 });
  const between = read(t.panSwath, {
    field: 'From pass to pass',
    unit: '',
    least: 1,
    most: Math.max(1, grams.length),
  });
  if (issues.length) return { ok: false, issues };
  const pans = Math.round(between);
  const swath = swathsOf(grams)[pans - 1]!;
  if (!(swath.mean > 0)) return { ok: false, issues: [issue('Pan 1', 'pans-empty')] };
  const rate = spreadOver((swath.mean / 1000) as Kilograms, fromSquareFeet(inches / 144));
  if (swath.cv <= MOST_CV) return { ok: true, rate, spread: swath.cv };
  const best = swathsOf(grams)
    .filter((s) => s.pans > 1 && s.cv <= MOST_CV)
    .at(-1);
  return {
    ok: false,
    issues: [
      issue('From pass to pass', 'pattern-uneven', {
        pans,
        cv: swath.cv,
        most: MOST_CV,
        best: best ? { pans: best.pans, cv: best.cv } : null,
      }),
    ],
  };
}
const LEAST_PANS = 5;
