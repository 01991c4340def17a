import { inThread, task, TooMuch } from './threads';
import type { fails, never, twice, whichConditions } from '../../tests/support/thread-work';

const WORK = '../tests/support/thread-work';
const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: unknown) => error,
  );

test('figures go in and come out', async () => {
  const figures = Float64Array.of(1.5, -2);
  expect([...(await inThread(task<typeof twice>('screens', WORK, 'twice'), figures))]).toEqual([3, -4]);
  expect([...figures]).toEqual([1.5, -2]);
  expect(
    await inThread(task<typeof whichConditions>('screens', WORK, 'whichConditions'), undefined as never),
  ).toBe(true);
});

test('what is thrown there is thrown here', async () => {
  const error = await refusal(inThread(task<typeof fails>('screens', WORK, 'fails'), 'ground'));
  expect(error).toMatchObject({ name: 'RangeError', message: 'no ground' });
});

test('what never ends is ended, this process goes on meanwhile, and the next is answered', async () => {
  let turns = 0;
  const clock = setInterval(() => turns++, 10);
  const endless = inThread(task<typeof never>('screens', WORK, 'never'), undefined as never, { seconds: 3 });
  const error = await refusal(endless);
  clearInterval(clock);
  expect(error).toBeInstanceOf(TooMuch);
  expect(error).toMatchObject({ why: 'long', message: 'It takes longer than 3 s.' });
  expect(turns).toBeGreaterThan(20);
  expect(await inThread(task<typeof twice>('screens', WORK, 'twice'), Float64Array.of(1))).toEqual(
    Float64Array.of(2),
  );
});

test('where enough wait, the next is refused and not kept waiting', async () => {
  const endless = task<typeof never>('questions', WORK, 'never');
  const many = Array.from({ length: 30 }, () =>
    refusal(inThread(endless, undefined as never, { seconds: 2 })),
  );
  const whys = (await Promise.all(many)).map((e) => (e as TooMuch).why);
  expect(whys.filter((w) => w === 'busy').length).toBe(20);
  expect(whys.filter((w) => w === 'long').length).toBe(10);
});
