import { SHOWS } from '@/core/units/format';
import { fieldChanges } from '@/ui/change-words';
import { LABEL_SCHEMA } from '@/formats/label-schema';
import { DEMO_LABELS } from '../../../scripts/demo/labels';
import { EMPTY_SHEET, isTyped, labelFrom, readSheet } from '@/core/products/sheet';
import { NONE_KEYS } from '@/core/products/label-terms';
import { FIGURE_KEYS, SHEET_FIELDS, SHEET_KEYS, fieldOf } from '@/core/products/sheet-fields';

const schema = LABEL_SCHEMA as unknown as { properties: Record<string, object>; required: string[] };

test.each(SHEET_KEYS)('%s stands in the schema, in the book of changes and on an empty sheet', (key) => {
  const field = fieldOf(key);
  expect(schema.properties[key]).toMatchObject({ description: field.help });
  expect(schema.required.includes(key)).toBe((field.since ?? 1) === 1);
  expect(EMPTY_SHEET).toHaveProperty(key);
  const [change] = fieldChanges(
    {
      subject: 'label_version',
      action: 'changed',
      name: '',
      was: { [key]: 1 },
      now: { [key]: 2 },
    } as unknown as Parameters<typeof fieldChanges>[0],
    SHOWS.trade,
  );
  expect(change!.field.toLowerCase()).toContain(field.name.toLowerCase());
});

test('a sheet of the first version reads with later fields empty', () => {
  const first = Object.fromEntries(
    Object.entries(EMPTY_SHEET).filter(
      ([key]) => !(key in SHEET_FIELDS) || (fieldOf(key as (typeof SHEET_KEYS)[number]).since ?? 1) === 1,
    ),
  );
  expect(readSheet(first)).toEqual(EMPTY_SHEET);
});

test('a figure that is typed counts under the name under which "it sets none" is said, and no other does', () => {
  for (const key of FIGURE_KEYS) {
    const field = SHEET_FIELDS[key];
    const typed = NONE_KEYS.filter((none) => isTyped({ ...EMPTY_SHEET, [key]: 5 }, none));
    expect(typed).toEqual('none' in field ? [field.none] : []);
  }
});

test("a label's figures are in the core's units: those that gates read under a name of their own agree", () => {
  let met = 0;
  for (const [, sheet] of DEMO_LABELS) {
    const { figures, windLimit, air, rainFreeHours, mixHours } = labelFrom(sheet, 'x', 1);
    const pairs = [
      [figures.windMostMph, windLimit],
      [figures.airLeastF, air.least],
      [figures.airMostF, air.most],
      [figures.rainFreeHours, rainFreeHours],
      [figures.mixHours, mixHours],
    ];
    for (const [figure, own] of pairs) {
      expect(figure === null).toBe(own === null);
      if (typeof figure !== 'number' || typeof own !== 'number') continue;
      expect(figure).toBeCloseTo(own, 9);
      met++;
    }
  }
  expect(met).toBeGreaterThan(10);
});
