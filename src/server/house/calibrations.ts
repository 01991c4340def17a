/** Calibrations of equipment: what was caught, timed and weighed, kept for good, and what came of it. */
import 'server-only';
import Joi from 'joi';
import { MOST_SPREAD, RUNS, meanOfRuns, sprayedOver, spreadOver } from '@/core/mixing/calibration';
import { CALIBRATION_WAYS, type CalibrationWay, type Method } from '@/core/trade/terms';
import { figure } from '@/core/units/format';
import { parseFigure, type Issue } from '@/core/units/parse';
import type { Kilograms, Litres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import { KG_PER_LB, L_PER_FL_OZ, fromSquareFeet } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import {
  addCalibration,
  calibrate,
  calibrationsOf,
  equipmentOf,
  outputOf,
  type Calibration,
  type Equipment,
} from '@/data/resources';
import { changed } from '../changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type CalibrationSheet = Readonly<{
  equipment: Equipment;
  how: CalibrationWay;
  history: readonly Calibration[];
}>;

const wayOf = (method: Method): CalibrationWay => (method === 'spreader' ? 'weigh' : 'catch');

/** Null: there is no such thing here. */
export function calibrationSheet(actor: Actor, equipmentId: string): Promise<CalibrationSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const equipment = (await equipmentOf(db)).find((e) => e.id === equipmentId);
    if (!equipment) return null;
    return { equipment, how: wayOf(equipment.method), history: await calibrationsOf(db, equipmentId) };
  });
}

export type CalibrationInput = Readonly<{
  sendKey: string;
  equipmentId: string;
  how: CalibrationWay;
  /** nozzle or setting, and what was in it */
  fitted: string;
  /** sq ft that each run covered */
  area: string;
  /** fl oz that were caught, and in how many seconds; of what is weighed empty */
  caught: string;
  caughtSeconds: string;
  /** seconds that each run took, or lb that it used */
  runs: readonly string[];
}>;
const text = (most = 20) => Joi.string().allow('').max(most).required();
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
export const calibrationShape = Joi.object<CalibrationInput>({
  ...{ sendKey: id, equipmentId: id, how: Joi.valid(...CALIBRATION_WAYS).required(), fitted: text(120) },
  ...{ area: text(), caught: text(), caughtSeconds: text() },
  runs: Joi.array().items(text()).length(RUNS).required(),
}).required();

/** Keeps it, and what comes of it counts from today on. Runs that lie too far apart are refused, and nothing is kept. */
export async function saveCalibration(
  actor: Actor,
  input: CalibrationInput,
): Promise<Outcome<{ output: ProductRate; spread: number }>> {
  requirePermission(actor, 'record');
  const read = resultOf(input);
  if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
  const { mean, spread } = read;
  return inOrganisation(actor, async (db) => {
    const equipment = (await equipmentOf(db)).find((e) => e.id === input.equipmentId);
    if (!equipment || wayOf(equipment.method) !== input.how) return refuse({ kind: 'gone' });
    const on = await todayOf(db, actor);
    const { sendKey, equipmentId, how, fitted, ...typed } = input;
    await addCalibration(db, actor.orgId, {
      ...{ sendKey, equipmentId, how, on, person: actor.name, fitted: fitted.trim() },
      ...{ rate: mean, spread, typed },
    });
    await calibrate(db, equipmentId, on);
    await changed(db, actor, 'all');
    return done({ output: outputOf({ how, rate: mean }), spread });
  });
}

type Result =
  Readonly<{ ok: true; mean: number; spread: number }> | Readonly<{ ok: false; issues: readonly Issue[] }>;

function resultOf({ how, area, caught, caughtSeconds, runs }: CalibrationInput): Result {
  const issues: Issue[] = [];
  const take = (parsed: ReturnType<typeof parseFigure>): number => {
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : NaN;
  };
  const seconds = { unit: 'seconds', above: 0, most: 3600 };
  const covered = fromSquareFeet(
    take(parseFigure(area, { field: 'Area', unit: 'area', above: 0, most: 100_000 })),
  );
  const flow =
    how === 'catch'
      ? {
          caught: (take(parseFigure(caught, { field: 'Caught', unit: 'pour', above: 0, most: 2000 })) *
            L_PER_FL_OZ) as Litres,
          seconds: take(parseFigure(caughtSeconds, { field: 'Caught in', ...seconds })),
        }
      : null;
  const figures = runs.map((run, i) =>
    take(
      parseFigure(run, {
        field: `Run ${i + 1}`,
        ...(flow ? seconds : { unit: 'weight', above: 0, most: 500 }),
      }),
    ),
  );
  if (issues.length) return { ok: false, issues };
  const rates = figures.map((f): number =>
    flow
      ? sprayedOver(flow, { area: covered, seconds: f })
      : spreadOver((f * KG_PER_LB) as Kilograms, covered),
  );
  const { mean, spread } = meanOfRuns(rates);
  if (spread <= MOST_SPREAD) return { ok: true, mean, spread };
  const middle = figures.reduce((a, b) => a + b, 0) / figures.length;
  const odd = figures.reduce((a, f, i) => (Math.abs(f - middle) > Math.abs(figures[a]! - middle) ? i : a), 0);
  return {
    ok: false,
    issues: [
      {
        field: `Run ${odd + 1}`,
        problem: `The runs lie ${figure(spread * 100)} % apart, and run ${odd + 1} most`,
        remedy: `At most ${figure(MOST_SPREAD * 100)} % is even work: the same pace, the same pressure, full width. Do that run again.`,
      },
    ],
  };
}
