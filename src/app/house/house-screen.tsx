import { notFound } from 'next/navigation';
import { may, type Actor } from '@/data/actor';
import { houseSheet } from '@/server/settings/view';
import { Link } from '@/ui/link';
import {
  addSensorAction,
  waiveCalibrationAction,
  makeTokenAction,
  putAwayAction,
  removeLicenceAction,
  retryJobAction,
  revokeTokenAction,
  saveCrossingsAction,
  saveDayRulesAction,
  saveEquipmentAction,
  saveGateRulesAction,
  saveKeepingAction,
  saveLicenceAction,
  savePlanningAction,
  saveThermometerAction,
  saveUnitsAction,
  putToolAwayAction,
  putTruckAwayAction,
  saveToolAction,
  saveTruckAction,
  saveVisitRulesAction,
  weighCapAction,
} from './actions';
import { Crossings } from './crossings';
import { DayRules } from './day-panel';
import { EquipmentPanel, GateRules, Licences } from './gate-panels';
import { Sensors, Thermometers } from './panels';
import { Planning } from './planning-panel';
import { Jobs, Keeping, TakeItWithYou, Tokens } from './server-panels';
import { ToolsPanel } from './tools-panel';
import { TrucksPanel } from './trucks-panel';
import { UnitsPanel } from './units-panel';
import { VisitsPanel } from './visits-panel';
import { PARTS, type Part } from './parts';

/** What belongs to the house and has a screen of its own. */
const OTHERS = [
  { href: '/weather', name: 'Weather' },
  { href: '/people', name: 'People' },
  { href: '/imports', name: 'Files' },
  { href: '/money', name: 'Money' },
  { href: '/changes', name: 'Changes' },
  { href: '/setup', name: 'Setting up' },
  { href: '/account', name: 'Your account' },
] as const;

/** One part of the house's rules and means, with the way to the others. */
export function HouseScreen({ actor, part }: Readonly<{ actor: Actor; part: string }>) {
  const here = PARTS.find((p) => p.key === part);
  if (!here) notFound();
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h1 className="text-page">House rules</h1>
        <nav aria-label="Of the house" className="flex flex-wrap gap-2">
          {OTHERS.map(({ href, name }) => (
            <Link key={href} href={href} className="button py-0 md:min-h-desk">
              {name}
            </Link>
          ))}
        </nav>
      </div>
      <nav aria-label="Parts of the house" className="mt-3 flex flex-wrap border-b-2 border-iron">
        {PARTS.map(({ key, href, name, why }) => (
          <Link
            key={key}
            href={href}
            title={why}
            aria-current={key === here.key ? 'page' : undefined}
            className={`flex min-h-touch items-center px-4 font-cond text-row no-underline ${
              key === here.key ? 'bg-iron text-lime' : 'text-ink'
            }`}
          >
            {name}
          </Link>
        ))}
      </nav>
      <p className="mt-2 text-note text-steel">{`Here: ${here.why}.`}</p>
      <Parts actor={actor} part={here.key} />
    </div>
  );
}

async function Parts({ actor, part }: Readonly<{ actor: Actor; part: Part }>) {
  const sheet = await houseSheet(actor);
  const mayChange = may(actor, 'change the house');
  switch (part) {
    case 'soil':
      return (
        <Crossings
          crossings={sheet.crossings}
          version={sheet.version}
          mayPlan={mayChange}
          saveCrossingsAction={saveCrossingsAction}
        />
      );
    case 'day':
      return (
        <>
          <DayRules
            day={sheet.day}
            version={sheet.dayVersion}
            mayChange={mayChange}
            saveDayRulesAction={saveDayRulesAction}
          />
          <UnitsPanel mayChange={mayChange} saveUnitsAction={saveUnitsAction} />
        </>
      );
    case 'gates':
      return (
        <GateRules
          rules={sheet.gates}
          version={sheet.gatesVersion}
          mayPlan={mayChange}
          saveGateRulesAction={saveGateRulesAction}
        />
      );
    case 'season':
      return (
        <Planning
          planning={sheet.planning}
          version={sheet.planningVersion}
          mayChange={mayChange}
          savePlanningAction={savePlanningAction}
        />
      );
    case 'road':
      return <Road sheet={sheet} mayChange={mayChange} />;
    case 'means':
      return <Means sheet={sheet} mayChange={mayChange} mayRecord={may(actor, 'record')} />;
    case 'server':
      return <Server sheet={sheet} mayChange={mayChange} mayTake={may(actor, 'manage people')} />;
  }
}

type Panel = Readonly<{ sheet: Awaited<ReturnType<typeof houseSheet>>; mayChange: boolean }>;

const Road = ({ sheet, mayChange }: Panel) => (
  <div className="mt-4">
    <TrucksPanel
      trucks={sheet.trucks}
      people={sheet.people}
      mayChange={mayChange}
      saveTruckAction={saveTruckAction}
      putTruckAwayAction={putTruckAwayAction}
    />
    <VisitsPanel
      rules={sheet.visitRules}
      version={sheet.visitRulesVersion}
      mayChange={mayChange}
      saveVisitRulesAction={saveVisitRulesAction}
    />
  </div>
);

const Means = ({ sheet, mayChange, mayRecord }: Panel & Readonly<{ mayRecord: boolean }>) => (
  <div className="mt-4 grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-2">
    <Licences
      licences={sheet.licences}
      people={sheet.licensable}
      mayPlan={mayChange}
      saveLicenceAction={saveLicenceAction}
      removeLicenceAction={removeLicenceAction}
    />
    <EquipmentPanel
      equipment={sheet.equipment}
      today={sheet.today}
      mayPlan={mayChange}
      saveEquipmentAction={saveEquipmentAction}
      waiveCalibrationAction={waiveCalibrationAction}
    />
    <ToolsPanel
      tools={sheet.tools}
      products={sheet.dryProducts}
      mayRecord={mayRecord}
      saveToolAction={saveToolAction}
      weighCapAction={weighCapAction}
      putToolAwayAction={putToolAwayAction}
    />
    <Thermometers
      thermometers={sheet.thermometers}
      mayRecord={mayRecord}
      saveThermometerAction={saveThermometerAction}
      putAwayAction={putAwayAction}
    />
    <Sensors
      sensors={sheet.sensors}
      zones={sheet.zones}
      mayPlan={mayChange}
      addSensorAction={addSensorAction}
    />
  </div>
);

const Server = ({ sheet, mayChange, mayTake }: Panel & Readonly<{ mayTake: boolean }>) => (
  <div className="mt-4 grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-2">
    <Tokens tokens={sheet.tokens} makeTokenAction={makeTokenAction} revokeTokenAction={revokeTokenAction} />
    {mayTake && <TakeItWithYou />}
    <Keeping
      years={sheet.keepNamesYears}
      version={sheet.keepingVersion}
      mayChange={mayChange}
      saveKeepingAction={saveKeepingAction}
    />
    <Jobs jobs={sheet.jobs} windows={sheet.windows} mayPlan={mayChange} retryJobAction={retryJobAction} />
  </div>
);
