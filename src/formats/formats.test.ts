import { fact } from '@/core/units/issue';
import { factProblem, factSaid, problemOf, rowSaid } from '../../tests/support/told';
import { readGeoJson } from './geojson';
import { LAWN_COLUMNS, matchColumns } from './lawn-columns';
import { checkLawns, writeLawns } from './lawn-csv';
import { checkLogger, parseLoggerTime, readCsv, type LoggerMapping } from './logger-csv';

describe('GeoJSON (published: RFC 7946)', () => {
  const ring = [
    [-90, 36],
    [-89.999, 36],
    [-89.999, 36.001],
    [-90, 36.001],
    [-90, 36],
  ];
  const feature = (geometry: unknown, name?: string) => ({ type: 'Feature', properties: { name }, geometry });
  const said = (body: unknown) => {
    const r = readGeoJson(typeof body === 'string' ? body : JSON.stringify(body));
    return r.ok
      ? r.zones.map((z) => `${z.name}: ${z.polygons.length} × ${z.polygons[0]?.length} rings`)
      : r.issues.map(problemOf);
  };
  test('a collection gives a zone for each feature, holes and parts kept', () => {
    const body = {
      type: 'FeatureCollection',
      features: [
        feature({ type: 'Polygon', coordinates: [ring, ring] }, 'front'),
        feature({ type: 'MultiPolygon', coordinates: [[ring], [ring]] }),
      ],
    };
    expect(said(body)).toEqual(['front: 1 × 2 rings', 'zone 2: 2 × 1 rings']);
    expect(said({ type: 'Polygon', coordinates: [ring] })).toEqual(['zone 1: 1 × 1 rings']);
  });
  test.each([
    ['{', 'The file is not JSON'],
    [{ type: 'Topology' }, 'The file is JSON, but not GeoJSON'],
    [{ type: 'FeatureCollection', features: [] }, 'The file holds no polygon'],
    [
      feature({ type: 'LineString', coordinates: ring }, 'fence'),
      'Feature 1 (fence): a LineString has no area; a Polygon is needed',
    ],
    [feature(null), 'Feature 1: it has no geometry'],
    [
      feature({ type: 'Polygon', coordinates: [ring.slice(0, 3)] }),
      'Feature 1: a ring needs at least four points, the last one as the first',
    ],
    [
      feature({ type: 'Polygon', coordinates: [ring.slice(0, 4)] }),
      'Feature 1: a ring is not closed: its last point must be its first',
    ],
    [
      feature({
        type: 'Polygon',
        coordinates: [
          [
            [500000, 4e6],
            [5, 5],
            [6, 6],
            [500000, 4e6],
          ],
        ],
      }),
      'Feature 1: longitude 500000, latitude 4000000 is not on the earth: is the file in another projection?',
    ],
    [
      feature({
        type: 'Polygon',
        coordinates: [
          [
            ['x', 1],
            [5, 5],
            [6, 6],
            ['x', 1],
          ],
        ],
      }),
      'Feature 1: a point that is no pair of numbers',
    ],
    [feature({ type: 'Polygon', coordinates: [] }), 'Feature 1: a polygon without a ring'],
  ])('%j is refused by name', (body, words) => {
    expect(said(body)[0]).toContain(words);
  });
});

describe('a logger’s times', () => {
  const utc = (text: string, dayFirst = false) => {
    const t = parseLoggerTime(text, dayFirst);
    return t && [new Date(t.ms).toISOString().slice(0, 16), t.offset];
  };
  test.each([
    ['2027-03-05 10:30', false, '2027-03-05T10:30', null],
    ['2027-03-05T10:30:15', false, '2027-03-05T10:30', null],
    ['2027-03-05T10:30:15Z', false, '2027-03-05T10:30', 0],
    ['2027-03-05T10:30:00-06:00', false, '2027-03-05T10:30', -360],
    ['3/5/2027 10:30 PM', false, '2027-03-05T22:30', null],
    ['3/5/2027 12:05 am', false, '2027-03-05T00:05', null],
    ['05/03/2027 10:30', true, '2027-03-05T10:30', null],
    ['5.3.2027 7:00', true, '2027-03-05T07:00', null],
  ] as const)('%s', (text, dayFirst, at, offset) => expect(utc(text, dayFirst)).toEqual([at, offset]));
  test.each(['', 'noon', '2027-02-30 10:00', '13/13/2027 10:00', '2027-03-05 25:00', '2027-03-05 10:61'])(
    '%j is no time',
    (text) => expect(parseLoggerTime(text, false)).toBeNull(),
  );
});

describe('a logger’s file', () => {
  const mapping: LoggerMapping = {
    zoneId: 'z',
    timeColumn: 0,
    dayFirst: false,
    clock: { kind: 'offset', hours: -6 },
    unit: 'F',
    columns: [
      { column: 1, depthIn: 2, spot: 'open' },
      { column: 2, depthIn: 4, spot: 'open' },
    ],
  };
  const now = Date.UTC(2027, 3, 1);
  const check = (text: string, over: Partial<LoggerMapping> = {}) => {
    const read = readCsv(text);
    if (!read.ok) throw new Error(factSaid(read.why));
    return checkLogger(read.file, { ...mapping, ...over }, () => -300, now);
  };
  test('is read by depth columns, in its own clock, with bad rows by line and reason', () => {
    const { good, bad, repeated } = check(
      [
        'Time;2 in;4 in',
        '2027-03-05 10:30;51.5;50',
        'yesterday;51;50',
        '2027-03-05 11:30;wet;50.5',
        '2027-03-05 12:30;327.6;50.5',
        '2027-03-05 10:30;51.5;50',
        '2027-03-05 13:30;;50.9',
      ].join('\n'),
    );
    expect(good.map((g) => [g.line, new Date(g.at).toISOString().slice(5, 16), g.column, g.value])).toEqual([
      [2, '03-05T16:30', 1, 51.5],
      [2, '03-05T16:30', 2, 50],
      [4, '03-05T17:30', 2, 50.5],
      [5, '03-05T18:30', 2, 50.5],
      [7, '03-05T19:30', 2, 50.9],
    ]);
    expect(bad.map((row) => [row.line, rowSaid(row)])).toEqual([
      [3, '"yesterday" is no time'],
      [4, '"wet" under 2 in is no number'],
      [5, '327.6 °F under 2 in is impossible: turf soil lies between -10 and 140 °F'],
    ]);
    expect(repeated).toBe(1);
  });
  test('an offset written beside the time wins over the clock that was chosen', () => {
    const { good } = check('Time,a,b\n2027-03-05T10:30:00Z,50,50\n2027-03-05 10:30,50,50', {
      clock: { kind: 'zone', name: 'US/Eastern' },
    });
    expect(good.map((g) => new Date(g.at).toISOString().slice(11, 16))).toEqual([
      '10:30',
      '10:30',
      '15:30',
      '15:30',
    ]);
  });
  test('readings of the future are bad', () => {
    expect(rowSaid(check('Time,a,b\n2028-03-05 10:30,50,50').bad[0]!)).toContain('still to come');
  });
  test('a month in which every reading is the same is called a stuck sensor', () => {
    const rows = Array.from(
      { length: 60 },
      (_, i) =>
        `2027-02-${String(1 + Math.floor(i / 3)).padStart(2, '0')} ${String((i % 3) * 8).padStart(2, '0')}:00,41.0,${40 + (i % 5)}`,
    );
    expect(check(['Time,A,B', ...rows].join('\n')).warnings).toEqual([
      fact('sensor-stuck', { column: 'A', value: 41, readings: 60, month: '2027-02' }),
    ]);
  });
  test.each([
    ['just words', 'no columns'],
    ['Time,A', 'no rows'],
    ['Time,"A\n1,2', 'no table'],
  ])('%j is refused', (text, words) => {
    const read = readCsv(text);
    expect(read.ok ? '' : factProblem(read.why)).toContain(words);
  });
});

describe('lawns as CSV', () => {
  const bad: readonly (readonly [column: string, cell: string, problem: string])[] = [
    ['Latitude', '98', 'Latitude, ° north'],
    ['Notice', '1.5', 'Notice, hours 1.5 is no whole number'],
    ['Organic only', 'perhaps', 'Organic only "perhaps" is neither yes nor no'],
    ['"Waters, ft"', 'lake 30', 'Waters, ft "lake 30" is no water like "pond 30"'],
    ['Seedings', '2027-13-01 seed', 'Seedings "2027-13-01 seed" is no seeding'],
    ['Book whole from', 'spring', 'Book whole from "spring" is no day'],
    ['"Kept out, sq ft"', '500', 'Kept out, sq ft 500 leaves nothing of 500'],
    ['Trees (JSON)', '[{]', 'Trees (JSON) "[{]" is no JSON'],
    ['Trees (JSON)', '"[{""name"":""oak""}]"', 'Trees (JSON) is not as this file is written'],
    ['Shapes (JSON)', '"{""by"":""magic""}"', 'Shapes (JSON) is not as this file is written'],
  ];
  test.each(bad)('%s "%s" is refused by column, cell and remedy', (column, cell, problem) => {
    const f = file(`Customer,Address,Turf,Area,${column}\nAnn,1 Low Road,tall fescue,500,${cell}`);
    expect(rowSaid(checkLawns(f, matchColumns(f.header)).bad[0]!)).toContain(problem);
  });

  const file = (text: string) => {
    const read = readCsv(text);
    if (!read.ok) throw new Error(factSaid(read.why));
    return read.file;
  };
  test('columns are matched by name, ours or another’s', () => {
    const { header } = file('Client,Street,Grass,SqFt,Remarks\na,b,c,d,e');
    expect(matchColumns(header)).toMatchObject({
      customer: 0,
      address: 1,
      turf: 2,
      area: 3,
      notes: 4,
      zone: -1,
    });
  });
  test('good rows, bad rows by line with every reason, repeated ones counted', () => {
    const f = file(
      [
        'Customer,Address,Turf,Area',
        'Ann Vale,1 Low Road,Tall Fescue,"6,240"',
        ',2 Low Road,clover,many',
        'Bo Vale,1 Low Road,tall fescue,500',
        'Cy Vale,3 Low Road,zoysiagrass,-4',
      ].join('\n'),
    );
    const { good, bad, repeated } = checkLawns(f, matchColumns(f.header));
    expect(good).toMatchObject([
      {
        line: 2,
        lawn: { customer: 'Ann Vale', state: null, organicOnly: false },
        zone: { turf: 'tall fescue', areaSqFt: '6240', name: 'whole lawn', texture: 'loam', waters: null },
      },
    ]);
    expect(bad.map((b) => b.line)).toEqual([3, 5]);
    expect(rowSaid(bad[0]!)).toContain('Customer is missing');
    expect(rowSaid(bad[0]!)).toContain('Turf "clover" is none of');
    expect(rowSaid(bad[0]!)).toContain('Area, sq ft "many" is not a number');
    expect(repeated).toBe(1);
  });
  test('what goes out comes in again, and a formula is made harmless', () => {
    const row = {
      lawn: {
        customer: '=1+1',
        address: '1 Low Road, rear',
        notes: 'says "hi"',
        hazards: '',
        state: 'ZZ',
        latitude: '39.25',
        longitude: '-90.5',
        noticeHours: 48,
        optOut: 'granules',
        organicOnly: true,
        elevationFt: '840',
        station: 'Hill Farm',
        email: 'a@example.com',
        visitPrice: '64.5',
        mownOn: [1, 4],
        wateredOn: [],
      },
      zone: {
        name: 'front',
        turf: 'tall fescue',
        mixedWith: 'perennial ryegrass',
        grounds: 'home lawn',
        areaSqFt: '6240',
        excludedSqFt: '120.5',
        areaErrorPct: '3',
        texture: 'clay',
        moisture: 'wet',
        exposure: 'shade',
        drainage: 'slow',
        thatch: 'light',
        besidePavement: true,
        slopePercent: '12',
        aspect: 'south',
        concreteEdgeFt: '60',
        bedEdgeFt: '0',
        irrigationInPerHour: '0.5',
        waters: [
          { kind: 'pond', feet: 30 },
          { kind: 'well', feet: null },
        ],
        seedings: [{ on: '2027-09-01', kind: 'seed' }],
        weedHistory: 'goosegrass',
        thinSpots: 'by the gate',
        school: 'early bird',
        history: 'known',
        bookFrom: '2026-01-01',
        measure: {
          by: 'takeoff',
          shapes: [
            { kind: 'rectangle', sign: 'add', name: 'all', at: { x: 0, y: 0 }, width: 20, height: 29 },
          ],
        },
        trees: [{ name: 'maple', kind: 'ornamental', at: { x: 3, y: 4 }, dripLine: 2, keepOut: true }],
      },
    };
    const out = writeLawns([row]);
    expect(out.split('\n')[0]).toBe(
      Object.values(LAWN_COLUMNS)
        .map((c) => (c.words.includes(',') ? `"${c.words}"` : c.words))
        .join(','),
    );
    const f = file(out);
    const { good } = checkLawns(f, matchColumns(f.header), ['Hill Farm']);
    expect(
      checkLawns(f, matchColumns(f.header), ['Valley']).bad.map((row) => [row.line, rowSaid(row)]),
    ).toEqual([[2, 'Weather station "Hill Farm" is not there: add it under House, Weather']]);
    expect(out).toContain("'=1+1");
    expect(out).toContain('Mon Thu');
    expect(
      rowSaid(checkLawns(file(out.replace('Mon Thu', 'Mon Tomorrow')), matchColumns(f.header)).bad[0]!),
    ).toContain('"Tomorrow" is no day like Mon');
    expect(good[0]).toEqual({ ...row, line: 2 });
  });
});
