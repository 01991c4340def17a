/** The route beside the screen: each better plan as soon as there is one, how far it is, then the answer. */
import { planDays, type DayPlan, type DayQuestion, type DayWishes } from '@/core/day/plan-day';

export type AskedRoute = Readonly<{ question: DayQuestion; wishes: DayWishes }>;
export type RouteSays = Readonly<{ plan: DayPlan | null; share: number; isDone: boolean }>;

const say = (what: RouteSays) => self.postMessage(what);
/** The share is told so often. */
const ROUNDS = 800;
const TELL_EVERY = 20;

self.onmessage = ({ data: { question, wishes } }: MessageEvent<AskedRoute>) => {
  let round = 0;
  const plan = planDays(
    question,
    wishes,
    {
      rounds: ROUNDS,
      isOver: () => {
        if (++round % TELL_EVERY === 0) say({ plan: null, share: round / ROUNDS, isDone: false });
        return false;
      },
    },
    (better, share) => say({ plan: better, share, isDone: false }),
  );
  say({ plan, share: 1, isDone: true });
};
