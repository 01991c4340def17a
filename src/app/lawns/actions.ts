'use server';
import { action } from '@/server/action';
import {
  bulkShape,
  changeMany,
  dropFilter,
  filterIdShape,
  filterShape,
  saveFilter,
} from '@/server/lawn-list';

export const bulkAction = action(bulkShape, changeMany);
export const saveFilterAction = action(filterShape, saveFilter);
export const dropFilterAction = action(filterIdShape, dropFilter);
