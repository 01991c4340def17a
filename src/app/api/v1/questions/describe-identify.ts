/** The call about what a weed is, described: its question and its answer. */
import { Type } from '@sinclair/typebox';
import { ALL_CHARACTERS, CHARACTERS, type Character } from '@/core/weeds/characters';
import { ALL_WEEDS } from '@/core/weeds/weeds';
import { list, number, object, optional, some, told, whole, word, type Sent } from './parts';

const text = Type.String();
const character = word(ALL_CHARACTERS);
const odds = (description: string) => number(description, { minimum: 0, maximum: 1 });
const states = list(object({ state: text, words: text }), 'What it can look like');
const state = Object.fromEntries(ALL_CHARACTERS.map((c) => [c, word(CHARACTERS[c].states)])) as Record<
  Character,
  ReturnType<typeof word<string>>
>;

export const identifyQuestion = object({
  seen: some(state, { description: 'What was seen, in any order. What nobody could see is left out.' }),
  month: optional(whole('In which it is seen', { minimum: 1, maximum: 12 })),
});
export type IdentifyQuestion = Sent<typeof identifyQuestion>;

export const identifyAnswer = object({
  candidates: list(
    object({
      weed: word(ALL_WEEDS),
      name: text,
      latin: text,
      odds: odds('0 to 1'),
      fits: list(character, 'What was seen that it shows'),
      misfits: list(character, 'What was seen that it does not show'),
      why: text,
      not_in_the_key: told(text, 'What is like it and is not in the table'),
    }),
    'The likeliest first; those under one in two hundred are left out.',
  ),
  none_of_them: odds('That it is a plant that the table does not have'),
  next: list(
    object({ character, bits: number('Expected to be told'), look_at: text, how: text, states }),
    'What to look at next: what tells most comes first.',
  ),
  tells_first_two_apart: list(
    object({ character, look_at: text, first: states, second: states }),
    'What would tell the first two apart and was not looked at.',
  ),
});
