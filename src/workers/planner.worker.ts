/** The planner beside the screen: asked with one question, it tells how far it is, then its programmes. */
import { readRuns, type SentRuns } from '@/core/ground/soil-runs';
import { planProgrammes, type Plans } from '@/core/season/planner/planner';
import type { PlanQuestion } from '@/core/season/planner/question';

export type AskedPlanner = Omit<PlanQuestion, 'runs'> & Readonly<{ runs: SentRuns }>;
export type PlannerSays =
  | Readonly<{ kind: 'step'; done: number; of: number }>
  | Readonly<{ kind: 'plans'; plans: Plans; milliseconds: number }>;

const say = (what: PlannerSays) => self.postMessage(what);
self.onmessage = ({ data }: MessageEvent<AskedPlanner>) => {
  const begun = performance.now();
  const plans = planProgrammes({ ...data, runs: readRuns(data.runs) }, (done, of) =>
    say({ kind: 'step', done, of }),
  );
  say({ kind: 'plans', plans, milliseconds: performance.now() - begun });
};
