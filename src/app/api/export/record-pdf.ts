/** Records as an inspector reads them: a PDF on letter paper, across, with the totals by product at the end. */
import { fromSquareFeet } from '@/core/units/trade';
import { told, type UnitSystem } from '@/core/units/measures';
import 'server-only';
import type { Content, TableCell } from 'pdfmake';
import { showFullDay } from '@/core/calendar/day';
import { SHOWS, showRate } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { WEEDS } from '@/core/weeds/weeds';
import { airWords } from '@/ui/stop-words';
import { pdfBytes } from '../pdf';
import { gatesThen, type FiledEntry, type RecordFile } from '@/server/records/export';

/** More than this is no document that somebody reads: the days are to be narrowed. */
export const MOST_PDF_ENTRIES = 2000;

const lines = (...parts: readonly (string | false | null | undefined)[]): string =>
  parts.filter(Boolean).join('\n');

function row(e: FiledEntry, units: UnitSystem): TableCell[] {
  const isCorrected = e.correctedById !== null;
  const air = airWords(e, units);
  const cells = [
    lines(showFullDay(e.appliedOn), [e.startedAt, e.endedAt].filter(Boolean).join(' to ')),
    lines(e.site, e.customer),
    lines(
      e.productName,
      e.registrationNumber && `Reg. ${e.registrationNumber}`,
      e.lot && `Lot ${e.lot}`,
      ...e.ingredients.map(
        (i) => i.kilograms !== null && `${i.name}: ${SHOWS[units].of('weight', i.kilograms, 4)}`,
      ),
    ),
    lines(
      `${significant(e.amount, 5)} ${AMOUNT_UNITS[e.amountUnit].words}`,
      showRate(e.rate, e.labelUnit),
      e.waterGal > 0 && `in ${told(e.waterGal, 'volume', units)} of water`,
    ),
    lines(
      SHOWS[units].area(fromSquareFeet(e.areaSqFt)),
      e.turf,
      e.place !== 'zone' && `${e.place} ${e.ground}`.trim(),
    ),
    lines(...e.targets.map((t) => WEEDS[t].name)),
    lines(
      e.appliedBy,
      e.certifiedBy && `Certified: ${[e.certifiedBy, e.certifiedNumber].filter(Boolean).join(', ')}`,
      e.supervisor && `Supervisor: ${e.supervisor}`,
      [e.method, e.equipment].filter(Boolean).join(', '),
    ),
    lines(air.wind && `Wind ${air.wind}`, air.air && `Air ${air.air}`, `Gates ${gatesThen(e)}`),
    lines(
      isCorrected && 'CORRECTED: another entry stands instead',
      e.correctsId && `Correction: ${e.correctionReason ?? ''}`,
      e.noticeGiven && `Notice: ${e.noticeGiven}`,
      e.reentryTold && `Re-entry: ${e.reentryTold}`,
      e.notes,
      `Recorded ${e.recordedAt.toISOString().slice(0, 10)} by ${e.recordedBy}`,
    ),
  ];
  return cells.map((text) => ({ text, ...(isCorrected ? { color: '#777777' } : {}) }));
}

const HEAD = ['Day', 'Site', 'Product', 'Used', 'Area', 'Target', 'Applied by', 'Conditions', 'Remarks'];
const head = (names: readonly string[]): TableCell[] => names.map((text) => ({ text, bold: true }));

/**
 * @returns the bytes of the document
 * @throws RangeError for more entries than MOST_PDF_ENTRIES
 */
export async function recordsAsPdf(file: RecordFile): Promise<Buffer> {
  const { organisation, units, madeOn, query, entries, totals } = file;
  if (entries.length > MOST_PDF_ENTRIES) throw new RangeError(`${entries.length} entries in one PDF`);
  const days = [query.from, query.to].map((d) => (d === null ? null : showFullDay(d)));
  const asked = [
    days[0] && `from ${days[0]}`,
    days[1] && `to ${days[1]}`,
    query.words && `with "${query.words}"`,
    query.appliedBy && `applied by ${query.appliedBy}`,
    query.ingredient && `with ${query.ingredient}`,
    !query.withCorrected && 'without corrected entries',
  ].filter(Boolean);
  const content: Content[] = [
    { text: 'Records of applications', fontSize: 16, bold: true },
    {
      text: `${organisation}. ${entries.length} ${entries.length === 1 ? 'entry' : 'entries'}${asked.length ? `, ${asked.join(', ')}` : ''}. Made on ${showFullDay(madeOn)}.`,
      margin: [0, 2, 0, 8],
    },
    {
      layout: 'lightHorizontalLines',
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [46, 76, 96, 58, 54, 50, 84, 84, '*'],
        body: [head(HEAD), ...entries.map((e) => row(e, units))],
      },
    },
    { text: 'Totals of the entries that stand', fontSize: 11, bold: true, margin: [0, 14, 0, 4] },
    {
      layout: 'lightHorizontalLines',
      table: {
        headerRows: 1,
        widths: ['*', 110, 60, 90, 110],
        body: [
          head(['Product', 'Registration number', 'Entries', 'Used', 'Area, each time counted']),
          ...totals.map((t) => [
            t.product,
            t.registration_number,
            String(t.entries),
            SHOWS[units].of(t.unit === 'kg' ? 'weight' : 'volume', t.amount, 5),
            SHOWS[units].area(fromSquareFeet(t.area_sqft)),
          ]),
        ],
      },
    },
  ];
  return pdfBytes({
    pageSize: 'LETTER',
    pageOrientation: 'landscape',
    pageMargins: [28, 28, 28, 34],
    defaultStyle: { fontSize: 7.5 },
    info: { title: `Records of applications, ${organisation}` },
    content,
    footer: (page, pages) => ({
      text: `${organisation} · page ${page} of ${pages} · entries are never changed or removed; a correction is an entry of its own`,
      alignment: 'center',
      fontSize: 7,
      margin: [0, 10, 0, 0],
    }),
  });
}
