import { gateName } from '@/core/gates/gate-names';
import type { LeftOutBy } from '@/core/season/planner/left-out';

/** What keeps products out of every proposal. */
export function leftOutWords(by: LeftOutBy): string {
  switch (by) {
    case 'turf':
      return 'This turf is not on the label for a pre-emergent';
    case 'weeds':
      return 'The label keeps none of these weeds from coming up';
    case 'months':
      return 'No months of control are typed, and nothing is recalled of the ingredient';
    case 'not organic':
      return 'The customer wants organic products alone';
    default:
      return `${gateName(by)} shuts every day of the season`;
  }
}
