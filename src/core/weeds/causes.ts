/**
 * Why a weed came through a barrier: the causes that the record and the models can tell, as odds by Bayes' rule from stated
 * priors. A clue speaks for or against the causes that bear on it; for the others it is as usual as anywhere.
 *
 * Priors and shares are ours, from trade practice (late, dry and worn out lead; resistance is rare in lawns); they are
 * held to synthetic seasons of the models themselves, in which the cause is known (causes.test.ts).
 */

export const CAUSES = [
  'too late',
  'never watered in',
  'worn out',
  'missed edge',
  'under-dosed',
  'caught by leaf',
  'run off',
  'disturbed',
  'resistant',
  'not on the label',
] as const;
export type Cause = (typeof CAUSES)[number];

/** What is known of it, each in a few levels. */
export const CLUES = {
  /** of the flush so much was up when the barrier was in the soil; 'first': the weed itself was up first */
  timing: ['before', 'some', 'first'],
  water: ['in time', 'late', 'never', 'not known'],
  storm: ['none', 'before the water', 'not known'],
  leaf: ['free', 'long and dead'],
  /** what the barrier, as the label has it, still stopped on the day on which the weed came up */
  lasting: ['most', 'half', 'little'],
  place: ['all over', 'hot edge', 'missed strip', 'bare spot'],
  dose: ['full', 'low', 'very low'],
  opened: ['no', 'before it came up'],
  /** years in a row of one site of action */
  group: ['up to two years', 'three or four', 'five and more'],
  label: ['has it', 'does not have it'],
} as const;
export type Clue = keyof typeof CLUES;
export type Clues = { readonly [C in Clue]: (typeof CLUES)[C][number] };

const PRIORS: Readonly<Record<Cause, number>> = {
  'too late': 0.2,
  'never watered in': 0.16,
  'worn out': 0.2,
  'missed edge': 0.14,
  'under-dosed': 0.08,
  'caught by leaf': 0.06,
  'run off': 0.05,
  disturbed: 0.05,
  resistant: 0.03,
  'not on the label': 0.03,
};

/** How usual each level is where its clue has nothing to do with the cause. */
const USUAL: { readonly [C in Clue]: readonly number[] } = {
  timing: [0.8, 0.15, 0.05],
  water: [0.62, 0.14, 0.02, 0.22],
  storm: [0.68, 0.07, 0.25],
  leaf: [0.93, 0.07],
  lasting: [0.6, 0.28, 0.12],
  place: [0.72, 0.16, 0.03, 0.09],
  dose: [0.82, 0.16, 0.02],
  opened: [0.94, 0.06],
  group: [0.6, 0.25, 0.15],
  label: [0.97, 0.03],
};
/** Where it has: how usual each level is under the cause. */
const UNDER: { readonly [K in Cause]: { readonly [C in Clue]?: readonly number[] } } = {
  'too late': { timing: [0.02, 0.13, 0.85], lasting: [0.8, 0.15, 0.05] },
  'never watered in': { water: [0.01, 0.4, 0.44, 0.15] },
  'worn out': { lasting: [0.02, 0.28, 0.7], place: [0.62, 0.26, 0.03, 0.09] },
  'missed edge': { place: [0.06, 0.5, 0.4, 0.04], lasting: [0.75, 0.2, 0.05] },
  'under-dosed': { dose: [0.04, 0.46, 0.5] },
  'caught by leaf': { leaf: [0.02, 0.98] },
  'run off': { storm: [0.02, 0.88, 0.1] },
  disturbed: { opened: [0.02, 0.98], place: [0.4, 0.06, 0.04, 0.5] },
  resistant: { group: [0.08, 0.37, 0.55], lasting: [0.8, 0.17, 0.03], place: [0.85, 0.05, 0.01, 0.09] },
  'not on the label': { label: [0.02, 0.98] },
};

export type CauseOdds = Readonly<{
  cause: Cause;
  /** 0 to 1 */
  odds: number;
  /** clues that bear on it, how many times as likely it makes each: over one speaks for it */
  evidence: readonly Readonly<{ clue: Clue; level: string; times: number }>[];
}>;

/** The causes with their odds, the likeliest first. */
export function causesOf(clues: Clues): CauseOdds[] {
  const weighed = CAUSES.map((cause) => {
    const evidence = (Object.keys(UNDER[cause]) as Clue[]).map((clue) => {
      const level = (CLUES[clue] as readonly string[]).indexOf(clues[clue]);
      return { clue, level: clues[clue], times: UNDER[cause][clue]![level]! / USUAL[clue][level]! };
    });
    return { cause, evidence, weight: evidence.reduce((w, e) => w * e.times, PRIORS[cause]) };
  });
  const all = weighed.reduce((sum, w) => sum + w.weight, 0);
  return weighed
    .map(({ cause, evidence, weight }) => ({ cause, evidence, odds: weight / all }))
    .toSorted((a, b) => b.odds - a.odds);
}
