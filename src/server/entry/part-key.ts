import 'server-only';
import { createHash } from 'node:crypto';

/** A key for each part of what is sent, the same whenever it is sent: a UUID made of the whole's key and the part's place. */
export function partKey(sendKey: string, i: number): string {
  if (i === 0) return sendKey;
  const hex = createHash('sha256').update(`${sendKey}|${i}`).digest('hex');
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `5${hex.slice(13, 16)}`,
    `8${hex.slice(17, 20)}`,
    hex.slice(20, 32),
  ].join('-');
}
