import { ALL_WEEDS, WEEDS } from './weeds';

test('every weed has a name that stands by itself: no half of one, no two in one', () => {
  const names = ALL_WEEDS.map((w) => WEEDS[w].name);
  expect(new Set(names).size).toBe(names.length);
  for (const name of names) expect(name).not.toMatch(/^(large|common|small|field)$|\//);
  expect(WEEDS['large-crabgrass'].name).toBe('large crabgrass');
  expect(WEEDS.lespedeza.name).toBe('common lespedeza');
});
