/** The season's files, read by parsers that are not ours. */
import ICAL from 'ical.js';
import { parse } from 'csv-parse/sync';
import { dayOf } from '@/core/calendar/day';
import { seasonCalendar, seasonTable, type SeasonVisit } from './season-files';

const visit: SeasonVisit = {
  applicationId: 'a1',
  zoneId: 'z1',
  site: '3 Mill Row; rear, "upper" · front',
  turf: 'tall fescue',
  areaSqFt: 4321.4,
  round: 'Pre-emergent 1',
  day: dayOf(2027, 3, 28),
  earliest: dayOf(2027, 3, 18),
  latest: dayOf(2027, 4, 9),
  standing: 'open',
  products: 'Test 65 WG',
};
const done = { ...visit, applicationId: 'a2', standing: 'done' } as const;
const bare = { ...visit, applicationId: 'a3', round: '', earliest: null, latest: null };

const events = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((c) => new ICAL.Event(c));

test('a calendar of visits and windows, over the night on which clocks change too', () => {
  const all = events(
    seasonCalendar('Quill; Moor, Ltd', [visit, done, bare], new Date('2027-03-01T10:00:00Z')),
  );
  expect(all.map((e) => [e.uid, e.startDate.toString(), e.endDate.toString()])).toEqual([
    ['visit-a1@iron-gate', '2027-03-28', '2027-03-29'],
    ['window-a1@iron-gate', '2027-03-18', '2027-04-10'],
    ['visit-a3@iron-gate', '2027-03-28', '2027-03-29'],
  ]);
  expect(all.every((e) => e.startDate.isDate)).toBe(true);
  expect(all[0]!.summary).toBe('3 Mill Row; rear, "upper" · front: Pre-emergent 1: Test 65 WG');
  expect(all[1]!.component.getFirstPropertyValue('transp')).toBe('TRANSPARENT');
});

test('a table with every visit, quotes and semicolons kept, formulas made harmless', () => {
  const text = seasonTable([visit, done, { ...bare, products: '=1+1' }]);
  const rows = parse<Record<string, string>>(text, { columns: true });
  expect(rows).toHaveLength(3);
  expect(rows[0]).toEqual({
    site: visit.site,
    turf: 'tall fescue',
    area_sqft: '4321',
    round: 'Pre-emergent 1',
    planned_on: '2027-03-28',
    not_before: '2027-03-18',
    not_after: '2027-04-09',
    standing: 'to come',
    products: 'Test 65 WG',
    zone_id: 'z1',
  });
  expect(rows[2]!['products']).toBe("'=1+1");
});
