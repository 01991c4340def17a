/**
 * How the gates stood when work was recorded, as an entry keeps it for ever: each gate that was not open with its key,
 * code and figures, and the sentence as it was read that day. A gate or a reason that is renamed later leaves it alone.
 *
 * Form 1 (before programmes) kept the gate's name and the reason's JSON; its sentence is made when it is read.
 */
import type { State } from '@/core/calendar/span';
import type { Reason } from '@/core/gates/reason';
import { isObject } from './stored-json';

export type GateThen = Readonly<{
  /** the gate's key; null in form 1 */
  key: string | null;
  name: string;
  /** the product it was asked about; empty in form 1 */
  product: string;
  state: State;
  strength: 'bolt' | 'latch' | null;
  /** code, source and figures, in SI */
  reason: Readonly<Record<string, unknown> & { code: string; source: string }>;
  /** as it was read that day; null in form 1 */
  sentence: string | null;
  /** by what somebody measured or saw there, and not by a station or a forecast */
  isMeasured: boolean;
}>;
export type GatesThen = Readonly<{
  state: State;
  why: readonly GateThen[];
  /** why the work was begun all the same, in the person's words; empty: nobody said */
  anyway: string;
  /** m/s and °C that the station had then, where a spray was recorded that nobody measured; null: it was, or none is known */
  station: Readonly<{ wind: number; air: number }> | null;
}>;

export const GATES_FORM = 2;

const STATES: readonly unknown[] = ['open', 'ajar', 'shut'];

/** Reads what an entry keeps, of any form. @throws RangeError if it is none */
export function readGatesThen(form: number, stored: unknown): GatesThen {
  if (!isObject(stored) || !STATES.includes(stored['state']) || !Array.isArray(stored['why']))
    throw new RangeError('A record without its gates');
  return {
    state: stored['state'] as State,
    why: stored['why'].map((w) => readGate(form, w)),
    anyway: typeof stored['anyway'] === 'string' ? stored['anyway'] : '',
    station: readStation(stored['station']),
  };
}

/** Entries of before it was kept have none. */
function readStation(s: unknown): GatesThen['station'] {
  if (!isObject(s)) return null;
  const { wind, air } = s;
  return typeof wind === 'number' && typeof air === 'number' ? { wind, air } : null;
}

function readGate(form: number, w: unknown): GateThen {
  if (
    !isObject(w) ||
    !STATES.includes(w['state']) ||
    !isObject(w['reason']) ||
    typeof w['reason']['code'] !== 'string'
  )
    throw new RangeError('A record with a gate that says nothing');
  const reason = w['reason'] as GateThen['reason'];
  const state = w['state'] as State;
  const text = (key: string) => (typeof w[key] === 'string' ? w[key] : '');
  if (form < 2)
    return {
      key: null,
      name: text('gate'),
      product: '',
      state,
      strength: null,
      reason,
      sentence: null,
      isMeasured: false,
    };
  return {
    key: text('key'),
    name: text('name'),
    product: text('product'),
    state,
    reason,
    strength: w['strength'] === 'bolt' || w['strength'] === 'latch' ? w['strength'] : null,
    sentence: text('sentence'),
    isMeasured: w['isMeasured'] === true,
  };
}

/** A reason as plain data, for keeping. */
export const plainReason = (reason: Reason): GateThen['reason'] => ({ ...reason });
