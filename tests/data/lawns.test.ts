/** The sheet of a lawn, and finding it among others. */
import { problemOf } from '../support/told';
import { toSquareFeet } from '@/core/units/trade';
import { draftOf, EMPTY_LAWN } from '@/app/lawns/lawn-draft';
import { Forbidden } from '@/data/actor';
import { changeMany, dropFilter, lawnList, queryOf, saveFilter } from '@/server/lawns/lawn-list';
import { lawnSheet } from '@/server/lawns/lawn-sheet';
import { saveStation } from '@/server/house/stations';
import { addNewLawn, saveLawn, type LawnInput } from '@/server/lawns/save-lawn';
import { zoneSheet } from '@/server/programme/view';
import { actor, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');

async function sheetOf(site: string) {
  const { id } = await zoneNamed(site);
  const { zone } = (await lawnSheet(lead, id))!;
  return { zone, draft: draftOf(zone) };
}
async function said(site: string, over: Partial<LawnInput>): Promise<string[]> {
  const { zone, draft } = await sheetOf(site);
  const outcome = await saveLawn(lead, { ...draft, ...over, zoneId: zone.id, seen: zone.version });
  if (outcome.ok) return ['saved'];
  return outcome.refusal.kind === 'invalid'
    ? outcome.refusal.issues.map((i) => `${i.field}: ${problemOf(i)}`)
    : [outcome.refusal.kind];
}

describe('the sheet', () => {
  test('of somebody who saved first holds the lawn’s place: who takes theirs loses none of it', async () => {
    const { zone, draft } = await sheetOf('12 Farrier Bend · whole lawn');
    const placed = { ...draft, latitude: '38.61', longitude: '-89.95', elevationFt: '420' };
    expect(await saveLawn(lead, { ...placed, zoneId: zone.id, seen: zone.version })).toMatchObject({
      ok: true,
    });
    const late = await saveLawn(lead, { ...draft, zoneId: zone.id, seen: zone.version });
    if (late.ok || late.refusal.kind !== 'changed-by-other') throw new Error(JSON.stringify(late));
    expect(draftOf(late.refusal.theirs)).toMatchObject({
      latitude: '38.61',
      longitude: '-89.95',
      elevationFt: '420',
    });
  });
  test('goes out as it came in: every field', async () => {
    const site = '14 Quarry Lane · front';
    const { draft } = await sheetOf(site);
    const over: Partial<LawnInput> = {
      mixedWith: 'Kentucky bluegrass',
      slopePercent: '6',
      aspect: 'south',
      waters: [
        { kind: 'drain', feet: '30' },
        { kind: 'well', feet: '' },
      ],
      grounds: 'home lawn',
      latitude: '36.5',
      longitude: '-90.25',
      noticeHours: '48',
      optOut: 'granules',
      organicOnly: true,
      thatch: 'light',
      drainage: 'slow',
      weedHistory: 'henbit',
      thinSpots: 'by the maple',
      school: 'early bird',
      irrigation: '0.35',
      seedings: [
        { on: '2027-09-10', kind: 'seed' },
        { on: '2027-10-01', kind: 'sod' },
      ],
    };
    expect(await said(site, over)).toEqual(['saved']);
    expect((await sheetOf(site)).draft).toEqual({ ...draft, ...over });
    // the lawn goes by its own school now, and the mix bars what one of the two is not on the label for
    const sheet = (await zoneSheet(lead, (await zoneNamed(site)).id))!;
    expect(sheet.outlook!.rule.school).toBe('early bird');
    expect(sheet.facts.zone.mixedWith).toBe('Kentucky bluegrass');
  });

  test('a takeoff with fruit trees reduces the treated area and every amount', async () => {
    const { zone } = await sheetOf('12 Farrier Bend · whole lawn');
    // 90 × 60 and a trapezoid of 40/25 × 40, less a pond of 8 ft
    expect(toSquareFeet(zone.whole)).toBeCloseTo(5400 + 1300 - Math.PI * 64, 0);
    // apple and pear: circles of 14 and 12 ft that overlap and stick out of the lawn
    expect(toSquareFeet(zone.excluded)).toBeGreaterThan(600);
    expect(toSquareFeet(zone.excluded)).toBeLessThan(Math.PI * (14 ** 2 + 12 ** 2));
    expect(zone.area).toBeCloseTo(zone.whole - zone.excluded, 6);
  });

  test('a polygon from a file is measured on the sphere', async () => {
    const ring = [
      [-90, 36],
      [-89.9995, 36],
      [-89.9995, 36.0005],
      [-90, 36.0005],
      [-90, 36],
    ] as const;
    expect(
      await said('8 Fallow Street · whole lawn', {
        measure: { by: 'polygon', file: 'a.geojson', polygons: [[ring]] },
        areaError: '2',
      }),
    ).toEqual(['saved']);
    const { zone } = await sheetOf('8 Fallow Street · whole lawn');
    // published: cell of a sphere, R² Δλ (sin φ2 − sin φ1)
    const rad = Math.PI / 180;
    const exact = 6_371_008.8 ** 2 * 0.0005 * rad * (Math.sin(36.0005 * rad) - Math.sin(36 * rad));
    expect(zone.whole / exact).toBeCloseTo(1, 3);
  });

  test('an outline of too many points, or one that crosses itself without end, is refused; others go on', async () => {
    const outline = (n: number, at: (i: number) => readonly [number, number]) => ({
      measure: {
        by: 'polygon' as const,
        file: 'a.geojson',
        polygons: [[Array.from({ length: n }, (_, i) => at(i))]],
      },
    });
    const round = (i: number) => [-90 + 0.001 * Math.cos(i / 900), 36 + 0.001 * Math.sin(i / 900)] as const;
    expect(await said('8 Fallow Street · whole lawn', outline(5001, round))).toEqual([
      'Area: An outline has 5,001 points; at most 5,000 are taken',
    ]);
    // scattered without order, the same each time: every line crosses most others
    const scattered = (i: number) =>
      [-90 + 0.001 * ((i * 0.618034) % 1), 36 + 0.001 * ((i * 0.754878) % 1)] as const;
    let turns = 0;
    const clock = setInterval(() => turns++, 100);
    const tree = { name: 'oak', kind: 'ornamental' as const, x: '10', y: '10', dripLine: '9', keepOut: true };
    const answer = await said('8 Fallow Street · whole lawn', { ...outline(4900, scattered), trees: [tree] });
    clearInterval(clock);
    expect(answer).toEqual([
      'Area: The area of these shapes is not found within 20 s: their lines cross too often',
    ]);
    expect(turns).toBeGreaterThan(20);
  });

  test.each<[Partial<LawnInput>, string[]]>([
    [{ customer: ' ' }, ['Customer: Customer is missing']],
    [{ name: '', address: '' }, ['Address: Address is missing', 'Zone: Zone is missing']],
    [{ measure: { by: 'typed', how: 'paced', area: '12 acres' } }, ['Area: Area "12 acres" is not a number']],
    [{ measure: { by: 'takeoff', shapes: [] } }, ['Shapes: The takeoff has no shape']],
    [
      {
        measure: {
          by: 'takeoff',
          shapes: [
            { kind: 'rectangle', sign: 'add', name: 'lawn', a: '10', b: '10', c: '', x: '0', y: '0' },
            { kind: 'rectangle', sign: 'subtract', name: 'house', a: '20', b: '20', c: '', x: '-5', y: '-5' },
          ],
        },
      },
      ['Area: The shapes leave no area'],
    ],
    [{ areaError: '80' }, ['Area ±: Area ± is 80 %']],
    [{ mixedWith: 'centipedegrass' }, ['Mixed with: The mix names centipedegrass twice']],
    [{ latitude: '136' }, ['Latitude: Latitude is 136 °']],
    [{ slopePercent: 'steep' }, ['Slope: Slope "steep" is not a number']],
    [{ irrigation: '40' }, ['Irrigation: Irrigation is 40 in/hour']],
    [{ seedings: [{ on: 'autumn', kind: 'seed' as const }] }, ['Seeding 1: Seeding "autumn" is no day']],
    [{ noticeHours: '-2' }, ['Notice: Notice is -2 hours']],
    [
      { trees: [{ name: 'fig', kind: 'fruit', x: '', y: '', dripLine: 'wide', keepOut: true }] },
      ['fig: drip line: fig: drip line "wide" is not a number'],
    ],
  ])('with %j is refused by field and figure', async (over, words) => {
    expect(await said('8 Fallow Street · whole lawn', over)).toEqual(words);
  });

  test('saved by two: the second is told and shown the first’s', async () => {
    const { zone, draft } = await sheetOf('7 Glazier Yard · court');
    const save = (notes: string) => saveLawn(lead, { ...draft, notes, zoneId: zone.id, seen: zone.version });
    expect((await save('ring first')).ok).toBe(true);
    expect(await save('gate is open')).toMatchObject({
      ok: false,
      refusal: { kind: 'changed-by-other', theirs: { notes: 'ring first' } },
    });
  });

  test('a new lawn and a further zone of it; one that is there already is not made twice', async () => {
    const input: LawnInput = {
      ...EMPTY_LAWN,
      customer: 'Nell Arden',
      address: '9 New Row',
      name: 'front',
      measure: { by: 'typed', how: 'paced', area: '3,000' },
    };
    const first = await addNewLawn(lead, { ...input, lawnId: null });
    if (!first.ok) throw new Error(JSON.stringify(first));
    const { zone } = (await lawnSheet(lead, first.value.zoneId))!;
    const second = await addNewLawn(lead, { ...input, name: 'back', lawnId: zone.lawnId });
    expect(second.ok).toBe(true);
    expect(await addNewLawn(lead, { ...input, lawnId: null })).toMatchObject({
      ok: false,
      refusal: { issues: [{ code: 'zone-twice', figures: { site: '9 New Row · front' } }] },
    });
    const sheet = (await zoneSheet(lead, first.value.zoneId))!;
    expect(sheet.siblings.map((s) => s.name)).toEqual(['back', 'front']);
    expect(sheet.outlook).not.toBeNull();
  });

  test('its weather station is the nearest by distance and height, or the one chosen', async () => {
    const site = '9 New Row · front';
    const station = async (name: string, latitude: string, elevationFt: string) => {
      const got = await saveStation(lead, {
        id: null,
        name,
        latitude,
        longitude: '-90',
        elevationFt,
        serviceKey: '',
      });
      if (!got.ok) throw new Error(JSON.stringify(got));
      return got.value.id;
    };
    const at = async () => (await sheetOf(site)).zone.stationId;
    const first = await at();
    // the first by its name, and a lawn that says nothing of its place stays where it is
    const valley = await station('A valley', '39', '400');
    expect(await at()).toBe(first);
    expect(await said(site, { notes: 'ring' })).toEqual(['saved']);
    expect(await at()).toBe(first);
    const place = { latitude: '39.05', longitude: '-90', elevationFt: '1700' };
    expect(await said(site, place)).toEqual(['saved']);
    expect(await at()).toBe(valley);
    // a new station that is as high as the lawn is nearer, though it lies further away
    const ridge = await station('Ridge', '39.3', '1800');
    expect(await at()).toBe(ridge);
    expect(await said(site, { stationId: valley })).toEqual(['saved']);
    expect([await at(), (await sheetOf(site)).draft.stationId]).toEqual([valley, valley]);
    const nearby = { id: ridge, name: 'Ridge', latitude: '39.05', longitude: '-90', elevationFt: '1700' };
    expect((await saveStation(lead, { ...nearby, serviceKey: '' })).ok).toBe(true);
    expect(await at()).toBe(valley);
    expect(await said(site, { stationId: '' })).toEqual(['saved']);
    expect(await at()).toBe(ridge);
    expect(await said(site, { stationId: crypto.randomUUID() })).toEqual([
      'Weather station: This weather station is not there',
    ]);
    expect(await said(site, { elevationFt: '90000' })).toEqual(['Height: Height is 90000 ft']);
  });

  test('is not for viewers, nor for another organisation', async () => {
    const { zone, draft } = await sheetOf('7 Glazier Yard · court');
    const input = { ...draft, zoneId: zone.id, seen: zone.version };
    await expect(saveLawn(actor('viewer'), input)).rejects.toBeInstanceOf(Forbidden);
    expect(await saveLawn(actor('lead', 'other-company'), input)).toMatchObject({
      ok: false,
      refusal: { kind: 'gone' },
    });
    expect(await lawnSheet(actor('lead', 'other-company'), zone.id)).toBeNull();
  });
});

describe('the list', () => {
  const sites = async (params: Record<string, string>) =>
    (await lawnList(lead, queryOf(params))).zones.map((z) => z.address);
  test('is found by any words, in any order, wherever they stand', async () => {
    expect(await sites({ q: 'pell' })).toEqual(['230 Long Meadow']);
    expect(await sites({ q: 'LIMES maud' })).toEqual(['102 Cooper Rise']);
    expect(await sites({ q: 'hose pond' })).toEqual(['12 Farrier Bend']);
    expect(await sites({ q: '100%' })).toEqual([]);
    expect(await sites({ q: "'; drop table zone; --" })).toEqual([]);
  });
  test('is filtered and sorted, house numbers as numbers', async () => {
    expect((await sites({})).slice(0, 4)).toEqual(
      ['3 Mill Race', '5 Saddler Court', '7 Glazier Yard', '7 Glazier Yard']
        .slice(0, 3)
        .concat(['8 Fallow Street']),
    );
    expect(await sites({ turf: 'zoysiagrass', sort: 'area', down: '1' })).toEqual([
      '41 Tannery Row',
      '7 Glazier Yard',
      '41 Tannery Row',
    ]);
    expect(await sites({ sun: 'shade' })).toEqual(['102 Cooper Rise']);
    expect(await sites({ plan: 'done' })).toEqual(['7 Glazier Yard']);
    const next = (await lawnList(lead, queryOf({ sort: 'next' }))).zones.map((z) => z.nextOn ?? Infinity);
    expect(next).toEqual([...next].sort((a, b) => a - b));
  });
  test('an address that makes no sense is taken for the plain list', () => {
    expect(queryOf({ sort: 'colour', page: '-3', turf: 'moss', plan: 'x', q: ['a', 'b'] })).toEqual(
      queryOf({}),
    );
  });
  test('filters are kept under a name, found again and forgotten', async () => {
    expect(await saveFilter(lead, { name: ' ', query: '?q=x' })).toMatchObject({ ok: false });
    await saveFilter(lead, { name: 'Shade', query: '?sun=shade' });
    await saveFilter(lead, { name: 'Shade', query: '?sun=shade&plan=due' });
    const { filters } = await lawnList(lead, queryOf({}));
    const shade = filters.filter((f) => f.name === 'Shade');
    expect(shade).toMatchObject([{ query: '?sun=shade&plan=due' }]);
    await dropFilter(lead, { id: shade[0]!.id });
    expect((await lawnList(lead, queryOf({}))).filters.map((f) => f.name)).toEqual(['Nothing planned yet']);
  });
  test('many are changed at once, and none of another organisation', async () => {
    const ids = (await lawnList(lead, queryOf({ turf: 'zoysiagrass' }))).zones.map((z) => z.id);
    expect(
      await changeMany(actor('lead', 'other-company'), {
        zoneIds: ids,
        change: { what: 'thatch', to: 'heavy' },
      }),
    ).toEqual({ ok: true, value: { changed: 0 } });
    expect(await changeMany(lead, { zoneIds: ids, change: { what: 'school', to: 'five-day mean' } })).toEqual(
      { ok: true, value: { changed: 3 } },
    );
    expect((await lawnList(lead, queryOf({ turf: 'zoysiagrass' }))).zones.map((z) => z.school)).toEqual(
      Array(3).fill('five-day mean'),
    );
    await expect(
      changeMany(actor('viewer'), { zoneIds: ids, change: { what: 'school', to: null } }),
    ).rejects.toBeInstanceOf(Forbidden);
  });
});
