/**
 * What thumb and lens can see of a plant, and what each can look like. Names are codes; the interface has their words and
 * drawings. `of`: the leaves that it is asked of; none: of any plant.
 */
import { WEEDS, type Weed } from './weeds';

export const CHARACTERS = {
  leaf: { states: ['blade', 'three-ranked blade', 'tube', 'broad'], of: [] },
  bud: { states: ['rolled', 'folded'], of: ['blade'] },
  ligule: { states: ['membrane', 'hairs', 'hardly any'], of: ['blade'] },
  auricles: { states: ['clasping', 'none'], of: ['blade'] },
  'blade hair': { states: ['none', 'at the collar', 'all over'], of: ['blade'] },
  'sheath hair': { states: ['none', 'hairy'], of: ['blade'] },
  crown: { states: ['white and flat', 'not white'], of: ['blade'] },
  'leaf tip': { states: ['boat', 'long taper', 'abrupt point'], of: ['blade', 'three-ranked blade'] },
  'seed head': {
    states: [
      'fingers from one point',
      'fingers, one set lower',
      'spikes along a stem',
      'open panicle',
      'thin panicle',
      'bristly cylinder',
      'burs',
      'flat spike',
      'yellow umbel',
      'red-brown umbel',
      'green ball',
    ],
    of: ['blade', 'three-ranked blade'],
  },
  fingers: { states: ['two or three', 'four to six', 'seven or more'], of: ['blade'] },
  'second glume': { states: ['short', 'half or more'], of: ['blade'] },
  growth: {
    states: ['clump', 'flat rosette', 'creeping, rooting at nodes', 'flat mat, not rooting', 'upright'],
    of: [],
  },
  'below ground': {
    states: [
      'fine roots',
      'white rhizomes',
      'single tubers',
      'tubers in chains',
      'taproot',
      'bulb',
      'rattle tuber',
    ],
    of: [],
  },
  'leaves stand': { states: ['rosette', 'opposite', 'alternate', 'whorl'], of: ['broad'] },
  'leaf shape': {
    states: [
      'three oval leaflets',
      'three heart leaflets',
      'three leaflets, veins to the edge',
      'round, scalloped',
      'cupped heart',
      'long and narrow',
      'broad oval',
      'small oval',
      'teeth pointing back',
      'finely divided',
      'lance, toothed',
      'rows along a twig',
    ],
    of: ['broad'],
  },
  stem: { states: ['round', 'square', 'three-cornered', 'flattened'], of: [] },
  'stem hair': { states: ['none', 'one line', 'all round'], of: ['broad'] },
  node: { states: ['bare', 'papery sheath', 'bristly membrane'], of: ['broad'] },
  sap: { states: ['milky', 'clear'], of: ['broad'] },
  smell: { states: ['none', 'mint', 'garlic'], of: ['tube', 'broad'] },
  flower: { states: ['white', 'yellow', 'pink to purple', 'blue', 'greenish'], of: ['broad', 'tube'] },
  'flower shape': {
    states: [
      'split petals',
      'ball of florets',
      'head on a hollow stalk',
      'lipped tube',
      'star',
      'spike',
      'five petals',
    ],
    of: ['broad'],
  },
  fruit: {
    states: ['balls under the leaf', 'flat heart', 'upright pod', 'spiny bur', 'hairy oval', 'puffball'],
    of: ['broad'],
  },
} as const satisfies Record<string, Readonly<{ states: readonly string[]; of: readonly string[] }>>;

export type Character = keyof typeof CHARACTERS;
export type StateOf<C extends Character> = (typeof CHARACTERS)[C]['states'][number];
export const ALL_CHARACTERS = Object.keys(CHARACTERS) as Character[];
export const isCharacter = (key: string): key is Character => Object.hasOwn(CHARACTERS, key);
export const isState = (character: Character, state: string): boolean =>
  (CHARACTERS[character].states as readonly string[]).includes(state);

/** What a species can show. More than one: any of them, the usual one first. */
export type Signs = { readonly [C in Character]?: StateOf<C> | readonly StateOf<C>[] };

/**
 * Signs of the species, from the fact table of the project (turf handbooks, from memory, confidence mostly high). What is
 * marked * is not in that table: recalled, confidence medium. A character that is not named was not found, and tells nothing.
 */
export const SIGNS = {
  'smooth-crabgrass': {
    ...{ leaf: 'blade', bud: 'rolled', ligule: 'membrane', auricles: 'none', crown: 'not white' },
    ...{ 'blade hair': ['none', 'at the collar'], 'sheath hair': 'none', growth: ['clump', 'flat rosette'] },
    ...{ 'seed head': 'fingers from one point', fingers: ['two or three', 'four to six'] },
    ...{ stem: ['flattened', 'round'], 'below ground': 'fine roots', 'leaf tip': 'long taper' },
  },
  'large-crabgrass': {
    ...{ leaf: 'blade', bud: 'rolled', ligule: 'membrane', auricles: 'none', crown: 'not white' },
    ...{ 'blade hair': 'all over', 'sheath hair': 'hairy', growth: 'creeping, rooting at nodes' },
    ...{ 'seed head': 'fingers from one point', fingers: ['four to six', 'seven or more', 'two or three'] },
    // *
    ...{ 'second glume': 'short', stem: 'round', 'below ground': 'fine roots', 'leaf tip': 'long taper' },
  },
  'southern-crabgrass': {
    ...{ leaf: 'blade', bud: 'rolled', ligule: 'membrane', auricles: 'none', crown: 'not white' },
    ...{ 'blade hair': ['none', 'at the collar'], 'sheath hair': 'hairy' },
    ...{ growth: 'creeping, rooting at nodes', 'second glume': 'half or more', stem: 'round' },
    ...{ 'seed head': 'fingers from one point', fingers: ['four to six', 'seven or more', 'two or three'] },
    ...{ 'below ground': 'fine roots', 'leaf tip': 'long taper' },
  },
  goosegrass: {
    ...{ leaf: 'blade', bud: 'folded', ligule: 'membrane', auricles: 'none', crown: 'white and flat' },
    ...{ 'blade hair': ['none', 'at the collar'], 'sheath hair': 'none', growth: ['flat rosette', 'clump'] },
    ...{ 'seed head': ['fingers, one set lower', 'fingers from one point'], stem: 'flattened' },
    ...{ fingers: ['two or three', 'four to six'], 'below ground': 'fine roots' },
  },
  'annual-bluegrass': {
    ...{ leaf: 'blade', bud: 'folded', ligule: 'membrane', auricles: 'none', crown: 'not white' },
    ...{ 'blade hair': 'none', 'sheath hair': 'none', growth: ['clump', 'creeping, rooting at nodes'] },
    ...{ 'seed head': 'open panicle', 'leaf tip': 'boat', stem: 'flattened', 'below ground': 'fine roots' },
  },
  dallisgrass: {
    ...{ leaf: 'blade', bud: 'rolled', ligule: 'membrane', auricles: 'none', crown: 'not white' },
    ...{ 'blade hair': ['at the collar', 'none'], 'sheath hair': ['hairy', 'none'], growth: 'clump' },
    ...{ 'seed head': 'spikes along a stem', fingers: ['four to six', 'two or three'], stem: 'round' },
    ...{ 'leaf tip': 'long taper', 'below ground': 'fine roots' },
  },
  'yellow-nutsedge': {
    ...{ leaf: 'three-ranked blade', stem: 'three-cornered', 'leaf tip': 'long taper' },
    ...{ 'seed head': 'yellow umbel', 'below ground': 'single tubers', growth: 'upright' },
  },
  'purple-nutsedge': {
    ...{ leaf: 'three-ranked blade', stem: 'three-cornered', 'leaf tip': ['abrupt point', 'boat'] },
    ...{ 'seed head': 'red-brown umbel', 'below ground': 'tubers in chains', growth: 'upright' },
  },
  'green-kyllinga': {
    ...{ leaf: 'three-ranked blade', stem: 'three-cornered', 'leaf tip': 'long taper' },
    ...{ 'seed head': 'green ball', 'below ground': ['fine roots', 'white rhizomes'] },
    growth: 'creeping, rooting at nodes',
  },
  henbit: {
    ...{ leaf: 'broad', 'leaves stand': 'opposite', 'leaf shape': 'round, scalloped', stem: 'square' },
    ...{ growth: 'upright', flower: 'pink to purple', 'flower shape': 'lipped tube', sap: 'clear' },
    ...{ node: 'bare', smell: 'none', 'below ground': 'fine roots' },
  },
  'common-chickweed': {
    ...{
      leaf: 'broad',
      'leaves stand': 'opposite',
      'leaf shape': ['small oval', 'broad oval'],
      stem: 'round',
    },
    ...{ 'stem hair': 'one line', growth: 'creeping, rooting at nodes', flower: 'white', node: 'bare' },
    ...{ 'flower shape': 'split petals', sap: 'clear', smell: 'none', 'below ground': 'fine roots' },
  },
  'mouse-ear-chickweed': {
    ...{ leaf: 'broad', 'leaves stand': 'opposite', 'leaf shape': 'small oval', stem: 'round' },
    ...{ 'stem hair': 'all round', growth: 'creeping, rooting at nodes', flower: 'white', node: 'bare' },
    ...{ 'flower shape': ['split petals', 'five petals'], sap: 'clear', smell: 'none' },
    'below ground': 'fine roots',
  },
  'white-clover': {
    ...{ leaf: 'broad', 'leaves stand': 'alternate', 'leaf shape': 'three oval leaflets', stem: 'round' },
    ...{ growth: 'creeping, rooting at nodes', flower: ['white', 'pink to purple'], sap: 'clear' },
    ...{ 'flower shape': 'ball of florets', smell: 'none', 'stem hair': 'none' },
  },
  dandelion: {
    ...{ leaf: 'broad', 'leaves stand': 'rosette', 'leaf shape': 'teeth pointing back', sap: 'milky' },
    ...{ growth: 'flat rosette', flower: 'yellow', 'flower shape': 'head on a hollow stalk', smell: 'none' },
    ...{ 'below ground': 'taproot', fruit: 'puffball', stem: 'round' },
  },
  'broadleaf-plantain': {
    ...{ leaf: 'broad', 'leaves stand': 'rosette', 'leaf shape': 'broad oval', sap: 'clear', smell: 'none' },
    ...{ growth: 'flat rosette', flower: ['greenish', 'white'], 'flower shape': 'spike' },
    ...{ 'below ground': 'fine roots', stem: 'round' },
  },
  'buckhorn-plantain': {
    ...{ leaf: 'broad', 'leaves stand': 'rosette', 'leaf shape': 'long and narrow', sap: 'clear' },
    ...{ growth: ['flat rosette', 'upright'], flower: ['white', 'greenish'], 'flower shape': 'spike' },
    ...{ smell: 'none', 'below ground': ['taproot', 'fine roots'] },
  },
  'ground-ivy': {
    ...{ leaf: 'broad', 'leaves stand': 'opposite', 'leaf shape': 'round, scalloped', stem: 'square' },
    ...{ growth: 'creeping, rooting at nodes', flower: ['blue', 'pink to purple'], smell: 'mint' },
    ...{ 'flower shape': 'lipped tube', sap: 'clear', node: 'bare', 'below ground': 'fine roots' },
  },
  'wild-violet': {
    ...{
      leaf: 'broad',
      'leaves stand': 'rosette',
      'leaf shape': 'cupped heart',
      sap: 'clear',
      smell: 'none',
    },
    ...{ growth: ['clump', 'flat rosette'], flower: ['pink to purple', 'white', 'blue'] },
    ...{ 'flower shape': 'five petals', 'below ground': 'white rhizomes' },
  },
  'spotted-spurge': {
    ...{ leaf: 'broad', 'leaves stand': 'opposite', 'leaf shape': 'small oval', sap: 'milky', stem: 'round' },
    ...{ growth: 'flat mat, not rooting', 'below ground': 'taproot', smell: 'none', node: 'bare' },
    // *
    flower: ['greenish', 'white'],
  },
  'prostrate-knotweed': {
    ...{ leaf: 'broad', 'leaves stand': 'alternate', 'leaf shape': ['long and narrow', 'small oval'] },
    ...{ sap: 'clear', node: 'papery sheath', growth: 'flat mat, not rooting', stem: 'round', smell: 'none' },
    ...{ flower: ['white', 'pink to purple'], 'below ground': 'taproot' },
  },
  lespedeza: {
    ...{ leaf: 'broad', 'leaves stand': 'alternate', 'leaf shape': 'three leaflets, veins to the edge' },
    ...{ sap: 'clear', stem: ['round', 'flattened'], growth: ['flat mat, not rooting', 'upright'] },
    ...{ flower: 'pink to purple', smell: 'none', 'below ground': 'taproot' },
  },
  'virginia-buttonweed': {
    ...{ leaf: 'broad', 'leaves stand': 'opposite', node: 'bristly membrane', flower: 'white', sap: 'clear' },
    ...{ 'flower shape': 'star', fruit: 'hairy oval', growth: 'creeping, rooting at nodes', smell: 'none' },
    // *
    'leaf shape': ['lance, toothed', 'long and narrow', 'broad oval'],
    'stem hair': ['all round', 'none'],
  },
  chamberbitter: {
    ...{ leaf: 'broad', 'leaves stand': 'alternate', 'leaf shape': 'rows along a twig', growth: 'upright' },
    ...{ flower: 'greenish', fruit: 'balls under the leaf', sap: 'clear', smell: 'none' },
    'below ground': ['taproot', 'fine roots'],
  },
  'florida-betony': {
    ...{ leaf: 'broad', 'leaves stand': 'opposite', 'leaf shape': 'lance, toothed', stem: 'square' },
    ...{ flower: 'pink to purple', 'flower shape': 'lipped tube', 'below ground': 'rattle tuber' },
    ...{ growth: 'upright', sap: 'clear', node: 'bare' },
  },
  'field-madder': {
    ...{ leaf: 'broad', 'leaves stand': 'whorl', 'leaf shape': 'long and narrow', stem: 'square' },
    ...{ flower: 'pink to purple', 'flower shape': 'star', sap: 'clear', smell: 'none' },
    // *
    growth: ['flat mat, not rooting', 'upright'],
  },
  oxalis: {
    ...{ leaf: 'broad', 'leaves stand': 'alternate', 'leaf shape': 'three heart leaflets', sap: 'clear' },
    ...{ flower: 'yellow', 'flower shape': 'five petals', fruit: 'upright pod', smell: 'none' },
    // *
    growth: ['upright', 'creeping, rooting at nodes'],
  },
  'corn-speedwell': {
    ...{ leaf: 'broad', 'leaves stand': ['opposite', 'alternate'], flower: 'blue', fruit: 'flat heart' },
    ...{ growth: 'upright', stem: 'round', 'stem hair': 'all round', sap: 'clear', smell: 'none' },
    // *
    ...{ 'leaf shape': ['small oval', 'round, scalloped'], 'below ground': 'fine roots' },
  },
  'lawn-burweed': {
    ...{ leaf: 'broad', 'leaves stand': ['opposite', 'rosette'], 'leaf shape': 'finely divided' },
    ...{ growth: ['flat rosette', 'flat mat, not rooting'], fruit: 'spiny bur', sap: 'clear', smell: 'none' },
    // *
    flower: 'greenish',
  },
  'wild-garlic': {
    ...{ leaf: 'tube', smell: 'garlic', 'below ground': 'bulb', growth: ['clump', 'upright'] },
    // *
    ...{ stem: 'round', flower: ['pink to purple', 'white', 'greenish'] },
  },
  quackgrass: {
    ...{ leaf: 'blade', bud: 'rolled', ligule: ['hardly any', 'membrane'], auricles: 'clasping' },
    ...{ 'blade hair': ['all over', 'none'], 'seed head': 'flat spike', 'below ground': 'white rhizomes' },
    ...{ growth: 'upright', crown: 'not white', stem: 'round' },
  },
  nimblewill: {
    ...{ leaf: 'blade', bud: 'rolled', ligule: ['hardly any', 'membrane'], auricles: 'none' },
    ...{ 'blade hair': ['none', 'at the collar'], 'seed head': 'thin panicle', crown: 'not white' },
    ...{ growth: 'creeping, rooting at nodes', 'sheath hair': 'none' },
  },
  foxtail: {
    ...{ leaf: 'blade', bud: 'rolled', ligule: 'hairs', auricles: 'none', growth: ['clump', 'upright'] },
    ...{ 'blade hair': ['at the collar', 'none'], 'seed head': 'bristly cylinder', crown: 'not white' },
    ...{ 'sheath hair': ['none', 'hairy'], 'below ground': 'fine roots' },
  },
  sandbur: {
    ...{ leaf: 'blade', bud: 'folded', ligule: 'hairs', auricles: 'none', stem: 'flattened' },
    ...{ 'blade hair': ['at the collar', 'none'], 'seed head': 'burs', growth: ['clump', 'flat rosette'] },
    ...{ crown: 'not white', 'below ground': 'fine roots' },
  },
} as const satisfies Record<Weed, Signs>;

/** What a species shows of a character, the usual first; null: it is not known, or the plant has no such thing. */
export function statesOf(weed: Weed, character: Character): readonly string[] | null {
  const states = (SIGNS[weed] as Signs)[character];
  return states === undefined ? null : typeof states === 'string' ? [states] : states;
}

/** Whether it is worth asking, once the leaf is told; null: it is not yet. */
export function isAskedOf(character: Character, leaf: string | null): boolean {
  const of: readonly string[] = CHARACTERS[character].of;
  return leaf === null || !of.length || of.includes(leaf);
}

/** Whether a plant with a leaf like this can show a character at all. */
export function hasCharacter(weed: Weed, character: Character): boolean {
  const of: readonly string[] = CHARACTERS[character].of;
  return !of.length || of.some((leaf) => statesOf(weed, 'leaf')!.includes(leaf));
}

/** When it is up: what is looked at out of its season is less likely. Trade knowledge, from memory. */
export function isUpIn(weed: Weed, month: number): boolean {
  const { life } = WEEDS[weed];
  if (life === 'perennial') return true;
  const winter = month >= 10 || month <= 5;
  return life === 'winter annual' ? winter : month >= 3 && month <= 11;
}
