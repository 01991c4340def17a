import { answerGates } from '@/server/api/gates-api';
import { gatesQuestion } from '@/server/api/gates-question';
import { route } from '@/server/entry/route';
import { reasonWords } from '@/ui/reason-words';

const MOST_BYTES = 10_000_000;
export const POST = route(gatesQuestion, MOST_BYTES, (actor, question) =>
  answerGates(actor, question, reasonWords),
);
