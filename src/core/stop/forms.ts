/**
 * Forms in which phones have sent a stop. Each is read for a year after the next one came, so that what waited on a phone
 * over an update of the program is kept like any other. `STOP_FORMS` says since when; a test holds one of each.
 */
import { STOP_FORM, type DoneStop, type DoneZone } from './bundle';

/** Without its number; reasons and versions of labels were not said. */
type Zone1 = Omit<DoneZone, 'anyway'> & Readonly<{ anyway?: string | undefined }>;
type Form1 = Omit<DoneStop, 'form' | 'zones'> & Readonly<{ form?: 1 | undefined; zones: readonly Zone1[] }>;

export type SentStop = DoneStop | Form1;

/** The day on which each form began to be sent. */
export const STOP_FORMS: Readonly<Record<number, string>> = { 1: '2026-11-28', 2: '2026-12-01' };

/** A stop of any form in today's; null: it is of a newer program than this one. */
export function stopFrom(s: SentStop | Readonly<{ form: number }>): DoneStop | null {
  if (s.form !== undefined && s.form > STOP_FORM) return null;
  const sent = s as SentStop;
  return { ...sent, form: STOP_FORM, zones: sent.zones.map((z) => ({ ...z, anyway: z.anyway ?? '' })) };
}
