/** POST /api/v1/gates: every gate of an application, day by day or hour by hour, from what is sent with the question. */
import { fromMilesPerHour } from '@/core/units/trade';
import { HOUSE_FIGURES } from '@/core/facts/house-figures';
import { USUAL_PLANNING } from '@/data/planning-rules';
import { SHOWS } from '@/core/units/format';
import { reasonWords } from '@/ui/reason-words';
import 'server-only';
import { addDays, dayOf, isoDay, parseMonthDay, type Day, type MonthDay } from '@/core/calendar/day';
import { hourOf, isoHour, type Hour } from '@/core/calendar/hour';
import { spanAt, type Range } from '@/core/calendar/span';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { GateContext } from '@/core/gates/gate';
import { isBeyondForecast, oddsOn, pastYearsOf, workingDays } from '@/core/gates/past-years';
import { WEATHER_GATES } from '@/core/gates/all';
import type { Reason } from '@/core/gates/reason';
import { timesOf } from '@/core/gates/reason-times';
import { hoursWindowOf, nextOpen, windowOf, type Window } from '@/core/gates/window';
import { DEFAULT_CROSSING, DEFAULT_FALL, WATCHES, WATCH_KEYS } from '@/core/ground/crossing';
import type { Line, Outlook, Season } from '@/core/ground/outlook';
import { UNCORRECTED } from '@/core/ground/readings';
import { seasonNow, usualClimate, type Direction } from '@/core/ground/season';
import type { Label } from '@/core/products/label';
import { labelFrom } from '@/core/products/sheet';
import { WHOLE_ZONE, type ApplicationProduct, type Place } from '@/core/products/application';
import { entryOf, type LedgerEntry } from '@/core/records/ledger';
import { DEFAULT_SPACING } from '@/core/products/split';
import {
  celsius,
  metres,
  millimetres,
  squareMetres,
  type KilogramsPerHectare,
  type LitresPerHectare,
  type MetresPerSecond,
} from '@/core/units/quantity';
import { RATE_UNITS, isRateUnit, rateOf, type ProductRate } from '@/core/units/rate';
import { daysIn, sliceDays } from '@/core/weather/series';
import { checkSheet } from '@/formats/label-json';
import { USUAL_GATE_RULES, rulesFrom } from '@/data/gate-rules';
import { Wrong, dayAt, forecastIn, problemField, weatherOf, wrong } from './api-weather';
import type { GatesQuestion, LedgerRow, LineRow, RateRow, SeasonRow } from './gates-question';
import type { Answered } from '@/server/entry/question';
import { fact } from '@/core/units/issue';

const MOST_DAYS = 400;
/** A ledger that is sent without a beginning is whole. */
const LONG_AGO = dayOf(1900, 1, 1);
const MOST_HOUR_DAYS = 10;

export function answerGates(q: GatesQuestion): Answered {
  try {
    return { ok: true, body: answer(q) };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, errors: error.fields };
    throw error;
  }
}

function answer(q: GatesQuestion) {
  const context = contextFrom(q);
  const range = { from: dayAt(q.range.from, 'range.from'), to: dayAt(q.range.to, 'range.to') };
  const byHour = q.range.by === 'hour';
  const most = byHour ? MOST_HOUR_DAYS : MOST_DAYS;
  if (range.to <= range.from || range.to - range.from > most)
    wrong('range.to', fact('api-range', { to: q.range.to, days: range.to - range.from, from: q.range.from, most }));
  const next = (least: 'open' | 'ajar', { all }: Window) => {
    // what has gone by is no next day
    const open = nextOpen(all, Math.max(range.from, context.today) as Day, least);
    return open && { from: isoDay(open.from), to: isoDay(open.to) };
  };
  const names = namesOf(q);
  const days = windowOf(context, range);
  const both = { next_open: next('open', days), next_ajar: next('ajar', days) };
  if (!byHour)
    return {
      ...shown(days, isoDay, names),
      ...both,
      ...(q.past_years ? { past_years: pastOf(q, context, days) } : {}),
    };
  const hours: Range<Hour> = { from: hourOf(range.from, 0), to: hourOf(range.to, 0) };
  return { ...shown(hoursWindowOf(context, hours), isoHour, names), ...both };
}

/** What past years of the weather that was sent say of the days that no forecast reaches. */
function pastOf(q: GatesQuestion, context: GateContext, { range, lanes }: Window) {
  const sent = q.weather && weatherOf(q.weather);
  const known =
    sent && sliceDays(sent, sent.from, Math.min(addDays(sent.from, daysIn(sent)), context.today) as Day);
  const past = pastYearsOf(context, known ?? wrong('weather', fact('api-no-weather')));
  if (!past.years.length)
    wrong('weather', fact('api-no-past-year'));
  const isBeyond = (day: Day) => lanes.some(({ lane }) => isBeyondForecast(spanAt(lane, day)!.verdict));
  const days = Array.from({ length: range.to - range.from }, (_, i) => addDays(range.from, i)).filter(
    isBeyond,
  );
  const share = (rows: readonly string[], day: Day) => Math.round(oddsOn(rows, day)! * 100) / 100;
  const sum = workingDays(past, range, isBeyond);
  return {
    years: past.years,
    days: days.map((day) => ({
      date: isoDay(day),
      possible: share(past.all, day),
      gates: Object.fromEntries(WEATHER_GATES.map((key) => [key, share(past.gates[key] ?? [], day)])),
    })),
    working_days: sum && { about: Math.round(sum.about * 10) / 10, at_least: sum.atLeast },
  };
}

/** What lanes say they are of: the application's own product, its partner, or which companion. */
const namesOf = ({ application: a }: GatesQuestion): string[] => [
  'application',
  ...(a.partner ? ['partner'] : []),
  ...(a.companions ?? []).map((_, i) => `companions[${i}]`),
];

function shown<At extends number>(
  { lanes, all }: Window<At>,
  iso: (at: At) => string,
  names: readonly string[],
) {
  return {
    lanes: lanes.map(({ gate, of, lane }) => ({
      gate: gate.key,
      name: gate.name,
      of: names[of - 1],
      spans: lane.map(({ from, to, verdict }) => ({
        from: iso(from),
        to: iso(to),
        state: verdict.state,
        strength: verdict.state === 'shut' ? verdict.strength : null,
        reason: {
          code: verdict.reason.code,
          source: verdict.reason.source,
          figures: figuresOf(verdict.reason),
          words: reasonWords(verdict.reason, SHOWS.trade),
        },
      })),
    })),
    window: all.map(({ from, to, verdict }) => ({
      from: iso(from),
      to: iso(to),
      state: verdict.state,
      by: verdict.by,
    })),
  };
}

/** A reason's figures as JSON: days and hours in ISO 8601, all else as the core has it, in SI. */
function figuresOf(reason: Reason): Record<string, unknown> {
  const times = timesOf(reason.code);
  return Object.fromEntries(
    Object.entries(reason)
      .filter(([key]) => key !== 'code' && key !== 'source')
      .map(([key, value]: [string, unknown]) => {
        if (value === null) return [key, null];
        switch (times[key]) {
          case 'day':
            return [key, isoDay(value as Day)];
          case 'hour':
            return [key, isoHour(value as Hour)];
          case 'days':
            return [key, (value as Day[]).map(isoDay)];
          case 'reason': {
            const was = value as Reason;
            return [key, { code: was.code, source: was.source, figures: figuresOf(was) }];
          }
          case undefined:
            return [key, value];
        }
      }),
  );
}

/** What gates are asked with, of what was sent. @throws Wrong field by field */
export function contextFrom(q: GatesQuestion): GateContext {
  const today = dayAt(q.today, 'today');
  const label = labelAt(q.label, 'label');
  const { application: a, zone: z } = q;
  const rules = q.house_rules ?? {};
  const usual = rulesFrom(USUAL_GATE_RULES);
  const observed = q.weather && weatherOf(q.weather);
  const on = (value: string | undefined, field: string) => (value === undefined ? null : dayAt(value, field));
  const rateIs = (r: RateRow, of: Label, field: string): ProductRate => {
    if (!isRateUnit(r.unit))
      return wrong(`${field}.unit`, fact('api-no-rate-unit', { unit: r.unit }));
    if (RATE_UNITS[r.unit].by !== RATE_UNITS[of.rateUnit].by)
      wrong(`${field}.unit`, fact('api-rate-wrong-kind', { unit: r.unit, product: of.name, like: of.rateUnit }));
    return rateOf(r.figure, r.unit);
  };
  const placeIs = (p: Readonly<{ treated_m2?: number | undefined; ground?: string | undefined }>): Place =>
    p.treated_m2 === undefined
      ? WHOLE_ZONE
      : { on: 'spots', area: squareMetres(p.treated_m2), ground: p.ground ?? '' };
  // a partner is a companion that shares the tank, or follows in one of its own
  const companions = [
    ...(a.partner
      ? [
          {
            ...a.partner,
            treated_m2: a.treated_m2,
            tank: a.partner.how === 'tank' ? 1 : 2,
            field: 'application.partner',
          },
        ]
      : []),
    ...(a.companions ?? []).map((c, i) => ({ ...c, field: `application.companions[${i}]` })),
  ];
  const beside = companions.map((c, i): ApplicationProduct => {
    const of = labelAt(c.label, `${c.field}.label`);
    return {
      position: i + 2,
      tank: c.tank ?? 1,
      label: of,
      use: c.use,
      method: null,
      tie: null,
      place: placeIs(c),
      rate: rateIs(c.rate, of, `${c.field}.rate`),
      targets: 'targets' in c && c.targets ? c.targets : c.target ? [c.target] : [],
    };
  });
  const entryIs = (e: LedgerRow, field: string, i: number, status: LedgerEntry['status']): LedgerEntry => {
    const of = e.label === undefined ? label : labelAt(e.label, `${field}[${i}].label`, i + 1);
    return entryOf(of, rateIs(e.rate, of, `${field}[${i}].rate`), {
      id: `${field}-${i + 1}`,
      day: dayAt(e.date, `${field}[${i}].date`, i + 1),
      status,
      share: e.area_share ?? 1,
      ground: e.area_share !== undefined && e.area_share < 1 ? (e.ground ?? '') : null,
    });
  };
  const ledger = [
    ...(q.ledger ?? []).map((e, i) => entryIs(e, 'ledger', i, e.planned ? 'planned' : 'done')),
    ...(q.planned ?? []).map((e, i) => entryIs(e, 'planned', i, 'planned')),
  ];
  const tieOf = (p: Readonly<{ part?: number; of?: number }>): ApplicationProduct['tie'] => {
    if ((p.part ?? 1) === 1) return null;
    const before = ledger.filter((e) => e.productId === label.id).toSorted((x, y) => y.day - x.day)[0];
    return {
      id: 'asked',
      kind: 'split',
      part: p.part ?? 1,
      of: p.of ?? 1,
      spacing: DEFAULT_SPACING,
      previous: before ? { day: before.day, done: before.status !== 'planned' } : null,
    };
  };
  const licences = q.means?.licences ?? [];
  const equipment = q.means?.equipment ?? [];
  return {
    applicationId: 'asked',
    product: {
      position: 1,
      tank: 1,
      label,
      use: a.use,
      method: a.method ?? null,
      rate: rateIs(a.rate, label, 'application.rate'),
      targets: a.targets ?? (a.target ? [a.target] : []),
      place: placeIs(a),
      tie: tieOf(a),
    },
    beside,
    zone: {
      turf: z.turf,
      mixedWith: z.mixed_with ?? null,
      texture: z.texture,
      area: squareMetres(z.area_m2),
      latitude: z.latitude_deg,
      state: z.state ?? null,
      seedings: [
        ...(z.seeding_on ? [{ on: dayAt(z.seeding_on, 'zone.seeding_on'), kind: 'seed' as const }] : []),
        ...(z.seedings ?? []).map((s, i) => ({
          on: dayAt(s.on, `zone.seedings[${i}].on`, i + 1),
          kind: s.kind,
        })),
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
    },
    ledger,
    // who asks sends the ledger whole, unless he says from when on
    bookFrom: q.ledger_from === undefined ? LONG_AGO : dayAt(q.ledger_from, 'ledger_from'),
    outlook: q.outlook ? outlookFrom(q.outlook, today, z.latitude_deg) : null,
    forecast: observed ? forecastIn(observed, today, q.weather) : null,
    recent:
      observed && observed.from < today
        ? sliceDays(observed, observed.from, Math.min(today, observed.from + daysIn(observed)) as Day)
        : null,
    seen: seenFrom(q.seen ?? {}),
    means: {
      licences: licences.map((l, i) => ({
        person: l.person,
        categories: l.categories,
        validTo: dayAt(l.valid_to, `means.licences[${i}].valid_to`, i + 1),
      })),
      equipment: equipment.map((e, i) => ({
        name: e.name,
        method: e.method,
        calibratedOn: on(e.calibrated_on, `means.equipment[${i}].calibrated_on`),
        drift: e.drift ?? null,
        output:
          e.carrier_l_ha === undefined ? null : { by: 'volume', rate: e.carrier_l_ha as LitresPerHectare },
      })),
      onHand: q.means?.on_hand ? { [label.id]: q.means.on_hand.figure } : {},
    },
    lifts: [],
    rules: {
      ...usual,
      windLimit: (rules.wind_limit_m_s ??
        fromMilesPerHour(HOUSE_FIGURES.windLimitMph.usual)) as MetresPerSecond,
      windCaution: (rules.wind_caution_m_s ??
        fromMilesPerHour(HOUSE_FIGURES.windCautionMph.usual)) as MetresPerSecond,
      workFrom: rules.work_from_h ?? HOUSE_FIGURES.workFromHour.usual,
      workTo: rules.work_to_h ?? HOUSE_FIGURES.workToHour.usual,
      calmHours: rules.calm_h ?? HOUSE_FIGURES.calmHours.usual,
      leadDays: rules.lead_days ?? HOUSE_FIGURES.leadDays.usual,
      spacing: DEFAULT_SPACING,
      rainChance: rules.rain_chance ?? usual.rainChance,
      calibrationDays: rules.calibration_days ?? usual.calibrationDays,
      noticeByCode: rules.notice_by_code_h !== undefined,
      noticeHours: rules.notice_by_code_h ?? usual.noticeHours,
      heatLimit: rules.heat_limit_c === undefined ? usual.heatLimit : celsius(rules.heat_limit_c),
      heatCaution: rules.heat_caution_c === undefined ? usual.heatCaution : celsius(rules.heat_caution_c),
      nitrogenSoil: rules.nitrogen_soil_c === undefined ? usual.nitrogenSoil : celsius(rules.nitrogen_soil_c),
      fertilizerBan: rules.fertilizer_ban
        ? {
            from: monthDayAt(rules.fertilizer_ban.from, 'house_rules.fertilizer_ban.from'),
            to: monthDayAt(rules.fertilizer_ban.to, 'house_rules.fertilizer_ban.to'),
          }
        : usual.fertilizerBan,
      phosphorusByTest: rules.phosphorus_by_test ?? usual.phosphorusByTest,
      partners: rules.partners ?? usual.partners,
      groupYears: rules.group_years ?? usual.groupYears,
      seedSlackDays: rules.seed_slack_days ?? USUAL_PLANNING.seedSlackDays,
      fallHabit: null,
      ceilings: (rules.ceilings ?? []).map(({ turf, ingredient, most_kg_ha }) => ({
        turf,
        ingredient,
        most: most_kg_ha as KilogramsPerHectare,
      })),
    },
    today,
    hour: q.hour ?? 0,
    clockAhead: [],
    sunBehind: q.zone.sun_behind_h ?? 0,
  };
}

/** Sheets of one product are one product: by registration number, else by name. */
export function labelAt(value: unknown, field: string, row?: number): Label {
  const read = checkSheet(value);
  if (!read.ok)
    throw new Wrong(
      read.issues.map((i) => problemField(`${field}.${i.field.replaceAll(' ', '.')}`, i, row)),
    );
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
    wrong('outlook.observed_c', fact('api-observed-not-up-to-today', { count: o.observed_c.length, from: o.observed_from, last: addDays(from, o.observed_c.length - 1) }));
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
