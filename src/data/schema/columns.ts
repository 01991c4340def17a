/** Columns that tables share. */
import { sql, type AnyColumn } from 'drizzle-orm';
import { check, date, numeric, timestamp } from 'drizzle-orm/pg-core';

export const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
export const day = (name: string) => date(name, { mode: 'string' });
export const figure = (name: string) => numeric(name, { precision: 16, scale: 6, mode: 'string' });

/** The database takes no other word than these. */
export function known(name: string, column: AnyColumn, words: readonly string[]) {
  return check(`${name}_known`, sql`${column} in (${sql.raw(words.map((w) => `'${w}'`).join(', '))})`);
}
