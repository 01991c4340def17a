import type { Actor, Role } from '@/data/actor';

/** A person of the demo company. */
export const actor = (role: Role = 'technician', orgId = 'quillmoor'): Actor => ({
  userId: 'person-2',
  name: 'Tobin Asher',
  orgId,
  orgName: 'Quillmoor Lawn Care',
  role,
  timeZone: 'US/Central',
  units: 'trade',
});
