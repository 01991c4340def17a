/** What a season advises for the next, in words. */
import type { Advice } from '@/core/follow-ups/season-end';
import { figure, showPercent } from '@/core/units/figure';
import { shortName } from './words';
import { plural } from './text';

/** @param isOver the season's flush is behind: else what is still to come is said as such */
export function adviceWords(a: Advice, isOver: boolean): string {
  switch (a.code) {
    case 'nothing-put-down':
      return 'Nothing was put down this year.';
    case 'look':
      return 'Nobody has written down whether it held: look along the hot edges, and note what you find. Without a look next year goes by the model alone.';
    case 'same-again':
      return a.hold === null
        ? 'Nothing speaks against the same again.'
        : `It ${isOver ? 'held' : 'will hold'} ${showPercent(a.hold)} of the flush by the model, and nobody saw it broken through: the same again.`;
    case 'earlier':
      return `The barrier lay ${plural(a.days, 'day')} after the soil’s line was crossed: put it down sooner, or choose one that reaches back.`;
    case 'longer':
      return `By the model it ${isOver ? 'held' : 'will hold'} ${showPercent(a.hold)} of the flush: a higher total within the label, two parts, or a product that lasts longer.`;
    case 'water-in':
      return a.days === null
        ? `${shortName({ name: a.product })} was never watered in, as far as rain and people tell: plan the water with the visit.`
        : `${shortName({ name: a.product })} was watered in ${plural(a.days, 'day')} late: plan the water with the visit, or go before rain.`;
    case 'edges':
      return 'Weeds came through, and hot edges border it: overlap the concrete, or make its strip a zone of its own that is treated sooner.';
    case 'other-group':
      return `Group ${a.group} has stood alone for ${plural(a.years, 'year')}: another site of action next year, or a year off pre-emergents.`;
    case 'weak':
      return `What was sprayed took ${figure(a.taken)} %: smaller weeds, a surfactant if the label asks for one, another product, or a second shot within its label.`;
  }
}
