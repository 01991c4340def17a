'use server';
import { action } from '@/server/entry/action';
import {
  contestShape,
  endingShape,
  moveShape,
  playContest,
  playEnding,
  playMove,
  playWeek,
  weekShape,
} from '@/server/rehearsal/play';

export const playWeekAction = action(weekShape, playWeek);
export const playMoveAction = action(moveShape, playMove);
export const playEndingAction = action(endingShape, playEnding);
export const playContestAction = action(contestShape, playContest);
