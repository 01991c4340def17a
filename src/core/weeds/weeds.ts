/** Weeds that labels and plans name. Life cycles: trade knowledge, from memory (confidence high). */
export type WeedKind = 'grass' | 'sedge' | 'broadleaf';
export type LifeCycle = 'summer annual' | 'winter annual' | 'perennial';

export const WEEDS = {
  'smooth-crabgrass': { name: 'smooth crabgrass', kind: 'grass', life: 'summer annual' },
  'large-crabgrass': { name: 'large crabgrass', kind: 'grass', life: 'summer annual' },
  'southern-crabgrass': { name: 'southern crabgrass', kind: 'grass', life: 'summer annual' },
  goosegrass: { name: 'goosegrass', kind: 'grass', life: 'summer annual' },
  'annual-bluegrass': { name: 'annual bluegrass', kind: 'grass', life: 'winter annual' },
  dallisgrass: { name: 'dallisgrass', kind: 'grass', life: 'perennial' },
  'yellow-nutsedge': { name: 'yellow nutsedge', kind: 'sedge', life: 'perennial' },
  'purple-nutsedge': { name: 'purple nutsedge', kind: 'sedge', life: 'perennial' },
  'green-kyllinga': { name: 'green kyllinga', kind: 'sedge', life: 'perennial' },
  henbit: { name: 'henbit', kind: 'broadleaf', life: 'winter annual' },
  'common-chickweed': { name: 'common chickweed', kind: 'broadleaf', life: 'winter annual' },
  'mouse-ear-chickweed': { name: 'mouse-ear chickweed', kind: 'broadleaf', life: 'perennial' },
  'white-clover': { name: 'white clover', kind: 'broadleaf', life: 'perennial' },
  dandelion: { name: 'dandelion', kind: 'broadleaf', life: 'perennial' },
  'broadleaf-plantain': { name: 'broadleaf plantain', kind: 'broadleaf', life: 'perennial' },
  'buckhorn-plantain': { name: 'buckhorn plantain', kind: 'broadleaf', life: 'perennial' },
  'ground-ivy': { name: 'ground ivy', kind: 'broadleaf', life: 'perennial' },
  'wild-violet': { name: 'wild violet', kind: 'broadleaf', life: 'perennial' },
  'spotted-spurge': { name: 'spotted spurge', kind: 'broadleaf', life: 'summer annual' },
  'prostrate-knotweed': { name: 'prostrate knotweed', kind: 'broadleaf', life: 'summer annual' },
  lespedeza: { name: 'common lespedeza', kind: 'broadleaf', life: 'summer annual' },
  'virginia-buttonweed': { name: 'Virginia buttonweed', kind: 'broadleaf', life: 'perennial' },
  chamberbitter: { name: 'chamberbitter', kind: 'broadleaf', life: 'summer annual' },
  'florida-betony': { name: 'Florida betony', kind: 'broadleaf', life: 'perennial' },
  'field-madder': { name: 'field madder', kind: 'broadleaf', life: 'winter annual' },
  oxalis: { name: 'yellow woodsorrel', kind: 'broadleaf', life: 'perennial' },
  'corn-speedwell': { name: 'corn speedwell', kind: 'broadleaf', life: 'winter annual' },
  'lawn-burweed': { name: 'lawn burweed', kind: 'broadleaf', life: 'winter annual' },
  'wild-garlic': { name: 'wild garlic', kind: 'broadleaf', life: 'perennial' },
  quackgrass: { name: 'quackgrass', kind: 'grass', life: 'perennial' },
  nimblewill: { name: 'nimblewill', kind: 'grass', life: 'perennial' },
  foxtail: { name: 'foxtails', kind: 'grass', life: 'summer annual' },
  sandbur: { name: 'sandbur', kind: 'grass', life: 'summer annual' },
} as const satisfies Record<string, Readonly<{ name: string; kind: WeedKind; life: LifeCycle }>>;
export type Weed = keyof typeof WEEDS;
export const isWeed = (key: string): key is Weed => Object.hasOwn(WEEDS, key);
export const ALL_WEEDS = Object.keys(WEEDS) as Weed[];

/** How far a weed is, as the trade counts it at the kerb. A label says the last stage it controls. */
export const STAGES = ['not up', 'seedling', '1 tiller', '2 to 4 tillers', 'mature'] as const;
export type Stage = (typeof STAGES)[number];
/** Only grasses tiller: the same four steps as the trade calls them on other weeds. */
const WITHOUT_TILLERS: Record<Stage, string> = {
  'not up': 'not up',
  seedling: 'seedling',
  '1 tiller': 'young plant',
  '2 to 4 tillers': 'half grown',
  mature: 'mature',
};
export const stageWords = (weed: Weed, stage: Stage): string =>
  WEEDS[weed].kind === 'grass' ? stage : WITHOUT_TILLERS[stage];
export const stageRank = (stage: Stage): number => STAGES.indexOf(stage);
