/** Product sheets as files: the schema, what each field allows, and what all together do not. */
import { problemOf, remedyOf } from '../../tests/support/told';
import { completenessOf } from '@/core/products/completeness';
import { EMPTY_SHEET, labelFrom } from '@/core/products/sheet';
import { rateIn } from '@/core/units/rate';
import { DEMO_LABELS, demoLabel } from '../../scripts/demo/labels';
import { checkSheet, sheetFromText } from './label-json';

const good = demoLabel('prodiamine');
const bad = (over: object) => {
  const read = checkSheet({ ...good, ...over });
  if (read.ok) throw new Error('taken');
  return read.issues;
};

test.each(DEMO_LABELS)('the demo’s %s goes out as text and comes in the same', (_, sheet) => {
  expect(sheetFromText(JSON.stringify(sheet))).toEqual({ ok: true, sheet });
});

test('a file that is no JSON, and one that is no sheet, say so', () => {
  const read = sheetFromText('{"name": ');
  expect(read.ok).toBe(false);
  expect(!read.ok && problemOf(read.issues[0]!)).toContain('no JSON');
  const empty = sheetFromText('{}');
  expect(!empty.ok && problemOf(empty.issues.find((i) => i.field === 'rates')!)).toBe('is missing');
});

test.each([
  [{ format: 'something/1' }, 'format', 'constant'],
  [{ signalWord: 'Beware' }, 'signalWord', 'must be one of Danger'],
  [{ yearLimit: '0.83' }, 'yearLimit', '"0.83"'],
  [{ yearLimit: -1 }, 'yearLimit', '-1'],
  [{ methods: ['helicopter'] }, 'methods 1', 'must be one of boom'],
  [{ colour: 'green' }, 'colour', 'not a field'],
  [{ labelDate: '2027-02-30' }, 'labelDate', 'no day of the calendar'],
  [{ amountUnit: 'floz' }, 'amountUnit', 'rates are in oz/1,000 sq ft'],
  [{ rates: [{ ...good.rates[0]!, low: 0.9 }] }, 'rates 1 low', 'above the row’s high'],
  [{ rates: [{ ...good.rates[0]!, high: 2 }] }, 'rates 1 high', 'above the year'],
  [{ rates: [good.rates[0]!, good.rates[0]!] }, 'rates 2 turfs', 'stands in row 1 too'],
  [
    { ingredients: [{ ...good.ingredients[0]!, content: 65, acidEquivalent: 70 }] },
    'ingredients 1 acidEquivalent',
    'above the content',
  ],
  [
    { ingredients: [{ ...good.ingredients[0]!, limitCounts: 'a.e.' }] },
    'ingredients 1 acidEquivalent',
    'missing',
  ],
  [
    {
      ingredients: [
        { ...good.ingredients[0]!, content: 60 },
        { ...good.ingredients[0]!, name: 'b', content: 60 },
      ],
    },
    'ingredients',
    '100 %',
  ],
  [{ airLeastF: 90, airMostF: 60 }, 'airLeastF', 'not below 60'],
  [{ airMostF: 90, airDayMostF: 85 }, 'airDayMostF', 'work is allowed at 90 °F'],
  [
    { after: [{ weed: 'smooth-crabgrass', upTo: '1 tiller', butNot: 'mature' }] },
    'after 1 butNot',
    'takes the weed up to 1 tiller',
  ],
  [{ formulation: 'G', rateUnit: 'floz/1000sqft', amountUnit: 'floz' }, 'rateUnit', 'a granule is weighed'],
] as [object, string, string][])('%o is refused at %s', (over, field, words) => {
  const issue = bad(over).find((i) => i.field === field)!;
  expect(problemOf(issue).replace("'", '’')).toContain(words.replace("'", '’'));
  expect(remedyOf(issue).length).toBeGreaterThan(5);
});

test('figures that are no numbers, as a form may hold them, are refused by name', () => {
  expect(bad({ yearLimit: NaN }).map((i) => i.field)).toContain('yearLimit');
});

describe('the label that a sheet makes', () => {
  test('has a row for each turf and use, and keeps figures in the sheet’s unit', () => {
    const label = labelFrom(good, 'p', 3);
    expect(label.version).toBe(3);
    expect(label.rates).toHaveLength(good.rates.reduce((n, r) => n + r.turfs.length * r.uses.length, 0));
    expect(rateIn(label.yearLimit!, 'oz/1000sqft')).toBeCloseTo(0.83, 9);
  });
  test('what a sheet lacks is said with what it costs; a whole one lacks nothing', () => {
    expect(completenessOf(labelFrom(demoLabel('amine'), 'p', 1)).gaps).toEqual([]);
    const { there, asked, gaps } = completenessOf(labelFrom(EMPTY_SHEET, 'p', 1));
    expect(there + gaps.length).toBe(asked);
    expect(gaps.find((g) => g.field === 'Rates')).toEqual({
      field: 'Rates',
      costs: 'shut',
      gate: 'Label turf',
    });
    expect(gaps.map((g) => g.field)).toEqual(
      expect.arrayContaining(['Most in a year', 'Equipment', 'Watering-in']),
    );
  });
});
