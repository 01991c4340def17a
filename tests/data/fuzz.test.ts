/**
 * Every command of every screen, sent what its own shape lets through and nobody would type. It may be refused; it may not
 * fail, and none may take the server for itself. FUZZ_EACH: inputs a command (3); FUZZ_SEED: their seed.
 */
import fs from 'node:fs';
import { jest } from '@jest/globals';
import { sql } from 'drizzle-orm';
import type Joi from 'joi';
import { randomFrom } from '@/core/weather/random';
import { Forbidden, type Actor } from '@/data/actor';
import { againWhereCollided, inOrganisation } from '@/data/connection';
import { TooMuch } from '@/threads/threads';
import { actor, closeAll } from '../support/demo';
import { drawn, type Described } from '../support/grammar';

afterAll(closeAll);
const EACH = Number(process.env['FUZZ_EACH'] ?? 3);
const SEED = Number(process.env['FUZZ_SEED'] ?? 20_261_202);
/** Longer is a hang: written to the log, and far from the patience of a busy machine's test. */
const SLOW_MS = 2000;
/** They move the demo's day, after which each answer takes as long as a new day does. */
const LEFT_OUT = ['turnClockAction'];

type Caught = Readonly<{ shape: Joi.ObjectSchema; run: (who: Actor, input: unknown) => Promise<unknown> }>;
jest.unstable_mockModule('@/server/entry/action', () => ({
  action: (shape: Caught['shape'], run: Caught['run']): Caught => ({ shape, run }),
  openAction: () => null,
}));

/** Of nobody who is signed in. */
jest.unstable_mockModule('next/headers', () => ({
  headers: () => Promise.resolve(new Headers()),
  cookies: () => Promise.resolve({ getAll: () => [], get: () => undefined, set() {}, delete() {} }),
}));

const files = fs
  .readdirSync('src/app', { recursive: true, encoding: 'utf8' })
  .filter((f) => /(^|\/)actions\.ts$/.test(f))
  .sort();
const isCaught = (v: unknown): v is Caught => typeof v === 'object' && v !== null && 'shape' in v;
async function commands(): Promise<[string, Caught][]> {
  const modules: Record<string, unknown>[] = [];
  // one after the other: Jest links no two at once that share a module
  for (const f of files)
    modules.push((await import(`@/app/${f.replace('.ts', '')}`)) as Record<string, unknown>);
  return modules.flatMap((m) =>
    Object.entries(m).filter((e): e is [string, Caught] => isCaught(e[1]) && !LEFT_OUT.includes(e[0])),
  );
}
const idsOf = (who: Actor) =>
  inOrganisation(who, async (db) => {
    const rows = await db.execute<{ id: string }>(sql`
      select id::text from zone union select id::text from lawn union select id::text from planned_application
      union select id::text from planned_product union select id::text from product
      union select id::text from equipment union select id::text from truck
      union select id::text from application_record union select id::text from station`);
    return rows.map((r) => r.id);
  });

/** What came of one that its shape lets through; null: an answer or a refusal. */
async function failing(who: Actor, run: Caught['run'], input: unknown): Promise<string | null> {
  try {
    await againWhereCollided(() => run(who, input));
    return null;
  } catch (error) {
    if (error instanceof Forbidden || error instanceof TooMuch) return null;
    const at = error instanceof Error ? (/src\/\S+/.exec(error.stack ?? '')?.[0] ?? '') : '';
    return error instanceof Error ? `${error.name}: ${error.message} at ${at}`.slice(0, 300) : String(error);
  }
}

test(
  'whatever is sent to a command is done or refused, and never a fault',
  async () => {
    const who = actor('lead');
    const list = await commands();
    expect(list.length).toBeGreaterThan(70);
    const by = { random: randomFrom(SEED), ids: await idsOf(who) };
    const found = new Map<string, string>();
    const slow = new Map<string, number[]>();
    let [sent, through] = [0, 0];
    for (const [name, command] of list) {
      const described = command.shape.describe() as Described;
      for (let i = 0; i < EACH; i++) {
        const input = drawn(described, by);
        const checked = command.shape.validate(input, { abortEarly: true, convert: false });
        sent++;
        if (checked.error) continue;
        through++;
        const begun = performance.now();
        const why = await failing(who, command.run, checked.value);
        const ms = performance.now() - begun;
        if (ms > SLOW_MS) slow.set(name, [...(slow.get(name) ?? []), ms / 1000]);
        if (why) found.set(`${name}: ${why}`, JSON.stringify(input).slice(0, 600));
      }
    }
    const slowWords = [...slow]
      .map(([name, s]) => `${name} ${s.length} ×, up to ${Math.max(...s).toFixed(1)} s`)
      .join(', ');
    const log = process.env['FUZZ_LOG'];
    if (log)
      fs.appendFileSync(
        log,
        `| ${new Date().toISOString().slice(0, 10)} | ${SEED} | ${sent} | ${through} | ${list.length} | ${found.size} | ${slowWords || 'none'} |\n`,
      );
    // else the shapes say no to all of it, and nothing was tried
    expect(through / sent).toBeGreaterThan(0.4);
    expect([...found].map(([why, input]) => `${why} ← ${input}`)).toEqual([]);
  },
  EACH * 120_000,
);
