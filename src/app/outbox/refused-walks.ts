import type { WalkInput } from '@/server/lawns/walk';
import { walkKey } from '../walk-key';
import type { Device } from './device';
import type { Answered } from './item';

/** A walk that was not taken is there again as it was typed, where nothing newer is: once, and not again after it was mended. */
export async function giveBackWalks(device: Device, answers: readonly Answered[]): Promise<void> {
  for (const { kind, input, sendKey } of answers) {
    if (kind !== 'walk' || !input) continue;
    const { zoneId, ...typed } = input as WalkInput;
    const key = walkKey(zoneId);
    if (!localStorage.getItem(key)) localStorage.setItem(key, JSON.stringify(typed));
    await device.isBack(sendKey);
  }
}
