/** The key to the weeds in words: what is looked at and how, what it can look like, and what is like it and not in the key. */
import { statesOf, type Character, type StateOf } from '@/core/weeds/characters';
import type { Candidate } from '@/core/weeds/identify';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { capital, list } from './text';

type Question = Readonly<{ name: string; how: string }>;

export const QUESTIONS: Readonly<Record<Character, Question>> = {
  leaf: { name: 'Leaf', how: 'One leaf, whole.' },
  bud: { name: 'New leaf in the bud', how: 'Roll the shoot between two fingers: it turns, or it is flat.' },
  ligule: { name: 'Ligule', how: 'Bend the blade back: what stands where it meets the sheath?' },
  auricles: { name: 'Ears at the collar', how: 'Small claws that grip the stem where the blade begins.' },
  'blade hair': { name: 'Hair on the blade', how: 'Hold it against the light.' },
  'sheath hair': { name: 'Hair on the sheath', how: 'The part that wraps the stem, low down.' },
  crown: { name: 'Centre of the plant', how: 'Pull the shoots apart and look down on it.' },
  'leaf tip': { name: 'Leaf tip', how: 'A boat splits when it is pressed flat.' },
  'seed head': { name: 'Seed head', how: 'Any that the mower missed, along the edge.' },
  fingers: { name: 'Fingers of the seed head', how: 'Count several heads.' },
  'second glume': { name: 'Second scale of a seed', how: 'With the lens: against the length of the seed.' },
  growth: { name: 'How it grows', how: 'Follow a shoot to its end, and pull.' },
  'below ground': { name: 'Below ground', how: 'Dig, do not pull.' },
  'leaves stand': { name: 'How the leaves stand', how: 'In the middle of a shoot.' },
  'leaf shape': { name: 'Shape of the leaf', how: 'A full-grown one, not the first two.' },
  stem: { name: 'Stem', how: 'Roll it between two fingers.' },
  'stem hair': { name: 'Hair on the stem', how: 'With the lens, between two leaves.' },
  node: { name: 'Where the leaf joins', how: 'At the joint of the stem.' },
  sap: { name: 'Sap', how: 'Break a stem. Keep it off skin and eyes.' },
  smell: { name: 'Smell', how: 'Crush a leaf. Never taste a plant on a treated lawn.' },
  flower: { name: 'Colour of the flower', how: 'If there is one.' },
  'flower shape': { name: 'Shape of the flower', how: 'One that is open.' },
  fruit: { name: 'Fruit', how: 'Under the leaves and at the tips.' },
};

const STATE_WORDS: { readonly [C in Character]: Readonly<Record<StateOf<C>, string>> } = {
  leaf: {
    blade: 'a blade of grass',
    'three-ranked blade': 'blades in three rows',
    tube: 'a hollow tube',
    broad: 'a broad leaf',
  },
  bud: { rolled: 'rolled', folded: 'folded' },
  ligule: { membrane: 'a thin skin', hairs: 'a fringe of hairs', 'hardly any': 'hardly any' },
  auricles: { clasping: 'they clasp', none: 'none' },
  'blade hair': { none: 'none', 'at the collar': 'at the collar only', 'all over': 'all over' },
  'sheath hair': { none: 'none', hairy: 'hairy' },
  crown: { 'white and flat': 'flat and white', 'not white': 'not white' },
  'leaf tip': { boat: 'like a boat', 'long taper': 'a long taper', 'abrupt point': 'ends abruptly' },
  'seed head': {
    'fingers from one point': 'fingers from about one point',
    'fingers, one set lower': 'stiff fingers, one set lower',
    'spikes along a stem': 'drooping spikes along a stem',
    'open panicle': 'open, airy branches',
    'thin panicle': 'thin and narrow',
    'bristly cylinder': 'a bristly brush',
    burs: 'spiny burs',
    'flat spike': 'a flat spike in two rows',
    'yellow umbel': 'a yellow-brown umbrella',
    'red-brown umbel': 'a red-brown umbrella',
    'green ball': 'one green ball on three leaves',
  },
  fingers: { 'two or three': 'two or three', 'four to six': 'four to six', 'seven or more': 'seven or more' },
  'second glume': { short: 'under half', 'half or more': 'half or more' },
  growth: {
    clump: 'a clump',
    'flat rosette': 'a flat rosette',
    'creeping, rooting at nodes': 'creeps and roots',
    'flat mat, not rooting': 'a mat from one root',
    upright: 'upright',
  },
  'below ground': {
    'fine roots': 'fine roots only',
    'white rhizomes': 'pale runners',
    'single tubers': 'single round tubers',
    'tubers in chains': 'tubers in chains',
    taproot: 'one taproot',
    bulb: 'bulbs',
    'rattle tuber': 'a white ringed tuber',
  },
  'leaves stand': {
    rosette: 'all from the ground',
    opposite: 'in pairs',
    alternate: 'one by one',
    whorl: 'in rings',
  },
  'leaf shape': {
    'three oval leaflets': 'three oval leaflets',
    'three heart leaflets': 'three hearts',
    'three leaflets, veins to the edge': 'three, with slant veins',
    'round, scalloped': 'round and scalloped',
    'cupped heart': 'a cupped heart',
    'long and narrow': 'long and narrow',
    'broad oval': 'a broad oval',
    'small oval': 'a small oval',
    'teeth pointing back': 'teeth that point back',
    'finely divided': 'like a carrot leaf',
    'lance, toothed': 'a toothed lance',
    'rows along a twig': 'rows along a twig',
  },
  stem: { round: 'round', square: 'square', 'three-cornered': 'three-cornered', flattened: 'flattened' },
  'stem hair': { none: 'none', 'one line': 'in one line', 'all round': 'all round' },
  node: {
    bare: 'nothing there',
    'papery sheath': 'a papery sheath',
    'bristly membrane': 'a skin with bristles',
  },
  sap: { milky: 'milky', clear: 'clear' },
  smell: { none: 'none', mint: 'mint', garlic: 'garlic' },
  flower: {
    white: 'white',
    yellow: 'yellow',
    'pink to purple': 'pink to purple',
    blue: 'blue',
    greenish: 'greenish',
  },
  'flower shape': {
    'split petals': 'petals split in two',
    'ball of florets': 'a ball of many',
    'head on a hollow stalk': 'one on a hollow stalk',
    'lipped tube': 'a tube with a lip',
    star: 'a small star',
    spike: 'a spike',
    'five petals': 'five petals',
  },
  fruit: {
    'balls under the leaf': 'balls under the leaf',
    'flat heart': 'a flat heart',
    'upright pod': 'an upright pod',
    'spiny bur': 'a spiny bur',
    'hairy oval': 'a hairy oval',
    puffball: 'a puffball',
  },
};

export const stateWords = (character: Character, state: string): string =>
  (STATE_WORDS[character] as Readonly<Record<string, string>>)[state] ?? state;

/** What is like it, is not in the key, and how it differs. From memory. */
const OUTSIDE: { readonly [W in Weed]?: string } = {
  'white-clover': 'Black medic has yellow heads, a stalked middle leaflet and no mark on the leaf.',
  dandelion: 'False dandelions carry several flowers on branched stems.',
  'ground-ivy': 'Common mallow has its leaves one by one and a round stem.',
  henbit: 'Purple deadnettle has stalked, triangular, reddish leaves at the top.',
  'wild-garlic': 'Wild onion has flat leaves that are not hollow.',
  quackgrass: 'Tall fescue has hairy ears and no white runners.',
  'mouse-ear-chickweed': 'Thyme-leaved speedwells creep as well, and their leaves are bare.',
  'annual-bluegrass': 'Kentucky and rough bluegrass have a boat tip too, and no seed head at mowing height.',
};

/** "Fits: leaf, bud. Does not fit: sap (milky was seen, it is clear)." */
export function fitWords({ weed, fits, misfits }: Candidate): string {
  const shows = misfits.map((c) => {
    const states = statesOf(weed, c)
      ?.map((s) => stateWords(c, s))
      .join(' or ');
    return `${QUESTIONS[c].name.toLowerCase()} (${states ? `on it: ${states}` : 'it has none'})`;
  });
  return [
    fits.length ? `Fits: ${list(fits.map((c) => QUESTIONS[c].name.toLowerCase()))}.` : '',
    shows.length ? `Does not fit: ${list(shows)}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
}

export const outsideWords = (weed: Weed): string => OUTSIDE[weed] ?? '';
const MONTHS = Array.from({ length: 12 }, (_, i) =>
  new Intl.DateTimeFormat('en-US', { month: 'long', timeZone: 'UTC' }).format(Date.UTC(2025, i, 1)),
);
/** @param month 1 to 12 */
export const monthWords = (month: number): string => MONTHS[month - 1] ?? '';
export const weedTitle = (weed: Weed): string => capital(WEEDS[weed].name);

/** "over 9 in 10", "about 3 in 10", "hardly likely": odds as people say them, never more sure than they are. */
export function oddsWords(odds: number): string {
  if (odds < 0.05) return 'hardly likely';
  if (odds > 0.9) return 'over 9 in 10';
  return `about ${Math.max(1, Math.round(odds * 10))} in 10`;
}
