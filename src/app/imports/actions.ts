'use server';
import Joi from 'joi';
import type { LoggerMapping } from '@/formats/logger-csv';
import { action } from '@/server/entry/action';
import {
  checkLawnFile,
  checkReadings,
  checkWeatherFile,
  importIdShape,
  lawnsImportShape,
  readingsImportShape,
  setupFor,
  takeImport,
  undoImport,
  weatherImportShape,
} from '@/server/imports/imports';
import { done } from '@/server/entry/outcome';

export const checkReadingsAction = action(readingsImportShape, checkReadings);
export const checkLawnsAction = action(lawnsImportShape, checkLawnFile);
export const checkWeatherAction = action(weatherImportShape, checkWeatherFile);
export const takeImportAction = action(importIdShape, takeImport);
export const undoImportAction = action(importIdShape, undoImport);

const headerShape = Joi.object<{ header: string }>({ header: Joi.string().allow('').max(4000).required() });
export const setupAction = action(headerShape, async (actor, { header }) =>
  done<LoggerMapping | null>(await setupFor(actor, header)),
);
