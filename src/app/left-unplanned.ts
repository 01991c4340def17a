import type { Shows } from '@/core/units/format';
import type { LeftUnplanned } from '@/server/programme/save-application';
import { factWords } from '@/ui/issue-words';
import { reasonWords } from '@/ui/reason-words';

/** Why one of many zones got nothing. */
export const leftUnplannedWords = (left: LeftUnplanned, show: Shows): string =>
  'bolt' in left
    ? `${left.bolt.product}: ${reasonWords(left.bolt.reason, show)}`
    : left.facts.map((f) => factWords(f, show).problem).join('; ');
