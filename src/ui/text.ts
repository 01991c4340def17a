/** How words are put together. */
import { figure } from '@/core/units/figure';

export const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

export const plural = (n: number, one: string, many = `${one}s`): string =>
  `${figure(n)} ${n === 1 ? one : many}`;
