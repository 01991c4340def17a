/** Planned days as files: GPX 1.1 for a navigator, GeoJSON (RFC 7946), and a calendar (RFC 5545). */
import ical from 'ical-generator';
import { DateTime } from 'luxon';
import { isoDay, type Day } from '@/core/calendar/day';
import type { Place } from '@/core/lawn/nearest';

type FileVisit = Readonly<{
  lawnId: string;
  address: string;
  /** what is done there, in words */
  what: string;
  at: Place | null;
  /** minutes from midnight by the company's clock */
  begin: number;
  end: number;
}>;
export type FileRoute = Readonly<{
  truckId: string;
  truck: string;
  people: readonly string[];
  day: Day;
  /** where it begins and ends; null: not said */
  home: Place | null;
  visits: readonly FileVisit[];
}>;

const moment = (day: Day, minute: number, timeZone: string): DateTime =>
  DateTime.fromISO(isoDay(day), { zone: timeZone }).plus({ minutes: Math.round(minute) });
const clock = (minute: number) =>
  `${String(Math.floor(minute / 60) % 24).padStart(2, '0')}:${String(Math.round(minute) % 60).padStart(2, '0')}`;
const titleOf = (r: FileRoute) => `${r.truck}, ${isoDay(r.day)}`;

const ESCAPED: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** What XML does not allow at all is left out. */
const xml = (text: string): string =>
  text

    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"]/g, (c) => ESCAPED[c]!);

/** Each truck's day as a route whose points are the stops in their order; a stop whose place is not known is left out. */
export function routesGpx(routes: readonly FileRoute[], made: Date): string {
  const point = ({ latitude, longitude }: Place, name: string, words: string) =>
    [
      `    <rtept lat="${latitude.toFixed(6)}" lon="${longitude.toFixed(6)}">`,
      `      <name>${xml(name)}</name>`,
      ...(words ? [`      <desc>${xml(words)}</desc>`] : []),
      '    </rtept>',
    ].join('\n');
  const lines = routes.map((r) =>
    [
      '  <rte>',
      `    <name>${xml(titleOf(r))}</name>`,
      ...(r.people.length ? [`    <desc>${xml(r.people.join(', '))}</desc>`] : []),
      ...(r.home ? [point(r.home, 'Start', '')] : []),
      ...r.visits.flatMap((v, i) =>
        v.at ? [point(v.at, `${i + 1} ${v.address}`, `${clock(v.begin)} to ${clock(v.end)}. ${v.what}`)] : [],
      ),
      ...(r.home ? [point(r.home, 'End', '')] : []),
      '  </rte>',
    ].join('\n'),
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<gpx version="1.1" creator="Iron Gate" xmlns="http://www.topografix.com/GPX/1/1">',
    `  <metadata><time>${made.toISOString()}</time></metadata>`,
    ...lines,
    '</gpx>',
    '',
  ].join('\n');
}

type Feature = Readonly<{
  type: 'Feature';
  properties: Readonly<Record<string, string | number | null>>;
  geometry:
    | Readonly<{ type: 'LineString'; coordinates: readonly (readonly [number, number])[] }>
    | Readonly<{ type: 'Point'; coordinates: readonly [number, number] }>
    | null;
}>;
const position = ({ latitude, longitude }: Place): readonly [number, number] => [longitude, latitude];

/** Each truck's way as a line, each stop as a point; a stop whose place is not known has none, and stays. */
export function routesGeoJson(routes: readonly FileRoute[]): string {
  const features = routes.flatMap((r): Feature[] => {
    const through = r.visits.flatMap((v) => v.at ?? []);
    const line = [...(r.home ? [r.home] : []), ...through, ...(r.home ? [r.home] : [])].map(position);
    return [
      {
        type: 'Feature',
        properties: { kind: 'route', truck: r.truck, day: isoDay(r.day), people: r.people.join(', ') },
        geometry: line.length > 1 ? { type: 'LineString', coordinates: line } : null,
      },
      ...r.visits.map((v, i): Feature => ({
        type: 'Feature',
        properties: {
          kind: 'stop',
          truck: r.truck,
          day: isoDay(r.day),
          order: i + 1,
          address: v.address,
          begin: clock(v.begin),
          end: clock(v.end),
          what: v.what,
        },
        geometry: v.at ? { type: 'Point', coordinates: position(v.at) } : null,
      })),
    ];
  });
  return JSON.stringify({ type: 'FeatureCollection', features }, null, 1);
}

/** Each stop as an event from its begin to its end, by the company's clock. @param stamp when it was made */
export function routesCalendar(
  company: string,
  routes: readonly FileRoute[],
  timeZone: string,
  stamp: Date,
): string {
  const calendar = ical({ name: `${company}: visits`, prodId: { company: 'Iron Gate', product: 'Day' } });
  for (const r of routes)
    for (const [i, v] of r.visits.entries())
      calendar.createEvent({
        id: `stop-${r.truckId}-${isoDay(r.day)}-${v.lawnId}@iron-gate`,
        stamp,
        // moments in UTC: a calendar shows them by its own clock
        start: moment(r.day, v.begin, timeZone).toUTC(),
        end: moment(r.day, v.end, timeZone).toUTC(),
        summary: `${r.truck} ${i + 1}: ${v.address}`,
        location: v.address,
        description: `${v.what}. Planned: the gates of the hour decide, and the printed label is the law.`,
        ...(v.at ? { location: { title: v.address, geo: { lat: v.at.latitude, lon: v.at.longitude } } } : {}),
      });
  return calendar.toString();
}
