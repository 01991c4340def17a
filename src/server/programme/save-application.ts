import { issue, type Fact } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import type { Reason } from '@/core/gates/reason';
import { productsOf, windowOf } from '@/core/gates/window';
import {
  asPlanned,
  draftsFrom,
  type ApplicationDraft,
  readApplication,
} from '@/core/season/typed-application';
import { TIMES, type TypedApplication } from '@/core/season/typed-fields';
import { contextOf } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { zoneOf, type ZoneOnLawn } from '@/data/lawns';
import {
  addApplication,
  addTie,
  applicationSent,
  changeApplication,
  lockZone,
  type ProductChange,
  type StoredApplication,
} from '@/data/programme';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome, type Overtaken } from '../entry/outcome';
import { assemble } from '../facts';

export type ApplicationInput = TypedApplication &
  Readonly<{
    zoneId: string;
    /** empty: a new one */
    applicationId: string;
    /** version that the editor saw; 0: a new one */
    base: number;
    /** of what is sent: the same again is saved once. Empty: it is sent once only */
    sendKey: string;
  }>;

const typed = (most: number) => Joi.string().allow('').max(most).required();
export const applicationShape = Joi.object<ApplicationInput>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  applicationId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  base: Joi.number().integer().min(0).max(2_000_000_000).required(),
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  purpose: typed(120),
  plannedOn: typed(40),
  earliest: typed(40),
  latest: typed(40),
  products: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
        productId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
        rate: typed(40),
        unit: typed(40),
        use: typed(40),
        method: typed(40),
        targets: Joi.array().items(Joi.string().max(60)).max(40).required(),
        place: Joi.string().valid('zone', 'spots', 'strip').required(),
        area: typed(40),
        length: typed(40),
        width: typed(40),
        ground: typed(60),
        tank: Joi.number().integer().min(1).max(8).required(),
        times: Joi.string()
          .valid(...TIMES)
          .required(),
        split: typed(40),
        shares: typed(60),
        shots: typed(10),
      }),
    )
    .max(20)
    .required(),
});

/** Saved: which application it is, and how many there are of it with its splits. */
export type Saved = Readonly<{ applicationId: string; version: number; applications: number }>;

/**
 * Saves an application that every bolt of label and limits lets through. It is checked and written under a lock on the
 * zone: two who save at once cannot both take what is left of a limit.
 */
export function saveApplication(
  actor: Actor,
  input: ApplicationInput,
): Promise<Outcome<Saved, Overtaken<StoredApplication>>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    if (!(await lockZone(db, input.zoneId))) return refuse({ kind: 'gone' });
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    if (zone.closed) return refuse({ kind: 'invalid', issues: [closedIssue(zone.closed)] });
    const moment = await momentOf(db, actor);
    const { books, labels, house } = await assemble(db, actor, [zone], moment, { sky: false });
    const { applications, facts } = books.get(zone.id)!;
    const before = applications.find((a) => a.id === input.applicationId) ?? null;
    if (input.applicationId && !before) return refuse({ kind: 'gone' });
    const sent = input.sendKey ? await applicationSent(db, input.sendKey) : null;
    if (sent) return sent.zoneId === zone.id ? done(savedBefore(sent)) : refuse({ kind: 'gone' });
    if (before && before.version !== input.base)
      return refuse({
        kind: 'changed-by-other',
        by: before.changedBy,
        at: before.changedAt.toISOString(),
        theirs: before,
      });

    const read = readApplication(input, {
      labels: labels.now,
      zone: { ...facts.zone, area: zone.area },
      spacing: house.rules.spacing,
    });
    if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
    const issues = keptAsRecorded(before, read.value.products);
    if (issues.length) return refuse({ kind: 'invalid', issues });

    const drafts = draftsFrom(read.value);
    const planned = asPlanned(drafts, before);
    const others = applications.filter((a) => a.id !== before?.id);
    const bolts = planned.flatMap((a) => labelBolts([...others, ...planned], a, facts));
    if (bolts.length) return refuse({ kind: 'bolted', bolts });

    const ties = await addTies(db, actor, zone.id, drafts, (key) => totalOf(read.value.products[key]));
    const change = (draft: ApplicationDraft) => changeOf(zone.id, draft, before, ties);
    const sendKey = input.sendKey || null;
    const [first, ...more] = drafts;
    let applicationId = before?.id ?? '';
    const one = { ...change(first!), sendKey };
    if (before) await changeApplication(db, actor, before.id, before.version, one, moment.now);
    else applicationId = await addApplication(db, actor, one, moment.now);
    for (const d of more) await addApplication(db, actor, change(d), moment.now);
    await changed(db, actor, [zone.id]);
    return done({ applicationId, version: (before?.version ?? 0) + 1, applications: drafts.length });
  });
}

/** Totals that are new, each with the spacing of its parts. @returns their ids by key */
async function addTies(
  db: Transaction,
  actor: Actor,
  zoneId: string,
  drafts: readonly ApplicationDraft[],
  totalAt: (key: number) => ReturnType<typeof totalOf>,
): Promise<ReadonlyMap<number, string>> {
  const ids = new Map<number, string>();
  const first = drafts.flatMap((d) => d.products.flatMap((p) => (p.tie?.part === 1 ? [p.tie] : [])));
  for (const tie of first)
    ids.set(
      tie.key,
      await addTie(db, actor, {
        zoneId,
        kind: tie.kind,
        parts: tie.of,
        spacing: tie.spacing,
        total: totalAt(tie.key),
      }),
    );
  return ids;
}

/** An application as it is kept. @param before as it was: its products keep their ids and their ties */
const changeOf = (
  zoneId: string,
  draft: ApplicationDraft,
  before: StoredApplication | null,
  ties: ReadonlyMap<number, string>,
) => ({
  zoneId,
  purpose: draft.purpose,
  plannedOn: draft.plannedOn,
  earliest: draft.earliest,
  latest: draft.latest,
  sendKey: null,
  products: draft.products.map((p): ProductChange => {
    const stored = before?.products.find((s) => s.id === p.id);
    const kept = stored?.tie ? { id: stored.tie.id, part: stored.tie.part } : null;
    return {
      id: stored?.id ?? null,
      productId: p.label.id,
      rate: p.typed.rate,
      unit: p.typed.unit,
      use: p.use,
      targets: p.targets,
      method: p.method,
      place: p.place,
      tank: p.tank,
      tie: p.tie ? { id: ties.get(p.tie.key)!, part: p.tie.part } : kept,
    };
  }),
});

/** The answer got lost on its way: it is given again. */
const savedBefore = ({ id, version }: Readonly<{ id: string; version: number }>): Saved => ({
  applicationId: id,
  version,
  applications: 1,
});

export const closedIssue = ({ on, whole, why }: NonNullable<ZoneOnLawn['closed']>) =>
  issue('Zone', 'zone-closed', { isWhole: whole, day: on, why });

/** The total of a split with its shares; null: a sequence has none. */
function totalOf(p: Parameters<typeof draftsFrom>[0]['products'][number] | undefined) {
  if (p?.repeat?.kind !== 'split') return null;
  return { figure: p.typed.rate, unit: p.typed.unit, shares: p.repeat.shares };
}

/** Products that are down stay as they were recorded: none of them can be taken out or become another. */
function keptAsRecorded(
  before: StoredApplication | null,
  products: readonly Readonly<{ id: string | null; label: Readonly<{ id: string }> }>[],
) {
  return (before?.products ?? [])
    .filter((p) => p.recordId !== null)
    .filter((p) => products.find((q) => q.id === p.id)?.label.id !== p.label.id)
    .map((p) => issue('products', 'product-put-down', { product: p.label.name }));
}

/** Gates whose bolts no day and no paper can open: what the programme itself must keep. */
const PLANNED: readonly GateKey[] = [
  'registration',
  'label-turf',
  'label-rate',
  'year-limit',
  'application-count',
];

export type Bolt = Readonly<{ day: PlannedApplication['plannedOn']; product: string; reason: Reason }>;
/** Why one of many zones got nothing: a bolt of a label, or what is wrong with what it was to get. */
export type LeftUnplanned = Readonly<{ bolt: Bolt }> | Readonly<{ facts: readonly Fact[] }>;

/** Bolts that no day can open: turf, rate, year's limit. Those of days and weather are the fence's to show. */
export function labelBolts(
  all: readonly PlannedApplication[],
  a: PlannedApplication,
  facts: GateFacts,
): Bolt[] {
  if (a.skipped || a.products.every((p) => p.recordId !== null)) return [];
  const on = a.plannedOn;
  const context = contextOf(all, a.id, facts);
  const products = productsOf(context);
  const { lanes } = windowOf(context, { from: on, to: addDays(on, 1) });
  return lanes
    .filter(({ gate }) => PLANNED.includes(gate.key))
    .flatMap(({ of, lane }) => {
      const verdict = spanAt(lane, on)?.verdict;
      const product = products.find((p) => p.position === of)?.label.name ?? '';
      return verdict?.state === 'shut' && verdict.strength === 'bolt'
        ? [{ day: on, product, reason: verdict.reason }]
        : [];
    });
}
