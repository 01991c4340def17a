import type { Issue } from '@/core/units/issue';
import {
  HOUSE_FIGURES,
  houseFigure,
  keysOf,
  readFigures,
  textsOf,
  usualOf,
  type HouseKey,
} from './house-figures';

const PANELS = ['day', 'gates', 'one group', 'crews', 'weights', 'road', 'no water'] as const;
const KEYS = Object.keys(HOUSE_FIGURES) as HouseKey[];
const usual = usualOf(...PANELS);
const texts = textsOf(usual, ...PANELS);

test('every figure stands on one panel, and is called by its own name on it', () => {
  expect(keysOf(...PANELS)).toEqual(KEYS);
  const names = KEYS.map((key) => houseFigure(key).field);
  expect(new Set(names).size).toBe(names.length);
});
test('what is usual can be typed: it reads as it is, without an issue', () => {
  const issues: Issue[] = [];
  expect(readFigures(texts, issues, ...PANELS)).toEqual(usual);
  expect(issues).toEqual([]);
});
test.each(KEYS)('%s: beyond its bounds, no number, or empty is told with field and remedy', (key) => {
  const { field, least, above, most, usual: own } = houseFigure(key);
  const { panel } = HOUSE_FIGURES[key];
  const issueOf = (text: string) => {
    const issues: Issue[] = [];
    readFigures({ ...texts, [key]: text }, issues, panel);
    return issues;
  };
  const wrong = [
    String(most * 1.01 + 1),
    String(above ?? (least ?? 0) - 1),
    'x',
    ...(own === null ? [] : ['']),
  ];
  for (const text of wrong) {
    const [issue, ...others] = issueOf(text);
    expect(others).toEqual([]);
    expect(issue).toMatchObject({ field });
    expect(issue!.figures).toMatchObject({ name: field });
  }
  expect(issueOf(String(most))).toEqual([]);
  if (own === null) expect(issueOf(' ')).toEqual([]);
});
test('hours and days are whole', () => {
  const issues: Issue[] = [];
  readFigures({ ...texts, calmHours: '2.5' }, issues, 'day');
  expect(issues).toEqual([
    { field: 'Hours of good weather', code: 'not-whole', figures: { value: 2.5, unit: 'hours' } },
  ]);
});
