'use server';
import { action } from '@/server/entry/action';
import { saveRoutes, saveRoutesShape } from '@/server/day/save-route';

export const saveRoutesAction = action(saveRoutesShape, saveRoutes);
