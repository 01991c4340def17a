/** What waits on this device to be sent, by person; nothing is opened that is not there. */
const STORES = 'iron-gate-go-';
export const storeNameOf = (userId: string): string => STORES + userId;

/** Of a person; 0 where the device keeps none, or does not say. */
export async function waitingOf(userId: string): Promise<number> {
  return (await names()).includes(storeNameOf(userId)) ? count(storeNameOf(userId)) : 0;
}

/** Of everybody who used this device. */
export async function waitingOfAll(): Promise<number> {
  const counts = await Promise.all((await names()).filter((n) => n.startsWith(STORES)).map(count));
  return counts.reduce((a, b) => a + b, 0);
}

/** Whose work is kept here, by their ids. */
export const peopleHere = async (): Promise<string[]> =>
  (await names()).filter((n) => n.startsWith(STORES)).map((n) => n.slice(STORES.length));

const names = async (): Promise<string[]> =>
  'indexedDB' in globalThis && 'databases' in indexedDB
    ? (await indexedDB.databases()).flatMap((d) => d.name ?? [])
    : [];

async function count(name: string): Promise<number> {
  try {
    const { openDB } = await import('idb');
    const db = await openDB(name);
    try {
      return db.objectStoreNames.contains('queue') ? await db.count('queue') : 0;
    } finally {
      db.close();
    }
  } catch {
    return 0;
  }
}
