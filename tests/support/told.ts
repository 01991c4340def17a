/** What a person reads of an issue, in trade units: tests hold the words by it. */
import { SHOWS } from '@/core/units/format';
import type { Fact, Issue, RowProblem } from '@/core/units/issue';
import { factSentence, factWords, issueSentence, issueWords, rowWords } from '@/ui/issue-words';

export const problemOf = (issue: Issue): string => issueWords(issue, SHOWS.trade).problem;
export const remedyOf = (issue: Issue): string => issueWords(issue, SHOWS.trade).remedy;
export const saidOf = (issue: Issue): string => issueSentence(issue, SHOWS.trade);
export const factSaid = (fact: Fact): string => factSentence(fact, SHOWS.trade);
export const factProblem = (fact: Fact): string => factWords(fact, SHOWS.trade).problem;
export const rowSaid = (row: RowProblem): string => rowWords(row, SHOWS.trade);
