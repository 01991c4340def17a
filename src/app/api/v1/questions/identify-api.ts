/** POST /api/v1/identify: what was seen of a weed → which it may be, with odds, and what to look at next. */
import 'server-only';
import { CHARACTERS, type Character } from '@/core/weeds/characters';
import { identify } from '@/core/weeds/identify';
import { WEEDS } from '@/core/weeds/weeds';
import { QUESTIONS, fitWords, outsideWords, stateWords } from '@/ui/weed-words';
import type { IdentifyQuestion } from './describe-identify';

const MOST_NEXT = 5;
const shown = (character: Character, states: readonly string[]) =>
  states.map((state) => ({ state, words: stateWords(character, state) }));

export function answerIdentify({ seen, month }: IdentifyQuestion) {
  const { candidates, other, next, apart } = identify(seen, month ?? null);
  return {
    candidates: candidates.map((c) => ({
      weed: c.weed,
      name: WEEDS[c.weed].name,
      latin: WEEDS[c.weed].latin,
      odds: c.odds,
      fits: c.fits,
      misfits: c.misfits,
      why: fitWords(c),
      not_in_the_key: outsideWords(c.weed),
    })),
    none_of_them: other,
    next: next
      .slice(0, MOST_NEXT)
      .map(({ character, bits }) => ({
        character,
        bits,
        look_at: QUESTIONS[character].name,
        how: QUESTIONS[character].how,
        states: shown(character, CHARACTERS[character].states),
      })),
    tells_first_two_apart: apart.map(({ character, first, second }) => ({
      character,
      look_at: QUESTIONS[character].name,
      first: shown(character, first),
      second: shown(character, second),
    })),
  };
}
