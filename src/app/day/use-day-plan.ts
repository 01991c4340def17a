'use client';
import { useMemo, useState } from 'react';
import { NO_WISHES, nextDoor, type DayPlan, type DayQuestion, type DayWishes } from '@/core/day/plan-day';
import type { SaveRoutesInput } from '@/server/day/save-route';
import type { DayScreen as Sheet } from '@/server/day/view';
import type { Outcome } from '@/server/entry/outcome';
import { useCommand } from '../use-command';
import { routesOf, savedPlan } from './saved-plan';
import { useRoute } from './use-route';

export type SaveRoutesAction = (input: SaveRoutesInput) => Promise<Outcome<{ versions: readonly number[] }>>;

export type DayPlanning = ReturnType<typeof useDayPlan>;
/** The plan of a day or a week: what was saved, or what is found anew around what a person wishes. */
export function useDayPlan(sheet: Sheet, saveRoutesAction: SaveRoutesAction) {
  const saved = useMemo(() => savedPlan(sheet), [sheet]);
  const [matrix, setMatrix] = useState<DayQuestion['matrix']>(null);
  const question = useMemo((): DayQuestion => ({ ...sheet.question, matrix }), [sheet.question, matrix]);
  /** null: what was saved stands as it is */
  const [wishes, setWishes] = useState<DayWishes | null>(saved ? null : NO_WISHES);
  const [change, setChange] = useState<Readonly<{ words: string; before: DayPlan }> | null>(null);
  const { plan: found, share, isDone, failed, stop } = useRoute(question, wishes);
  const plan = wishes ? (found ?? saved) : saved;
  const doors = useMemo(() => (plan ? nextDoor(question, plan) : []), [question, plan]);
  const { run, refusal, isSending } = useCommand();
  const wish = (words: string, next: DayWishes) => {
    if (plan) setChange({ words, before: plan });
    setWishes(next);
  };
  const save = () => {
    if (!plan) return;
    run(saveRoutesAction, { routes: routesOf(plan, wishes ?? NO_WISHES, { ...sheet, question }) }, () => {
      setWishes(null);
      setChange(null);
    });
  };
  const isSaved = wishes === null;
  return {
    question,
    plan,
    doors,
    wishes: wishes ?? NO_WISHES,
    isSaved,
    /** a better way is still looked for */
    isLooking: !isSaved && !isDone,
    isDone,
    share,
    failed,
    stop,
    /** what the last wish changed, once it is worked out */
    change: change && isDone && plan !== change.before ? change : null,
    wish,
    planAnew: () => setWishes(NO_WISHES),
    save,
    refusal,
    isSending,
    matrix,
    takeMatrix: (read: NonNullable<DayQuestion['matrix']>) => {
      setMatrix(read);
      setWishes(wishes ?? NO_WISHES);
    },
  };
}
