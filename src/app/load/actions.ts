'use server';
import { action } from '@/server/entry/action';
import { keepCards, keepCardsShape, measureLoad, measuredShape } from '@/server/mixing/loads';

export const keepCardsAction = action(keepCardsShape, keepCards);
export const measureLoadAction = action(measuredShape, measureLoad);
