import fc from 'fast-check';
import facts from '../../../tests/support/weed-identification.json' with { type: 'json' };
import { ALL_CHARACTERS, CHARACTERS, SIGNS, statesOf, type Character } from './characters';
import { identify, type Seen } from './identify';
import { ALL_WEEDS, WEEDS, type Weed } from './weeds';

const own = (weed: Weed, pick: (states: readonly string[]) => string = (s) => s[0]!): Seen =>
  Object.fromEntries(
    ALL_CHARACTERS.flatMap((c) => {
      const states = statesOf(weed, c);
      return states ? [[c, pick(states)]] : [];
    }),
  );
const first = (seen: Seen) => identify(seen, null).candidates[0]!.weed;
const oddsOf = (weed: Weed, seen: Seen) =>
  identify(seen, null).candidates.find((c) => c.weed === weed)?.odds ?? 0;
/** Numbers from 0 to 1, the same each time. */
const generator = (seed: number) => () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;

test.each(ALL_WEEDS)('%s is reached by its own characters, and there is nothing like it', (weed) => {
  const { candidates, other } = identify(own(weed), null);
  expect(candidates[0]).toMatchObject({ weed, misfits: [] });
  expect(candidates[0]!.odds).toBeGreaterThan(0.9);
  expect(candidates.reduce((sum, c) => sum + c.odds, other)).toBeCloseTo(1, 1);
  // never certain: a lawn has other plants than these
  expect(other).toBeGreaterThanOrEqual(0.03);
});

test('no two species show the same of everything', () => {
  const all = ALL_WEEDS.map((w) => JSON.stringify(SIGNS[w]));
  expect(new Set(all).size).toBe(ALL_WEEDS.length);
});

// turf handbooks, from memory: the project's table of facts, held to what the key says in its own words
describe('the table of facts says so too', () => {
  const said = (weed: Weed, part: string): string =>
    String((facts.species as Readonly<Record<string, Readonly<Record<string, string>>>>)[weed]?.[part] ?? '');
  const holds = (character: Character, part: string, words: Readonly<Record<string, RegExp>>, not = /^$/) =>
    ALL_WEEDS.flatMap((weed) => {
      const text = said(weed, part);
      const states = statesOf(weed, character);
      if (!text || !states || not.test(text)) return [];
      return states.some((s) => words[s]?.test(text))
        ? []
        : [`${weed}: ${text} is not ${states.join(' or ')}`];
    });
  test('the bud', () => {
    expect(holds('bud', 'vernation', { rolled: /^rolled/, folded: /^folded/ })).toEqual([]);
    expect(ALL_WEEDS.filter((w) => said(w, 'vernation')).length).toBe(
      ALL_WEEDS.filter((w) => w in facts.species && statesOf(w, 'bud')).length,
    );
  });
  test('ligule, auricles, stem', () => {
    const ligule = { membrane: /membran/, hairs: /hairs/, 'hardly any': /short/ };
    expect(holds('ligule', 'ligule', ligule, /^none$/)).toEqual([]);
    expect(holds('auricles', 'auricles', { none: /none/, clasping: /clasping/ })).toEqual([]);
    const stem = {
      square: /square/,
      'three-cornered': /triang/,
      flattened: /flat/,
      round: /^(?!square|triang)/,
    };
    expect(holds('stem', 'stem', stem)).toEqual([]);
  });
  test('how the leaves stand, and the flower', () => {
    const stand = { rosette: /basal/, opposite: /opposite/, alternate: /alternate/, whorl: /whorl/ };
    expect(holds('leaves stand', 'leafArrangement', stand, /low rosette/)).toEqual([]);
    const flower = {
      white: /white/,
      yellow: /yellow/,
      'pink to purple': /pink|purple/,
      blue: /blue/,
      greenish: /green/,
    };
    expect(holds('flower', 'flowerColour', flower)).toEqual([]);
  });
  test('kind of plant', () => {
    for (const weed of ALL_WEEDS) {
      const [leaf] = statesOf(weed, 'leaf')!;
      const kind = { blade: 'grass', 'three-ranked blade': 'sedge', broad: 'broadleaf', tube: 'broadleaf' }[
        leaf!
      ];
      expect([weed, kind]).toEqual([weed, WEEDS[weed].kind]);
    }
  });
});

// trade practice, and turf handbooks from memory
describe('look-alikes are told apart by what the trade names', () => {
  const crabgrass: Seen = {
    leaf: 'blade',
    bud: 'rolled',
    ligule: 'membrane',
    'seed head': 'fingers from one point',
  };
  const large = { 'blade hair': 'all over', 'sheath hair': 'hairy' } as const;
  const smooth = { 'blade hair': 'none', 'sheath hair': 'none' } as const;
  test('smooth and large crabgrass by the hair, the seed head alone does not', () => {
    const only = identify(crabgrass, null).candidates.slice(0, 3);
    expect(new Set(only.map((c) => c.weed))).toEqual(
      new Set(['smooth-crabgrass', 'large-crabgrass', 'southern-crabgrass']),
    );
    expect(only.every((c) => c.odds < 0.6)).toBe(true);
    expect(first({ ...crabgrass, ...large })).toBe('large-crabgrass');
    expect(first({ ...crabgrass, ...smooth })).toBe('smooth-crabgrass');
    expect(first({ ...crabgrass, 'blade hair': 'none', 'sheath hair': 'hairy' })).toBe('southern-crabgrass');
    const { apart } = identify({ ...crabgrass, growth: 'clump' }, null);
    expect(apart.map((a) => a.character)).toContain('sheath hair');
  });
  test('goosegrass by its folded bud and white crown', () => {
    const asCrabgrass: Seen = {
      leaf: 'blade',
      'seed head': 'fingers from one point',
      growth: 'flat rosette',
    };
    expect(oddsOf('goosegrass', { ...asCrabgrass, bud: 'folded', crown: 'white and flat' })).toBeGreaterThan(
      0.9,
    );
    expect(oddsOf('goosegrass', { ...asCrabgrass, bud: 'rolled', crown: 'not white' })).toBeLessThan(0.1);
  });
  test.each<[Weed, Weed, Seen]>([
    [
      'yellow-nutsedge',
      'purple-nutsedge',
      { leaf: 'three-ranked blade', 'leaf tip': 'long taper', growth: 'upright' },
    ],
    ['purple-nutsedge', 'yellow-nutsedge', { leaf: 'three-ranked blade', 'leaf tip': 'abrupt point' }],
    [
      'common-chickweed',
      'mouse-ear-chickweed',
      { 'leaves stand': 'opposite', flower: 'white', 'stem hair': 'one line' },
    ],
    [
      'mouse-ear-chickweed',
      'common-chickweed',
      { 'leaves stand': 'opposite', flower: 'white', 'stem hair': 'all round' },
    ],
    [
      'spotted-spurge',
      'prostrate-knotweed',
      { leaf: 'broad', growth: 'flat mat, not rooting', sap: 'milky' },
    ],
    [
      'prostrate-knotweed',
      'spotted-spurge',
      { leaf: 'broad', growth: 'flat mat, not rooting', node: 'papery sheath' },
    ],
    ['broadleaf-plantain', 'buckhorn-plantain', { 'leaves stand': 'rosette', 'leaf shape': 'broad oval' }],
    [
      'ground-ivy',
      'henbit',
      { stem: 'square', 'leaf shape': 'round, scalloped', growth: 'creeping, rooting at nodes' },
    ],
    ['oxalis', 'white-clover', { 'leaves stand': 'alternate', 'leaf shape': 'three heart leaflets' }],
    ['foxtail', 'smooth-crabgrass', { leaf: 'blade', bud: 'rolled', ligule: 'hairs' }],
    ['quackgrass', 'dallisgrass', { leaf: 'blade', auricles: 'clasping', 'below ground': 'white rhizomes' }],
  ])('%s and not %s', (weed, like, seen) => {
    expect(first(seen)).toBe(weed);
    expect(oddsOf(weed, seen)).toBeGreaterThan(3 * oddsOf(like, seen));
  });
});

const anyWeed = fc.constantFrom(...ALL_WEEDS);
const chances = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), {
  minLength: ALL_CHARACTERS.length,
  maxLength: ALL_CHARACTERS.length,
});

test('any of its characters, in any order and whichever it may show, never excludes the right one', () => {
  fc.assert(
    fc.property(anyWeed, chances, chances, (weed, taken, which) => {
      const seen: [Character, string][] = ALL_CHARACTERS.flatMap((c, i): [Character, string][] => {
        const states = statesOf(weed, c);
        return states && taken[i]! < 0.4 ? [[c, states[Math.floor(which[i]! * 0.999 * states.length)]!]] : [];
      });
      const got = identify(Object.fromEntries(seen), null);
      const right = got.candidates.find((c) => c.weed === weed);
      expect(right?.misfits).toEqual([]);
      // what stands before it shows all that was seen as well, or all but one
      const before = got.candidates.slice(0, got.candidates.indexOf(right!));
      expect(before.filter((c) => c.misfits.length > 1)).toEqual([]);
      expect(identify(Object.fromEntries(seen.toReversed()), null).candidates[0]!.odds).toBeCloseTo(
        got.candidates[0]!.odds,
        9,
      );
    }),
    { numRuns: 400, endOnFailure: true },
  );
});

test('one look mistaken does not lose it: it comes back with what is seen after', () => {
  for (const weed of ALL_WEEDS) {
    const seen = own(weed);
    for (const character of Object.keys(seen) as Character[]) {
      const wrong = CHARACTERS[character].states.find((s) => !statesOf(weed, character)!.includes(s));
      if (wrong === undefined) continue;
      const got = identify({ ...seen, [character]: wrong }, null);
      const at = got.candidates.findIndex((c) => c.weed === weed);
      // among its look-alikes at the worst
      expect([weed, character, at >= 0 && at < 3]).toEqual([weed, character, true]);
    }
  }
});

test('asked what tells most each time, every species comes first within eight looks', () => {
  const looks = ALL_WEEDS.map((weed) => {
    let seen: Seen = {};
    for (let n = 1; n <= 12; n++) {
      const next = identify(seen, null).next.find((x) => statesOf(weed, x.character));
      if (!next) break;
      seen = { ...seen, [next.character]: statesOf(weed, next.character)![0] };
      const [best] = identify(seen, null).candidates;
      if (best!.weed === weed && best!.odds > 0.7) return n;
    }
    return Infinity;
  });
  expect(Math.max(...looks)).toBeLessThanOrEqual(8);
  expect(looks.reduce((a, b) => a + b, 0) / looks.length).toBeLessThan(6);
});

test('what it calls likely is right as often as it says, where looks are now and then mistaken', () => {
  const random = generator(5);
  const bins = [0.3, 0.5, 0.7, 0.9, 1.01].map(() => ({ right: 0, odds: 0, n: 0 }));
  for (let i = 0; i < 3000; i++) {
    const weed = ALL_WEEDS[Math.floor(random() * ALL_WEEDS.length)]!;
    const seen: Record<string, string> = {};
    for (const c of ALL_CHARACTERS) {
      const states = statesOf(weed, c);
      if (!states || random() > 0.3) continue;
      const all = CHARACTERS[c].states;
      seen[c] =
        random() < 0.08
          ? all[Math.floor(random() * all.length)]!
          : states[Math.floor(random() ** 2 * states.length)]!;
    }
    const best = identify(seen, null).candidates[0]!;
    const bin = bins[[0.3, 0.5, 0.7, 0.9, 1.01].findIndex((top) => best.odds < top)]!;
    bin.n++;
    bin.odds += best.odds;
    bin.right += best.weed === weed ? 1 : 0;
  }
  for (const { right, odds, n } of bins) {
    expect(n).toBeGreaterThan(50);
    // within six hundredths, and rather too careful than too sure
    expect(right / n).toBeGreaterThan(odds / n - 0.06);
  }
});

test('a plant out of its season is less likely, and what was seen may outweigh it', () => {
  const seen: Seen = { leaf: 'broad', 'leaves stand': 'opposite', flower: 'pink to purple' };
  const inMonth = (month: number) => identify(seen, month).candidates.find((c) => c.weed === 'henbit')!.odds;
  expect(inMonth(7)).toBeLessThan(inMonth(4) / 2);
  expect(identify(own('henbit'), 7).candidates[0]!.weed).toBe('henbit');
});

test('a state that is none is refused', () => {
  expect(() => identify({ bud: 'square' }, null)).toThrow(RangeError);
});

/**
 * Plants of lawns that the table does not have, by signs that anybody sees (turf handbooks, from memory). Most are like one
 * of the table in most of what is seen.
 */
const STRANGERS: Readonly<Record<string, Seen>> = {
  daisy: {
    leaf: 'broad',
    growth: 'flat rosette',
    'leaves stand': 'rosette',
    'leaf shape': 'broad oval',
    stem: 'round',
    flower: 'white',
    'flower shape': 'head on a hollow stalk',
    'below ground': 'fine roots',
  },
  'creeping buttercup': {
    leaf: 'broad',
    growth: 'creeping, rooting at nodes',
    'leaves stand': 'alternate',
    'leaf shape': 'finely divided',
    stem: 'round',
    'stem hair': 'all round',
    flower: 'yellow',
    'flower shape': 'five petals',
  },
  selfheal: {
    leaf: 'broad',
    growth: 'creeping, rooting at nodes',
    'leaves stand': 'opposite',
    'leaf shape': 'broad oval',
    stem: 'square',
    smell: 'none',
    flower: 'pink to purple',
    'flower shape': 'spike',
  },
  yarrow: {
    leaf: 'broad',
    growth: 'creeping, rooting at nodes',
    'leaves stand': 'alternate',
    'leaf shape': 'finely divided',
    flower: 'white',
    'flower shape': 'star',
    'stem hair': 'all round',
    'below ground': 'white rhizomes',
  },
  pennywort: {
    leaf: 'broad',
    growth: 'creeping, rooting at nodes',
    'leaves stand': 'alternate',
    'leaf shape': 'round, scalloped',
    stem: 'round',
    'stem hair': 'none',
    flower: 'greenish',
    'flower shape': 'ball of florets',
  },
  'prickly lettuce': {
    leaf: 'broad',
    growth: 'upright',
    'leaves stand': 'alternate',
    'leaf shape': 'teeth pointing back',
    sap: 'milky',
    stem: 'round',
    'stem hair': 'all round',
    flower: 'yellow',
    'flower shape': 'head on a hollow stalk',
  },
  barnyardgrass: {
    leaf: 'blade',
    bud: 'rolled',
    ligule: 'hardly any',
    'blade hair': 'none',
    'sheath hair': 'none',
    growth: 'clump',
    stem: 'flattened',
    'seed head': 'spikes along a stem',
    crown: 'not white',
  },
  horsenettle: {
    leaf: 'broad',
    growth: 'upright',
    'leaves stand': 'alternate',
    'leaf shape': 'lance, toothed',
    stem: 'round',
    'stem hair': 'all round',
    flower: 'pink to purple',
    'flower shape': 'star',
    'below ground': 'white rhizomes',
  },
  'red sorrel': {
    leaf: 'broad',
    growth: 'creeping, rooting at nodes',
    'leaves stand': 'rosette',
    'leaf shape': 'lance, toothed',
    stem: 'round',
    'stem hair': 'none',
    node: 'papery sheath',
    flower: 'greenish',
    'flower shape': 'spike',
    'below ground': 'white rhizomes',
  },
  'curly dock': {
    leaf: 'broad',
    growth: 'upright',
    'leaves stand': 'rosette',
    'leaf shape': 'long and narrow',
    stem: 'round',
    node: 'papery sheath',
    flower: 'greenish',
    'flower shape': 'spike',
    'below ground': 'taproot',
  },
  chicory: {
    leaf: 'broad',
    growth: 'upright',
    'leaves stand': 'rosette',
    'leaf shape': 'teeth pointing back',
    sap: 'milky',
    'stem hair': 'all round',
    flower: 'blue',
    'flower shape': 'star',
    'below ground': 'taproot',
  },
  'creeping thistle': {
    leaf: 'broad',
    growth: 'upright',
    'leaves stand': 'alternate',
    'leaf shape': 'lance, toothed',
    stem: 'round',
    flower: 'pink to purple',
    'flower shape': 'ball of florets',
    'below ground': 'white rhizomes',
  },
  'wild carrot': {
    leaf: 'broad',
    growth: 'flat rosette',
    'leaves stand': 'rosette',
    'leaf shape': 'finely divided',
    'stem hair': 'all round',
    flower: 'white',
    'flower shape': 'ball of florets',
    'below ground': 'taproot',
  },
  'wild strawberry': {
    leaf: 'broad',
    growth: 'creeping, rooting at nodes',
    'leaves stand': 'rosette',
    'leaf shape': 'three oval leaflets',
    'stem hair': 'all round',
    flower: 'white',
    'flower shape': 'five petals',
  },
  'pineapple weed': {
    leaf: 'broad',
    growth: 'upright',
    'leaves stand': 'alternate',
    'leaf shape': 'finely divided',
    stem: 'round',
    flower: 'greenish',
    'flower shape': 'ball of florets',
    'below ground': 'taproot',
  },
};

test('of fifteen plants that the table does not have, twelve and more are said to be none of it at 1 in 4 and more', () => {
  const doubts = Object.entries(STRANGERS).map(([name, seen]) => ({
    name,
    other: identify(seen, null).other,
  }));
  expect(doubts).toHaveLength(15);
  expect(doubts.filter((d) => d.other >= 0.25).length).toBeGreaterThanOrEqual(12);
});
