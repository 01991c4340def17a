/**
 * Which weed it is, by what was seen of it, in any order and with anything left out: odds by Bayes' rule over the species of
 * the table and one place for a plant that is not in it. Such a plant is like one of these, with a third of its signs
 * changed. What a person sees is now and then mistaken, so that no answer excludes a species for good.
 */
import {
  CHARACTERS,
  hasCharacter,
  isAskedOf,
  isUpIn,
  statesOf,
  ALL_CHARACTERS,
  type Character,
} from './characters';
import { ALL_WEEDS, type Weed } from './weeds';

/** What was seen: a state of its character each. What nobody can see is not in it. */
export type Seen = { readonly [C in Character]?: string };

export type Candidate = Readonly<{
  weed: Weed;
  /** 0 to 1 */
  odds: number;
  /** what was seen that it shows, and what it does not */
  fits: readonly Character[];
  misfits: readonly Character[];
}>;
/** A character that tells two candidates apart, with what each shows of it. */
export type Apart = Readonly<{ character: Character; first: readonly string[]; second: readonly string[] }>;

export type Identified = Readonly<{
  /** the likeliest first; none that is left out is likelier than one in two hundred */
  candidates: readonly Candidate[];
  /** that it is a plant that the table does not have */
  other: number;
  /** what to look at next: what is expected to tell most comes first */
  next: readonly Readonly<{ character: Character; bits: number }>[];
  /** what would tell the first two apart and was not looked at */
  apart: readonly Apart[];
}>;

/** How often a look is mistaken. Ours; the leaf is told by anybody, the rest needs thumb and lens. */
const SLIP = 0.08;
const SLIPS: { readonly [C in Character]?: number } = {
  leaf: 0.03,
  bud: 0.1,
  ligule: 0.1,
  'second glume': 0.15,
};
const slipOf = (character: Character) => SLIPS[character] ?? SLIP;
/** The leaf is asked first; what a lens, a spade or luck is needed for is asked later for the same gain. Ours. */
const EASE: { readonly [C in Character]?: number } = {
  leaf: 3,
  'second glume': 0.4,
  'below ground': 0.6,
  ligule: 0.85,
  sap: 0.9,
  fruit: 0.6,
  'flower shape': 0.8,
  'seed head': 0.8,
  fingers: 0.7,
  flower: 0.85,
  smell: 0.9,
};
/** Lawns have other weeds than these: before anything is seen, and whatever was seen. Ours. */
const OTHER = { before: 0.16, least: 0.03 };
/** Of the signs of a plant that is not in the table, those in which it differs from the one that it is like. Ours. */
const CHANGED = 1 / 3;
/** A plant that is looked at out of its season, against one in it. Ours. */
const OUT_OF_SEASON = 0.1;
/** Of states that a species can show, the usual first. Ours. */
const SHARES = [[1], [0.65, 0.35], [0.5, 0.3, 0.2]] as const;
const SHOWN = 0.005;

/** How likely a state is seen on a species. */
function chanceOf(weed: Weed, character: Character, state: string): number {
  const n = CHARACTERS[character].states.length;
  const slip = slipOf(character);
  // it has no such thing: who saw one was looking at another plant
  if (!hasCharacter(weed, character)) return slip / n;
  const states = statesOf(weed, character);
  if (!states) return 1 / n;
  const share = SHARES[states.length - 1]?.[states.indexOf(state)] ?? 0;
  return (1 - slip) * share + slip / n;
}

/** Of every species, in the order of the table, which does not change: worked out once. */
const CHANCES = new Map<string, readonly number[]>();
function chancesOf(character: Character, state: string): readonly number[] {
  const key = `${character}|${state}`;
  const chances = CHANCES.get(key) ?? ALL_WEEDS.map((weed) => chanceOf(weed, character, state));
  CHANCES.set(key, chances);
  return chances;
}

/** How likely a state is seen on a plant that is like a species, and differs from it in a share of its signs. */
const relativeChance = (chance: number, character: Character): number =>
  (1 - CHANGED) * chance + CHANGED / CHARACTERS[character].states.length;

/**
 * @param month 1 to 12, in which it is seen; null: not said
 * @throws RangeError for a state that its character does not have
 */
export function identify(seen: Seen, month: number | null): Identified {
  const answers = Object.entries(seen) as [Character, string][];
  for (const [character, state] of answers)
    if (!(CHARACTERS[character].states as readonly string[]).includes(state))
      throw new RangeError(`${character} has no ${state}`);
  const { odds, other } = oddsBy(answers, month);
  const candidates = ALL_WEEDS.map((weed, k): Candidate => {
    const shows = ([c, state]: (typeof answers)[number]) => statesOf(weed, c)?.includes(state) ?? null;
    return {
      weed,
      odds: odds[k]!,
      fits: answers.filter((a) => shows(a) === true).map(([c]) => c),
      misfits: answers.filter((a) => shows(a) === false || !hasCharacter(weed, a[0])).map(([c]) => c),
    };
  })
    .filter((c) => c.odds >= SHOWN)
    .toSorted((a, b) => b.odds - a.odds);
  const open = ALL_CHARACTERS.filter((c) => !(c in seen) && isAskedOf(c, seen.leaf ?? null));
  const next = open
    .map((character) => ({ character, bits: gainOf(character, odds, other) }))
    .filter((n) => n.bits > 0.01)
    .toSorted((a, b) => b.bits * (EASE[b.character] ?? 1) - a.bits * (EASE[a.character] ?? 1));
  const [first, second] = candidates;
  return { candidates, other, next, apart: first && second ? apartOf(first.weed, second.weed, open) : [] };
}

function oddsBy(
  answers: readonly (readonly [Character, string])[],
  month: number | null,
): { odds: number[]; other: number } {
  const weights = ALL_WEEDS.map((weed, k) =>
    answers.reduce(
      (product, [c, state]) => product * chancesOf(c, state)[k]!,
      month === null || isUpIn(weed, month) ? 1 : OUT_OF_SEASON,
    ),
  );
  // as many kinds of it as there are weeds: each like one of them, whatever the month
  const unknown =
    (OTHER.before / (1 - OTHER.before)) *
    ALL_WEEDS.reduce(
      (sum, _, k) =>
        sum +
        answers.reduce((product, [c, state]) => product * relativeChance(chancesOf(c, state)[k]!, c), 1),
      0,
    );
  const all = weights.reduce((a, b) => a + b, unknown);
  const other = Math.max(OTHER.least, unknown / all);
  const known = all - unknown;
  return { odds: weights.map((w) => (w / known) * (1 - other)), other };
}

const entropy = (shares: readonly number[]) =>
  shares.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);

/** Bits that a character is expected to tell: the entropy now less what is left after each of its states, or after none. */
function gainOf(character: Character, odds: readonly number[], other: number): number {
  const { states } = CHARACTERS[character];
  const outcome = (chances: readonly number[], ofOther: number) => {
    const joint = [...odds.map((p, k) => p * chances[k]!), other * ofOther];
    const all = joint.reduce((a, b) => a + b, 0);
    return all > 0 ? all * entropy(joint.map((j) => j / all)) : 0;
  };
  const after = states.reduce(
    (sum, state) => sum + outcome(chancesOf(character, state), 1 / states.length),
    outcome(
      ALL_WEEDS.map((weed) => (hasCharacter(weed, character) ? 0 : 1 - slipOf(character))),
      0,
    ),
  );
  return entropy([...odds, other]) - after;
}

/** Characters of which the two show nothing in common. */
function apartOf(first: Weed, second: Weed, open: readonly Character[]): Apart[] {
  return open.flatMap((character): Apart[] => {
    const [a, b] = [statesOf(first, character), statesOf(second, character)];
    return a && b && !a.some((s) => b.includes(s)) ? [{ character, first: a, second: b }] : [];
  });
}
