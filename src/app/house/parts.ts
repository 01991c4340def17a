/** The house's screen in parts, each small enough to be looked at whole. */
export const PARTS = [
  { key: 'soil', href: '/house', name: 'The line', why: 'when the soil counts as warm enough' },
  {
    key: 'day',
    href: '/house/day',
    name: 'Day and truck',
    why: 'hours, wind, split, spray volume, tank, units',
  },
  {
    key: 'gates',
    href: '/house/gates',
    name: 'Gates',
    why: 'rain, heat, nitrogen, notice, law of the place',
  },
  {
    key: 'season',
    href: '/house/season',
    name: 'Season and crews',
    why: 'how the barrier is reckoned, autumn, ceilings, trucks and minutes',
  },
  {
    key: 'road',
    href: '/house/road',
    name: 'Road and customers',
    why: 'trucks, pace, water by the rules of the place, words for customers',
  },
  {
    key: 'means',
    href: '/house/means',
    name: 'Means',
    why: 'licences, equipment, thermometers, soil stations',
  },
  {
    key: 'server',
    href: '/house/server',
    name: 'Data and programs',
    why: 'tokens, export, what is kept, background work',
  },
] as const;
export type Part = (typeof PARTS)[number]['key'];
