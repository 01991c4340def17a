import { fromFeet, toFeet } from '@/core/units/trade';
import { TURFS } from '@/core/trade/terms';
import { readTakeoff, readTrees, type TakeoffDraft } from './takeoff-draft';
import { TURF_FACTS, seasonOf } from './turf';
import { expectationsOf, siteAt } from './zone';

const draft = (over: Partial<TakeoffDraft>): TakeoffDraft => ({
  kind: 'rectangle',
  sign: 'add',
  name: '',
  a: '40',
  b: '30',
  c: '',
  x: '',
  y: '',
  ...over,
});
const places = (drafts: TakeoffDraft[]) =>
  readTakeoff(drafts).value.map((s) =>
    [toFeet(s.at.x as never), toFeet(s.at.y as never)].map((v) => Math.round(v * 100) / 100),
  );

describe('a takeoff as it is typed', () => {
  test('shapes without a place are laid side by side, what is taken away goes into the last one', () => {
    expect(places([draft({}), draft({}), draft({ sign: 'subtract', a: '10', b: '10' })])).toEqual([
      [0, 0],
      [40, 0],
      [55, 10],
    ]);
  });
  test('a place that was typed is kept', () =>
    expect(places([draft({ x: '5', y: '-3' })])).toEqual([[5, -3]]));
  test('a circle without a place touches the axes and not its own middle', () => {
    const [[x, y]] = places([draft({ kind: 'circle', a: '10' })]) as [[number, number]];
    expect(x).toBeCloseTo(10, 1);
    expect(y).toBeCloseTo(10, 1);
  });
  test.each([
    [draft({ name: 'lawn', a: '' }), 'missing', { name: 'lawn: Width' }],
    [draft({ name: 'lawn', a: 'wide' }), 'not-a-number', { name: 'lawn: Width', text: 'wide' }],
    [draft({ b: '0' }), 'not-above', { name: 'Shape 1: Length', value: '0' }],
    [draft({ a: '60000' }), 'beyond', { name: 'Shape 1: Width', value: '60000' }],
    [draft({ kind: 'sector', b: '400' }), 'beyond', { name: 'Shape 1: Angle', unit: '°', value: '400' }],
    [draft({ kind: 'trapezoid', c: '' }), 'missing', { name: 'Shape 1: Top' }],
    [draft({ x: 'left', y: '2' }), 'not-a-number', { name: 'Shape 1: right', text: 'left' }],
  ])('what is wrong is named with shape and figure', (d, code, figures) => {
    const { issues, value } = readTakeoff([d]);
    expect(issues[0]).toMatchObject({ code, figures });
    expect(value).toEqual([]);
  });
  test('right shapes are still drawn beside a wrong one; no shape at all is said', () => {
    expect(readTakeoff([draft({}), draft({ a: '' })]).value).toHaveLength(1);
    expect(readTakeoff([]).issues[0]?.code).toBe('takeoff-empty');
  });
  test('trees need a drip line, not a place', () => {
    const tree = { name: 'apple', kind: 'fruit', x: '', y: '', dripLine: '6', keepOut: true } as const;
    expect(readTrees([tree]).value).toEqual([
      { name: 'apple', kind: 'fruit', at: null, dripLine: fromFeet(6), keepOut: true },
    ]);
    expect(readTrees([{ ...tree, dripLine: '' }]).issues[0]).toMatchObject({
      code: 'missing',
      figures: { name: 'apple: drip line' },
    });
    expect(readTrees([{ ...tree, dripLine: '300' }]).issues[0]).toMatchObject({
      code: 'beyond',
      figures: { value: '300', unit: 'length' },
    });
  });
});

describe('honest expectations (common practice, no source)', () => {
  const site = { exposure: 'full sun', moisture: 'moist' } as const;
  test('bermudagrass in shade is told, with what would stand it; fine fescue is not', () => {
    const [e] = expectationsOf(['bermudagrass'], { ...site, exposure: 'shade' }, 'good');
    expect(e).toMatchObject({ code: 'shade-too-deep', turf: 'bermudagrass', better: ['St. Augustinegrass'] });
    expect(expectationsOf(['fine fescue'], { ...site, exposure: 'shade' }, 'good')).toEqual([]);
  });
  test('a mix is held to the less tolerant of both', () => {
    expect(
      expectationsOf(['fine fescue', 'perennial ryegrass'], { ...site, exposure: 'shade' }, 'good'),
    ).toMatchObject([{ turf: 'perennial ryegrass' }]);
  });
  test('water that stands is told, a moist soil that drains is not', () => {
    expect(expectationsOf(['tall fescue'], site, 'ponds')).toMatchObject([{ code: 'too-wet' }]);
    expect(expectationsOf(['tall fescue'], { ...site, moisture: 'wet' }, 'good')).toEqual([]);
    expect(expectationsOf(['seashore paspalum'], site, 'ponds')).toEqual([]);
  });
  test('full sun asks nothing of any grass', () => {
    for (const t of TURFS) expect(expectationsOf([t], site, 'good')).toEqual([]);
  });
});

test('twelve grasses, seven warm and five cool; a mix of both is mixed', () => {
  expect(TURFS.filter((t) => TURF_FACTS[t].season === 'warm')).toHaveLength(7);
  expect(seasonOf('tall fescue', null)).toBe('cool');
  expect(seasonOf('tall fescue', 'Kentucky bluegrass')).toBe('cool');
  expect(seasonOf('tall fescue', 'bermudagrass')).toBe('mixed');
});

test('the spots of a zone are kinds of site of their own', () => {
  const site = { texture: 'clay', moisture: 'moist', exposure: 'half sun', besidePavement: false } as const;
  expect(siteAt(site, 'open')).toEqual(site);
  expect(siteAt(site, 'shade').exposure).toBe('shade');
  expect(siteAt(site, 'warmest strip')).toEqual({ ...site, exposure: 'full sun', besidePavement: true });
});
