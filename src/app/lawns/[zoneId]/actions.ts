'use server';
import { action } from '@/server/action';
import { hindcastSheet } from '@/server/soil';
import { done } from '@/server/outcome';
import { findingShape, noteFinding } from '@/server/note-finding';
import { liftLatch, liftShape } from '@/server/lift-latch';
import { planShape, savePlan } from '@/server/save-plan';
import { recordApplication, recordShape } from '@/server/record-application';
import { addLawnShape, addNewLawn, saveLawn, saveLawnShape } from '@/server/save-lawn';
import { noteSign, observationShape, readingShape, takeReading } from '@/server/take-reading';
import Joi from 'joi';
import { SPOTS, type Spot } from '@/core/lawn/zone';

export const liftLatchAction = action(liftShape, liftLatch);
export const noteFindingAction = action(findingShape, noteFinding);
export const savePlanAction = action(planShape, savePlan);
export const recordApplicationAction = action(recordShape, recordApplication);
export const takeReadingAction = action(readingShape, takeReading);
export const noteSignAction = action(observationShape, noteSign);
export const saveLawnAction = action(saveLawnShape, saveLawn);
export const addLawnAction = action(addLawnShape, addNewLawn);

const hindcastShape = Joi.object<{ zoneId: string; spot: Spot }>({
  zoneId: Joi.string().guid().required(),
  spot: Joi.string()
    .valid(...SPOTS)
    .required(),
});
export const hindcastAction = action(hindcastShape, async (actor, { zoneId, spot }) =>
  done(await hindcastSheet(actor, zoneId, spot)),
);
