/** Weeds that labels and plans name. Latin names and life cycles: trade knowledge, from memory (confidence high). */
export type WeedKind = 'grass' | 'sedge' | 'broadleaf';
export type LifeCycle = 'summer annual' | 'winter annual' | 'perennial';

export const WEEDS = {
  'smooth-crabgrass': {
    name: 'smooth crabgrass',
    latin: 'Digitaria ischaemum',
    kind: 'grass',
    life: 'summer annual',
  },
  'large-crabgrass': {
    name: 'large crabgrass',
    latin: 'Digitaria sanguinalis',
    kind: 'grass',
    life: 'summer annual',
  },
  'southern-crabgrass': {
    name: 'southern crabgrass',
    latin: 'Digitaria ciliaris',
    kind: 'grass',
    life: 'summer annual',
  },
  goosegrass: { name: 'goosegrass', latin: 'Eleusine indica', kind: 'grass', life: 'summer annual' },
  'annual-bluegrass': { name: 'annual bluegrass', latin: 'Poa annua', kind: 'grass', life: 'winter annual' },
  dallisgrass: { name: 'dallisgrass', latin: 'Paspalum dilatatum', kind: 'grass', life: 'perennial' },
  'yellow-nutsedge': {
    name: 'yellow nutsedge',
    latin: 'Cyperus esculentus',
    kind: 'sedge',
    life: 'perennial',
  },
  'purple-nutsedge': { name: 'purple nutsedge', latin: 'Cyperus rotundus', kind: 'sedge', life: 'perennial' },
  'green-kyllinga': {
    name: 'green kyllinga',
    latin: 'Kyllinga brevifolia',
    kind: 'sedge',
    life: 'perennial',
  },
  henbit: { name: 'henbit', latin: 'Lamium amplexicaule', kind: 'broadleaf', life: 'winter annual' },
  'common-chickweed': {
    name: 'common chickweed',
    latin: 'Stellaria media',
    kind: 'broadleaf',
    life: 'winter annual',
  },
  'mouse-ear-chickweed': {
    name: 'mouse-ear chickweed',
    latin: 'Cerastium fontanum',
    kind: 'broadleaf',
    life: 'perennial',
  },
  'white-clover': { name: 'white clover', latin: 'Trifolium repens', kind: 'broadleaf', life: 'perennial' },
  dandelion: { name: 'dandelion', latin: 'Taraxacum officinale', kind: 'broadleaf', life: 'perennial' },
  'broadleaf-plantain': {
    name: 'broadleaf plantain',
    latin: 'Plantago major',
    kind: 'broadleaf',
    life: 'perennial',
  },
  'buckhorn-plantain': {
    name: 'buckhorn plantain',
    latin: 'Plantago lanceolata',
    kind: 'broadleaf',
    life: 'perennial',
  },
  'ground-ivy': { name: 'ground ivy', latin: 'Glechoma hederacea', kind: 'broadleaf', life: 'perennial' },
  'wild-violet': { name: 'wild violet', latin: 'Viola sororia', kind: 'broadleaf', life: 'perennial' },
  'spotted-spurge': {
    name: 'spotted spurge',
    latin: 'Euphorbia maculata',
    kind: 'broadleaf',
    life: 'summer annual',
  },
  'prostrate-knotweed': {
    name: 'prostrate knotweed',
    latin: 'Polygonum aviculare',
    kind: 'broadleaf',
    life: 'summer annual',
  },
  lespedeza: {
    name: 'common lespedeza',
    latin: 'Kummerowia striata',
    kind: 'broadleaf',
    life: 'summer annual',
  },
  'virginia-buttonweed': {
    name: 'Virginia buttonweed',
    latin: 'Diodia virginiana',
    kind: 'broadleaf',
    life: 'perennial',
  },
  chamberbitter: {
    name: 'chamberbitter',
    latin: 'Phyllanthus urinaria',
    kind: 'broadleaf',
    life: 'summer annual',
  },
  'florida-betony': {
    name: 'Florida betony',
    latin: 'Stachys floridana',
    kind: 'broadleaf',
    life: 'perennial',
  },
  'field-madder': {
    name: 'field madder',
    latin: 'Sherardia arvensis',
    kind: 'broadleaf',
    life: 'winter annual',
  },
  oxalis: {
    name: 'yellow woodsorrel',
    latin: 'Oxalis stricta and O. corniculata',
    kind: 'broadleaf',
    life: 'perennial',
  },
  'corn-speedwell': {
    name: 'corn speedwell',
    latin: 'Veronica arvensis',
    kind: 'broadleaf',
    life: 'winter annual',
  },
  'lawn-burweed': {
    name: 'lawn burweed',
    latin: 'Soliva sessilis',
    kind: 'broadleaf',
    life: 'winter annual',
  },
  'wild-garlic': { name: 'wild garlic', latin: 'Allium vineale', kind: 'broadleaf', life: 'perennial' },
  quackgrass: { name: 'quackgrass', latin: 'Elymus repens', kind: 'grass', life: 'perennial' },
  nimblewill: { name: 'nimblewill', latin: 'Muhlenbergia schreberi', kind: 'grass', life: 'perennial' },
  foxtail: {
    name: 'foxtails',
    latin: 'Setaria viridis, S. pumila, S. faberi',
    kind: 'grass',
    life: 'summer annual',
  },
  sandbur: {
    name: 'sandbur',
    latin: 'Cenchrus spinifex, C. echinatus',
    kind: 'grass',
    life: 'summer annual',
  },
  // look-alikes of those above, that lawns have as often
  purslane: { name: 'purslane', latin: 'Portulaca oleracea', kind: 'broadleaf', life: 'summer annual' },
  'common-mallow': {
    name: 'common mallow',
    latin: 'Malva neglecta',
    kind: 'broadleaf',
    life: 'summer annual',
  },
  'cats-ear': { name: 'cat’s-ear', latin: 'Hypochaeris radicata', kind: 'broadleaf', life: 'perennial' },
  'purple-deadnettle': {
    name: 'purple deadnettle',
    latin: 'Lamium purpureum',
    kind: 'broadleaf',
    life: 'winter annual',
  },
  'black-medic': {
    name: 'black medic',
    latin: 'Medicago lupulina',
    kind: 'broadleaf',
    life: 'summer annual',
  },
  'hairy-bittercress': {
    name: 'hairy bittercress',
    latin: 'Cardamine hirsuta',
    kind: 'broadleaf',
    life: 'winter annual',
  },
  'bermudagrass-weed': {
    name: 'bermudagrass, as a weed',
    latin: 'Cynodon dactylon',
    kind: 'grass',
    life: 'perennial',
  },
} as const satisfies Record<
  string,
  Readonly<{ name: string; latin: string; kind: WeedKind; life: LifeCycle }>
>;
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
