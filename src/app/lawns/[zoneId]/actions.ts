'use server';
import { action } from '@/server/action';
import { planShape, savePlan } from '@/server/save-plan';
import { recordApplication, recordShape } from '@/server/record-application';

export const savePlanAction = action(planShape, savePlan);
export const recordApplicationAction = action(recordShape, recordApplication);
