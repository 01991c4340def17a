/** Takes a whole programme over at once: what it plans is added, and what stood planned in its place is skipped. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { asPlanned, readApplication, type ApplicationDraft } from '@/core/season/typed-application';
import type { TypedApplication } from '@/core/season/typed-fields';
import { spacingFor } from '@/core/products/sequence';
import type { Spacing } from '@/core/products/application';
import { isOpen } from '@/core/season/standing';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { zoneOf } from '@/data/lawns';
import { addApplication, addTie, applicationSent, lockZone, setStanding } from '@/data/programme';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';
import { assemble, type Assembled, type ZoneBook } from '../facts';
import { applicationShape, closedIssue, labelBolts, type Bolt } from './save-application';

/** A part of a total: which total of the programme, by any name, and which of its parts. */
type TypedTie = Readonly<{ of: string; part: number }>;
export type ProgrammeInput = Readonly<{
  zoneId: string;
  sendKey: string;
  applications: readonly (TypedApplication & Readonly<{ ties: readonly (TypedTie | null)[] }>)[];
  /** planned applications that it stands for: they are skipped, each with the version that was seen */
  instead: readonly Readonly<{ id: string; base: number }>[];
  why: string;
}>;

const id = Joi.string().guid({ separator: '-', wrapper: false });
const typed = (most: number) => Joi.string().allow('').max(most).required();
export const programmeShape = Joi.object<ProgrammeInput>({
  zoneId: id.required(),
  sendKey: id.required(),
  applications: Joi.array()
    .items(
      Joi.object({
        purpose: typed(120),
        plannedOn: typed(40),
        earliest: typed(40),
        latest: typed(40),
        products: applicationShape.extract('products'),
        ties: Joi.array()
          .items(
            Joi.object({ of: typed(40), part: Joi.number().integer().min(1).max(6).required() }).allow(null),
          )
          .max(20)
          .required(),
      }),
    )
    .max(12)
    .required(),
  instead: Joi.array()
    .items(Joi.object({ id: id.required(), base: Joi.number().integer().min(1).required() }))
    .max(40)
    .required(),
  why: typed(500),
}).required();

export type Taken = Readonly<{ added: number; skipped: number; applicationId: string | null }>;

/** All of it or nothing: it is checked and written under a lock on the zone. */
export function takeProgramme(actor: Actor, input: ProgrammeInput): Promise<Outcome<Taken>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    if (!(await lockZone(db, input.zoneId))) return refuse({ kind: 'gone' });
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    if (zone.closed) return refuse({ kind: 'invalid', issues: [closedIssue(zone.closed)] });
    const sent = await applicationSent(db, input.sendKey);
    if (sent)
      return done({
        added: input.applications.length,
        skipped: input.instead.length,
        applicationId: sent.id,
      });
    const moment = await momentOf(db, actor);
    const assembled = await assemble(db, actor, [zone], moment, { sky: false });
    const outcome = await writeProgramme(db, actor, assembled, assembled.books.get(zone.id)!, input);
    if (outcome.ok) await changed(db, actor, [zone.id]);
    return outcome;
  });
}

/** Checks and writes a programme of one zone that is held. Nothing is written where anything is refused. */
export async function writeProgramme(
  db: Transaction,
  actor: Actor,
  { labels, house }: Pick<Assembled, 'labels' | 'house'>,
  { zone, applications: there, facts }: ZoneBook,
  input: Omit<ProgrammeInput, 'zoneId'>,
): Promise<Outcome<Taken>> {
  const { now, today } = await momentOf(db, actor);
  const standing = input.instead.map((i) => ({ ...i, a: there.find((a) => a.id === i.id) }));
  if (standing.some(({ a, base }) => !a || a.version !== base || !isOpen(a)))
    return refuse({ kind: 'invalid', issues: [issue('Instead of', 'plan-changed-meanwhile')] });
  if (input.instead.length && !input.why.trim())
    return refuse({ kind: 'invalid', issues: [issue('Reason', 'other-plan-reason-missing')] });
  const known = {
    labels: labels.now,
    zone: { ...facts.zone, area: zone.area },
    spacing: house.rules.spacing,
  };
  const reads = input.applications.map((a) => readApplication(a, known));
  const issues = reads.flatMap((r) => (r.ok ? [] : r.issues));
  if (issues.length) return refuse({ kind: 'invalid', issues });

  const keys = [...new Set(input.applications.flatMap((a) => a.ties.flatMap((t) => t?.of ?? [])))];
  const wrongTies = keys.flatMap((of) => tieIssue(of, input.applications));
  if (wrongTies.length) return refuse({ kind: 'invalid', issues: wrongTies });
  const drafts = draftsOf(input, reads, keys, (p) =>
    spacingFor(p.use, p.label, facts.zone, house.rules.spacing),
  );
  const planned = drafts.flatMap((d, n) =>
    asPlanned([d], null).map((a) => ({
      ...a,
      id: `new-${n + 1}`,
      products: a.products.map((p, k) => ({ ...p, id: `new-${n + 1}-${k + 1}` })),
    })),
  );
  const skipped = new Set(input.instead.map((i) => i.id));
  const others = there.filter((a) => !skipped.has(a.id));
  const bolts = planned.flatMap((a): Bolt[] => labelBolts([...others, ...planned], a, facts));
  if (bolts.length) return refuse({ kind: 'bolted', bolts });

  const ties = await addTies(db, actor, zone.id, drafts, keys.length);
  for (const { id: was, base } of input.instead)
    await setStanding(db, actor, was, base, { skipped: { why: input.why.trim(), on: today } }, now);
  let applicationId: string | null = null;
  for (const [n, d] of drafts.entries()) {
    const sendKey = n === 0 ? input.sendKey : null;
    const added = await addApplication(db, actor, changeOf(zone.id, d, ties, sendKey), now);
    applicationId ??= added;
  }
  return done({ added: drafts.length, skipped: input.instead.length, applicationId });
}

type Read = ReturnType<typeof readApplication>;
type DraftProduct = Omit<ApplicationDraft['products'][number], 'tie'>;

/** What was read as it is planned: parts of one total tied together. @param keys of the totals, in their order */
function draftsOf(
  { applications }: Pick<ProgrammeInput, 'applications'>,
  reads: readonly Read[],
  keys: readonly string[],
  spacingOf: (p: DraftProduct) => Spacing,
): ApplicationDraft[] {
  const partsOf = (of: string) => applications.flatMap((a) => a.ties.filter((t) => t?.of === of)).length;
  return reads.flatMap((r, n): ApplicationDraft[] => {
    if (!r.ok) return [];
    const ties = applications[n]?.ties ?? [];
    const products = r.value.products.map(({ repeat: _, ...p }, i) => {
      const tie = ties[i];
      return {
        ...p,
        tie: tie
          ? {
              key: keys.indexOf(tie.of),
              kind: 'split' as const,
              part: tie.part,
              of: partsOf(tie.of),
              spacing: spacingOf(p),
            }
          : null,
      };
    });
    return [{ ...r.value, products }];
  });
}

/** The totals of a programme, each with its parts' shares. @returns their ids by key */
async function addTies(
  db: Transaction,
  actor: Actor,
  zoneId: string,
  drafts: readonly ApplicationDraft[],
  count: number,
): Promise<string[]> {
  const ids: string[] = [];
  for (let key = 0; key < count; key++) {
    const parts = drafts.flatMap((d) => d.products.filter((p) => p.tie?.key === key));
    const [first] = parts;
    if (!first?.tie) continue;
    const total = parts.reduce((sum, p) => sum + p.typed.rate, 0);
    ids[key] = await addTie(db, actor, {
      zoneId,
      kind: 'split',
      parts: parts.length,
      spacing: first.tie.spacing,
      total: { figure: total, unit: first.typed.unit, shares: parts.map((p) => p.typed.rate / total) },
    });
  }
  return ids;
}

const changeOf = (zoneId: string, d: ApplicationDraft, ties: readonly string[], sendKey: string | null) => ({
  zoneId,
  purpose: d.purpose,
  plannedOn: d.plannedOn,
  earliest: d.earliest,
  latest: d.latest,
  sendKey,
  products: d.products.map((p) => ({
    id: null,
    productId: p.label.id,
    rate: p.typed.rate,
    unit: p.typed.unit,
    use: p.use,
    targets: p.targets,
    method: p.method,
    place: p.place,
    tank: p.tank,
    tie: p.tie ? { id: ties[p.tie.key]!, part: p.tie.part } : null,
  })),
});

/** Parts of one total are the first, the second and so on of one product in one unit. */
function tieIssue(of: string, applications: ProgrammeInput['applications']): Issue[] {
  const parts = applications.flatMap((a) =>
    a.ties.flatMap((t, i) => (t?.of === of ? [{ part: t.part, product: a.products[i] }] : [])),
  );
  const [first] = parts;
  const isTotal = parts
    .toSorted((a, b) => a.part - b.part)
    .every(
      ({ part, product }, i) =>
        part === i + 1 &&
        product !== undefined &&
        product.productId === first?.product?.productId &&
        product.unit === first.product.unit,
    );
  return isTotal ? [] : [issue('ties', 'parts-not-whole', { parts: parts.map((p) => p.part), of })];
}
