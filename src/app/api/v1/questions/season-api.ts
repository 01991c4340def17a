/** POST /api/v1/season: programmes for a zone's year from what is sent with the question. Nothing is kept. */
import 'server-only';
import { isoDay, type Day } from '@/core/calendar/day';
import { DEFAULT_CROSSING, lineRules } from '@/core/ground/crossing';
import { ensembleOf } from '@/core/ground/ensemble';
import { NOTHING_READ, outlookFrom, soilRunsOf } from '@/core/ground/outlook';
import type { Label } from '@/core/products/label';
import { withMoisture } from '@/core/barrier/moisture';
import { planProgrammes, type Programme } from '@/core/season/planner/planner';
import { usualTargets, type PlanningRules } from '@/core/season/planner/question';
import { rateIn } from '@/core/units/rate';
import { USUAL_PLANNING, planningRulesFrom } from '@/data/planning-rules';
import { fact } from '@/core/units/issue';
import { dayAt } from './api-weather';
import { factsFrom, labelAt } from './asked-facts';
import { wrong } from './check';
import type { SeasonQuestion } from './describe-season';
import { ensembleInput } from './outlook-api';

/** @throws Wrong where what was sent does not allow an answer */
export function answerSeason(q: SeasonQuestion) {
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
  // the first label stands where a row of the ledger names none
  const facts = { ...factsFrom(q, labels[0]!), outlook };
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
