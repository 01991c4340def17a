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
  expect([...(await inThread(task<typeof twice>('screens', WORK, 'twice'), 'ours', figures))]).toEqual([
    3, -4,
  ]);
  expect([...figures]).toEqual([1.5, -2]);
  expect(
    await inThread(
      task<typeof whichConditions>('screens', WORK, 'whichConditions'),
      'ours',
      undefined as never,
    ),
  ).toBe(true);
});

test('what is thrown there is thrown here', async () => {
  const error = await refusal(inThread(task<typeof fails>('screens', WORK, 'fails'), 'ours', 'ground'));
  expect(error).toMatchObject({ name: 'RangeError', message: 'no ground' });
});

test('what never ends is ended, this process goes on meanwhile, and the next is answered', async () => {
  let turns = 0;
  const clock = setInterval(() => turns++, 10);
  const endless = inThread(task<typeof never>('screens', WORK, 'never'), 'ours', undefined as never, {
    seconds: 3,
  });
  const error = await refusal(endless);
  clearInterval(clock);
  expect(error).toBeInstanceOf(TooMuch);
  expect(error).toMatchObject({ why: 'long', message: 'It takes longer than 3 s.' });
  expect(turns).toBeGreaterThan(20);
  expect(await inThread(task<typeof twice>('screens', WORK, 'twice'), 'ours', Float64Array.of(1))).toEqual(
    Float64Array.of(2),
  );
});

const endless = task<typeof never>('questions', WORK, 'never');
/** One that never ends, for so many seconds: why it did not end well. */
const hanging = async (company: string, seconds: number) =>
  ((await refusal(inThread(endless, company, undefined as never, { seconds }))) as TooMuch).why;

test('where enough wait, the next is refused and not kept waiting; of the places one company has half', async () => {
  const many = ['ours', 'theirs', 'others'].flatMap((company) =>
    Array.from({ length: 10 }, () => hanging(company, 2)),
  );
  const whys = await Promise.all(many);
  const of = (from: number) => whys.slice(from, from + 10).filter((w) => w === 'long').length;
  expect([of(0), of(10), of(20)]).toEqual([5, 5, 0]);
});

test('a company that computes all the time holds nobody else up, and what waits too long is ended before its turn', async () => {
  const ours = Array.from({ length: 5 }, () => hanging('ours', 12));
  let areOursOver = false;
  const all = Promise.all(ours).then((whys) => {
    areOursOver = true;
    return whys;
  });
  const figures = Float64Array.of(2);
  expect([...(await inThread(task<typeof twice>('questions', WORK, 'twice'), 'theirs', figures))]).toEqual([
    4,
  ]);
  expect(areOursOver).toBe(false);
  // one has a thread, four wait behind it: all five end when their time is over
  expect(await all).toEqual(Array.from({ length: 5 }, () => 'long'));
});
