'use server';
import { action } from '@/server/entry/action';
import {
  importSheetShape,
  moveShape,
  moveStock,
  readSheetFile,
  saveSheet,
  saveSheetShape,
} from '@/server/products/products';

export const saveSheetAction = action(saveSheetShape, saveSheet);
export const readSheetFileAction = action(importSheetShape, readSheetFile);
export const moveStockAction = action(moveShape, moveStock);
