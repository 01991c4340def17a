'use server';
import { SHOWS } from '@/core/units/format';
import { action } from '@/server/entry/action';
import { askSeason, copyYear, copyYearShape, planMany, planManyShape } from '@/server/season/plan-many';
import { rowsOfSeason, rowsShape, startQuestion, startShape } from '@/server/season/view';
import { reasonWords } from '@/ui/reason-words';
import Joi from 'joi';

export const askSeasonAction = action(Joi.object({}).required(), askSeason);
export const planManyAction = action(planManyShape, (actor, input) =>
  planMany(actor, input, ({ product, reason }) => `${product}: ${reasonWords(reason, SHOWS[actor.units])}`),
);
export const copyYearAction = action(copyYearShape, (actor, input) =>
  copyYear(actor, input, ({ product, reason }) => `${product}: ${reasonWords(reason, SHOWS[actor.units])}`),
);
export const seasonRowsAction = action(rowsShape, rowsOfSeason);
export const startQuestionAction = action(startShape, startQuestion);
