/** Codes of an authenticator app, by RFC 6238 (six digits, 30 s, SHA-1) from a secret in base 32 (RFC 4648). */
import { createHmac } from 'node:crypto';

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

export function totp(secret: string, seconds: number, digits = 6): string {
  let bits = '';
  for (const sign of secret.replace(/=+$/, '').toUpperCase())
    bits += ALPHABET.indexOf(sign).toString(2).padStart(5, '0');
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(seconds / 30)));
  const hash = createHmac('sha1', key).update(counter).digest();
  const number = hash.readUInt32BE(hash.at(-1)! & 0xf) & 0x7fffffff;
  return String(number % 10 ** digits).padStart(digits, '0');
}
