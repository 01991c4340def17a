/** The questions of the HTTP interface as threads work them: text in, answer out. */
import 'server-only';
import { SHOWS } from '@/core/units/format';
import { answerGates } from '@/server/api/gates-api';
import { gatesQuestion } from '@/server/api/gates-question';
import { answerIdentify, identifyQuestion } from '@/server/api/identify-api';
import { answerMix, mixQuestion } from '@/server/api/mix-api';
import { answerOutlook, outlookQuestion } from '@/server/api/outlook-api';
import { answerRoute, routeQuestion } from '@/server/api/route-api';
import { answerSeason, seasonQuestion } from '@/server/api/season-api';
import { answerWorkload, workloadQuestion } from '@/server/api/workload-api';
import { work, type Worked } from '@/server/entry/question';
import { reasonWords } from '@/ui/reason-words';

export const outlook = (text: string): Worked => work(outlookQuestion, text, answerOutlook);
export const gates = (text: string): Worked =>
  work(gatesQuestion, text, (question) =>
    answerGates(question, (reason) => reasonWords(reason, SHOWS.trade)),
  );
export const season = (text: string): Worked => work(seasonQuestion, text, answerSeason);
export const workload = (text: string): Worked => work(workloadQuestion, text, answerWorkload);
export const mix = (text: string): Worked =>
  work(mixQuestion, text, (question) => answerMix(question, reasonWords));
export const dayRoute = (text: string): Worked => work(routeQuestion, text, answerRoute);
export const identify = (text: string): Worked => work(identifyQuestion, text, answerIdentify);
