/** What was found on a walk, in words: its season, what favours it, what products took of it here. */
import { showRate, type Shows } from '@/core/units/format';
import { figure, showPercent, significant } from '@/core/units/figure';
import type { Cause, CauseOdds, Clue } from '@/core/weeds/causes';
import type { GroundVerdict } from '@/core/lawn/soil-test';
import type { Taken } from '@/core/weeds/efficacy';
import type { Favour, Found, Timing } from '@/core/weeds/scouting';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { plural } from './text';

const TIMING: Readonly<Record<Timing, string>> = {
  'small, now': 'As easy now as it ever will be.',
  'tillered, hard': 'Tillered: hard to take, and it may need a second shot.',
  'frost takes it': 'Not worth a spray any more: frost takes it. Next spring’s barrier is the answer.',
  'autumn is best': 'Now is the best time: it carries what it gets down to its root.',
  'spring is second': 'A second-best time; most of it comes back unless autumn follows.',
  'wait for autumn': 'Summer takes little of it: autumn takes it down to the root.',
  asleep: 'It rests: wait until it grows.',
  'before it seeds':
    'Big already: now, before it seeds, or not at all; heat takes it. An autumn barrier for the next ones.',
  'heat takes it': 'It dies with the heat. An autumn barrier keeps the next ones down.',
  'before its tubers': 'Now, before it makes tubers.',
  'tubers are made': 'Its tubers are made: what is sprayed now saves less. Early next summer.',
  'no selective': 'Nothing takes it out of this turf alone: spots, and the grass around them goes too.',
};

/** @param isToday whether it was seen today */
export function timingWords({ weed, isInFlower }: Found, timing: Timing, isToday: boolean): string {
  const bees =
    isInFlower && WEEDS[weed].kind === 'broadleaf'
      ? ' In flower: leave it to the bees, mow first or spray after.'
      : '';
  return `${TIMING[timing]}${bees}${isToday ? '' : ' Look again before you spray: it has grown since.'}`;
}

const FAVOUR: Readonly<Record<Favour, Readonly<{ name: string; cure: string }>>> = {
  compaction: {
    name: 'Compaction',
    cure: 'Core aeration is part of the cure; not through a barrier that lies.',
  },
  'wet ground': { name: 'Wet ground', cure: 'Less water, seldom and deep; leaks and drains looked at.' },
  shade: { name: 'Shade', cure: 'Thin the crown, or a turf that stands shade.' },
  'thin turf': { name: 'Thin turf', cure: 'Sow or feed it thick: what closes keeps weeds out.' },
  'low nitrogen': { name: 'Little nitrogen', cure: 'Feed within the year’s budget.' },
  'low mowing': { name: 'A low cut', cure: 'Mow at the top of the turf’s range.' },
  drought: { name: 'Drought', cure: 'Water deep before it wilts.' },
  'acid soil': { name: 'Acid soil', cure: 'A soil test says whether lime is wanted.' },
  'hot edges': {
    name: 'Hot edges',
    cure: 'A strip of its own along the pavement, with the higher share of the barrier.',
  },
  'much phosphorus': { name: 'Much phosphorus', cure: 'A soil test; no phosphorus where it has enough.' },
};
export const favourWords = (favour: Favour) => FAVOUR[favour];

/** What it took of these weeds on the company's own lawns in the last years. */
export function tookWords(taken: readonly Taken[], productId: string, weeds: readonly Weed[]): string {
  const own = taken.filter((t) => t.productId === productId && weeds.includes(t.weed));
  if (!own.length) return 'Nobody has looked yet what it takes on your lawns.';
  return `On your lawns: ${own
    .slice(-3)
    .map((t) => `${showPercent(t.share)} of ${WEEDS[t.weed].name} in ${t.year} (${plural(t.looks, 'look')})`)
    .join(', ')}.`;
}

const CAUSE: Readonly<Record<Cause, Readonly<{ name: string; next: string }>>> = {
  'too late': {
    name: 'The barrier was too late',
    next: 'down and watered in before the line is reached; what reaches back where that is missed.',
  },
  'never watered in': {
    name: 'It was not watered in',
    next: 'on a day before rain, or the customer’s irrigation asked for and confirmed.',
  },
  'worn out': {
    name: 'The barrier was worn out',
    next: 'a higher total within the label, in two parts, or a product that lasts longer.',
  },
  'missed edge': {
    name: 'The edge or a strip was missed',
    next: 'a strip of its own along the pavement, overlapped on bare concrete.',
  },
  'under-dosed': {
    name: 'Too little went down',
    next: 'calibrate before the round, and look at what was used at each lawn.',
  },
  'caught by leaf': {
    name: 'Dead leaf caught it',
    next: 'cut it short first, more carrier, or a granule that falls through.',
  },
  'run off': {
    name: 'A storm took it before the soil did',
    next: 'a light wetting before the storm, or another day.',
  },
  disturbed: {
    name: 'The soil was opened',
    next: 'aerate and rake before the barrier, and put it down again where it was dug.',
  },
  resistant: {
    name: 'It may stand this site of action',
    next: 'another site of action, or a year without a barrier and with looks; seed of it sent for a test.',
  },
  'not on the label': {
    name: 'The label does not have this weed',
    next: 'a product that has it on its label.',
  },
};
export const causeWords = (cause: Cause) => CAUSE[cause];

const CLUE: Readonly<Record<Clue, Readonly<Record<string, string>>>> = {
  timing: {
    before: 'it was in the soil before the flush began',
    some: 'some of the flush was up when it was in the soil',
    first: 'by its stage the weed came up before the barrier was down',
  },
  water: {
    'in time': 'water took it in by the label’s day',
    late: 'water came after the label’s day',
    never: 'water has not come since',
    'not known': 'nobody knows when water took it in',
  },
  storm: {
    none: 'no storm came before it was taken in',
    'before the water': 'a storm came before it was taken in',
    'not known': 'the weather of then is not on file',
  },
  leaf: { free: 'no dead leaf lay in its way', 'long and dead': 'long dead leaf lay in its way' },
  lasting: {
    most: 'by the model it still stopped most when the weed came up',
    half: 'by the model about half of its stop was left when the weed came up',
    little: 'by the model little of its stop was left when the weed came up',
  },
  place: {
    'all over': 'it stands all over',
    'hot edge': 'it stands along the hot edge',
    'missed strip': 'it stands in a strip',
    'bare spot': 'it stands in bare or worn ground',
  },
  dose: {
    full: 'the full rate went down',
    low: 'less than nine tenths of the label’s rate went down',
    'very low': 'less than two thirds of the label’s rate went down',
  },
  opened: {
    no: 'nobody wrote down that the soil was opened',
    'before it came up': 'the soil was opened before it came up',
  },
  group: {
    'up to two years': 'the site of action is in its first or second year',
    'three or four': 'the same site of action for three or four years',
    'five and more': 'the same site of action for five years and more',
  },
  label: { 'has it': 'the label has this weed', 'does not have it': 'the label does not have this weed' },
};

/** What speaks for a cause, and what against it. */
export function evidenceWords({ evidence }: CauseOdds): string {
  const said = (speaks: boolean) =>
    evidence
      .filter((e) => e.times > 1 === speaks && (e.times > 1.1 || e.times < 0.9))
      .map((e) => CLUE[e.clue][e.level] ?? e.level);
  return [['For it', said(true)] as const, ['Against it', said(false)] as const]
    .flatMap(([which, words]) => (words.length ? [`${which}: ${words.join('; ')}.`] : []))
    .join(' ');
}

/** What a soil test and a probe decide. */
export function groundWords(v: GroundVerdict, show: Shows): string {
  switch (v.code) {
    case 'test-old':
      return `The soil test is ${figure(v.days / 365.25, 1)} years old: take another, two years is its time.`;
    case 'acid':
      return `pH ${figure(v.ph, 1)}: acid. Turf thins, and weeds that stand it come in.`;
    case 'alkaline':
      return `pH ${figure(v.ph, 1)}: alkaline. Some sulfonylureas last longer in it: see their labels before you sow.`;
    case 'phosphorus-low':
      return `Phosphorus ${significant(v.found, 3)} ppm: little. The test asks for it, which local law may want to see.`;
    case 'phosphorus-high':
      return `Phosphorus ${significant(v.found, 3)} ppm: much. None is wanted, and it favours annual bluegrass.`;
    case 'potassium-low':
      return `Potassium ${significant(v.found, 3)} ppm: little. Turf stands drought and winter badly.`;
    case 'lime':
      return `The laboratory asks for lime: ${showRate(v.rate, 'lb/1000sqft')}.`;
    case 'compacted':
      return 'The ground is hard: core aeration, before the barrier or after its season.';
    case 'thatch':
      return `Thatch of ${show.depth(v.depth)}: it holds back what belongs in the soil, and seed.`;
  }
}
