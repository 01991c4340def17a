/** What is recalled of ingredients, against what readers of the trade know of them: from memory, as the facts are. */
import { burnsWetLeaf, factsOf, rootEquivalent } from './ingredient-facts';
import { isBurner } from './burner';

test.each([
  ['sethoxydim', 1],
  ['clethodim', 1],
  ['imazaquin', 2],
  ['flazasulfuron', 2],
  ['penoxsulam', 2],
  ['pyrimisulfan', 2],
  ['dichlorprop-P', 4],
  ['florasulam', 2],
  ['halauxifen-methyl', 4],
  ['thiencarbazone-methyl', 2],
  ['diquat', 22],
  ['pelargonic acid', 0],
])('%s is known, with group %s, what it takes, and at least one turf', (name, group) => {
  const facts = factsOf(name)!;
  expect(facts.group).toBe(group);
  expect(facts.post.length).toBeGreaterThan(0);
  expect(Object.keys(facts.turf).length).toBeGreaterThan(0);
});

test('what each is not', () => {
  expect(factsOf('mesotrione')!.pre).not.toContain('yellow-nutsedge');
  expect(factsOf('oxadiazon')!.turf.centipedegrass).toBeUndefined();
  expect(factsOf('ethofumesate')!.turf['Kentucky bluegrass']).toBe('injury');
  expect(factsOf('ethofumesate')).toMatchObject({
    safeAtSeeding: false,
    siteNote: expect.stringContaining('ryegrass') as string,
  });
  expect(factsOf('prodiamine')!.turf.centipedegrass).toBe('thins');
  expect(factsOf('dithiopyr')!.turf.centipedegrass).toBe('thins');
  expect(factsOf('sethoxydim')!.turf).toMatchObject({ centipedegrass: 'safe', bermudagrass: 'sensitive' });
});

test('what burns', () => {
  for (const name of ['diquat', 'pelargonic acid', 'glyphosate'])
    expect(isBurner({ ingredients: [{ name }] as never })).toBe(true);
  expect([burnsWetLeaf([{ name: 'oxadiazon' }]), burnsWetLeaf([{ name: 'prodiamine' }])]).toEqual([
    true,
    false,
  ]);
});

test('what prunes roots, as prodiamine; what nobody knows of the group is not nothing', () => {
  const of = (name: string, group: number | null = 3) => rootEquivalent(name, group);
  expect([of('prodiamine'), of('dithiopyr'), of('oxadiazon', 14), of('pronamide')]).toEqual([1, 1.5, 0, 0]);
  expect([of('nobody knows it'), of('nobody knows it', 4), of('nobody knows it', null)]).toEqual([
    null,
    0,
    0,
  ]);
});
