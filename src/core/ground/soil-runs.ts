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
  /** how wet the soil of each member is on each day against turf watered as usual, at most 1; not given: as usual */
  wets?: readonly ArrayLike<number>[] | null;
}>;

export type SentRuns = Readonly<{
  from: Day;
  climate: Climate;
  members: number;
  years: readonly (number | null)[];
  /** in 200ths, a byte a day */
  wets: string | null;
  body: string;
}>;

const PER_DEGREE = 100;
const PER_SHARE = 200;

export function sendRuns({ from, climate, members, years = [], wets = null }: SoilRuns): SentRuns {
  const days = members[0]?.length ?? 0;
  const all = new Int16Array(days * members.length);
  members.forEach((m, k) => {
    for (let d = 0; d < days; d++) all[k * days + d] = Math.round(m[d]! * PER_DEGREE);
  });
  const water = new Uint8Array(wets ? days * members.length : 0);
  wets?.forEach((w, k) => {
    for (let d = 0; d < days; d++) water[k * days + d] = Math.round(w[d]! * PER_SHARE);
  });
  return {
    from,
    climate,
    members: members.length,
    years,
    body: textOf(new Uint8Array(all.buffer)),
    wets: wets && textOf(water),
  };
}

function textOf(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}
const bytesOf = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

export function readRuns({ from, climate, members, years, wets, body }: SentRuns): SoilRuns {
  const all = new Int16Array(bytesOf(body).buffer);
  const water = wets ? bytesOf(wets) : null;
  const days = members ? all.length / members : 0;
  return {
    from,
    climate,
    years,
    wets:
      water &&
      Array.from({ length: members }, (_, k) =>
        Float64Array.from(water.subarray(k * days, (k + 1) * days), (v) => v / PER_SHARE),
      ),
    members: Array.from({ length: members }, (_, k) =>
      Float64Array.from(all.subarray(k * days, (k + 1) * days), (v) => v / PER_DEGREE),
    ),
  };
}
