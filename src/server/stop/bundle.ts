/** What a phone takes along of a truck's day. */
import 'server-only';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import type { MessageVisit, MessageWords } from '@/core/day/messages';
import type { Regret } from '@/core/day/regret';
import type { Reason } from '@/core/gates/reason';
import { spanAt } from '@/core/calendar/span';
import { GATES, HOURLY_GATES } from '@/core/gates/all';
import { windowOf } from '@/core/gates/window';
import { WHOLE_ZONE } from '@/core/products/application';
import { rateForTurf, usesOn, type Label, type LabelRate } from '@/core/products/label';
import { stopToday } from '@/core/mixing/stop-today';
import {
  BUNDLE_VERSION,
  type AddOn,
  type BundleProduct,
  type BundleStop,
  type BundleZone,
  type StopBundle,
} from '@/core/stop/bundle';
import { contextOf, visitOn } from '@/core/season/programme';
import { isOpen, type PlannedProduct } from '@/core/season/standing';
import { isPreEmergent } from '@/core/trade/terms';
import { showRate } from '@/core/units/format';
import { isAmountUnit } from '@/core/units/rate';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { routesOf } from '@/data/day-routes';
import { zonesOfLawns } from '@/data/lawns';
import { licencesOf } from '@/data/resources';
import { regretsOf } from '@/data/windows';
import { assemble, type Assembled, type ZoneBook } from '../facts';
import { peopleOf } from '../people/names';
import { plannedFields, type RecordFields } from '../records/form-view';

type Held = Omit<BundleZone['held'][number], 'words'> & Readonly<{ reason: Reason }>;
type GatheredZone = Omit<BundleZone, 'held' | 'why' | 'keptOut' | 'addOns'> &
  Readonly<{
    held: readonly Held[];
    regret: Regret | null;
    /** what is kept out, by name; '': a tree without one */
    keptOut: readonly string[];
    addOns: readonly (Omit<AddOn, 'held'> & Readonly<{ held: readonly Held[] }>)[];
  }>;
/** A bundle before anything in it is said in words. */
export type GatheredBundle = Omit<StopBundle, 'stops'> &
  Readonly<{
    messages: MessageWords;
    stops: readonly (Omit<BundleStop, 'sign' | 'after' | 'expect' | 'zones'> &
      Readonly<{ visit: MessageVisit; zones: readonly GatheredZone[] }>)[];
  }>;

/** A truck's day of which somebody saved the stops; null: nobody did. */
export async function stopBundle(actor: Actor, day: string, truckId: string): Promise<GatheredBundle | null> {
  requirePermission(actor, 'record');
  const asked = parseDay(day);
  if (asked === null) return null;
  const made = await inOrganisation(actor, (db) => gather(db, actor, asked, truckId));
  if (!made) return null;
  const { forms } = made;
  const { assembled, today, truck, hourNow } = made;
  const labels = new Map<string, Label>();
  const stops = made.visits.map((v): GatheredBundle['stops'][number] => {
    const lines = made.lines.filter((l) => v.applicationIds.includes(l.application.id));
    const first = made.zones.find((z) => z.lawnId === v.lawnId)!;
    const visit: MessageVisit = {
      customer: first.customer,
      address: first.address,
      day: today,
      hours: null,
      products: lines.flatMap(({ zone, application }) =>
        application.products.map((p) => ({
          label: p.label,
          use: p.use,
          targets: p.targets,
          zone: zone.zone.name,
        })),
      ),
      expectations: first.expectations,
      company: actor.orgName,
      by: actor.name,
    };
    return {
      lawnId: v.lawnId,
      address: first.address,
      customer: first.customer,
      hazards: first.hazards,
      notes: first.notes,
      begin: v.begin,
      end: v.end,
      isPlaced: first.at !== null,
      waters: (first.waters ?? []).map((w) => w.kind).join(', '),
      visit,
      zones: lines.map((l) => ({
        ...zoneOf(l, forms.get(l.application.id), labels, made.regrets, today),
        addOns: addOnsOf(l, assembled.labels.now, labels),
      })),
    };
  });
  return {
    version: BUNDLE_VERSION,
    madeAt: hourNow.getTime(),
    day: asked,
    truckId,
    truck,
    person: actor.name,
    timeZone: actor.timeZone,
    people: await peopleOf(actor),
    certified: [...new Set(made.licences.map((l) => l.person))],
    licences: made.licences,
    messages: assembled.house.visitRules.messages,
    labels: [...labels.values()],
    stops: stops.filter((s) => s.zones.length),
  };
}

type Line = Readonly<{ zone: ZoneBook; application: ZoneBook['applications'][number] }>;

async function gather(db: Transaction, actor: Actor, day: Day, truckId: string) {
  const moment = await momentOf(db, actor);
  const route = (await routesOf(db, { from: day, to: addDays(day, 1) })).find((r) => r.truckId === truckId);
  if (!route) return null;
  const { visits } = route.body;
  const zones = await zonesOfLawns(
    db,
    visits.map((v) => v.lawnId),
  );
  const assembled: Assembled = await assemble(db, actor, zones, moment);
  const ids = visits.flatMap((v) => v.applicationIds);
  const lines = [...assembled.books.values()].flatMap((zone) =>
    zone.applications.filter((a) => ids.includes(a.id)).map((application): Line => ({ zone, application })),
  );
  // the form of a record says what it begins with: the plan, or what the loads brought
  const forms = new Map<string, RecordFields>();
  for (const { zone, application } of lines.filter((l) => isOpen(l.application)))
    forms.set(
      application.id,
      await plannedFields(db, actor, { zone: zone.zone, house: assembled.house, moment }, application),
    );
  return {
    visits,
    zones,
    forms,
    assembled,
    lines,
    today: moment.today,
    truck: route.truckName,
    hourNow: moment.now,
    regrets: await regretsOf(db, ids),
    licences: (await licencesOf(db))
      .filter((l) => l.validTo >= moment.today)
      .map(({ person, number, validTo }) => ({ person, number, validTo })),
  };
}

function zoneOf(
  { zone: book, application }: Line,
  first: RecordFields | undefined,
  labels: Map<string, Label>,
  regrets: Awaited<ReturnType<typeof regretsOf>>,
  today: Day,
): Omit<GatheredZone, 'addOns'> {
  const { zone, facts } = book;
  const { ledger: _l, outlook: _o, forecast: _f, recent: _r, ...known } = facts;
  const isDone = !isOpen(application);
  const record = book.records.find((r) => r.plannedId === application.id && r.correctedById === null);
  const regret = regrets.get(application.id);
  return {
    zoneId: zone.id,
    name: zone.name,
    applicationId: application.id,
    turf: zone.facts.turf,
    area: zone.area,
    purpose: application.purpose,
    facts: known,
    products: application.products.flatMap((p): BundleProduct[] => {
      const typed = first?.products.find((x) => x.plannedProductId === p.id);
      if (!typed || !isAmountUnit(typed.amountUnit)) return [];
      labels.set(p.label.id, p.label);
      return [
        {
          plannedProductId: p.id,
          labelId: p.label.id,
          position: p.position,
          tank: p.tank,
          use: p.use,
          targets: p.targets,
          place: p.place,
          method: p.method,
          rate: p.rate,
          area: typed.area,
          amount: typed.amount,
          amountUnit: typed.amountUnit,
          ground: typed.ground,
        },
      ];
    }),
    recorded: isDone
      ? []
      : [...new Set(application.products.flatMap((p) => (p.recordId === null ? [] : [p.label.name])))],
    water: first?.water ?? '',
    method: first?.method ?? '',
    equipment: first?.equipment ?? '',
    held: isDone
      ? []
      : stopToday(book.applications, application.id, facts, today).held.flatMap(
          ({ gate, product, verdict }) =>
            verdict.state === 'open'
              ? []
              : [{ gate, product: product ?? '', state: verdict.state, reason: verdict.reason }],
        ),
    regret: regret ?? null,
    concreteFt: zone.concreteEdgeFt,
    bedFt: zone.bedEdgeFt,
    keptOut: zone.trees.filter((t) => t.keepOut).map((t) => t.name),
    doneBy: isDone
      ? record
        ? `${record.appliedBy}${record.endedAt && ` at ${record.endedAt}`}`
        : 'nobody: it was skipped'
      : '',
  };
}

/** Gates of whole days: wind, air and rain are asked at the stop. */
const DAY_GATES = GATES.filter((g) => !HOURLY_GATES.includes(g));
/** Kept small: a phone holds them for every zone. */
const MOST_ADD_ONS = 40;

/**
 * Products that may be given besides on a zone: what its turf allows and nobody planned here, with what stands against each
 * at the least of its rates. Not what works on the soil for a season: that is planned.
 */
function addOnsOf(
  { zone: book, application }: Line,
  now: readonly Label[],
  labels: Map<string, Label>,
): GatheredZone['addOns'] {
  const { zone, facts } = book;
  const planned = new Set(application.products.map((p) => p.label.id));
  const day = facts.today;
  return now
    .filter((l) => l.status === 'registered' && !planned.has(l.id))
    .flatMap((label) => {
      const use = usesOn(label, zone.facts).find((u) => !isPreEmergent(u));
      const rate = use && rateForTurf(label, zone.facts, use);
      return use && rate ? [{ label, use, rate }] : [];
    })
    .slice(0, MOST_ADD_ONS)
    .map(({ label, use, rate }) => {
      labels.set(label.id, label);
      const one: PlannedProduct = {
        id: 'add-on',
        position: 1,
        label,
        rate: rate.low,
        use,
        targets: [],
        method: null,
        place: WHOLE_ZONE,
        tank: 1,
        tie: null,
        recordId: null,
      };
      const visit = visitOn('add-on', day, [one]);
      const context = contextOf([...book.applications, visit], visit.id, facts);
      const { lanes } = windowOf(context, { from: day, to: addDays(day, 1) }, DAY_GATES);
      return {
        labelId: label.id,
        use,
        amountUnit: label.amountUnit,
        rates: ratesWords(rate, label),
        held: lanes.flatMap(({ gate, lane }) => {
          const verdict = spanAt(lane, day)?.verdict;
          return !verdict || verdict.state === 'open'
            ? []
            : [{ gate: gate.name, product: label.name, state: verdict.state, reason: verdict.reason }];
        }),
      };
    });
}

const ratesWords = ({ low, high }: LabelRate, { rateUnit }: Label): string => {
  const [from, to] = [showRate(low, rateUnit), showRate(high, rateUnit)];
  return from === to ? from : `${from} to ${to}`;
};
