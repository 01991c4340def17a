'use server';
import { action } from '@/server/entry/action';
import {
  anyIdShape,
  crossingsShape,
  putThermometerAway,
  saveCrossings,
  saveThermometer,
  thermometerShape,
  tryJobAgain,
} from '@/server/settings/view';
import {
  equipmentShape,
  gateRulesShape,
  licenceShape,
  removeLicence,
  saveEquipment,
  saveGateRules,
  saveLicence,
  waiveCalibration,
  waiveShape,
} from '@/server/settings/gate-house';
import { dayShape, saveDayRules } from '@/server/settings/day-rules';
import { calibrationShape, saveCalibration } from '@/server/house/calibrations';
import {
  detailsShape,
  noteEquipment,
  noteShape,
  putToolAway,
  saveDetails,
  saveTool,
  toolShape,
  weighCap,
  weighingShape,
} from '@/server/house/equipment';
import { putTruckAway, saveTruck, saveVisitRules, truckShape, visitRulesShape } from '@/server/house/trucks';
import { saveUnits, unitsShape } from '@/server/settings/units';
import { keepingShape, saveKeeping } from '@/server/settings/keeping';
import { planningShape, savePlanning } from '@/server/settings/planning';
import { addSensor, sensorShape } from '@/server/soil/soil-station';
import { makeToken, revokeToken, tokenIdShape, tokenShape } from '@/server/entry/tokens';

export const saveDayRulesAction = action(dayShape, saveDayRules);
export const savePlanningAction = action(planningShape, savePlanning);
export const saveCalibrationAction = action(calibrationShape, saveCalibration);
export const saveDetailsAction = action(detailsShape, saveDetails);
export const noteEquipmentAction = action(noteShape, noteEquipment);
export const saveToolAction = action(toolShape, saveTool);
export const weighCapAction = action(weighingShape, weighCap);
export const putToolAwayAction = action(anyIdShape, putToolAway);
export const saveUnitsAction = action(unitsShape, saveUnits);
export const saveKeepingAction = action(keepingShape, saveKeeping);
export const saveGateRulesAction = action(gateRulesShape, saveGateRules);
export const saveLicenceAction = action(licenceShape, saveLicence);
export const removeLicenceAction = action(anyIdShape, removeLicence);
export const saveEquipmentAction = action(equipmentShape, saveEquipment);
export const waiveCalibrationAction = action(waiveShape, waiveCalibration);
export const saveCrossingsAction = action(crossingsShape, saveCrossings);
export const saveThermometerAction = action(thermometerShape, saveThermometer);
export const putAwayAction = action(anyIdShape, putThermometerAway);
export const addSensorAction = action(sensorShape, addSensor);
export const makeTokenAction = action(tokenShape, makeToken);
export const revokeTokenAction = action(tokenIdShape, revokeToken);
export const retryJobAction = action(anyIdShape, tryJobAgain);
export const saveTruckAction = action(truckShape, saveTruck);
export const putTruckAwayAction = action(anyIdShape, putTruckAway);
export const saveVisitRulesAction = action(visitRulesShape, saveVisitRules);
