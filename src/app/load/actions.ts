'use server';
import { action } from '@/server/entry/action';
import { keepCards, keepCardsShape } from '@/server/mixing/loads';

export const keepCardsAction = action(keepCardsShape, keepCards);
