import fc from 'fast-check';
import { celsius, kelvins, metres } from '@/core/units/quantity';
import { normal, randomFrom } from '@/core/weather/random';
import {
  CALIBRATED_SD,
  UNCALIBRATED_SD,
  UNCORRECTED,
  assimilate,
  priorFrom,
  readBy,
  type Neighbour,
  type Reading,
} from './readings';

const flat = { temperature: celsius(10), gradient: 0 };
const reading = (i: number, hour: number, value: number, instrument = 'a'): Reading => ({
  instrument,
  id: String(i),
  hour,
  depth: metres(0.05),
  value: celsius(value),
  sd: CALIBRATED_SD,
});
/** Readings of a site that is so many K off its model, one at 10:30 of each day. */
const days = (n: number, off: (d: number) => number, from = 0) =>
  Array.from({ length: n }, (_, d) => ({
    reading: reading(from + d, (from + d) * 24 + 10.5, 10 + off(d)),
    model: flat,
  }));

describe('assimilate (Kalman 1960: the laws of the filter, not its code)', () => {
  test('one odd reading moves the offset by less than half, ten consistent ones by most', () => {
    const one = assimilate(
      days(1, () => 2),
      24 * 12,
    ).correction;
    const ten = assimilate(
      days(10, () => 2),
      24 * 12,
    ).correction;
    expect(one.offset).toBeGreaterThan(0.4);
    expect(one.offset).toBeLessThan(1.3);
    expect(ten.offset + ten.transient).toBeGreaterThan(1.5);
    expect(ten.offset).toBeGreaterThan(one.offset);
  });

  test('every used reading narrows what is known, and time without readings widens the transient again', () => {
    const v = (n: number, until: number) =>
      assimilate(
        days(n, () => 1),
        until,
      ).correction;
    expect(v(5, 24 * 5).offsetVariance).toBeLessThan(v(1, 24 * 5).offsetVariance);
    expect(v(1, 24 * 5).offsetVariance).toBeLessThan(UNCORRECTED.offsetVariance);
    expect(v(3, 24 * 40).transientVariance).toBeGreaterThan(v(3, 24 * 3).transientVariance);
    expect(Math.abs(v(3, 24 * 40).transient)).toBeLessThan(0.01);
  });

  test('a reading beyond four standard deviations is kept, flagged and not used', () => {
    const good = days(5, () => 0.5);
    const odd = { reading: reading(99, 5 * 24 + 10.5, 22), model: flat };
    const [without, with_] = [assimilate(good, 200), assimilate([...good, odd], 200)];
    expect(with_.correction.offset).toBe(without.correction.offset);
    expect(with_.correction.transient).toBeCloseTo(without.correction.transient, 12);
    expect(with_.correction.readings).toBe(5);
    const flagged = with_.innovations.at(-1)!;
    expect(flagged.used).toBe(false);
    expect(flagged.innovation).toBeGreaterThan(4 * flagged.sd);
    expect(with_.innovations).toHaveLength(6);
  });

  test('where the soil changes fast with depth a reading weighs less', () => {
    const steep = days(1, () => 2).map((m) => ({ ...m, model: { ...flat, gradient: -150 } }));
    expect(assimilate(steep, 24).correction.offset).toBeLessThan(
      assimilate(
        days(1, () => 2),
        24,
      ).correction.offset,
    );
  });

  test('is the least-squares answer: offset + transient of one reading by Bayes’ rule, by hand', () => {
    // prior variances 0.65² + 0.5² and 0.7², instrument 0.3², spot 0.5²
    const soil = 0.65 ** 2 + 0.5 ** 2 + 0.49;
    const all = soil + 0.09 + 0.25;
    const { innovations } = assimilate(
      days(1, () => 1),
      10.5,
    );
    expect(innovations[0]!.sd).toBeCloseTo(Math.sqrt(all), 3);
    expect(innovations[0]!.after).toBeCloseTo(soil / all, 3);
    expect(innovations[0]!.afterSd).toBeCloseTo(Math.sqrt(soil * (1 - soil / all)), 3);
  });

  test('one instrument never knows more than it knows itself; a second one tells its bias apart', () => {
    const by = (instrument: string, off: number, n: number) =>
      days(n, () => off).map((m) => ({
        ...m,
        reading: { ...m.reading, id: `${instrument}${m.reading.id}`, instrument, sd: UNCALIBRATED_SD },
      }));
    const one = assimilate(by('a', 0.8, 30), 24 * 30).correction;
    // thirty readings of a thermometer that may be 0.8 K off: half of it at least stays unsure
    expect(Math.sqrt(one.offsetVariance)).toBeGreaterThan(0.45);
    const other = by('b', 0, 30).map((m) => ({ ...m, reading: { ...m.reading, sd: CALIBRATED_SD } }));
    const both = assimilate([...by('a', 0.8, 30), ...other], 24 * 30).correction;
    expect(both.offsetVariance).toBeLessThan(one.offsetVariance / 2);
    expect(Math.abs(both.offset)).toBeLessThan(Math.abs(one.offset) / 2);
  });

  test('an odd reading pulls no harder than a usual one: 4.5 K moves the soil little more than 2.5 K', () => {
    const moved = (off: number) => {
      const { offset, transient } = assimilate(
        days(1, () => off),
        24,
      ).correction;
      return offset + transient;
    };
    expect(moved(4.5)).toBeLessThan(1.2 * moved(2.5));
    expect(moved(2.5)).toBeGreaterThan(moved(1));
  });

  test('a reading from the future is not used', () => {
    const { correction, innovations } = assimilate(
      days(1, () => 1, 5),
      24 * 2,
    );
    expect(correction.readings).toBe(0);
    expect(innovations[0]!.used).toBe(false);
  });

  test('the order in which readings are handed over does not matter, and variances stay positive', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            hour: fc.integer({ min: 0, max: 2000 }),
            off: fc.double({ min: -3, max: 3, noNaN: true }),
          }),
          { minLength: 1, maxLength: 40 },
        ),
        (list) => {
          const met = [...new Map(list.map((l) => [l.hour, l])).values()].map((l, i) => ({
            reading: reading(i, l.hour, 10 + l.off),
            model: flat,
          }));
          const [a, b] = [assimilate(met, 2100).correction, assimilate([...met].reverse(), 2100).correction];
          expect(a).toEqual(b);
          expect(a.offsetVariance).toBeGreaterThan(0);
          expect(a.transientVariance).toBeGreaterThan(0);
        },
      ),
    );
  });

  test('the innovations of a filter that believes the truth are as wide as it says (consistency)', () => {
    // readings drawn with the filter's own error: four in five within 1.28 standard deviations
    let seed = 7;
    const uniform = () => ((seed = (seed * 16807) % 2147483647) - 1) / 2147483646;
    const gauss = () => Array.from({ length: 12 }, uniform).reduce((s, x) => s + x, -6);
    const met = days(400, () => 0.8 + Math.sqrt(0.18) * gauss());
    const late = assimilate(met, 24 * 400).innovations.slice(50);
    const within = late.filter((i) => Math.abs(i.innovation) < 1.2816 * i.sd).length / late.length;
    expect(within).toBeGreaterThan(0.72);
  });

  test('the track holds the transient of each day, as long as the run', () => {
    const { track } = assimilate(
      days(3, () => 1),
      24 * 8,
    );
    expect(track).toHaveLength(8);
    expect(track[7]!).toBeLessThan(track[3]!);
  });
});

describe('priorFrom', () => {
  const alone = (n: number, off: number): Neighbour => {
    const met = days(n, () => off);
    return { ...assimilate(met, 24 * n).correction, by: readBy(met.map((m) => m.reading)) };
  };
  test('without neighbours is what was known of the model alone', () => {
    expect(priorFrom([], [])).toMatchObject({ offset: 0, neighbours: 0 });
    expect(priorFrom([], []).offsetVariance).toBeCloseTo(UNCORRECTED.offsetVariance, 9);
  });
  test('a neighbour of the same kind moves it the same way and less than a reading of its own', () => {
    const own = alone(10, 1.5);
    const one = priorFrom([own], []);
    expect(one.offset).toBeGreaterThan(0.1);
    expect(one.offset).toBeLessThan(own.offset * 0.8);
    // four zones, each read by a thermometer of its own
    const four = priorFrom(
      ['a', 'b', 'c', 'd'].map((instrument) => ({ ...own, by: { ...own.by, instrument } })),
      [],
    );
    expect(four.offset).toBeGreaterThan(one.offset);
    expect(four.offset).toBeLessThan(1.5);
    expect(four.offsetVariance).toBeLessThan(one.offsetVariance);
    // what zones of a kind do not share stays unknown
    expect(four.offsetVariance).toBeGreaterThan(0.36);
  });
  test('a neighbour that has learnt nothing says nothing', () => {
    expect(priorFrom([{ ...UNCORRECTED, by: readBy([]) }], []).offset).toBe(0);
  });
  test('another spot of the same zone counts too, and less than two', () => {
    const own = alone(10, 1.5);
    const one = priorFrom([], [own]);
    expect(one.offset).toBeGreaterThan(0);
    expect(priorFrom([], [own, own]).offset).toBeGreaterThan(one.offset);
    expect(kelvins(one.offset)).toBeLessThan(own.offset);
  });
  test('zones that one thermometer read know the kind no better than it knows itself', () => {
    const own = alone(10, 1.5);
    const many = priorFrom(
      Array.from({ length: 60 }, () => own),
      [],
    );
    // what remains: the bias of 0.3 K against what kinds differ by, and what zones of a kind differ by
    const bias = 0.9 * 0.3 ** 2;
    const kind = 0.65 ** 2;
    expect(many.offsetVariance).toBeGreaterThan((bias * kind) / (bias + kind) + 0.25 - 1e-9);
  });
  // truth is drawn by the filter's own variances
  test.each([
    ['compared with others', CALIBRATED_SD],
    ['never compared', UNCALIBRATED_SD],
  ])(
    'of 400 lawns beside 60 that one thermometer read, %s, 90 in 100 lie within the 90 %% range',
    (_name, sd) => {
      const random = randomFrom(17);
      const n = (of: number) => of * normal(random);
      const inside = Array.from({ length: 400 }, () => {
        const kind = n(0.65);
        const bias = n(Math.sqrt(0.9) * sd);
        const neighbours = Array.from({ length: 60 }, (): Neighbour => {
          const zone = kind + n(0.5);
          let passing = n(0.7);
          const met = Array.from({ length: 4 }, (_r, k) => {
            const keep = Math.exp(-9 / 5);
            passing = keep * passing + n(0.7 * Math.sqrt(1 - keep ** 2));
            const value = 10 + zone + passing + bias + n(Math.sqrt(0.1) * sd) + n(0.5);
            return { reading: { ...reading(k, 24 * 9 * (k + 1), value), sd }, model: flat };
          });
          return { ...assimilate(met, 24 * 40).correction, by: readBy(met.map((m) => m.reading)) };
        });
        const { offset, offsetVariance } = priorFrom(neighbours, []);
        return Math.abs(kind + n(0.5) - offset) <= 1.645 * Math.sqrt(offsetVariance);
      });
      const share = inside.filter(Boolean).length / inside.length;
      expect(share).toBeGreaterThan(0.86);
      expect(share).toBeLessThan(0.94);
    },
  );
});
