import { INGREDIENT_FACTS } from './ingredient-facts';
import { isKnownSubstance, isSameSubstance, nameSubstance, openQuestion, substanceKey } from './substance';
import { FORM_NAMES, SUBSTANCES, acidShare, isCasNumber, molarMass, type FormName } from './substances';

const nameOf = (text: string) => {
  const found = nameSubstance(text);
  return found.kind === 'known' ? found.substance.name : found.kind;
};
const formOf = (text: string) => {
  const found = nameSubstance(text);
  return found.kind === 'known' ? found.form : found.kind;
};

// how labels print their ingredients: common practice, no source; chemistry of salts and esters, from memory
test.each([
  ['Prodiamine', 'prodiamine'],
  ['prodiamine*', 'prodiamine'],
  ['  2,4-D ', '2,4-D'],
  ['2, 4-D', '2,4-D'],
  ['2,4-D amine', '2,4-D'],
  ['2,4‑D', '2,4-D'],
  ['2,4-dichlorophenoxyacetic acid', '2,4-D'],
  ['dimethylamine salt of 2,4-dichlorophenoxyacetic acid', '2,4-D'],
  ['Dimethylamine Salt of 2,4-Dichlorophenoxyacetic Acid†', '2,4-D'],
  ['2,4-dichlorophenoxyacetic acid, dimethylamine salt', '2,4-D'],
  ['MCPP-p', 'mecoprop-P'],
  ['mecoprop', 'mecoprop-P'],
  ['mecoprop-P potassium salt', 'mecoprop-P'],
  ['dimethylamine salt of (+)-(R)-2-(2-methyl-4-chlorophenoxy)propionic acid', 'mecoprop-P'],
  ['dimethylamine salt of dicamba (3,6-dichloro-o-anisic acid)', 'dicamba'],
  ['3,6-dichloro-2-methoxybenzoic acid', 'dicamba'],
  ['dicamba acid', 'dicamba'],
  ['4-chloro-2-methylphenoxyacetic acid', 'MCPA'],
  ['dimethylamine salt of 2-methyl-4-chlorophenoxyacetic acid', 'MCPA'],
  ['3,5,6-trichloro-2-pyridinyloxyacetic acid, butoxyethyl ester', 'triclopyr'],
  ['glyphosate, N-(phosphonomethyl)glycine, in the form of its isopropylamine salt', 'glyphosate'],
  ['halosulfuron', 'halosulfuron-methyl'],
  ['Halosulfuron-methyl', 'halosulfuron-methyl'],
  ['carfentrazone', 'carfentrazone-ethyl'],
  ['metsulfuron methyl', 'metsulfuron-methyl'],
  ['fenoxaprop', 'fenoxaprop-P-ethyl'],
  ['pronamide', 'propyzamide'],
  ['benefin', 'benfluralin'],
  ['DCPA', 'chlorthal-dimethyl'],
  ['FeHEDTA', 'iron HEDTA'],
  ['metolachlor', 'S-metolachlor'],
  ['2,4-DP-p', 'dichlorprop-P'],
  ['29091-21-2', 'prodiamine'],
  ['Prodiamine (CAS No. 29091-21-2)', 'prodiamine'],
  ['penoxsulam', 'penoxsulam'],
])('%s is %s', (text, name) => expect(nameOf(text)).toBe(name));

test.each<[string, FormName | null]>([
  ['2,4-D', null],
  ['2,4-D dimethylamine salt', 'dimethylamine salt'],
  ['2,4-D DMA', 'dimethylamine salt'],
  ['2,4-D TIPA salt', 'triisopropanolamine salt'],
  ['2,4-D choline salt', 'choline salt'],
  ['2,4-D, 2-ethylhexyl ester', '2-ethylhexyl ester'],
  ['2-ethylhexyl ester of 2,4-dichlorophenoxyacetic acid', '2-ethylhexyl ester'],
  ['isooctyl (2-ethylhexyl) ester of 2,4-D', '2-ethylhexyl ester'],
  ['Triclopyr butoxyethyl ester', 'butoxyethyl ester'],
  ['triclopyr (as BEE)', 'butoxyethyl ester'],
  ['fluroxypyr-meptyl', '1-methylheptyl ester'],
  ['glyphosate-isopropylammonium', 'isopropylamine salt'],
  ['glyphosate, potassium salt', 'potassium salt'],
  ['2008-39-1', 'dimethylamine salt'],
])('%s is the %s', (text, form) => expect(formOf(text)).toBe(form));

test('every name of the table is itself, in capitals, in brackets and with marks too', () => {
  for (const s of SUBSTANCES)
    for (const name of [s.name, s.cas, ...s.synonyms])
      for (const text of [name, name.toUpperCase(), ` ${name}** `, `active ingredient (${name})`]) {
        // a name that holds brackets of its own is not put in brackets
        if (/[()[\]]/.test(name) && text.startsWith('active')) continue;
        expect([text, nameOf(text)]).toEqual([text, s.name]);
      }
});
test('two substances stay two', () => {
  for (const a of SUBSTANCES)
    for (const b of SUBSTANCES)
      if (a !== b) expect([a.name, isSameSubstance(a.name, b.name)]).toEqual([a.name, false]);
  expect(new Set(SUBSTANCES.map((s) => s.cas)).size).toBe(SUBSTANCES.length);
});
test('all that something is recalled of stands in the table, with the same group', () => {
  for (const f of INGREDIENT_FACTS) {
    const found = nameSubstance(f.name);
    expect([f.name, found.kind]).toEqual([f.name, 'known']);
    if (found.kind === 'known') expect([f.name, found.substance.group]).toEqual([f.name, f.group]);
  }
});

test.each([
  ['prodamine', 'prodiamine'],
  ['prodiamnie', 'prodiamine'],
  ['dithiopyre', 'dithiopyr'],
  ['quinchlorac', 'quinclorac'],
  ['sulfentrazon', 'sulfentrazone'],
  ['triclopir, triethylamine salt', 'triclopyr'],
  ['24-DP', 'dichlorprop-P'],
])('%s: a slip is asked about and never guessed: %s?', (text, like) => {
  const found = nameSubstance(text);
  if (text === '24-DP') return expect(nameOf(text)).toBe(like);
  expect(found.kind).toBe('unknown');
  if (found.kind === 'unknown') expect(found.like[0]?.name).toBe(like);
});
test.each(['alpha', 'grass tonic', 'x', '', '   ', '***', '2', 'salt', 'ester of', '12345-67-8'])(
  '"%s" is nothing that we know',
  (text) => expect(nameSubstance(text)).toEqual({ kind: 'unknown', like: [] }),
);
test.each([
  ['2,4-D + mecoprop-P + dicamba', ['2,4-D', 'mecoprop-P', 'dicamba']],
  ['prodiamine/quinclorac', ['prodiamine', 'quinclorac']],
  ['mesotrione and S-metolachlor', ['mesotrione', 'S-metolachlor']],
])('%s is several', (text, names) => {
  const found = nameSubstance(text);
  expect(found.kind === 'several' && found.substances.map((s) => s.name)).toEqual(names);
});

// published: CAS Registry Numbers carry a check digit (the rule from memory)
test('every CAS number of the table has the right last digit, and no other digit would do', () => {
  for (const s of SUBSTANCES)
    for (const cas of [
      s.cas,
      ...s.synonyms.filter((x) => /^\d+-\d\d-\d$/.test(x)),
      ...Object.values(s.forms ?? {}),
    ]) {
      expect([s.name, cas, isCasNumber(cas)]).toEqual([s.name, cas, true]);
      expect(isCasNumber(cas.slice(0, -1) + String((Number(cas.at(-1)) + 1) % 10))).toBe(false);
    }
  expect(isCasNumber('7732-18-5')).toBe(true); // water
});
// acid equivalents as labels and extension tables print them, in per cent: from memory; the shares are by molar mass
test.each<[string, FormName, number]>([
  ['2,4-D', 'dimethylamine salt', 83],
  ['2,4-D', '2-ethylhexyl ester', 66.3],
  ['2,4-D', 'butoxyethyl ester', 68.8],
  ['2,4-D', 'choline salt', 68.2],
  ['2,4-D', 'triisopropanolamine salt', 53.6],
  ['MCPA', 'dimethylamine salt', 81.7],
  ['mecoprop-P', 'dimethylamine salt', 82.6],
  ['dicamba', 'dimethylamine salt', 83.1],
  ['dicamba', 'diglycolamine salt', 67.8],
  ['triclopyr', 'triethylamine salt', 71.7],
  ['triclopyr', 'butoxyethyl ester', 71.9],
  ['fluroxypyr', '1-methylheptyl ester', 69.4],
  ['clopyralid', 'monoethanolamine salt', 75.9],
  ['glyphosate', 'isopropylamine salt', 74.1],
  ['glyphosate', 'potassium salt', 81.6],
])('%s, %s: %d %% acid', (name, form, percent) => {
  const found = nameSubstance(name);
  if (found.kind !== 'known') throw new Error(name);
  expect(Math.abs(100 * acidShare(found.substance, form) - percent)).toBeLessThan(0.3);
});
test('a molar mass is the sum of its atoms: 2,4-D 221.04, prodiamine 350.3, glyphosate 169.07 (from memory)', () => {
  const of = (name: string) => molarMass(SUBSTANCES.find((s) => s.name === name)!.formula);
  expect(of('2,4-D')).toBeCloseTo(221.04, 1);
  expect(of('prodiamine')).toBeCloseTo(350.3, 1);
  expect(of('glyphosate')).toBeCloseTo(169.07, 1);
  expect(() => molarMass('Xx2')).toThrow(RangeError);
  for (const form of FORM_NAMES)
    expect(
      acidShare(
        SUBSTANCES.find((s) => s.name === '2,4-D')!,
        form,
      ),
    ).toBeLessThan(1);
});

describe('how near a name must be to be asked about', () => {
  const like = (text: string) => {
    const found = nameSubstance(text);
    return found.kind === 'unknown' ? found.like.map((s) => s.name) : [found.kind];
  };
  test.each([
    ['two slips in six letters', 'dikuad', 'diquat', true],
    ['two letters left out', 'prodamne', 'prodiamine', true],
    ['two letters too many', 'prodiamineqz', 'prodiamine', true],
    ['three slips, one of them the last letter', 'pxodiamxneq', 'prodiamine', false],
    ['two letters swapped in a short name, at its start', 'CMPA', 'MCPA', true],
    ['at its end', 'MCAP', 'MCPA', true],
    ['two other letters in a short name', 'MXYA', 'MCPA', false],
    ['letters further apart changed places', 'PCMA', 'MCPA', false],
  ])('%s: %s, %s: %s', (_, text, name, isAsked) => {
    expect(like(text).includes(name)).toBe(isAsked);
  });
  test('one that we know beside words that are none is one name, and not several', () => {
    expect(nameSubstance('prodiamine + grass tonic').kind).not.toBe('several');
  });
  test('three letters inside another word are no salt', () => {
    expect(nameSubstance('2,4-D, stearate of it').kind).not.toBe('known');
  });
});

test('a key is one for all names of a substance; what is not in the table is itself, and is asked about', () => {
  expect(substanceKey('prodiamine*')).toBe(substanceKey('Prodiamine'));
  expect(substanceKey('grass tonic')).not.toBe(substanceKey('prodiamine'));
  expect(substanceKey('Grass-Tonic')).toBe(substanceKey('grass tonic'));
  expect([isKnownSubstance('2,4-D amine'), isKnownSubstance('grass tonic')]).toEqual([true, false]);
  expect(openQuestion({ name: 'prodiamine' })).toBeNull();
  expect(openQuestion({ name: 'grass tonic' })).toEqual([]);
  expect(openQuestion({ name: 'grass tonic', isOwn: true })).toBeNull();
  expect(openQuestion({ name: 'prodamine' })![0]!.name).toBe('prodiamine');
  expect(openQuestion({ name: 'prodiamine/quinclorac' })!.map((s) => s.name)).toEqual([
    'prodiamine',
    'quinclorac',
  ]);
});
