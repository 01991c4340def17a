import { answerOutlook, outlookQuestion } from '@/server/api/outlook-api';
import { route } from '@/server/entry/route';

const MOST_BYTES = 40_000_000;
export const POST = route(outlookQuestion, MOST_BYTES, answerOutlook);
