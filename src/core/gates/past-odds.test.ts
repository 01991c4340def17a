import { YEAR_DAYS, readOdds, sendOdds, type PastOdds } from './past-odds';

test('rows of any days are sent in a third of their letters and read as they were', () => {
  // a fixed walk through all three letters, with every run of three among them
  const row = (seed: number) =>
    Array.from({ length: YEAR_DAYS }, (_, d) => '01-'[(d * d * seed + d * 7 + seed) % 3]).join('');
  const every = Array.from({ length: 27 }, (_, n) => n.toString(3).padStart(3, '0').replace(/2/g, '-')).join(
    '',
  );
  const odds: PastOdds = {
    years: [2021, 2022, 2023, 2024],
    all: [row(1), row(2), every.padEnd(YEAR_DAYS, '1'), '-'.repeat(YEAR_DAYS)],
    tenths: { all: 'X'.repeat(YEAR_DAYS) },
  };
  const sent = sendOdds(odds);
  expect(sent.packed.every((r) => r.length === YEAR_DAYS / 3)).toBe(true);
  expect(readOdds(sent)).toEqual(odds);
});
