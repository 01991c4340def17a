/** A sheet of like stops as it is typed, and what became of each of its rows. */
import type { Measurement, SheetHead, SheetRow } from '@/core/records/like-stops';
import type { Issue } from '@/core/units/issue';
import type { LikeSheet } from '@/server/records/like-stops';

/** A stop of the sheet as it is typed. */
export type Row = SheetRow &
  Readonly<{
    sendKey: string;
    isOn: boolean;
    notes: string;
    equipment: string;
    /** what was asked about it was read, and is right */
    isSure: boolean;
  }>;
export type SheetTyped = Readonly<{ version: 1; head: SheetHead; rows: readonly Row[] }>;
export const isSheetTyped = (v: unknown): v is SheetTyped =>
  typeof v === 'object' && v !== null && 'version' in v && v.version === 1 && 'rows' in v && 'head' in v;

/** What became of a row. */
export type Done =
  | Readonly<{ kind: 'recorded'; recordId: string }>
  | Readonly<{ kind: 'asked' | 'refused'; issues: readonly Issue[] }>;
export type DoneRows = Readonly<Record<string, Done>>;

export const NOTHING_MEASURED: Measurement = { at: '', wind: '', windFrom: '', air: '' };

/** All as planned. */
export const sheetBegun = (sheet: LikeSheet, day: string, person: string): SheetTyped => ({
  version: 1,
  head: { day, appliedBy: person, certifiedBy: '', measurements: [NOTHING_MEASURED] },
  rows: sheet.rows.map(({ first }) => ({
    sendKey: crypto.randomUUID(),
    isOn: true,
    products: first.products,
    water: first.water,
    method: first.method,
    equipment: first.equipment,
    startedAt: '',
    endedAt: '',
    notes: '',
    isSure: false,
  })),
});

/** Stops of which nothing else is asked than that nobody measured. */
export const notMeasured = (rows: readonly Row[], done: DoneRows): string[] =>
  rows
    .filter((r) => {
      const became = done[r.sendKey];
      return (
        !r.isSure &&
        became?.kind === 'asked' &&
        became.issues.every((i) => i.field === 'Wind' || i.field === 'Air temperature')
      );
    })
    .map((r) => r.sendKey);
