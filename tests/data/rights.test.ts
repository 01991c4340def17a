/** What each role may send: every command of every screen, asked as each role. A new command fails here until it stands in the table. */
import fs from 'node:fs';
import { Forbidden, MAY, type Actor, type Permission, type Role } from '@/data/actor';
import { turnClock } from '@/data/clock';
import { makeToken, revokeToken } from '@/server/entry/tokens';
import { tellCustomer } from '@/server/day/customer';
import { saveRoutes } from '@/server/day/save-route';
import { saveDayRules } from '@/server/settings/day-rules';
import { saveCalibration } from '@/server/house/calibrations';
import * as equipment from '@/server/house/equipment';
import * as trucks from '@/server/house/trucks';
import { saveUnits } from '@/server/settings/units';
import { keepCards, measureLoad } from '@/server/mixing/loads';
import { saveKeeping } from '@/server/settings/keeping';
import { savePlanning } from '@/server/settings/planning';
import * as gateHouse from '@/server/settings/gate-house';
import * as houseRules from '@/server/settings/view';
import { saveStation } from '@/server/house/stations';
import { typeForecast } from '@/server/house/typed-forecast';
import * as imports from '@/server/imports/imports';
import * as forgetting from '@/server/lawns/forget-customer';
import * as history from '@/server/lawns/history';
import * as lawnList from '@/server/lawns/lawn-list';
import { noteFinding } from '@/server/lawns/note-finding';
import { makeStrip } from '@/server/lawns/make-strip';
import { saveWalk } from '@/server/lawns/walk';
import * as rehearsal from '@/server/rehearsal/play';
import { addNewLawn, saveLawn } from '@/server/lawns/save-lawn';
import * as account from '@/server/people/account';
import * as manage from '@/server/people/manage';
import * as products from '@/server/products/products';
import { changeStanding, copyApplication } from '@/server/programme/change-standing';
import { findZones } from '@/server/lawns/lawn-list';
import { liftLatch } from '@/server/programme/lift-latch';
import { takeProgramme } from '@/server/programme/take-programme';
import { askSeason, copyYear, planMany } from '@/server/season/plan-many';
import { rowsOfSeason, startQuestion } from '@/server/season/view';
import { saveApplication } from '@/server/programme/save-application';
import { ITEM_FORMS } from '@/app/outbox/item';
import { recordVisit } from '@/server/records/record-visit';
import { finishStop } from '@/server/stop/finish-stop';
import { keepPhoto } from '@/server/stop/keep-photo';
import { addSensor } from '@/server/soil/soil-station';
import { noteSign, takeReading } from '@/server/soil/take-reading';
import { lawnDesk, soilRunsOfZone } from '@/server/programme/view';
import { hindcastSheet } from '@/server/soil/view';
import { actor, closeAll } from '../support/demo';

afterAll(closeAll);
const ROLES = Object.keys(MAY) as Role[];

/** Rights are asked before anything is looked at: what is sent here is nothing. */
type Command = (actor: Actor, nothing: never) => unknown;
const COMMANDS: Record<string, [Permission, Command]> = {
  inviteAction: ['manage people', manage.invite],
  passwordLinkAction: ['manage people', manage.passwordLink],
  takeInvitationBackAction: ['manage people', manage.takeInvitationBack],
  changePersonAction: ['manage people', manage.changePerson],
  changeOwnPasswordAction: ['see', account.changeOwnPassword],
  endOwnSessionsAction: ['see', account.endOwnSessions],
  offerSecondFactorAction: ['see', account.offerSecondFactor],
  confirmSecondFactorAction: ['see', account.confirmSecondFactor],
  endSecondFactorAction: ['see', account.endSecondFactor],
  saveStationAction: ['change the house', saveStation],
  typeForecastAction: ['change the house', typeForecast],
  checkWeatherAction: ['change the house', imports.checkWeatherFile],
  turnClockAction: ['turn the clock', (who) => turnClock(who, 0)],
  checkReadingsAction: ['plan', imports.checkReadings],
  checkLawnsAction: ['plan', imports.checkLawnFile],
  saveDetailsAction: ['change the house', equipment.saveDetails],
  noteEquipmentAction: ['record', equipment.noteEquipment],
  saveRoutesAction: ['record', saveRoutes],
  tellCustomerAction: ['record', tellCustomer],
  saveTruckAction: ['change the house', trucks.saveTruck],
  putTruckAwayAction: ['change the house', trucks.putTruckAway],
  saveVisitRulesAction: ['change the house', trucks.saveVisitRules],
  saveToolAction: ['record', equipment.saveTool],
  weighCapAction: ['record', equipment.weighCap],
  putToolAwayAction: ['record', equipment.putToolAway],
  keepCardsAction: ['record', keepCards],
  takeImportAction: ['plan', imports.takeImport],
  undoImportAction: ['plan', imports.undoImport],
  setupAction: ['see', imports.setupFor],
  saveSheetAction: ['change the house', products.saveSheet],
  readSheetFileAction: ['change the house', products.readSheetFile],
  moveStockAction: ['record', products.moveStock],
  saveDayRulesAction: ['change the house', saveDayRules],
  saveGateRulesAction: ['change the house', gateHouse.saveGateRules],
  saveLicenceAction: ['change the house', gateHouse.saveLicence],
  removeLicenceAction: ['change the house', gateHouse.removeLicence],
  saveEquipmentAction: ['change the house', gateHouse.saveEquipment],
  waiveCalibrationAction: ['record', (who) => gateHouse.waiveCalibration(who, { id: '', why: '' })],
  saveCrossingsAction: ['change the house', houseRules.saveCrossings],
  saveThermometerAction: ['record', houseRules.saveThermometer],
  putAwayAction: ['record', houseRules.putThermometerAway],
  addSensorAction: ['plan', addSensor],
  makeTokenAction: ['use the interface', makeToken],
  revokeTokenAction: ['see', revokeToken],
  retryJobAction: ['change the house', houseRules.tryJobAgain],
  bulkAction: ['plan', lawnList.changeMany],
  saveFilterAction: ['change the house', lawnList.saveFilter],
  dropFilterAction: ['change the house', lawnList.dropFilter],
  liftLatchAction: ['plan', liftLatch],
  noteFindingAction: ['record', noteFinding],
  saveWalkAction: ['record', saveWalk],
  makeStripAction: ['plan', makeStrip],
  playWeekAction: ['see', rehearsal.playWeek],
  playMoveAction: ['see', rehearsal.playMove],
  playEndingAction: ['see', rehearsal.playEnding],
  playContestAction: ['see', rehearsal.playContest],
  saveApplicationAction: ['plan', saveApplication],
  changeStandingAction: ['plan', changeStanding],
  copyApplicationAction: ['plan', copyApplication],
  findZonesAction: ['see', findZones],
  recordVisitAction: ['record', (who, nothing) => recordVisit(who, nothing, (r) => r.code)],
  saveHistoryAction: ['record', history.saveHistory],
  noteEarlierAction: ['record', history.noteEarlierWork],
  takeBackEarlierAction: ['record', history.takeBackEarlier],
  closeLawnAction: ['plan', history.closeLawn],
  forgetCustomerAction: ['manage people', forgetting.forgetCustomer],
  saveKeepingAction: ['change the house', saveKeeping],
  saveCalibrationAction: ['record', saveCalibration],
  saveUnitsAction: ['change the house', saveUnits],
  savePlanningAction: ['change the house', savePlanning],
  takeProgrammeAction: ['plan', takeProgramme],
  askSeasonAction: ['plan', (who) => askSeason(who)],
  planManyAction: ['plan', planMany],
  copyYearAction: ['plan', copyYear],
  seasonRowsAction: ['see', rowsOfSeason],
  startQuestionAction: ['see', startQuestion],
  takeReadingAction: ['record', takeReading],
  noteSignAction: ['record', noteSign],
  saveLawnAction: ['plan', saveLawn],
  addLawnAction: ['plan', addNewLawn],
  deskAction: ['see', (who) => lawnDesk(who, crypto.randomUUID())],
  soilRunsAction: ['see', (who) => soilRunsOfZone(who, crypto.randomUUID(), 'warmest strip')],
  hindcastAction: ['see', (who) => hindcastSheet(who, crypto.randomUUID(), 'open')],
};

test('the table names every command that a screen can send', () => {
  const files = fs.readdirSync('src/app', { recursive: true, encoding: 'utf8' });
  const named = files
    .filter((f) => /\.tsx?$/.test(f))
    .flatMap((f) => [...fs.readFileSync(`src/app/${f}`, 'utf8').matchAll(/(\w+) = action\(/g)])
    .map((m) => m[1]!);
  expect(named.length).toBeGreaterThan(30);
  expect(Object.keys(COMMANDS).sort()).toEqual(named.sort());
});

/** What devices keep and send to an address that stays. */
const SENT: Record<string, [Permission, Command]> = {
  stop: ['record', (who, nothing) => finishStop(who, nothing, (r) => r.code)],
  photo: ['record', (who) => keepPhoto(who, { jpeg: '' } as never)],
  walk: ['record', saveWalk],
  reading: ['record', takeReading],
  measured: ['record', measureLoad],
};
test('and everything that a device keeps and sends', () => {
  const route = fs.readFileSync('src/app/api/go/[what]/route.ts', 'utf8');
  const sent = [...route.matchAll(/^ {2}(\w+): action\(/gm)].map((m) => m[1]!);
  expect(Object.keys(SENT).sort()).toEqual(sent.sort());
  expect(sent.sort()).toEqual(Object.keys(ITEM_FORMS).sort());
});

describe.each(Object.entries({ ...COMMANDS, ...SENT }))('%s', (_name, [permission, command]) => {
  test.each(ROLES)(`asks for "${permission}": %s`, async (role) => {
    let error: unknown = null;
    try {
      await command(actor(role), {} as never);
    } catch (e) {
      error = e;
    }
    const isForbidden = error instanceof Forbidden && error.permission === permission;
    expect(isForbidden).toBe(!MAY[role].includes(permission));
  });
});
