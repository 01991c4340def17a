/** What earlier versions kept, read by the code of today: nothing is lost, and nothing wrong is counted with. */
import { SHOWS } from '@/core/units/format';
import fs from 'node:fs';
import { readMeasure, readStoredTrees } from '@/core/lawn/measure';
import { labelFrom, readSheet, EMPTY_SHEET } from '@/core/products/sheet';
import { oldReasonWords } from '@/ui/reason-words';
import { USUAL_CROSSINGS, crossingsFrom, readCrossings } from './crossings';
import { readRouteBody } from './day-routes';
import { USUAL_GATE_RULES, gateRulesFrom } from './gate-rules';
import { readGatesThen } from './gates-then';
import { readCard } from './load-cards';
import { USUAL_PLANNING, planningFrom } from './planning-rules';
import { readStopBody } from './stop-visits';
import { visitRulesFrom } from './visit-rules';
import { readWalkBody } from './walks';

describe('gates of old records', () => {
  // rows of a database of the version before programmes (form 1)
  const rows = [
    ...fs
      .readFileSync('tests/data/old-database.sql', 'utf8')
      .matchAll(/INTO public\.application_record VALUES .*?'(\{"why".*?\})', '/g),
  ].map((m) => JSON.parse(m[1]!) as { state: string; why: { gate: string; reason: { code: string } }[] });

  test('keep state, gate and reason, and are told in words with their own figures', () => {
    expect(rows).toHaveLength(5);
    for (const row of rows) {
      const { state, why } = readGatesThen(1, row);
      expect(state).toBe(row.state);
      expect(why.map((w) => [w.name, w.reason.code])).toEqual(row.why.map((w) => [w.gate, w.reason.code]));
      for (const w of why)
        expect(oldReasonWords(w.reason, SHOWS.trade)).not.toMatch(/^Kept as|undefined|NaN/);
    }
    const [first] = readGatesThen(1, rows[0]).why;
    expect(oldReasonWords(first!.reason, SHOWS.trade)).toContain('crossed on 22 April');
  });
  test('a code that nobody knows any more is told by its code', () => {
    expect(oldReasonWords({ code: 'moon-too-full', phase: 1 }, SHOWS.trade)).toBe('Kept as “moon too full”.');
  });
  test('of today keep the sentence as it was read, whatever the words are now', () => {
    const reason = { code: 'breezy', source: 'house rule' };
    const why = [{ key: 'wind', name: 'Wind', product: 'X', state: 'shut', strength: 'latch', reason }];
    const { why: read } = readGatesThen(2, {
      state: 'shut',
      why: why.map((w) => ({ ...w, sentence: 'As read.' })),
    });
    expect(read[0]).toMatchObject({ key: 'wind', strength: 'latch', sentence: 'As read.' });
  });
  test.each([
    null,
    {},
    { state: 'ajar' },
    { state: 'wide', why: [] },
    { state: 'shut', why: [{ state: 'shut' }] },
  ])('%j is refused, not guessed at', (stored) => expect(() => readGatesThen(2, stored)).toThrow(RangeError));
});

describe('house rules', () => {
  test('without schools that came later have the usual figures for them', () => {
    const old = { use: 'early bird', depthIn: 4, 'early bird': { lineF: 51 } };
    expect(readCrossings(old)).toEqual({ ...USUAL_CROSSINGS, ...old });
    expect(crossingsFrom(readCrossings(old)).rules['degree days'].sum).toBeCloseTo(42, 9);
  });
  test.each([
    [{ 'run of days': { lineF: '55', days: 5 } }, 'run of days: lineF is 55'],
    [{ use: 'gut feeling' }, 'No such school: gut feeling'],
    [{ depthIn: null }, 'Depth is null'],
    ['{}', 'House rules without crossings'],
  ])('%j is refused', (stored, words) => expect(() => readCrossings(stored)).toThrow(words));
});

test('a label sheet without the fields that came later is read with nothing in them', () => {
  const { kind: _kind, analysis: _analysis, ...old } = EMPTY_SHEET;
  const label = labelFrom(readSheet({ ...old, name: 'Old sheet' }), 'p', 1);
  expect([label.kind, label.name, label.analysis]).toEqual(['herbicide', 'Old sheet', null]);
});

test('an area says how it was measured, or is refused', () => {
  expect(readMeasure({ by: 'typed', how: 'paced' })).toEqual({ by: 'typed', how: 'paced' });
  for (const stored of [null, {}, { by: 'guess' }, { by: 'takeoff' }])
    expect(() => readMeasure(stored)).toThrow(RangeError);
});

describe('bodies in JSON columns', () => {
  const READERS: readonly [string, (stored: unknown) => unknown, object][] = [
    ['a stop', readStopBody, { form: 1, outcomes: [] }],
    ['a day of a truck', readRouteBody, { form: 1, visits: [] }],
    ['a load card', readCard, { version: 1, stops: [], products: [] }],
    ['a walk', readWalkBody, { form: 1, found: [] }],
  ];
  test.each(READERS)('%s of a later program is left out, and what is no body is a fault', (_, read, body) => {
    expect(read(body)).not.toBeNull();
    expect(read({ ...body, form: 99, version: 99 })).toBeNull();
    expect(() => read('text')).toThrow(RangeError);
    expect(() => read(null)).toThrow(RangeError);
  });
  test('a list of a body that is none is a fault, and one that an earlier program did not keep is empty', () => {
    expect(() => readWalkBody({ form: 1, found: 'clover' })).toThrow(RangeError);
    expect(readStopBody({ form: 1 })).toMatchObject({ outcomes: [], refused: [], zones: [] });
    // of before codes were kept, in sentences
    const told = { zoneId: 'z', outcome: 'refused', words: 'No product.', recordId: '' };
    expect(
      readStopBody({ form: 1, outcomes: [told], refused: [{ part: 'Soil', words: 'Soil is 400 °F.' }] }),
    ).toMatchObject({
      outcomes: [{ zoneId: 'z', told: [{ code: 'as-told', figures: { words: 'No product.' } }] }],
      refused: [{ part: 'Soil', why: { code: 'as-told', figures: { words: 'Soil is 400 °F.' } } }],
    });
  });
  test('a weed that nobody knows here is left out of its walk', () => {
    const found = [
      { weed: 'triffid', stage: 'seedling', where: [] },
      { weed: 'goosegrass', stage: 'seedling', where: ['edge', 'roof'] },
    ];
    expect(readWalkBody({ form: 1, found, notes: 'n' })?.found.map((f) => f.weed)).toEqual(['goosegrass']);
  });
  test("a company's figures stand in for the usual ones, and a figure of another kind does not", () => {
    expect(gateRulesFrom({ rainChancePercent: 55, nitrogenYearLb: 2 })).toEqual({
      ...USUAL_GATE_RULES,
      rainChancePercent: 55,
      nitrogenYearLb: 2,
    });
    expect(gateRulesFrom({ rainChancePercent: 'much', older: 1 })).toEqual(USUAL_GATE_RULES);
    expect(gateRulesFrom({ nitrogenYearLb: null })).toEqual(USUAL_GATE_RULES);
    expect(planningFrom(null)).toEqual(USUAL_PLANNING);
    // neither nothing nor one thing is a list
    for (const ceilings of [null, {}, 'all']) expect(planningFrom({ ceilings })).toEqual(USUAL_PLANNING);
    expect(planningFrom({ ceilings: [] }).ceilings).toEqual([]);
    expect(visitRulesFrom({ waterNotFrom: 10, waterDays: [2, 5] })).toMatchObject({
      waterNotFrom: 10,
      waterNotTo: null,
      waterDays: [2, 5],
    });
  });
  test('trees of a zone are trees', () => {
    const tree = { name: 'oak', kind: 'ornamental', at: null, dripLine: 3, keepOut: true };
    expect(readStoredTrees([tree])).toEqual([tree]);
    expect(() => readStoredTrees([{ name: 'oak' }])).toThrow(RangeError);
    expect(() => readStoredTrees('oak')).toThrow(RangeError);
  });
});
