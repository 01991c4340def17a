'use server';
import { action } from '@/server/entry/action';
import {
  bulkShape,
  changeMany,
  dropFilter,
  filterIdShape,
  filterShape,
  saveFilter,
} from '@/server/lawns/lawn-list';

export const bulkAction = action(bulkShape, changeMany);
export const saveFilterAction = action(filterShape, saveFilter);
export const dropFilterAction = action(filterIdShape, dropFilter);
