import type { StopBundle } from '@/core/stop/bundle';
import type { Shows } from '@/core/units/format';
import type { GatheredBundle } from '@/server/stop/bundle';
import { regretWords } from '@/ui/day-words';
import { messageTexts } from '@/ui/message-facts';
import { reasonWords } from '@/ui/reason-words';
import { expectationWords } from '@/ui/words';
import { list } from '@/ui/text';

type Held = GatheredBundle['stops'][number]['zones'][number]['held'];

/** A bundle as a phone keeps it: what it says without a network is in words already. */
export function spokenBundle({ messages, stops, ...bundle }: GatheredBundle, show: Shows): StopBundle {
  const said = (held: Held) => held.map(({ reason, ...h }) => ({ ...h, words: reasonWords(reason, show) }));
  return {
    ...bundle,
    stops: stops.map(({ visit, zones, ...stop }) => {
      const { sign, after } = messageTexts(visit, messages, show);
      return {
        ...stop,
        sign,
        after,
        expect: visit.expectations.map((e) => expectationWords(e)).join(' '),
        zones: zones.map(({ held, regret, keptOut, addOns, ...zone }) => ({
          ...zone,
          held: said(held),
          why: regret ? regretWords(regret) : '',
          keptOut: list(keptOut.map((name) => name || 'a tree')),
          addOns: addOns.map((a) => ({ ...a, held: said(a.held) })),
        })),
      };
    }),
  };
}
