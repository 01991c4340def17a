/** What open screens are told, as it happens: whose, of which zones, and that the line is given up when they leave. */
import { eq } from 'drizzle-orm';
import { tellChange } from '@/data/changes-told';
import { inOrganisation, signInDatabase } from '@/data/connection';
import { news, organisation } from '@/data/schema';
import { changeStream, type ChangesTold } from '@/server/entry/change-stream';
import { changed } from '@/server/queue/changes';
import { startWorker } from '@/server/worker/worker';
import { actor, closeAll, zoneNamed } from '../support/demo';

const lead = actor('lead');
const other = actor('lead', 'hollin-green');
beforeAll(() =>
  signInDatabase()
    .insert(organisation)
    .values({ id: other.orgId, name: 'Hollin Green', timeZone: 'US/Central' })
    .onConflictDoNothing(),
);
const screens: AbortController[] = [];
afterAll(async () => {
  for (const s of screens) s.abort();
  await inOrganisation(other, (db) => db.delete(news));
  await signInDatabase().delete(organisation).where(eq(organisation.id, other.orgId));
  await closeAll();
});

const isAllowed = () => Promise.resolve(true);
/** An open screen: what it is told, one event after the other. */
async function screenOf(who = lead) {
  const left = new AbortController();
  screens.push(left);
  const reader = (await changeStream(who, left.signal, isAllowed)).getReader();
  const decoder = new TextDecoder();
  const next = async (): Promise<ChangesTold | null> => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return null;
      const text = decoder.decode(value);
      if (text.startsWith('data: ')) return JSON.parse(text.slice(6)) as ChangesTold;
    }
  };
  return { next, leave: () => left.abort() };
}

test('a screen is told at once how things stand, and then of each change, with the zones that it is about', async () => {
  const { id } = await zoneNamed('14 Quarry Lane · front');
  const screen = await screenOf();
  const first = (await screen.next())!;
  expect(first.zones).toBeNull();
  await inOrganisation(lead, (db) => changed(db, lead, [id]));
  const second = (await screen.next())!;
  expect(second).toMatchObject({ version: first.version + 1, zones: [id] });
  expect(second.waiting).toBeGreaterThan(0);
  screen.leave();
  expect(await screen.next()).toBeNull();
});

test('a screen that is left without asking for more is heard of no more', async () => {
  const held = () =>
    (globalThis as { __ironGateChanges?: { ears: Map<string, Set<unknown>> } }).__ironGateChanges!.ears.get(
      lead.orgId,
    )!.size;
  const before = held();
  const stream = await changeStream(lead, new AbortController().signal, isAllowed);
  expect(held()).toBe(before + 1);
  // the first event is made by itself, and nobody takes it
  await new Promise((go) => setTimeout(go, 50));
  await stream.cancel();
  expect(held()).toBe(before);
});

test('what comes close together is told together; of what touches all, all', async () => {
  const { id } = await zoneNamed('14 Quarry Lane · front');
  const screen = await screenOf();
  const { version } = (await screen.next())!;
  await inOrganisation(lead, async (db) => {
    await tellChange(db, lead.orgId, [id]);
    await tellChange(db, lead.orgId, null);
  });
  expect(await screen.next()).toMatchObject({ version: version + 2, zones: null });
});

test('a change that is taken back is told to nobody, and what another company does neither', async () => {
  const screen = await screenOf();
  const { version } = (await screen.next())!;
  const all = { orgId: lead.orgId };
  await expect(
    inOrganisation(all, async (db) => {
      await tellChange(db, lead.orgId, null);
      throw new Error('thought better of it');
    }),
  ).rejects.toThrow('thought better');
  await inOrganisation(other, (db) => tellChange(db, other.orgId, null));
  const { id } = await zoneNamed('3 Mill Race · whole lawn');
  await inOrganisation(lead, (db) => tellChange(db, lead.orgId, [id]));
  expect(await screen.next()).toMatchObject({ version: version + 1, zones: [id] });
});

test('a long list of zones is told as all: a notice has room for 8,000 bytes', async () => {
  const screen = await screenOf();
  await screen.next();
  const many = Array.from({ length: 400 }, () => crypto.randomUUID());
  await inOrganisation(lead, (db) => tellChange(db, lead.orgId, many));
  expect((await screen.next())!.zones).toBeNull();
});

test('the end of background work is told: a screen that says "computing" stops saying so', async () => {
  await inOrganisation(lead, (db) => changed(db, lead, []));
  const screen = await screenOf();
  let state = (await screen.next())!;
  expect(state.waiting).toBeGreaterThan(0);
  const stopWorker = await startWorker();
  try {
    while (state.waiting > 0) state = (await screen.next())!;
  } finally {
    await stopWorker();
  }
  expect(state.waiting).toBe(0);
});
