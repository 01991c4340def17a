/** What gates are asked with, made of what was sent: the zone, the application and what lies there, and the house's rules. */
import 'server-only';
import { addDays, dayOf, parseMonthDay, type Day, type MonthDay } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { NOTHING_SEEN, type Facts } from '@/core/facts/facts';
import { HOUSE_FIGURES } from '@/core/facts/house-figures';
import type { GateContext, GateFacts } from '@/core/gates/gate';
import { DEFAULT_CROSSING, DEFAULT_FALL, WATCHES, WATCH_KEYS } from '@/core/ground/crossing';
import type { Line, Outlook, Season } from '@/core/ground/outlook';
import { UNCORRECTED } from '@/core/ground/readings';
import { seasonNow, usualClimate, type Direction } from '@/core/ground/season';
import { WHOLE_ZONE, type ApplicationProduct, type Place } from '@/core/products/application';
import type { Label } from '@/core/products/label';
import { labelFrom } from '@/core/products/sheet';
import { DEFAULT_SPACING } from '@/core/products/split';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { fact } from '@/core/units/issue';
import {
  celsius,
  metres,
  millimetres,
  squareMetres,
  type KilogramsPerHectare,
  type LitresPerHectare,
  type MetresPerSecond,
} from '@/core/units/quantity';
import { RATE_UNITS, rateOf, type ProductRate } from '@/core/units/rate';
import { fromMilesPerHour } from '@/core/units/trade';
import { daysIn, sliceDays } from '@/core/weather/series';
import { USUAL_GATE_RULES, rulesFrom } from '@/data/gate-rules';
import { USUAL_PLANNING } from '@/data/planning-rules';
import { checkSheet } from '@/formats/label-json';
import { dayAt, forecastIn, weatherOf } from './api-weather';
import { Wrong, problemField, wrong } from './check';
import type { GatesQuestion, LedgerRow, LineRow, RateRow, SeasonRow } from './describe-gates';

/** A ledger that is sent without a beginning is whole. */
const LONG_AGO = dayOf(1900, 1, 1);
type Asked = Omit<GatesQuestion, 'label' | 'application' | 'range' | 'past_years'>;

/** What is sent of a zone, without an application. @throws Wrong field by field @param label of rows that name none */
export function factsFrom(q: Asked, label: Label): GateFacts {
  const today = dayAt(q.today, 'today');
  const observed = q.weather && weatherOf(q.weather);
  return {
    zone: zoneFrom(q.zone),
    ledger: ledgerFrom(q, label),
    // who asks sends the ledger whole, unless he says from when on
    bookFrom: q.ledger_from === undefined ? LONG_AGO : dayAt(q.ledger_from, 'ledger_from'),
    outlook: q.outlook ? outlookFrom(q.outlook, today, q.zone.latitude_deg) : null,
    forecast: observed ? forecastIn(observed, today, q.weather) : null,
    recent:
      observed && observed.from < today
        ? sliceDays(observed, observed.from, Math.min(today, observed.from + daysIn(observed)) as Day)
        : null,
    seen: seenFrom(q.seen ?? {}),
    means: meansFrom(q.means ?? {}, label),
    rules: rulesOf(q.house_rules ?? {}),
    today,
    hour: q.hour ?? 0,
    clockAhead: [],
    sunBehind: q.zone.sun_behind_h ?? 0,
    lifts: [],
  };
}

/** @throws Wrong field by field */
export function contextFrom(q: GatesQuestion): GateContext {
  const label = labelAt(q.label, 'label');
  const facts = factsFrom(q, label);
  const { application: a } = q;
  return {
    ...facts,
    applicationId: 'asked',
    product: {
      position: 1,
      tank: 1,
      label,
      use: a.use,
      method: a.method ?? null,
      rate: rateAt(a.rate, label, 'application.rate'),
      targets: a.targets ?? (a.target ? [a.target] : []),
      place: placeOf(a),
      tie: tieOf(a, label, facts.ledger),
    },
    beside: besideOf(a),
  };
}

function rateAt(r: RateRow, of: Label, field: string): ProductRate {
  if (RATE_UNITS[r.unit].by !== RATE_UNITS[of.rateUnit].by)
    wrong(
      `${field}.unit`,
      fact('api-rate-wrong-kind', { unit: r.unit, product: of.name, like: of.rateUnit }),
    );
  return rateOf(r.figure, r.unit);
}

const placeOf = (p: Readonly<{ treated_m2?: number; ground?: string }>): Place =>
  p.treated_m2 === undefined
    ? WHOLE_ZONE
    : { on: 'spots', area: squareMetres(p.treated_m2), ground: p.ground ?? '' };

/** A partner is a companion that shares the tank, or follows in one of its own. */
function besideOf(a: GatesQuestion['application']): ApplicationProduct[] {
  const { partner } = a;
  const treated = a.treated_m2 === undefined ? {} : { treated_m2: a.treated_m2 };
  const companions: Companion[] = [
    ...(partner
      ? [{ ...partner, ...treated, tank: partner.how === 'tank' ? 1 : 2, field: 'application.partner' }]
      : []),
    ...(a.companions ?? []).map((c, i) => ({ ...c, field: `application.companions[${i}]` })),
  ];
  return companions.map((c, i) => {
    const label = labelAt(c.label, `${c.field}.label`);
    return {
      position: i + 2,
      tank: c.tank ?? 1,
      label,
      use: c.use,
      method: null,
      tie: null,
      place: placeOf(c),
      rate: rateAt(c.rate, label, `${c.field}.rate`),
      targets: c.targets ?? (c.target ? [c.target] : []),
    };
  });
}
type Companion = NonNullable<GatesQuestion['application']['companions']>[number] &
  Readonly<{ field: string }>;

function ledgerFrom(q: Asked, asked: Label): LedgerEntry[] {
  const entryOfRow = (e: LedgerRow, field: string, i: number, status: LedgerEntry['status']) => {
    const label = e.label === undefined ? asked : labelAt(e.label, `${field}[${i}].label`, i + 1);
    return entryOf(label, rateAt(e.rate, label, `${field}[${i}].rate`), {
      id: `${field}-${i + 1}`,
      day: dayAt(e.date, `${field}[${i}].date`, i + 1),
      status,
      share: e.area_share ?? 1,
      ground: e.area_share !== undefined && e.area_share < 1 ? (e.ground ?? '') : null,
    });
  };
  return [
    ...(q.ledger ?? []).map((e, i) => entryOfRow(e, 'ledger', i, e.planned ? 'planned' : 'done')),
    ...(q.planned ?? []).map((e, i) => entryOfRow(e, 'planned', i, 'planned')),
  ];
}

function tieOf(
  { part = 1, of = 1 }: GatesQuestion['application'],
  label: Label,
  ledger: readonly LedgerEntry[],
): ApplicationProduct['tie'] {
  if (part === 1) return null;
  const [before] = ledger.filter((e) => e.productId === label.id).toSorted((x, y) => y.day - x.day);
  return {
    id: 'asked',
    kind: 'split',
    part,
    of,
    spacing: DEFAULT_SPACING,
    previous: before ? { day: before.day, done: before.status !== 'planned' } : null,
  };
}

const zoneFrom = (z: GatesQuestion['zone']): Facts['zone'] => ({
  turf: z.turf,
  mixedWith: z.mixed_with ?? null,
  texture: z.texture,
  area: squareMetres(z.area_m2),
  latitude: z.latitude_deg,
  state: z.state ?? null,
  seedings: [
    ...(z.seeding_on ? [{ on: dayAt(z.seeding_on, 'zone.seeding_on'), kind: 'seed' as const }] : []),
    ...(z.seedings ?? []).map((s, i) => ({ on: dayAt(s.on, `zone.seedings[${i}].on`, i + 1), kind: s.kind })),
  ],
  irrigationPerHour: z.irrigation_mm_per_h === undefined ? null : millimetres(z.irrigation_mm_per_h),
  waters: watersOf(z),
  grounds: z.grounds ?? null,
  fruit: z.fruit ?? false,
  optOut: z.opt_out ?? '',
  trees: z.trees ?? false,
  beds: z.beds ?? false,
  cover: z.cover ?? 'none',
  noticeHours: z.notice_h ?? null,
  organicOnly: z.organic_only ?? false,
});

function meansFrom(m: NonNullable<GatesQuestion['means']>, label: Label): Facts['means'] {
  const on = (value: string | undefined, field: string) => (value === undefined ? null : dayAt(value, field));
  return {
    licences: (m.licences ?? []).map((l, i) => ({
      person: l.person,
      categories: l.categories,
      validTo: dayAt(l.valid_to, `means.licences[${i}].valid_to`, i + 1),
    })),
    equipment: (m.equipment ?? []).map((e, i) => ({
      name: e.name,
      method: e.method,
      calibratedOn: on(e.calibrated_on, `means.equipment[${i}].calibrated_on`),
      drift: e.drift ?? null,
      output:
        e.carrier_l_ha === undefined ? null : { by: 'volume', rate: e.carrier_l_ha as LitresPerHectare },
    })),
    onHand: m.on_hand ? { [label.id]: m.on_hand.figure } : {},
  };
}

/** What is not sent is as a house begins. */
function rulesOf(sent: NonNullable<GatesQuestion['house_rules']>): Facts['rules'] {
  const usual = rulesFrom(USUAL_GATE_RULES);
  const ban = sent.fertilizer_ban;
  const degrees = (value: number | undefined, otherwise: Facts['rules']['heatLimit']) =>
    value === undefined ? otherwise : celsius(value);
  const wind = (value: number | undefined, key: 'windLimitMph' | 'windCautionMph') =>
    (value ?? fromMilesPerHour(HOUSE_FIGURES[key].usual)) as MetresPerSecond;
  return {
    ...usual,
    windLimit: wind(sent.wind_limit_m_s, 'windLimitMph'),
    windCaution: wind(sent.wind_caution_m_s, 'windCautionMph'),
    workFrom: sent.work_from_h ?? HOUSE_FIGURES.workFromHour.usual,
    workTo: sent.work_to_h ?? HOUSE_FIGURES.workToHour.usual,
    calmHours: sent.calm_h ?? HOUSE_FIGURES.calmHours.usual,
    leadDays: sent.lead_days ?? HOUSE_FIGURES.leadDays.usual,
    spacing: DEFAULT_SPACING,
    rainChance: sent.rain_chance ?? usual.rainChance,
    calibrationDays: sent.calibration_days ?? usual.calibrationDays,
    noticeByCode: sent.notice_by_code_h !== undefined,
    noticeHours: sent.notice_by_code_h ?? usual.noticeHours,
    heatLimit: degrees(sent.heat_limit_c, usual.heatLimit),
    heatCaution: degrees(sent.heat_caution_c, usual.heatCaution),
    nitrogenSoil: degrees(sent.nitrogen_soil_c, usual.nitrogenSoil),
    fertilizerBan: ban
      ? {
          from: monthDayAt(ban.from, 'house_rules.fertilizer_ban.from'),
          to: monthDayAt(ban.to, 'house_rules.fertilizer_ban.to'),
        }
      : usual.fertilizerBan,
    phosphorusByTest: sent.phosphorus_by_test ?? usual.phosphorusByTest,
    partners: sent.partners ?? usual.partners,
    groupYears: sent.group_years ?? usual.groupYears,
    seedSlackDays: sent.seed_slack_days ?? USUAL_PLANNING.seedSlackDays,
    fallHabit: null,
    ceilings: (sent.ceilings ?? []).map(({ turf, ingredient, most_kg_ha }) => ({
      turf,
      ingredient,
      most: most_kg_ha as KilogramsPerHectare,
    })),
  };
}

/** Sheets of one product are one product: by registration number, else by name. */
export function labelAt(value: unknown, field: string, row?: number): Label {
  const read = checkSheet(value);
  if (!read.ok)
    throw new Wrong(read.issues.map((i) => problemField(`${field}.${i.field.replaceAll(' ', '.')}`, i, row)));
  return labelFrom(read.sheet, read.sheet.registrationNumber || read.sheet.name, 1);
}

function seenFrom(s: NonNullable<GatesQuestion['seen']>): GateContext['seen'] {
  const on = (value: string | undefined, field: string) =>
    value === undefined ? null : dayAt(value, `seen.${field}`);
  const sent = s.notice_sent;
  return {
    ...NOTHING_SEEN,
    mownOn: on(s.mown_on, 'mown_on'),
    green: s.green ? { share: s.green.share, on: dayAt(s.green.on, 'seen.green.on') } : null,
    stress: s.stress ? { kind: s.stress.kind, on: dayAt(s.stress.on, 'seen.stress.on') } : null,
    stages: (s.stages ?? []).map((x, i) => ({
      weed: x.weed,
      stage: x.stage,
      on: dayAt(x.on, `seen.stages[${i}].on`, i + 1),
    })),
    seededOn: on(s.seeded_on, 'seeded_on'),
    seedlingMowings: s.seedling_mowings ?? 0,
    noticeSent: sent ? hourOf(dayAt(sent, 'seen.notice_sent'), Number(sent.slice(11, 13))) : null,
    events: (s.events ?? []).map((e, i) => ({
      on: dayAt(e.on, `seen.events[${i}].on`, i + 1),
      what: e.what,
    })),
    opened: (s.opened ?? []).map((o, i) => ({ how: o.how, on: dayAt(o.on, `seen.opened[${i}].on`, i + 1) })),
    phosphorus: s.phosphorus
      ? { isWanted: s.phosphorus.wanted, on: dayAt(s.phosphorus.on, 'seen.phosphorus.on') }
      : null,
  };
}

function monthDayAt(text: string, field: string): MonthDay {
  const parsed = parseMonthDay(text);
  if (!parsed) wrong(field, fact('api-no-day-of-year', { text }));
  return parsed!;
}

/** All waters that were sent; a single one of kind none: somebody has looked. */
function watersOf({ water, waters }: GatesQuestion['zone']): GateContext['zone']['waters'] {
  const sent = waters ?? (water ? [water] : null);
  return (
    sent &&
    sent.flatMap(({ kind, distance_m }) =>
      kind === 'none' ? [] : [{ kind, distance: distance_m === undefined ? null : metres(distance_m) }],
    )
  );
}

function outlookFrom(o: NonNullable<GatesQuestion['outlook']>, today: Day, latitude: number): Outlook {
  const from = dayAt(o.observed_from, 'outlook.observed_from');
  if (addDays(from, o.observed_c.length) !== today)
    wrong(
      'outlook.observed_c',
      fact('api-observed-not-up-to-today', {
        count: o.observed_c.length,
        from: o.observed_from,
        last: addDays(from, o.observed_c.length - 1),
      }),
    );
  const on = (value: string | null | undefined, field: string) =>
    value ? dayAt(value, `outlook.${field}`) : null;
  const season = (o: SeasonRow, field: string, begins: Day): Season => {
    const crossed = on(o.crossed, `${field}crossed`);
    // what is behind us has no odds of its own to be sent
    const odds = (value: string | null | undefined, key: string) => on(value, `${field}${key}`) ?? crossed;
    return {
      begins: o.begins ? dayAt(o.begins, `outlook.${field}begins`) : begins,
      crossed,
      dates: { p10: odds(o.p10, 'p10'), p50: odds(o.p50, 'p50'), p90: odds(o.p90, 'p90') },
    };
  };
  const climate = usualClimate(latitude);
  const line = (o: LineRow, field: string, direction: Direction): Line => {
    const now = season(o, field, seasonNow(climate, direction, today));
    return { ...now, next: season(o.next ?? {}, `${field}next.`, addDays(now.begins, 365)) };
  };
  return {
    ...line({ ...o, ...o.lines?.house }, '', 'rising'),
    rule: DEFAULT_CROSSING,
    fall: DEFAULT_FALL,
    watches: Object.fromEntries(
      WATCH_KEYS.flatMap((key) => {
        const sent = o.lines?.[key];
        return sent ? [[key, line(sent, `lines.${key}.`, WATCHES[key].direction)]] : [];
      }),
    ),
    from,
    today,
    depth: DEFAULT_CROSSING.depth,
    observed: o.observed_c,
    band: { p10: o.p50_c, p50: o.p50_c, p90: o.p50_c },
    members: [],
    strip: null,
    correction: UNCORRECTED,
  };
}
