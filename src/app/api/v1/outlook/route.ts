import { answerOutlook, outlookQuestion } from '@/server/outlook-api';
import { route } from '@/server/route';

const MOST_BYTES = 40_000_000;
export const POST = route(outlookQuestion, MOST_BYTES, answerOutlook);
