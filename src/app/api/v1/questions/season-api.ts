/** POST /api/v1/season: programmes for a zone's year from what is sent with the question. Nothing is kept. */
import 'server-only';
import Joi from 'joi';
import { isoDay, type Day } from '@/core/calendar/day';
import { DEFAULT_CROSSING, lineRules } from '@/core/ground/crossing';
import { ensembleOf } from '@/core/ground/ensemble';
import { NOTHING_READ, outlookFrom, soilRunsOf } from '@/core/ground/outlook';
import type { Label } from '@/core/products/label';
import { BARRIER_SCHOOLS } from '@/core/barrier/barrier';
import { withMoisture } from '@/core/barrier/moisture';
import { planProgrammes, type Programme } from '@/core/season/planner/planner';
import {
  AUTUMN_SCHOOLS,
  PERENNIAL_SCHOOLS,
  TENDER_SCHOOLS,
  YEAR_OFF_SCHOOLS,
  usualTargets,
  type PlanningRules,
} from '@/core/season/planner/question';
import { rateIn } from '@/core/units/rate';
import { emergenceOf } from '@/core/weeds/emergence';
import { ALL_WEEDS, type Weed } from '@/core/weeds/weeds';
import { USUAL_PLANNING, planningRulesFrom } from '@/data/planning-rules';
import type { Answered } from '@/server/entry/question';
import { Wrong, date, dayAt, weatherRows, wrong, type WeatherRows } from './api-weather';
import { contextFrom, labelAt } from './gates-api';
import { gatesQuestion, type GatesQuestion } from './gates-question';
import { ensembleInput, siteShape, type OutlookQuestion } from './outlook-api';
import { fact } from '@/core/units/issue';

export type SeasonQuestion = Readonly<{
  today: string;
  zone: GatesQuestion['zone'];
  site: OutlookQuestion['site'];
  weather: WeatherRows;
  past_years?: readonly number[];
  labels: readonly unknown[];
  targets?: readonly Readonly<{ weed: Weed; weight?: number }>[];
  ledger?: GatesQuestion['ledger'];
  ledger_from?: string;
  planned?: GatesQuestion['planned'];
  house_rules?: GatesQuestion['house_rules'];
  means?: GatesQuestion['means'];
  seen?: GatesQuestion['seen'];
  season_rules?: Readonly<{
    school?: PlanningRules['school'];
    autumn?: PlanningRules['autumn'];
    year_off?: PlanningRules['yearOff'];
    perennials?: PlanningRules['perennials'];
    tender?: PlanningRules['tender'];
    minutes?: number;
    callback_usd?: number;
    hour_usd?: number;
    root_visits?: number;
    limit_visits?: number;
  }>;
}>;

const SEASONAL = ALL_WEEDS.filter((w) => emergenceOf(w));
export const seasonQuestion = Joi.object<SeasonQuestion>({
  today: date.required(),
  zone: gatesQuestion.extract('zone'),
  site: siteShape.required(),
  weather: weatherRows(365).required(),
  past_years: Joi.array().items(Joi.number().integer().min(1800).max(3000)).min(1).max(100).unique(),
  labels: Joi.array().items(Joi.object().unknown()).min(1).max(60).required(),
  targets: Joi.array()
    .items(
      Joi.object({
        weed: Joi.string()
          .valid(...SEASONAL)
          .required(),
        weight: Joi.number().greater(0).max(1000),
      }),
    )
    .min(1)
    .max(SEASONAL.length)
    .unique('weed'),
  ledger: gatesQuestion.extract('ledger'),
  ledger_from: date,
  planned: gatesQuestion.extract('planned'),
  house_rules: gatesQuestion.extract('house_rules'),
  means: gatesQuestion.extract('means'),
  seen: gatesQuestion.extract('seen'),
  season_rules: Joi.object({
    school: Joi.string().valid(...BARRIER_SCHOOLS),
    autumn: Joi.string().valid(...AUTUMN_SCHOOLS),
    year_off: Joi.string().valid(...YEAR_OFF_SCHOOLS),
    perennials: Joi.string().valid(...PERENNIAL_SCHOOLS),
    tender: Joi.string().valid(...TENDER_SCHOOLS),
    minutes: Joi.number().min(0).max(1000),
    callback_usd: Joi.number().min(0).max(10_000),
    hour_usd: Joi.number().min(0).max(1000),
    root_visits: Joi.number().min(0).max(20),
    limit_visits: Joi.number().min(0).max(20),
  }),
});

export function answerSeason(q: SeasonQuestion): Answered {
  try {
    return { ok: true, body: answer(q) };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, errors: error.fields };
    throw error;
  }
}

function answer(q: SeasonQuestion) {
  const today = dayAt(q.today, 'today');
  const labels = q.labels.map((l, i) => labelAt(l, `labels[${i}]`, i + 1));
  const twice = labels.findIndex((l, i) => labels.findIndex((o) => o.id === l.id) !== i);
  if (twice >= 0)
    wrong(`labels[${twice}]`, fact('api-label-twice', { product: labels[twice]!.name }), twice + 1);
  const input = ensembleInput(q, DEFAULT_CROSSING.depth);
  const made = ensembleOf(input);
  if (!made.ok) return wrong('weather', fact('api-ensemble', { kind: made.refusal.kind }));
  const knowledge = { ...NOTHING_READ, signs: [] };
  const outlook = outlookFrom(made.ensemble, knowledge, lineRules(DEFAULT_CROSSING));
  // the first label stands where a row of the ledger names none; no application is asked about
  const { product: _, beside: __, applicationId: ___, ...sent } = contextFrom(gatesOf(q, labels[0]!));
  const facts = { ...sent, outlook };
  const rules = rulesOf(q.season_rules ?? {});
  const runs = withMoisture(soilRunsOf(made.ensemble, knowledge), input.observed, facts.zone, today);
  const { programmes, cleanUp, yearOff, tried } = planProgrammes({
    facts,
    labels,
    rules,
    kept: [],
    planned: [],
    runs,
    targets:
      q.targets?.map(({ weed, weight }) => ({ weed, weight: weight ?? 1 })) ??
      usualTargets([], facts.seen, today),
  });
  return {
    today: q.today,
    tried,
    year_off: yearOff?.by === 'house' ? { group: yearOff.group, years: yearOff.years } : null,
    clean_up: cleanUp && {
      date: isoDay(cleanUp.on),
      label: labels.indexOf(cleanUp.label),
      name: cleanUp.label.name,
      targets: cleanUp.targets,
      rate: { figure: rateIn(cleanUp.rate, cleanUp.label.rateUnit), unit: cleanUp.label.rateUnit },
    },
    programmes: programmes.map((p) => shown(p, labels)),
  };
}

/** The same zone, ledger and rules as the gates call takes them. */
function gatesOf(q: SeasonQuestion, label: Label): GatesQuestion {
  const { zone, ledger, planned, house_rules, means, seen, ledger_from } = q;
  return {
    today: q.today,
    range: { from: q.today, to: q.today },
    zone,
    label: q.labels[0],
    weather: q.weather,
    application: { rate: { figure: 1, unit: label.rateUnit }, use: 'pre-emergent' },
    ...(ledger ? { ledger } : {}),
    ...(planned ? { planned } : {}),
    ...(house_rules ? { house_rules } : {}),
    ...(means ? { means } : {}),
    ...(seen ? { seen } : {}),
    ...(ledger_from ? { ledger_from } : {}),
  };
}

function rulesOf(r: NonNullable<SeasonQuestion['season_rules']>): PlanningRules {
  const usual = planningRulesFrom(USUAL_PLANNING);
  return {
    school: r.school ?? usual.school,
    autumn: r.autumn ?? usual.autumn,
    tender: r.tender ?? usual.tender,
    yearOff: r.year_off ?? usual.yearOff,
    perennials: r.perennials ?? usual.perennials,
    minutes: r.minutes ?? usual.minutes,
    weights: {
      callback: r.callback_usd ?? usual.weights.callback,
      hour: r.hour_usd ?? usual.weights.hour,
      rootVisits: r.root_visits ?? usual.weights.rootVisits,
      limitVisits: r.limit_visits ?? usual.weights.limitVisits,
    },
  };
}

const iso = (day: Day | null) => (day === null ? null : isoDay(day));
const cents = (usd: number) => Math.round(usd * 100) / 100;
const round = (x: number) => Math.round(x * 1e4) / 1e4;

function shown(p: Programme, labels: readonly Label[]) {
  const product = (label: Label) => ({ label: labels.indexOf(label), name: label.name });
  const { figures: f } = p;
  return {
    kind: p.kind,
    hold: p.hold && { p10: round(p.hold.p10), p50: round(p.hold.p50), p90: round(p.hold.p90) },
    targets: p.targets.map(({ weed, hold, until }) => ({
      weed,
      hold: { p10: round(hold.p10), p50: round(hold.p50), p90: round(hold.p90) },
      held_until: iso(until),
    })),
    applications: p.applications.map((a) => ({
      date: isoDay(a.plannedOn),
      not_before: iso(a.earliest),
      not_after: iso(a.latest),
      products: a.products.map((x) => ({
        ...product(x.label),
        rate: { figure: rateIn(x.rate, x.label.rateUnit), unit: x.label.rateUnit },
        use: x.use,
        targets: x.targets,
        part: x.tie?.part ?? 1,
        of: x.tie?.of ?? 1,
      })),
    })),
    looks: p.looks.map((l) => ({
      date: isoDay(l.on),
      takes: round(l.takes),
      product: l.product && product(l.product.label),
    })),
    later: p.late.map((l) => ({ days: l.days, hold: round(l.hold) })),
    by_day: {
      from: isoDay(p.days.from),
      flush: p.days.flush.map((x) => Math.round(x * 1e6) / 1e6),
      held: p.days.held.map((x) => Math.round(x * 1e6) / 1e6),
    },
    season_cost_usd: {
      weeds: cents(p.cost.weeds),
      visits: cents(p.cost.visits),
      product: cents(p.cost.product),
      roots: cents(p.cost.roots),
      limits: cents(p.cost.limits),
      total: cents(p.cost.total),
    },
    figures: {
      visits: f.visits,
      minutes: f.minutes,
      cost_usd: f.cost === null ? null : cents(f.cost),
      ingredients: f.ingredients.map(({ name, group, ai }) => ({ name, group, kg_ai_ha: round(ai) })),
      limits: f.limits.map(({ of, name, share }) => ({
        of,
        name,
        share: share === null ? null : round(share),
      })),
      root_load_kg_ha: f.rootLoad === null ? null : round(f.rootLoad),
      groups_again: f.again,
      nitrogen_kg_ha: round(f.nitrogen),
      seed_from: f.seedFrom === 'not known' ? null : iso(f.seedFrom),
    },
  };
}
