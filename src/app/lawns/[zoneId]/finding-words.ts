/** What was seen or done at a lawn, in words. */
import { isoDay, showDay } from '@/core/calendar/day';
import { NEXT_YEAR } from '@/core/weeds/next-year';
import { STAGES, WEEDS, isWeed, stageWords } from '@/core/weeds/weeds';
import type { Finding } from '@/data/findings';
import { nextYearWords } from '@/ui/next-year-words';
import { FINDING_NAMES } from './finding-names';

/** The last of each kind, and of each weed, with its day and who saw it; the latest first. */
export const foundWords = (findings: readonly Finding[]): string[] =>
  lastOfEach(findings).map((f) => `${findingWords(f)} (${showDay(f.on)}, ${f.person})`);

/** The last of each kind, and of each weed, the latest first. */
function lastOfEach(findings: readonly Finding[]): Finding[] {
  const last = new Map<string, Finding>();
  const about = (f: Finding) =>
    f.kind === 'weed stage' || f.kind === 'next year'
      ? f.word.split('|')[f.kind === 'weed stage' ? 0 : 1]
      : f.kind === 'event' || f.kind === 'damage' || f.kind === 'callback'
        ? isoDay(f.on)
        : '';
  for (const f of findings) last.set(`${f.kind}|${about(f)}`, f);
  return [...last.values()].sort((a, b) => b.on - a.on);
}

function findingWords({ kind, word, figure }: Finding): string {
  switch (kind) {
    case 'weed stage': {
      const [weed = '', stage = ''] = word.split('|');
      const known = STAGES.find((s) => s === stage);
      return isWeed(weed)
        ? `${WEEDS[weed].name}: ${known ? stageWords(weed, known) : stage}`
        : `${weed}: ${stage}`;
    }
    case 'turf green':
      return `${figure ?? 0} % green`;
    case 'turf stress':
      return word === 'none' ? 'no stress' : `${word} stress`;
    case 'seedlings mown':
      return `seedlings mown ${figure ?? 0} times`;
    case 'soil test':
      return `soil test: phosphorus ${word}`;
    case 'soil values': {
      const [ph = '', p = '', k = '', lime = ''] = word.split('|');
      return `soil test: ${[`pH ${ph}`, p && `phosphorus ${p} ppm`, k && `potassium ${k} ppm`, lime && `lime ${lime} lb/1,000 sq ft`].filter(Boolean).join(', ')}`;
    }
    case 'compaction':
      return word === 'hard' ? 'the ground is hard' : 'the ground is soft';
    case 'thatch':
      return `thatch ${figure ?? 0} in`;
    case 'cut height':
      return `stands ${figure ?? 0} in`;
    case 'soil opened':
      return `soil opened: ${word}`;
    case 'event':
      return word === '' ? 'no event' : `event: ${word}`;
    case 'watered':
      return `watered in by ${word === 'us' ? 'us' : `the ${word}`}`;
    case 'looked':
      return `looked at${word && `: ${word}`}${figure === null ? '' : `, ${figure} % taken`}`;
    case 'callback':
      return `the customer called: ${word}`;
    case 'next year': {
      const [asked = '', weed = ''] = word.split('|');
      const wish = NEXT_YEAR.find((w) => w === asked);
      const against = isWeed(weed) ? ` against ${WEEDS[weed].name}` : '';
      return wish ? `next year: ${nextYearWords(wish)}${against}` : `next year: nothing asked${against}`;
    }
    case 'damage': {
      const [cause = '', seen = ''] = word.split('|');
      return `damage: ${seen} (${cause})`;
    }
    default:
      return FINDING_NAMES[kind].toLowerCase();
  }
}
