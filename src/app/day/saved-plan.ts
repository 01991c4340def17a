/** A plan of the day as it is saved, and what was saved as a plan. */
import { isoDay } from '@/core/calendar/day';
import type { DayPlan, DayQuestion, DayWishes, TruckDay } from '@/core/day/plan-day';
import type { SaveRoutesInput } from '@/server/day/save-route';
import type { DayScreen as Sheet } from '@/server/day/view';

const atHome = ({ days, trucks }: DayQuestion, plan: DayPlan): TruckDay[] =>
  days.flatMap((day) =>
    trucks
      .filter((t) => !plan.tours.some((x) => x.truckId === t.id && x.day === day))
      .map((t) => ({ truckId: t.id, day, visits: [], drive: 0, finish: t.from })),
  );

/** What is sent of a plan: every truck that goes out, or went before. @param locked what a person holds in its place */
export const routesOf = (
  plan: DayPlan,
  locked: DayWishes,
  { question, routes }: Pick<Sheet, 'question' | 'routes'>,
): SaveRoutesInput['routes'] =>
  [...plan.tours, ...atHome(question, plan)]
    .filter((t) => t.visits.length || routes.some((r) => r.truckId === t.truckId && r.day === t.day))
    .map((t) => ({
      day: isoDay(t.day),
      truckId: t.truckId,
      drive: t.drive,
      finish: t.finish,
      seen: routes.find((r) => r.truckId === t.truckId && r.day === t.day)?.version ?? 0,
      visits: t.visits.map((v) => {
        const s = question.stops.find((x) => x.lawnId === v.lawnId);
        return {
          ...v,
          applicationIds: s?.lines.map((l) => l.applicationId) ?? [],
          isLocked: locked.locked.includes(v.lawnId) || locked.pins.some((p) => p.lawnId === v.lawnId),
          regret: s?.lines.reduce((sum, l) => sum + l.regret, 0) ?? 0,
        };
      }),
    }));

const NO_FILLS = { tank: 0, hopper: 0 };
/** What was saved for these days, as a plan; null: nothing was. */
export function savedPlan({ question, routes }: Sheet): DayPlan | null {
  if (!routes.some((r) => r.body.visits.length)) return null;
  const isAsked = new Set(question.stops.map((s) => s.lawnId));
  const tours = question.days.flatMap((day) =>
    question.trucks.map((truck): TruckDay => {
      const body = routes.find((r) => r.truckId === truck.id && r.day === day)?.body;
      // what was done since, or may not go any more, is off the plan
      const visits = (body?.visits ?? []).filter((v) => isAsked.has(v.lawnId));
      return {
        truckId: truck.id,
        day,
        drive: body?.drive ?? 0,
        finish: body?.finish ?? truck.from,
        visits: visits.map(({ lawnId, arrive, begin, end, refill, trips = 0, fills }) => ({
          lawnId,
          arrive,
          begin,
          end,
          refill,
          trips,
          fills: fills ?? NO_FILLS,
        })),
      };
    }),
  );
  const inIt = new Set(tours.flatMap((t) => t.visits.map((v) => v.lawnId)));
  const out = tours.filter((t) => t.visits.length);
  return {
    tours,
    left: question.stops
      .filter((s) => !inIt.has(s.lawnId))
      .map((s) => ({
        lawnId: s.lawnId,
        why: s.days.length ? null : s.off.length ? ('others are there' as const) : ('never open' as const),
      })),
    regret: question.stops
      .filter((s) => inIt.has(s.lawnId))
      .reduce((sum, s) => sum + s.lines.reduce((a, l) => a + l.regret, 0), 0),
    minutes: out.reduce(
      (sum, t) => sum + t.finish - (question.trucks.find((x) => x.id === t.truckId)?.from ?? 0),
      0,
    ),
    drive: out.reduce((sum, t) => sum + t.drive, 0),
  };
}
