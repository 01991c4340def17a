/**
 * What a customer is told before a visit, on the sign, and after it: the house's words with places for what this visit
 * says. A figure of the label stands as the label has it; what the label does not say is not promised.
 */
import type { Day } from '@/core/calendar/day';
import type { Expectation } from '@/core/lawn/zone';
import type { Label } from '@/core/products/label';
import type { Use } from '@/core/trade/terms';
import type { Weed } from '@/core/weeds/weeds';

export const MESSAGE_KINDS = ['before', 'sign', 'after'] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];
export type MessageWords = Readonly<Record<MessageKind, string>>;

/** Places in a template, each in braces; what they stand for is what a visit knows. */
export const MESSAGE_PLACES = [
  'customer',
  'address',
  'day',
  'hours',
  'what',
  'why',
  'where',
  'keep off',
  'water in',
  'mow',
  'expect',
  'company',
  'by',
] as const;
export type MessagePlace = (typeof MESSAGE_PLACES)[number];
export type MessageFacts = Readonly<Record<MessagePlace, string>>;

/** The words that a house begins with: its own to change. */
export const USUAL_WORDS: MessageWords = {
  before: `Dear {customer},
on {day}{hours} we come to {address} to put down {what}{why}.
{keep off}
{water in}
{mow}
If the weather does not allow it we come on the next day that does.
{company}`,
  sign: `LAWN TREATED {day}
{what}
{keep off}
{company}`,
  after: `Dear {customer},
today, {day}, {by} put down {what} at {address}: {where}{why}.
{keep off}
{water in}
{mow}
{expect}
{company}`,
};

/** What a visit knows of itself, before it is said in words. */
export type MessageVisit = Readonly<{
  customer: string;
  address: string;
  day: Day;
  /** minutes from midnight between which somebody comes; null: not said */
  hours: Readonly<{ from: number; to: number }> | null;
  products: readonly Readonly<{ label: Label; use: Use; targets: readonly Weed[]; zone: string }>[];
  expectations: readonly Expectation[];
  company: string;
  by: string;
}>;

const PLACE = /\{([^{}]*)\}/g;

/** Places of a template that nothing stands for. */
export const unknownPlaces = (template: string): string[] =>
  [...template.matchAll(PLACE)].map((m) => m[1]!).filter((p) => !isPlace(p));
const isPlace = (word: string): word is MessagePlace => (MESSAGE_PLACES as readonly string[]).includes(word);

/** What of a message must not be left out: without it nobody knows when the lawn may be walked on. */
const MUST: Readonly<Record<MessageKind, readonly MessagePlace[]>> = {
  before: ['day', 'what'],
  sign: ['what', 'keep off'],
  after: ['what', 'keep off'],
};
export const missingPlaces = (kind: MessageKind, template: string): MessagePlace[] =>
  MUST[kind].filter((p) => !template.includes(`{${p}}`));

/** The template with its places filled; a line of which nothing is left goes. */
export function fillMessage(template: string, facts: MessageFacts): string {
  return template
    .split('\n')
    .flatMap((line) => {
      const filled = line
        .replace(PLACE, (whole, place: string) => (isPlace(place) ? facts[place] : whole))
        .trimEnd();
      return filled === '' && line.trim() !== '' ? [] : [filled];
    })
    .join('\n')
    .trim();
}
