/**
 * Files of the day read back by others: GPX by @tmcw/togeojson over @xmldom/xmldom, GeoJSON by @placemarkio/check-geojson,
 * the calendar by ical.js. Places and people are invented.
 */
import { factProblem, factSaid } from '../../tests/support/told';
import { check } from '@placemarkio/check-geojson';
import { gpx } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import ICAL from 'ical.js';
import { dayOf } from '@/core/calendar/day';
import { readMinutes } from './minutes-csv';
import { routesCalendar, routesGeoJson, routesGpx, type FileRoute } from './route-files';

const home = { latitude: 38.6, longitude: -90 };
const visit = (i: number, over: Partial<FileRoute['visits'][number]> = {}) => ({
  lawnId: `lawn-${i}`,
  address: `${i} Tilling Lane`,
  what: 'whole lawn: Spring round',
  at: { latitude: 38.6 + i / 100, longitude: -90 + i / 100 },
  begin: 450 + 40 * i,
  end: 470 + 40 * i,
  ...over,
});
const route: FileRoute = {
  truckId: 't1',
  truck: 'Truck 1',
  people: ['Tobin Asher'],
  day: dayOf(2027, 3, 18),
  home,
  visits: [visit(1), visit(2, { address: 'Smith & Sons <gate 3> "left"' }), visit(3, { at: null })],
};
const made = new Date('2027-03-17T12:00:00Z');

test('GPX: one route a truck, its points in their order from home to home, odd words whole', () => {
  const text = routesGpx([route], made);
  const parsed = gpx(new DOMParser().parseFromString(text, 'text/xml'));
  expect(parsed.features).toHaveLength(1);
  const [line] = parsed.features;
  expect(line!.properties).toMatchObject({ name: 'Truck 1, 2027-03-18', desc: 'Tobin Asher' });
  expect(line!.geometry).toMatchObject({
    type: 'LineString',
    coordinates: [
      [-90, 38.6],
      [-89.99, 38.61],
      [-89.98, 38.62],
      [-90, 38.6],
    ],
  });
  const points = new DOMParser().parseFromString(text, 'text/xml').getElementsByTagName('rtept');
  expect(points.item(2)!.getElementsByTagName('name').item(0)!.textContent).toBe(
    '2 Smith & Sons <gate 3> "left"',
  );
  // published: GPX 1.1 schema: the root carries version and creator, and this namespace
  const root = new DOMParser().parseFromString(text, 'text/xml').documentElement!;
  expect([root.namespaceURI, root.getAttribute('version')]).toEqual([
    'http://www.topografix.com/GPX/1/1',
    '1.1',
  ]);
});

test('GeoJSON: the way and each stop; a stop without a place stays without one', () => {
  const read = check(routesGeoJson([route]));
  expect(read.type).toBe('FeatureCollection');
  const features = (
    read as unknown as { features: { properties: Record<string, unknown>; geometry: unknown }[] }
  ).features;
  expect(features.map((f) => f.properties['kind'])).toEqual(['route', 'stop', 'stop', 'stop']);
  expect(features[1]!.properties).toMatchObject({ order: 1, begin: '08:10', end: '08:30' });
  expect(features[3]!.geometry).toBeNull();
});

test('the calendar: each stop at its moment, by the company’s clock with its summer time', () => {
  const text = routesCalendar('Quillmoor', [route], 'US/Central', made);
  const events = new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((e) => new ICAL.Event(e));
  expect(events).toHaveLength(3);
  // 08:10 of a day in summer time, five hours behind UTC
  expect(events[0]!.startDate.toJSDate().toISOString()).toBe('2027-03-18T13:10:00.000Z');
  expect(events[0]!.endDate.toJSDate().toISOString()).toBe('2027-03-18T13:30:00.000Z');
  expect(events[1]!.summary).toBe('Truck 1 2: Smith & Sons <gate 3> "left"');
  expect(new Set(events.map((e) => e.uid)).size).toBe(3);
});

describe('minutes from a file', () => {
  test('are read by name, from the row to the column', () => {
    expect(readMinutes('from,a,b\nb,4,0\na,0,3.5\n')).toEqual({
      ok: true,
      matrix: {
        names: ['a', 'b'],
        minutes: [
          [0, 3.5],
          [4, 0],
        ],
      },
    });
    expect(readMinutes('x;a;b\na;0;1\nb;2;0\n')).toMatchObject({ ok: true });
  });
  test.each([
    ['x,a,b\na,0,1\n', 'There is no row for b'],
    ['x,a,b\na,0,-1\nb,1,0\n', 'From a to b stands "-1"'],
    ['x,a,b\na,0,\nb,1,0\n', 'From a to b stands ""'],
    ['x,a,b\na,0,many\nb,1,0\n', 'From a to b stands "many"'],
    ['x,a,a\na,0,1\n', 'A place is named twice in the first row'],
    ['x\n', 'The first row names no places'],
  ])('%j is refused by name, figure and remedy', (text, problem) => {
    const read = readMinutes(text);
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(factProblem(read.why)).toBe(problem);
      expect(factSaid(read.why).length).toBeGreaterThan(problem.length + 2);
    }
  });
});
