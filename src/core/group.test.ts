import fc from 'fast-check';
import { groupBy } from './group';

test('every item stands in the group of its key, in its old order, and none is lost', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 50 })), (list) => {
      const groups = groupBy(list, (x) => x % 7);
      expect([...groups.values()].flat().sort()).toEqual([...list].sort());
      for (const [key, group] of groups) expect(group).toEqual(list.filter((x) => x % 7 === key));
      expect([...groups.keys()]).toEqual([...new Set(list.map((x) => x % 7))]);
    }),
  );
});
