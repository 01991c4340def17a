import { dayOf } from '@/core/calendar/day';
import { readWalk, type TypedWeed } from './typed-walk';

const today = dayOf(2027, 3, 18);
const UNTOUCHED: TypedWeed = { weed: '', stage: '', cover: '', counted: '', where: [], isInFlower: false };
const read = (...found: TypedWeed[]) => readWalk({ on: '2027-03-18', found, notes: '' }, today);

test('what nobody filled in is no finding: each thing that is missing is named', () => {
  const { found, issues } = read(UNTOUCHED);
  expect(found).toEqual([]);
  expect(issues.map((i) => i.field)).toEqual(['Weed 1', 'Stage 1', 'Cover 1']);
});
test.each([
  ['weed', 'Weed 1'],
  ['stage', 'Stage 1'],
  ['cover', 'Cover 1'],
] as const)('without its %s a weed is not kept', (part, field) => {
  const whole = { ...UNTOUCHED, weed: 'goosegrass', stage: '1 tiller', cover: '3' };
  expect(read(whole)).toMatchObject({
    issues: [],
    found: [{ weed: 'goosegrass', stage: '1 tiller', cover: 3 }],
  });
  const { found, issues } = read({ ...whole, [part]: '' });
  expect(found).toEqual([]);
  expect(issues.map((i) => i.field)).toEqual([field]);
});
test('"not up" is no stage of what is up', () => {
  expect(read({ ...UNTOUCHED, weed: 'goosegrass', stage: 'not up', cover: '1' }).issues[0]?.field).toBe(
    'Stage 1',
  );
});
