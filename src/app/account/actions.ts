'use server';
import { action } from '@/server/entry/action';
import {
  changeOwnPassword,
  codeShape,
  confirmSecondFactor,
  endOwnSessions,
  endSecondFactor,
  offerSecondFactor,
  ownPasswordShape,
  passwordShape,
  sessionShape,
} from '@/server/people/account';

export const changeOwnPasswordAction = action(passwordShape, changeOwnPassword);
export const endOwnSessionsAction = action(sessionShape, endOwnSessions);
export const offerSecondFactorAction = action(ownPasswordShape, offerSecondFactor);
export const confirmSecondFactorAction = action(codeShape, confirmSecondFactor);
export const endSecondFactorAction = action(ownPasswordShape, endSecondFactor);
