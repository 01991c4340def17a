/**
 * The soil of one site as each member of the ensemble has it, day by day, and how it travels to a screen: hundredths of a
 * degree as 16-bit figures, in base64.
 */
import type { Day } from '@/core/calendar/day';
import type { Climate } from './season';

/** Daily means, °C, from one day on: what was, then what may come. One run for each member, all of one length. */
export type SoilRuns = Readonly<{
  from: Day;
  members: readonly ArrayLike<number>[];
  climate: Climate;
  /** whose weather each member takes from today on; null: generated. Not given: not known */
  years?: readonly (number | null)[];
  /** how wet the soil is on each day against turf watered as usual, at most 1; not given: as usual */
  wet?: ArrayLike<number> | null;
}>;

export type SentRuns = Readonly<{
  from: Day;
  climate: Climate;
  members: number;
  years: readonly (number | null)[];
  /** in thousandths */
  wet: readonly number[] | null;
  body: string;
}>;

const PER_DEGREE = 100;
const PER_SHARE = 1000;

export function sendRuns({ from, climate, members, years = [], wet = null }: SoilRuns): SentRuns {
  const days = members[0]?.length ?? 0;
  const all = new Int16Array(days * members.length);
  members.forEach((m, k) => {
    for (let d = 0; d < days; d++) all[k * days + d] = Math.round(m[d]! * PER_DEGREE);
  });
  let text = '';
  for (const byte of new Uint8Array(all.buffer)) text += String.fromCharCode(byte);
  return {
    from,
    climate,
    members: members.length,
    years,
    body: btoa(text),
    wet: wet && Array.from(wet, (w) => Math.round(w * PER_SHARE)),
  };
}

export function readRuns({ from, climate, members, years, wet, body }: SentRuns): SoilRuns {
  const text = atob(body);
  const bytes = Uint8Array.from(text, (c) => c.charCodeAt(0));
  const all = new Int16Array(bytes.buffer);
  const days = members ? all.length / members : 0;
  return {
    from,
    climate,
    years,
    wet: wet && Float64Array.from(wet, (w) => w / PER_SHARE),
    members: Array.from({ length: members }, (_, k) =>
      Float64Array.from(all.subarray(k * days, (k + 1) * days), (v) => v / PER_DEGREE),
    ),
  };
}
