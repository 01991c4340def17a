/** What a new company still lacks before its lawns answer, in the order in which it is of use. */
import 'server-only';
import type { Actor } from '@/data/actor';
import { requirePermission } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import { lawnCount } from '@/data/lawn-list';
import { peopleOfCompany } from '@/data/people';
import { labelsOf } from '@/data/products';
import { equipmentOf } from '@/data/equipment';
import { licencesOf } from '@/data/resources';
import { stationsSheet } from './stations';

export type SetupStep = Readonly<{
  key: 'station' | 'weather' | 'house' | 'licences' | 'equipment' | 'labels' | 'lawns' | 'people';
  isDone: boolean;
  /** what there is, for the words */
  count: number;
}>;

/** A year of weather is the least that an outlook is made from. */
const LEAST_DAYS = 366;

export async function setupSteps(actor: Actor): Promise<readonly SetupStep[]> {
  requirePermission(actor, 'see');
  const { stations } = await stationsSheet(actor);
  const people = (await peopleOfCompany(actor.orgId)).filter((p) => p.endedAt === null).length;
  const days = Math.max(0, ...stations.map((s) => s.days));
  return inOrganisation(actor, async (db) => {
    const house = await houseOf(db);
    const labels = (await labelsOf(db)).now.length;
    const lawns = await lawnCount(db);
    const licences = (await licencesOf(db)).length;
    const equipment = (await equipmentOf(db)).length;
    const step = (key: SetupStep['key'], count: number, isDone = count > 0): SetupStep => ({
      key,
      count,
      isDone,
    });
    return [
      step('station', stations.length),
      step('weather', Math.floor(days / 365), days >= LEAST_DAYS),
      step('house', house.gatesVersion, house.storedGates.state !== ''),
      step('licences', licences),
      step('equipment', equipment),
      step('labels', labels),
      step('lawns', lawns),
      step('people', people, people > 1),
    ];
  });
}
