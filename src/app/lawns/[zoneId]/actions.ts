'use server';
import { SHOWS } from '@/core/units/format';
import { action } from '@/server/entry/action';
import { hindcastSheet } from '@/server/soil/view';
import { done, refuse } from '@/server/entry/outcome';
import { forgetCustomer, forgetShape } from '@/server/lawns/forget-customer';
import { makeStrip, stripShape } from '@/server/lawns/make-strip';
import { findingShape, noteFinding } from '@/server/lawns/note-finding';
import { saveWalk, walkShape } from '@/server/lawns/walk';
import { liftLatch, liftShape } from '@/server/programme/lift-latch';
import {
  changeStanding,
  copyApplication,
  copyShape,
  standingShape,
} from '@/server/programme/change-standing';
import { applicationShape, saveApplication } from '@/server/programme/save-application';
import { lawnDesk, soilRunsOfZone } from '@/server/programme/view';
import { programmeShape, takeProgramme } from '@/server/programme/take-programme';
import { recordShape, recordVisit } from '@/server/records/record-visit';
import {
  closeLawn,
  closeShape,
  earlierShape,
  historyShape,
  noteEarlierWork,
  saveHistory,
  takeBackEarlier,
  takeBackShape,
} from '@/server/lawns/history';
import { tellCustomer, tellShape } from '@/server/day/customer';
import { findZones, findZonesShape } from '@/server/lawns/lawn-list';
import { recordWords } from '@/ui/stop-words';
import { addLawnShape, addNewLawn, saveLawn, saveLawnShape } from '@/server/lawns/save-lawn';
import { noteSign, observationShape, readingShape, takeReading } from '@/server/soil/take-reading';
import Joi from 'joi';
import { SPOTS, type Spot } from '@/core/lawn/zone';

export const liftLatchAction = action(liftShape, liftLatch);
export const makeStripAction = action(stripShape, makeStrip);
export const saveWalkAction = action(walkShape, saveWalk);
export const noteFindingAction = action(findingShape, noteFinding);
export const saveApplicationAction = action(applicationShape, saveApplication);
export const takeProgrammeAction = action(programmeShape, takeProgramme);
export const changeStandingAction = action(standingShape, changeStanding);
export const copyApplicationAction = action(copyShape, copyApplication);
export const findZonesAction = action(findZonesShape, findZones);
export const recordVisitAction = action(recordShape, (actor, input) =>
  recordVisit(actor, input, recordWords(SHOWS[actor.units])),
);
export const tellCustomerAction = action(tellShape, tellCustomer);
export const saveHistoryAction = action(historyShape, saveHistory);
export const noteEarlierAction = action(earlierShape, noteEarlierWork);
export const takeBackEarlierAction = action(takeBackShape, takeBackEarlier);
export const forgetCustomerAction = action(forgetShape, forgetCustomer);
export const closeLawnAction = action(closeShape, closeLawn);
export const takeReadingAction = action(readingShape, takeReading);
export const noteSignAction = action(observationShape, noteSign);
export const saveLawnAction = action(saveLawnShape, saveLawn);
export const addLawnAction = action(addLawnShape, addNewLawn);

const zoneShape = Joi.object<{ zoneId: string }>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
});
const spotShape = Joi.object<{ zoneId: string; spot: Spot }>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  spot: Joi.string()
    .valid(...SPOTS)
    .required(),
});
export const soilRunsAction = action(spotShape, async (actor, { zoneId, spot }) =>
  done(await soilRunsOfZone(actor, zoneId, spot)),
);
export const deskAction = action(zoneShape, async (actor, { zoneId }) => {
  const desk = await lawnDesk(actor, zoneId);
  return desk ? done(desk) : refuse({ kind: 'gone' });
});
export const hindcastAction = action(spotShape, async (actor, { zoneId, spot }) =>
  done(await hindcastSheet(actor, zoneId, spot)),
);
