/** The usual lines of every school, and the whole way of an outlook at once, for tests of each part against the whole. */
import {
  DEFAULT_CROSSING,
  DEFAULT_FALL,
  lineRules,
  type CrossingRule,
  type Crossings,
} from '@/core/ground/crossing';
import { ensembleOf, type Ensemble, type EnsembleInput } from '@/core/ground/ensemble';
import {
  NOTHING_READ,
  outlookFrom,
  type Outlook,
  type OutlookRefusal,
  type SiteKnowledge,
} from '@/core/ground/outlook';
import type { Celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';

const DEPTH = DEFAULT_CROSSING.depth;
export const DEFAULT_CROSSINGS: Crossings = {
  use: 'run of days',
  depth: DEPTH,
  fall: DEFAULT_FALL,
  rules: {
    'run of days': DEFAULT_CROSSING,
    'early bird': { school: 'early bird', line: fromFahrenheit(50), depth: DEPTH },
    'five-day mean': { school: 'five-day mean', line: fromFahrenheit(55), depth: DEPTH },
    'air rule of thumb': { school: 'air rule of thumb', line: fromFahrenheit(55), days: 3, of: 'mean' },
    signs: { school: 'signs', sign: 'early yellow shrub in bloom' },
    'degree days': {
      school: 'degree days',
      base: 12 as Celsius,
      sum: 42,
      fromMonth: 4,
      of: 'soil',
      depth: DEPTH,
    },
  },
};

/** The whole way at once, for callers that keep nothing. */
export function outlookOf(
  input: EnsembleInput & Readonly<{ rule: CrossingRule }>,
  knowledge: SiteKnowledge = NOTHING_READ,
): { ok: true; outlook: Outlook; ensemble: Ensemble } | { ok: false; refusal: OutlookRefusal } {
  const made = ensembleOf(input);
  return made.ok
    ? {
        ok: true,
        outlook: outlookFrom(made.ensemble, knowledge, lineRules(input.rule)),
        ensemble: made.ensemble,
      }
    : made;
}
