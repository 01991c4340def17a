/** The questions of the HTTP interface as threads work them: text in, answer out. */
import 'server-only';
import type { Worked } from '@/server/entry/question';
import { work } from './questions/check';
import { gatesQuestion } from './questions/describe-gates';
import { identifyQuestion } from './questions/describe-identify';
import { mixQuestion } from './questions/describe-mix';
import { outlookQuestion } from './questions/describe-outlook';
import { routeQuestion } from './questions/describe-route';
import { seasonQuestion } from './questions/describe-season';
import { workloadQuestion } from './questions/describe-workload';
import { answerGates } from './questions/gates-api';
import { answerIdentify } from './questions/identify-api';
import { answerMix } from './questions/mix-api';
import { answerOutlook } from './questions/outlook-api';
import { answerRoute } from './questions/route-api';
import { answerSeason } from './questions/season-api';
import { answerWorkload } from './questions/workload-api';

export const outlook = (text: string): Worked => work(outlookQuestion, text, answerOutlook);
export const gates = (text: string): Worked => work(gatesQuestion, text, answerGates);
export const season = (text: string): Worked => work(seasonQuestion, text, answerSeason);
export const workload = (text: string): Worked => work(workloadQuestion, text, answerWorkload);
export const mix = (text: string): Worked => work(mixQuestion, text, answerMix);
export const dayRoute = (text: string): Worked => work(routeQuestion, text, answerRoute);
export const identify = (text: string): Worked => work(identifyQuestion, text, answerIdentify);
