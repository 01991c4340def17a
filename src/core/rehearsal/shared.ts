/** What lawns of one station whose soil is alike have in common in a year that is played: each of it is made once. */
import type { Day } from '@/core/calendar/day';
import { lineRules } from '@/core/ground/crossing';
import { NOTHING_READ, outlookFrom, type Outlook } from '@/core/ground/outlook';
import { ensembleAt, morningOf, seasonTruth, type Morning, type Play } from './rehearsal';

export type Shared = Readonly<{
  morning: (p: Play, day: Day) => Morning;
  truth: (p: Play) => ReturnType<typeof seasonTruth>;
  /** the soil as it was known on a day without any forecast: what afterwards is asked with */
  after: (p: Play, day: Day) => Outlook;
}>;

/** For lawns of one station and one year: nothing of it may be asked for others. */
export function shared(): Shared {
  const truth = bySoil((p: Play) => seasonTruth(p));
  return {
    morning: bySoil(morningOf),
    truth: (p) => truth(p, null),
    after: bySoil((p, day: Day) =>
      outlookFrom(ensembleAt(p, day, null), NOTHING_READ, lineRules(p.rule, p.fall)),
    ),
  };
}

function bySoil<D, T>(make: (p: Play, of: D) => T): (p: Play, of: D) => T {
  const kept = new Map<string, T>();
  return (p, of) => {
    const key = JSON.stringify([of, p.year, p.site, p.depth, p.rule]);
    const made = kept.get(key) ?? make(p, of);
    kept.set(key, made);
    return made;
  };
}
