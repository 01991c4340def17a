/**
 * Ground temperature under a surface that swings as a sine.
 *
 * Model: uniform half-space, steady periodic state. Left out: water movement, freezing, layers.
 * Source: Carslaw & Jaeger, Conduction of Heat in Solids, 2nd ed. 1959, § 2.6; for the year's wave in ground
 * Kusuda & Achenbach 1965, ASHRAE Trans. 71(1):61. Both recalled; check values in shared tables and in the test.
 */
import type { Celsius, Kelvins, Metres, SquareMetresPerSecond } from '@/core/units/quantity';

/** Depth at which a wave of `period` seconds has 1/e of its height at the surface: √(α · period / π). */
export function dampingDepth(diffusivity: SquareMetresPerSecond, period: number): Metres {
  return Math.sqrt((diffusivity * period) / Math.PI) as Metres;
}

/** A sine at the surface: `mean + amplitude · sin(2π (t − start)/period)`, times in s. */
export type Wave = Readonly<{ mean: Celsius; amplitude: Kelvins; period: number; start: number }>;

/** The wave at a depth and time (s): weaker by e^(−z/D) and later by z/D radians. */
export function waveAt(wave: Wave, diffusivity: SquareMetresPerSecond, depth: Metres, time: number): Celsius {
  const zOverD = depth / dampingDepth(diffusivity, wave.period);
  const phase = (2 * Math.PI * (time - wave.start)) / wave.period - zOverD;
  return (wave.mean + wave.amplitude * Math.exp(-zOverD) * Math.sin(phase)) as Celsius;
}

/** The day's swing at the surface: half its range, and the solar hour at which it is warmest. */
export type DailySwing = Readonly<{ amplitude: Kelvins; warmestHour: number }>;

/**
 * The daily mean behind one reading, by the textbook wave of that day alone:
 * T − A e^(−z/D) cos(2π(h − hm)/24 − z/D). The hour is solar, not a clock with summer time.
 */
export function dailyMeanBehind(
  reading: Celsius,
  depth: Metres,
  solarHour: number,
  { amplitude, warmestHour }: DailySwing,
  diffusivity: SquareMetresPerSecond,
): Celsius {
  const zOverD = depth / dampingDepth(diffusivity, 86_400);
  const phase = (2 * Math.PI * (solarHour - warmestHour)) / 24 - zOverD;
  return (reading - amplitude * Math.exp(-zOverD) * Math.cos(phase)) as Celsius;
}
