/** What `POST /api/v1/gates` may be asked: its shape, and the check of it. Units are in the names; described in openapi-gates.ts. */
import Joi from 'joi';
import { WATCH_KEYS } from '@/core/ground/crossing';
import { SOIL_OPENED, type SoilOpened } from '@/core/facts/facts';
import { COVERS, type Cover } from '@/core/ground/site';
import {
  TEXTURES,
  type Texture,
  METHODS,
  TURFS,
  SITES,
  USES,
  type Method,
  type Site,
  type Turf,
  type Use,
} from '@/core/trade/terms';
import { SOWINGS, WATERS, type Sowing, type Water } from '@/core/lawn/zone';
import { RATE_UNITS } from '@/core/units/rate';
import type { LineKey } from '@/core/weeds/germination';
import { ALL_WEEDS, STAGES, type Stage, type Weed } from '@/core/weeds/weeds';
import { date, weatherRows, type WeatherRows } from './api-weather';

export type RateRow = Readonly<{ figure: number; unit: string }>;
export type LedgerRow = Readonly<{
  date: string;
  rate: RateRow;
  label?: unknown;
  area_share?: number;
  /** of spots: other names are other ground */
  ground?: string;
}>;
/** Days of one season of a line, as the outlook call answers them. */
export type SeasonRow = Readonly<{
  begins?: string;
  crossed?: string | null;
  p10?: string | null;
  p50?: string | null;
  p90?: string | null;
}>;
export type LineRow = SeasonRow & Readonly<{ next?: SeasonRow }>;

export type GatesQuestion = Readonly<{
  today: string;
  /** the clock's hour now */
  hour?: number;
  range: Readonly<{ from: string; to: string; by?: 'day' | 'hour' }>;
  zone: Readonly<{
    turf: Turf;
    mixed_with?: Turf;
    texture: Texture;
    area_m2: number;
    latitude_deg: number;
    sun_behind_h?: number;
    state?: string;
    seeding_on?: string;
    /** more than one, or sod or sprigs */
    seedings?: readonly Readonly<{ on: string; kind: Sowing }>[];
    irrigation_mm_per_h?: number;
    /** the nearest; none: somebody has looked */
    water?: Readonly<{ kind: Water | 'none'; distance_m?: number }>;
    /** all of them; empty: somebody has looked and found none */
    waters?: readonly Readonly<{ kind: Water; distance_m?: number }>[];
    grounds?: Site;
    fruit?: boolean;
    opt_out?: string;
    trees?: boolean;
    beds?: boolean;
    cover?: Cover;
    notice_h?: number;
    organic_only?: boolean;
  }>;
  label: unknown;
  application: Readonly<{
    rate: RateRow;
    use: Use;
    target?: Weed;
    method?: Method;
    part?: number;
    of?: number;
    treated_m2?: number;
    targets?: readonly Weed[];
    ground?: string;
    companions?: readonly Readonly<{
      label: unknown;
      rate: RateRow;
      use: Use;
      target?: Weed;
      targets?: readonly Weed[];
      tank?: number;
      treated_m2?: number;
      ground?: string;
    }>[];
    partner?: Readonly<{ label: unknown; rate: RateRow; use: Use; target?: Weed; how: 'tank' | 'day' }>;
  }>;
  ledger?: readonly (LedgerRow & Readonly<{ planned?: boolean }>)[];
  /** the day from which the ledger is whole; without it, it is */
  ledger_from?: string;
  /** what else is planned for this zone, earlier and later */
  planned?: readonly LedgerRow[];
  house_rules?: Readonly<{
    wind_limit_m_s?: number;
    wind_caution_m_s?: number;
    work_from_h?: number;
    work_to_h?: number;
    calm_h?: number;
    lead_days?: number;
    rain_chance?: number;
    calibration_days?: number;
    notice_by_code_h?: number;
    heat_limit_c?: number;
    heat_caution_c?: number;
    nitrogen_soil_c?: number;
    fertilizer_ban?: Readonly<{ from: string; to: string }>;
    phosphorus_by_test?: boolean;
    partners?: 'as labels allow' | 'never together';
    group_years?: number;
    seed_slack_days?: number;
    ceilings?: readonly Readonly<{ turf: Turf; ingredient: string | null; most_kg_ha: number }>[];
  }>;
  means?: Readonly<{
    licences?: readonly Readonly<{ person: string; categories: readonly string[]; valid_to: string }>[];
    equipment?: readonly Readonly<{
      name: string;
      method: Method;
      calibrated_on?: string;
      drift?: number;
      /** spray on an area, as it was last measured */
      carrier_l_ha?: number;
    }>[];
    on_hand?: RateRow;
  }>;
  seen?: Readonly<{
    mown_on?: string;
    green?: Readonly<{ share: number; on: string }>;
    stress?: Readonly<{ kind: 'none' | 'heat' | 'drought'; on: string }>;
    stages?: readonly Readonly<{ weed: Weed; stage: Stage; on: string }>[];
    seeded_on?: string;
    seedling_mowings?: number;
    notice_sent?: string;
    events?: readonly Readonly<{ on: string; what: string }>[];
    phosphorus?: Readonly<{ wanted: boolean; on: string }>;
    opened?: readonly Readonly<{ how: SoilOpened; on: string }>[];
  }>;
  /** as the outlook call answers it */
  outlook?: Readonly<
    SeasonRow & {
      lines?: Readonly<Partial<Record<LineKey, LineRow>>>;
      observed_from: string;
      observed_c: readonly number[];
      p50_c: readonly number[];
    }
  >;
  weather?: WeatherRows;
  /** by day only: what past years in the weather say beyond the forecast */
  past_years?: boolean;
}>;

const maybeDate = date.allow(null);
const oneWater = (...kinds: readonly string[]) =>
  Joi.object({
    kind: Joi.string()
      .valid(...kinds)
      .required(),
    distance_m: Joi.number().min(0).max(100_000),
  });
const season = { begins: date, crossed: maybeDate, p10: maybeDate, p50: maybeDate, p90: maybeDate };

const turf = Joi.string().valid(...TURFS);
const use = Joi.string().valid(...USES);
const method = Joi.string().valid(...METHODS);
const rate = Joi.object({
  figure: Joi.number().greater(0).max(100_000).required(),
  unit: Joi.string()
    .valid(...Object.keys(RATE_UNITS))
    .required(),
});
const sheet = Joi.object().unknown();
const text = Joi.string().max(200);
const temperature = Joi.number().min(-40).max(70);

const targets = Joi.array()
  .items(Joi.string().valid(...ALL_WEEDS))
  .max(40);
const ground = Joi.string().allow('').max(60);
const ledgerRow = {
  date: date.required(),
  rate: rate.required(),
  label: sheet,
  area_share: Joi.number().min(0).max(1),
  ground,
};

export const gatesQuestion = Joi.object<GatesQuestion>({
  today: date.required(),
  hour: Joi.number().integer().min(0).max(23),
  range: Joi.object({
    from: date.required(),
    to: date.required(),
    by: Joi.string().valid('day', 'hour'),
  }).required(),
  zone: Joi.object({
    turf: turf.required(),
    mixed_with: turf,
    texture: Joi.string()
      .valid(...TEXTURES)
      .required(),
    area_m2: Joi.number().greater(0).max(1e8).required(),
    latitude_deg: Joi.number().min(-66).max(66).required(),
    sun_behind_h: Joi.number().min(-3).max(3),
    state: text,
    seeding_on: date,
    seedings: Joi.array()
      .items(
        Joi.object({
          on: date.required(),
          kind: Joi.string()
            .valid(...SOWINGS)
            .required(),
        }),
      )
      .max(20),
    irrigation_mm_per_h: Joi.number().min(0).max(200),
    water: oneWater(...WATERS, 'none'),
    waters: Joi.array()
      .items(oneWater(...WATERS))
      .max(20),
    grounds: Joi.string().valid(...SITES),
    fruit: Joi.boolean(),
    opt_out: Joi.string().allow('').max(1000),
    trees: Joi.boolean(),
    beds: Joi.boolean(),
    cover: Joi.string().valid(...COVERS),
    notice_h: Joi.number().min(0).max(1000),
    organic_only: Joi.boolean(),
  }).required(),
  label: sheet.required(),
  application: Joi.object({
    rate: rate.required(),
    use: use.required(),
    target: Joi.string().valid(...ALL_WEEDS),
    method,
    part: Joi.number().integer().min(1).max(6),
    of: Joi.number().integer().min(1).max(6),
    treated_m2: Joi.number().greater(0).max(1e8),
    targets,
    ground,
    companions: Joi.array()
      .items(
        Joi.object({
          label: sheet.required(),
          rate: rate.required(),
          use: use.required(),
          target: Joi.string().valid(...ALL_WEEDS),
          targets,
          tank: Joi.number().integer().min(1).max(8),
          treated_m2: Joi.number().greater(0).max(1e8),
          ground,
        }),
      )
      .max(7),
    partner: Joi.object({
      label: sheet.required(),
      rate: rate.required(),
      use: use.required(),
      target: Joi.string().valid(...ALL_WEEDS),
      how: Joi.string().valid('tank', 'day').required(),
    }),
  }).required(),
  ledger: Joi.array()
    .items(Joi.object({ ...ledgerRow, planned: Joi.boolean() }))
    .max(1000),
  ledger_from: date,
  planned: Joi.array().items(Joi.object(ledgerRow)).max(1000),
  house_rules: Joi.object({
    wind_limit_m_s: Joi.number().min(0).max(30),
    wind_caution_m_s: Joi.number().min(0).max(30),
    work_from_h: Joi.number().integer().min(0).max(23),
    work_to_h: Joi.number().integer().min(1).max(24),
    calm_h: Joi.number().integer().min(1).max(12),
    lead_days: Joi.number().integer().min(0).max(200),
    rain_chance: Joi.number().min(0).max(1),
    calibration_days: Joi.number().integer().min(1).max(1000),
    notice_by_code_h: Joi.number().min(0).max(1000),
    heat_limit_c: temperature,
    heat_caution_c: temperature,
    nitrogen_soil_c: temperature,
    partners: Joi.string().valid('as labels allow', 'never together'),
    fertilizer_ban: Joi.object({ from: Joi.string().required(), to: Joi.string().required() }),
    phosphorus_by_test: Joi.boolean(),
    group_years: Joi.number().integer().min(2).max(20),
    seed_slack_days: Joi.number().integer().min(0).max(120),
    ceilings: Joi.array()
      .items(
        Joi.object({
          turf: turf.required(),
          ingredient: Joi.string().max(80).allow(null).required(),
          most_kg_ha: Joi.number().min(0).max(100).required(),
        }),
      )
      .max(40),
  }),
  means: Joi.object({
    licences: Joi.array()
      .items(
        Joi.object({
          person: text.required(),
          categories: Joi.array().items(text).max(50).required(),
          valid_to: date.required(),
        }),
      )
      .max(1000),
    equipment: Joi.array()
      .items(
        Joi.object({
          name: text.required(),
          method: method.required(),
          calibrated_on: date,
          drift: Joi.number().min(-1).max(100),
          carrier_l_ha: Joi.number().greater(0).max(50_000),
        }),
      )
      .max(1000),
    on_hand: Joi.object({
      figure: Joi.number().min(0).required(),
      unit: Joi.string().valid('kg', 'L').required(),
    }),
  }),
  seen: Joi.object({
    mown_on: date,
    green: Joi.object({ share: Joi.number().min(0).max(1).required(), on: date.required() }),
    stress: Joi.object({
      kind: Joi.string().valid('none', 'heat', 'drought').required(),
      on: date.required(),
    }),
    stages: Joi.array()
      .items(
        Joi.object({
          weed: Joi.string()
            .valid(...ALL_WEEDS)
            .required(),
          stage: Joi.string()
            .valid(...STAGES)
            .required(),
          on: date.required(),
        }),
      )
      .max(200),
    seeded_on: date,
    seedling_mowings: Joi.number().integer().min(0).max(100),
    notice_sent: Joi.string().pattern(
      /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/,
      'a local time like 2027-03-18T10:00',
    ),
    events: Joi.array()
      .items(Joi.object({ on: date.required(), what: text.required() }))
      .max(100),
    phosphorus: Joi.object({ wanted: Joi.boolean().required(), on: date.required() }),
    opened: Joi.array()
      .items(
        Joi.object({
          how: Joi.string()
            .valid(...SOIL_OPENED)
            .required(),
          on: date.required(),
        }),
      )
      .max(100),
  }),
  outlook: Joi.object({
    ...season,
    lines: Joi.object(
      Object.fromEntries(
        ['house', ...WATCH_KEYS].map((key) => [key, Joi.object({ ...season, next: Joi.object(season) })]),
      ),
    ),
    observed_from: date.required(),
    observed_c: Joi.array().items(temperature).max(400).required(),
    p50_c: Joi.array().items(temperature).max(600).required(),
  }),
  weather: weatherRows(1),
  past_years: Joi.boolean(),
});
