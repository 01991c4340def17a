/** What may be written down of a zone, as people choose it. */
import type { FindingKind } from '@/data/findings';

export const FINDING_NAMES: Record<FindingKind, string> = {
  mown: 'Mown',
  'turf green': 'How green the turf is',
  'turf stress': 'Heat or drought stress',
  'weed stage': 'How far a weed is',
  seeded: 'Seeded',
  'seedlings mown': 'Mowings of the seedlings',
  'notice sent': 'Notice sent',
  event: 'An event of the customer',
  'soil test': 'What a soil test says of phosphorus',
  'soil values': 'A soil test: pH, phosphorus, potassium, lime',
  compaction: 'How hard the ground is',
  thatch: 'How thick the thatch is',
  'cut height': 'How high the turf stands',
  'soil opened': 'The soil was opened',
  watered: 'A barrier was watered in',
  looked: 'A look at what was put down',
  callback: 'The customer called',
  'callback answered': 'The call was answered',
  damage: 'Damage to the turf',
  'next year': 'What next year is asked for',
};
