/** Templates by cases; the words are invented. */
import {
  MESSAGE_KINDS,
  MESSAGE_PLACES,
  USUAL_WORDS,
  fillMessage,
  missingPlaces,
  unknownPlaces,
  type MessageFacts,
} from './messages';

const facts = Object.fromEntries(MESSAGE_PLACES.map((p) => [p, p.toUpperCase()])) as MessageFacts;

test('each place is filled, and what is in braces without a meaning stays to be seen', () => {
  expect(fillMessage('On {day} we put down {what}.', facts)).toBe('On DAY we put down WHAT.');
  expect(fillMessage('{day} {weather}', facts)).toBe('DAY {weather}');
});

test('a line of which nothing is left goes, an empty line that was meant stays', () => {
  expect(fillMessage('a {day}\n{water in}\n\nb', { ...facts, 'water in': '' })).toBe('a DAY\n\nb');
});

test('what must be said is missed by name; what nothing stands for is named', () => {
  expect(missingPlaces('sign', 'TREATED {what}')).toEqual(['keep off']);
  expect(missingPlaces('after', '{what}, {keep off}')).toEqual([]);
  expect(unknownPlaces('{day} {price} {Day}')).toEqual(['price', 'Day']);
});

test('the usual words say all that they must, and nothing that nobody knows', () => {
  for (const kind of MESSAGE_KINDS) {
    expect([unknownPlaces(USUAL_WORDS[kind]), missingPlaces(kind, USUAL_WORDS[kind])]).toEqual([[], []]);
    expect(fillMessage(USUAL_WORDS[kind], facts)).not.toMatch(/[{}]/);
  }
});
