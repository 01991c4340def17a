'use server';
import { action } from '@/server/entry/action';
import { askSeason, copyYear, copyYearShape, planMany, planManyShape } from '@/server/season/plan-many';
import { rowsOfSeason, rowsShape, startQuestion, startShape } from '@/server/season/view';
import Joi from 'joi';

export const askSeasonAction = action(Joi.object({}).required(), askSeason);
export const planManyAction = action(planManyShape, planMany);
export const copyYearAction = action(copyYearShape, copyYear);
export const seasonRowsAction = action(rowsShape, rowsOfSeason);
export const startQuestionAction = action(startShape, startQuestion);
