import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { houseSheet } from '@/server/house/house-rules';
import { Link } from '@/ui/link';
import { screen } from '../screen';
import {
  addSensorAction,
  calibratedTodayAction,
  makeTokenAction,
  putAwayAction,
  removeLicenceAction,
  retryJobAction,
  revokeTokenAction,
  saveCrossingsAction,
  saveDayRulesAction,
  saveEquipmentAction,
  saveGateRulesAction,
  saveLicenceAction,
  saveThermometerAction,
} from './actions';
import { Crossings } from './crossings';
import { DayRules } from './day-panel';
import { EquipmentPanel, GateRules, Licences } from './gate-panels';
import { Jobs, Sensors, TakeItWithYou, Thermometers, Tokens } from './panels';

export const metadata: Metadata = { title: 'House' };

/** What belongs to the house and has a screen of its own. */
const OTHERS = [
  { href: '/weather', name: 'Weather' },
  { href: '/people', name: 'People' },
  { href: '/imports', name: 'Files' },
  { href: '/changes', name: 'Changes' },
  { href: '/setup', name: 'Setting up' },
  { href: '/account', name: 'Your account' },
] as const;

export default screen(async (actor) => {
  const sheet = await houseSheet(actor);
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h1 className="text-[28px]">House rules</h1>
        <nav aria-label="Of the house" className="flex flex-wrap gap-2">
          {OTHERS.map(({ href, name }) => (
            <Link key={href} href={href} className="button py-0 md:min-h-[38px]">
              {name}
            </Link>
          ))}
        </nav>
      </div>
      <Crossings
        crossings={sheet.crossings}
        version={sheet.version}
        mayPlan={may(actor, 'change the house')}
        saveCrossingsAction={saveCrossingsAction}
      />
      <DayRules
        day={sheet.day}
        version={sheet.dayVersion}
        mayChange={may(actor, 'change the house')}
        saveDayRulesAction={saveDayRulesAction}
      />
      <GateRules
        rules={sheet.gates}
        version={sheet.gatesVersion}
        mayPlan={may(actor, 'change the house')}
        saveGateRulesAction={saveGateRulesAction}
      />
      <div className="mt-6 grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-2">
        <Licences
          licences={sheet.licences}
          mayPlan={may(actor, 'change the house')}
          saveLicenceAction={saveLicenceAction}
          removeLicenceAction={removeLicenceAction}
        />
        <EquipmentPanel
          equipment={sheet.equipment}
          today={sheet.today}
          mayPlan={may(actor, 'change the house')}
          saveEquipmentAction={saveEquipmentAction}
          calibratedTodayAction={calibratedTodayAction}
        />
        <Thermometers
          thermometers={sheet.thermometers}
          mayRecord={may(actor, 'record')}
          saveThermometerAction={saveThermometerAction}
          putAwayAction={putAwayAction}
        />
        <Sensors
          sensors={sheet.sensors}
          zones={sheet.zones}
          mayPlan={may(actor, 'change the house')}
          addSensorAction={addSensorAction}
        />
        <Tokens
          tokens={sheet.tokens}
          makeTokenAction={makeTokenAction}
          revokeTokenAction={revokeTokenAction}
        />
        {may(actor, 'manage people') && <TakeItWithYou />}
        <Jobs jobs={sheet.jobs} mayPlan={may(actor, 'change the house')} retryJobAction={retryJobAction} />
      </div>
    </div>
  );
});
