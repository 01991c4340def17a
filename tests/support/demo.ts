/** The demo company in the database of the tests: its people as actors, its lawns by name. */
import type { Issue } from '@/core/units/issue';
import { issueWords } from '@/ui/issue-words';
import { closeConnection, inOrganisation } from '@/data/connection';
import type { Actor } from '@/data/actor';
import { actor } from './demo-actor';
import { siteName, zonesOf } from '@/data/lawns';
import { nextOf } from '@/core/season/standing';
import { NEW_PRODUCT, typedFrom, type TypedProduct } from '@/core/season/typed-fields';
import type { GateRulesInput } from '@/server/settings/gate-house';
import type { saveCrossings } from '@/server/settings/view';
import { closeQueue } from '@/server/queue/jobs';
import type { ApplicationInput } from '@/server/programme/save-application';
import { zoneSheet } from '@/server/programme/view';
import type { ProductUsed } from '@/core/records/product-used';
import { recordVisit, type RecordInput } from '@/server/records/record-visit';
import { SHOWS } from '@/core/units/format';
import { recordWords } from '@/ui/stop-words';

export { actor };

export async function zoneNamed(site: string) {
  const zone = (await inOrganisation(actor(), zonesOf)).find((z) => siteName(z) === site);
  if (!zone) throw new Error(`The demo has no ${site}`);
  return zone;
}

/** What is planned on a zone, as the Lawn screen has it. */
export async function programmeOf(zoneId: string) {
  const sheet = await zoneSheet(actor(), zoneId);
  if (!sheet) throw new Error(`No zone ${zoneId}`);
  return sheet.applications;
}

/** An application's fields as a form sends them: the demo's own where it stands, else those of one product. */
export async function applicationInput(
  site: string,
  over: Partial<ApplicationInput> = {},
  product: Partial<TypedProduct> = {},
  which: 'next' | 'new' = 'next',
): Promise<ApplicationInput> {
  const zone = await zoneNamed(site);
  const sheet = (await zoneSheet(actor(), zone.id))!;
  const next = which === 'next' ? nextOf(sheet.applications) : undefined;
  const stored = sheet.applications.find((a) => a.id === next?.id);
  const label = sheet.labels.now.find((l) => l.name.startsWith('Prodiamine 65'))!;
  const typed = stored
    ? typedFrom(stored)
    : {
        purpose: '',
        plannedOn: '2027-03-20',
        earliest: '',
        latest: '',
        products: [
          {
            ...NEW_PRODUCT,
            productId: label.id,
            rate: '0.8',
            unit: label.rateUnit,
            use: 'pre-emergent',
            times: 'split' as const,
            split: 'halves',
          },
        ],
      };
  return {
    zoneId: zone.id,
    applicationId: stored?.id ?? '',
    base: stored?.version ?? 0,
    sendKey: '',
    ...typed,
    products: typed.products.map((p, i) => (i === 0 ? { ...p, ...product } : p)),
    ...over,
  };
}

/** What a visit sends: the next application of a zone as planned, but for what is said. */
export async function recordInput(
  site: string,
  over: Partial<RecordInput> = {},
  used: Partial<ProductUsed> = {},
): Promise<RecordInput> {
  const zone = await zoneNamed(site);
  const next = nextOf(await programmeOf(zone.id));
  return {
    sendKey: crypto.randomUUID(),
    zoneId: zone.id,
    applicationId: next?.id ?? '',
    products: (next?.products ?? []).map((p, i) => ({
      plannedProductId: p.id,
      productId: p.label.id,
      use: p.use,
      targets: [...p.targets],
      tank: p.tank,
      place: p.place.on,
      ground: '',
      area: '6240',
      amount: '70',
      amountUnit: 'g',
      lot: '',
      ...(i === 0 ? used : {}),
    })),
    water: '6.24',
    appliedOn: '2027-03-18',
    startedAt: '',
    endedAt: '',
    appliedBy: 'Tobin Asher',
    certifiedBy: 'Mara Venn',
    supervisor: '',
    method: '',
    equipment: '',
    wind: '4',
    windFrom: '',
    air: '55',
    noticeGiven: '',
    reentryTold: '',
    notes: '',
    confirmed: false,
    corrects: null,
    ...over,
  };
}

/** Records, with reasons in the words of today. */
export const record = (input: RecordInput, who: Actor = actor()) =>
  recordVisit(who, input, recordWords(SHOWS[who.units]));

/** The house's panels as their forms send them: the usual figures. */
export const CROSSINGS_TYPED: Parameters<typeof saveCrossings>[1] = {
  seen: 0,
  use: 'run of days',
  depthIn: '2',
  runLineF: '55',
  runDays: '5',
  earlyLineF: '50',
  meanLineF: '55',
  airLineF: '55',
  airDays: '3',
  airOf: 'mean',
  sign: 'lilac opening',
  baseF: '53.6',
  sumF: '75.6',
  fromMonth: '4',
  degreeOf: 'soil',
  fallSchool: 'run of days',
  fallLineF: '70',
  fallDays: '5',
  habitFrom: '',
  habitTo: '',
};
export const GATES_TYPED: GateRulesInput = {
  seen: 0,
  state: '',
  noticeByCode: false,
  phosphorusByTest: false,
  partners: 'as labels allow',
  combineFertilizer: true,
  granuleFirst: true,
  rainChancePercent: '40',
  calibrationDays: '120',
  noticeHours: '24',
  heatLimitF: '90',
  heatCautionF: '85',
  nitrogenSoilF: '80',
  nitrogenYearLb: '',
  groupYears: '3',
  fertilizerBanFrom: '',
  fertilizerBanTo: '',
};

/** Why something was refused, with what a person reads of it; null: it was not. */
export function refusalOf(o: { ok: boolean; refusal?: unknown }) {
  if (o.ok) return null;
  const { kind, issues } = o.refusal as { kind: string; issues?: Issue[] };
  return { kind, ...(issues && { issues: issues.map((i) => ({ ...i, ...issueWords(i, SHOWS.trade) })) }) };
}

export async function closeAll(): Promise<void> {
  await closeQueue();
  await closeConnection();
}
