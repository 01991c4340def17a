/** The shortest honest way through a stop: steps that have nothing to ask are passed, and what was measured next door stands there to confirm. */
import type { BundleStop, StopBundle } from './bundle';
import { lacksOf, labelOf } from './run';
import { STEPS, type Run, type Step } from './typed-run';

/** What was measured is confirmed for so long, by the label's spirit and the trade's habit; ours. */
export const CARRIED_MINUTES = 30;

/** Wind and air of another stop of the street. @param minutes since they were measured */
export type Carried = Readonly<{
  from: string;
  wind: string;
  windFrom: string;
  air: string;
  measuredAt: number;
  minutes: number;
}>;

/** "12 Lantern Row" is on "Lantern Row". */
const streetOf = (address: string): string => address.replace(/^\s*\d+\s*[a-z]?\s+/i, '').trim();

/**
 * The newest measurement of this street that is not too old; its age counts from the measuring, however often it was
 * confirmed since. Null: there is none.
 * @param now ms by the phone's clock
 */
export function carriedTo(
  stop: BundleStop,
  bundle: StopBundle,
  runs: Iterable<Run>,
  now: number,
): Carried | null {
  const street = streetOf(stop.address);
  let newest: Carried | null = null;
  for (const { lawnId, wind, windFrom, air, measuredAt } of runs) {
    const there = bundle.stops.find((s) => s.lawnId === lawnId);
    if (!there || measuredAt === undefined || measuredAt > now || wind.trim() === '' || air.trim() === '')
      continue;
    const minutes = (now - measuredAt) / 60_000;
    if (streetOf(there.address) !== street || minutes > CARRIED_MINUTES) continue;
    if (newest && newest.measuredAt >= measuredAt) continue;
    newest = { from: there.address, wind, windFrom, air, measuredAt, minutes };
  }
  return newest;
}

/** Ticks of what is worn, by the label. */
export const wornTick = (labelId: string): string => `ppe ${labelId}`;

/** Labels of a stop whose protective equipment nobody has ticked in this load yet, on this stop or another. */
function notWorn(stop: BundleStop, run: Run, bundle: StopBundle, runs: readonly Run[]): string[] {
  const ticked = new Set([run, ...runs].flatMap((r) => r.ticked));
  const open = stop.zones.filter((z) => !run.zones[z.zoneId]?.isLeftOut);
  const labels = new Set(open.flatMap((z) => z.products.map((p) => p.labelId)));
  return [...labels].filter((id) => !ticked.has(wornTick(id)));
}

/** Whether a step asks for anything that is not answered yet. The last one always does. */
export function asks(
  step: Step,
  stop: BundleStop,
  run: Run,
  bundle: StopBundle,
  runs: readonly Run[],
): boolean {
  switch (step) {
    case 'arrive':
      return run.arrivedAt === null;
    case 'check':
    case 'apply':
    case 'used':
      return lacksOf(stop, run, bundle).some((i) => i.field === step);
    case 'wear': {
      const isRestricted = stop.zones.some((z) => z.products.some((p) => labelOf(bundle, p).restrictedUse));
      return notWorn(stop, run, bundle, runs).length > 0 || (isRestricted && run.certifiedBy === '');
    }
    case 'look':
    case 'clean':
    case 'sign':
    case 'customer':
      return false;
    case 'done':
      return true;
  }
}

/** Whether anything was done at a step: what was passed is not done. */
export function isAnswered(step: Step, stop: BundleStop, run: Run, bundle: StopBundle): boolean {
  const ticked = (...names: readonly string[]) => names.every((n) => run.ticked.includes(n));
  const open = stop.zones.flatMap((z) => {
    const of = run.zones[z.zoneId];
    return of && !of.isLeftOut ? [of] : [];
  });
  switch (step) {
    case 'arrive':
      return run.arrivedAt !== null;
    case 'look':
      return ticked('hazards seen', 'kept out seen');
    case 'check':
      return run.wind.trim() !== '' && run.air.trim() !== '';
    case 'wear':
      return run.ticked.some((t) => t.startsWith(wornTick('')));
    case 'apply':
      return open.length > 0 && open.every((z) => z.endedAt !== null);
    case 'used':
      return (
        open.some((z) => z.endedAt !== null) && !lacksOf(stop, run, bundle).some((i) => i.field === 'used')
      );
    case 'clean':
      return ticked('edges looked at');
    case 'sign':
      return ticked('sign set');
    case 'customer':
      return run.toldHow !== '' || run.said.trim() !== '';
    case 'done':
      return run.leftAt !== null;
  }
}

/** The next step that asks for something; those between have nothing and can be opened all the same. */
export function nextStep(stop: BundleStop, run: Run, bundle: StopBundle, runs: Iterable<Run>): Step {
  const others = [...runs];
  const after = STEPS.slice(STEPS.indexOf(run.step) + 1);
  return after.find((s) => asks(s, stop, run, bundle, others)) ?? 'done';
}
