/** The questions of the HTTP interface as threads work them: text in, answer out. */
import 'server-only';
import { answerGates } from '@/app/api/v1/questions/gates-api';
import { gatesQuestion } from '@/app/api/v1/questions/gates-question';
import { answerIdentify, identifyQuestion } from '@/app/api/v1/questions/identify-api';
import { answerMix, mixQuestion } from '@/app/api/v1/questions/mix-api';
import { answerOutlook, outlookQuestion } from '@/app/api/v1/questions/outlook-api';
import { answerRoute, routeQuestion } from '@/app/api/v1/questions/route-api';
import { answerSeason, seasonQuestion } from '@/app/api/v1/questions/season-api';
import { answerWorkload, workloadQuestion } from '@/app/api/v1/questions/workload-api';
import { work, type Worked } from '@/server/entry/question';

export const outlook = (text: string): Worked => work(outlookQuestion, text, answerOutlook);
export const gates = (text: string): Worked => work(gatesQuestion, text, answerGates);
export const season = (text: string): Worked => work(seasonQuestion, text, answerSeason);
export const workload = (text: string): Worked => work(workloadQuestion, text, answerWorkload);
export const mix = (text: string): Worked => work(mixQuestion, text, answerMix);
export const dayRoute = (text: string): Worked => work(routeQuestion, text, answerRoute);
export const identify = (text: string): Worked => work(identifyQuestion, text, answerIdentify);
