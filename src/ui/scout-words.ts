/** What was found on a walk, in words: its season, what favours it, what products took of it here. */
import { showPercent } from '@/core/units/format';
import type { Taken } from '@/core/weeds/efficacy';
import type { Favour, Found, Timing } from '@/core/weeds/scouting';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { plural } from './words';

const TIMING: Readonly<Record<Timing, string>> = {
  'small, now': 'As easy now as it ever will be.',
  'tillered, hard': 'Tillered: hard to take, and it may need a second shot.',
  'frost takes it': 'Not worth a spray any more: frost takes it. Next spring’s barrier is the answer.',
  'autumn is best': 'Now is the best time: it carries what it gets down to its root.',
  'spring is second': 'A second-best time; most of it comes back unless autumn follows.',
  'wait for autumn': 'Summer takes little of it: autumn takes it down to the root.',
  asleep: 'It rests: wait until it grows.',
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
