import { substanceKey } from './substance';

// chemistry of salts and esters, from memory
test.each([
  ['Prodiamine', 'prodiamine'],
  ['  2,4-D ', '2,4-d'],
  ['2,4-D dimethylamine salt', '2,4-d'],
  ['2,4-D, 2-ethylhexyl ester', '2,4-d'],
  ['2,4-D amine', '2,4-d'],
  ['2,4-D choline salt', '2,4-d'],
  ['MCPP-p', 'mecoprop'],
  ['mecoprop-P potassium salt', 'mecoprop'],
  ['Triclopyr butoxyethyl ester', 'triclopyr'],
  ['triclopyr (as BEE)', 'triclopyr'],
  ['glyphosate isopropylamine salt', 'glyphosate'],
  ['glyphosate, potassium salt', 'glyphosate'],
  ['dicamba acid', 'dicamba'],
  ['DCPA', 'chlorthal-dimethyl'],
  ['halosulfuron-methyl', 'halosulfuron-methyl'],
  ['penoxsulam', 'penoxsulam'],
])('%s is %s', (name, key) => expect(substanceKey(name)).toBe(key));

test('two substances stay two', () => {
  const names = [
    '2,4-D',
    'MCPA',
    'mecoprop',
    'dicamba',
    'triclopyr',
    'dithiopyr',
    'quinclorac',
    'sulfentrazone',
  ];
  expect(new Set(names.map(substanceKey)).size).toBe(names.length);
});
