/** What a visit tells a customer, in words: from the labels of what goes down and the lawn as it is. Nothing is promised that they do not say. */
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import {
  MESSAGE_KINDS,
  fillMessage,
  type MessageFacts,
  type MessageKind,
  type MessageVisit,
  type MessageWords,
} from '@/core/day/messages';
import { setsNone, type Label } from '@/core/products/label';
import type { Shows } from '@/core/units/format';
import { WEEDS } from '@/core/weeds/weeds';
import { minuteWords } from './day-words';
import { expectationWords, shortName } from './words';
import { capital, list, plural } from './text';

export function messageFacts(v: MessageVisit, show: Shows): MessageFacts {
  const labels = [...new Map(v.products.map((p) => [p.label.id, p.label])).values()];
  const weeds = [...new Set(v.products.flatMap((p) => p.targets))].map((w) => WEEDS[w].name);
  return {
    customer: v.customer,
    address: v.address,
    company: v.company,
    by: v.by,
    day: showWeekday(v.day),
    hours: v.hours ? `, between ${minuteWords(v.hours.from)} and ${minuteWords(v.hours.to)},` : '',
    what: list(labels.map((l) => `${shortName(l)} (${l.registrationNumber})`)),
    why: weeds.length ? `, against ${list(weeds)}` : '',
    where: list([...new Set(v.products.map((p) => p.zone))]),
    'keep off': keepOff(labels),
    'water in': waterIn(labels, v.day, show),
    mow: mow(labels, v.day),
    expect: v.expectations.map((e) => expectationWords(e)).join(' '),
  };
}

/** The house's words for a visit, filled in. */
export function messageTexts(v: MessageVisit, words: MessageWords, show: Shows): Record<MessageKind, string> {
  const facts = messageFacts(v, show);
  return Object.fromEntries(MESSAGE_KINDS.map((k) => [k, fillMessage(words[k], facts)])) as Record<
    MessageKind,
    string
  >;
}

/** The label's own words on when people may come back, of several products each its own. */
function keepOff(labels: readonly Label[]): string {
  const said = [...new Set(labels.map((l) => l.reentry.trim()).filter(Boolean))];
  const hours = Math.max(0, ...labels.map((l) => l.reentryHours ?? 0));
  return [
    'Keep people and pets off until it is dry',
    hours > 0 && ` and at least ${plural(hours, 'hour')} have passed`,
    said.length > 0 && `. The label says: ${said.join('; ')}`,
    '.',
  ]
    .filter(Boolean)
    .join('')
    .replace(/\.\.$/, '.');
}

function waterIn(labels: readonly Label[], day: Day, show: Shows): string {
  const dry = Math.max(0, ...labels.map((l) => (setsNone(l, 'rainFreeHours') ? 0 : (l.rainFreeHours ?? 0))));
  const wet = labels.flatMap((l) => l.wateringIn ?? []);
  const first = dry > 0 ? `Do not water for ${plural(dry, 'hour')}. ` : '';
  if (!wet.length) return first.trim();
  const depth = wet.reduce((most, w) => (w.depth > most.depth ? w : most)).depth;
  const days = Math.min(...wet.map((w) => w.withinDays));
  return `${first}${first ? 'Then let' : 'Let'} ${show.water(depth)} of water fall on it by ${showWeekday(addDays(day, days))}, unless rain does: that takes it into the soil.`;
}

function mow(labels: readonly Label[], day: Day): string {
  const after = Math.max(0, ...labels.map((l) => l.mowing.afterDays ?? 0));
  return after > 0 ? capital(`do not mow before ${showWeekday(addDays(day, after))}.`) : '';
}
