'use client';
import { useState } from 'react';
import type { Label } from '@/core/products/label';
import { visitOfRow } from '@/core/records/like-stops';
import { readVisit } from '@/core/records/visit';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import type { LikeRow, LikeSheet } from '@/server/records/like-stops';
import type { RecordInput } from '@/server/records/record-visit';
import { send } from '../../send';
import type { Done, DoneRows, Row, SheetTyped } from './like-typed';

export type RecordVisitAction = (input: RecordInput) => Promise<Outcome<{ recordId: string }>>;

/** The visit of a row as it is sent, or what is wrong with it before it is. */
function visitOf(row: Row, of: LikeRow, typed: SheetTyped, sheet: LikeSheet, labelOf: LabelOf) {
  const visit = visitOfRow(row, typed.head);
  const read = readVisit(visit, {
    today: sheet.today,
    zoneArea: of.area,
    labelOf,
    placeOf: () => null,
    licences: sheet.licences,
  });
  if (!read.ok) return read;
  const input: RecordInput = {
    ...visit,
    sendKey: row.sendKey,
    zoneId: of.zoneId,
    applicationId: of.applicationId,
    equipment: row.equipment,
    supervisor: '',
    noticeGiven: '',
    reentryTold: [...new Set(row.products.map((p) => labelOf(p.productId)?.reentry ?? ''))]
      .filter(Boolean)
      .join('; ')
      .slice(0, 300),
    notes: row.notes,
    confirmed: row.isSure,
    corrects: null,
  };
  return { ok: true, input } as const;
}
type LabelOf = (productId: string) => Label | undefined;

/** What a refusal says of its row; null: it is not about the row, so that the rest would fare no better. */
function doneOf(refusal: Refusal): Done | null {
  switch (refusal.kind) {
    case 'questions':
      return { kind: 'asked', issues: refusal.questions };
    case 'invalid':
      return { kind: 'refused', issues: refusal.issues };
    case 'already-recorded':
      return { kind: 'recorded', recordId: refusal.recordId };
    default:
      return null;
  }
}

/** Records the rows of a sheet, one after the other, each by itself: sending again is safe. */
export function useRecordRows(sheet: LikeSheet, labelOf: LabelOf, recordVisitAction: RecordVisitAction) {
  const [done, setDone] = useState<DoneRows>({});
  const [trouble, setTrouble] = useState<Refusal | null>(null);
  const isLeft = (row: Row) => row.isOn && done[row.sendKey]?.kind !== 'recorded';
  const record = async (typed: SheetTyped) => {
    setTrouble(null);
    for (const [i, of] of sheet.rows.entries()) {
      const row = typed.rows[i];
      if (!row || !isLeft(row)) continue;
      const tell = (to: Done) => setDone((all) => ({ ...all, [row.sendKey]: to }));
      const visit = visitOf(row, of, typed, sheet, labelOf);
      if (!visit.ok) {
        tell({ kind: 'refused', issues: visit.issues });
        continue;
      }
      const outcome = await send(recordVisitAction, visit.input);
      const became: Done | null = outcome.ok
        ? { kind: 'recorded', recordId: outcome.value.recordId }
        : doneOf(outcome.refusal);
      if (became) tell(became);
      else {
        if (!outcome.ok) setTrouble(outcome.refusal);
        return;
      }
    }
  };
  return { done, trouble, isLeft, record };
}
