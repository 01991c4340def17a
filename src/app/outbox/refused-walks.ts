import type { WalkInput } from '@/server/lawns/walk';
import { walkKey } from '../walk-key';
import type { Answered } from './item';

/** A walk that was not taken is there again as it was typed, where nothing newer is. */
export function keepRefusedWalks(refused: readonly Answered[]): void {
  for (const { kind, input } of refused) {
    if (kind !== 'walk' || !input) continue;
    const { zoneId, ...typed } = input as WalkInput;
    const key = walkKey(zoneId);
    if (!localStorage.getItem(key)) localStorage.setItem(key, JSON.stringify(typed));
  }
}
