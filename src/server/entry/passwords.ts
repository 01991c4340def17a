/** What a password must stand: judged by how many tries it takes to guess, not by which signs are in it. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';

export const LEAST_LENGTH = 12;
/** Longer ones are cut before they are hashed by some servers between; nobody types so many. */
const MOST_LENGTH = 128;
/** Of 0 to 4: a hundred million tries and more. */
const LEAST_SCORE = 3;

const kept = globalThis as typeof globalThis & { __ironGateGuesser?: ZxcvbnFactory };
const guesser = () =>
  (kept.__ironGateGuesser ??= new ZxcvbnFactory({
    dictionary: common.dictionary,
    graphs: common.adjacencyGraphs,
  }));

/**
 * What is wrong with a new password; empty: it is strong.
 * @param known words that others know of its person: name, e-mail, company
 */
export function passwordIssues(password: string, again: string, known: readonly string[]): Issue[] {
  if (password.length < LEAST_LENGTH)
    return [issue('Password', 'password-too-short', { length: password.length, least: LEAST_LENGTH })];
  if (password.length > MOST_LENGTH)
    return [issue('Password', 'password-too-long', { length: password.length, most: MOST_LENGTH })];
  const words = known.flatMap((w) => [w, ...w.split(/[^\p{L}\p{N}]+/u)]).filter((w) => w.length > 2);
  const { score } = guesser().check(password, words);
  if (score < LEAST_SCORE) return [issue('Password', 'password-easy')];
  if (password !== again) return [issue('Password again', 'passwords-differ')];
  return [];
}
