/** What files and lists cost on a real database: a logger's 200,000 rows against reading them alone, and 5,000 lawns searched. */
import { parse } from 'csv-parse/sync';
import type { Actor } from '@/data/actor';
import { closeConnection, inOrganisation } from '@/data/connection';
import { importOf, moveImport } from '@/data/imports';
import { zonesOf } from '@/data/lawns';
import { LAWN_KEYS, matchColumns } from '@/formats/lawn-csv';
import { checkLawnFile, checkReadings } from '@/server/imports/imports';
import { runImport } from '@/server/imports/run-imports';
import { closeQueue } from '@/server/jobs/jobs';
import { lawnList, queryOf } from '@/server/lawns/lawn-list';

const lead: Actor = {
  userId: 'person-1',
  name: 'bench',
  orgId: 'quillmoor',
  orgName: 'Quillmoor Lawn Care',
  role: 'lead',
  timeZone: 'US/Central',
};
const ROWS = 200_000;
const LAWNS = 5000;
const seconds = async (work: () => unknown) => {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
};
const must = <T>(o: { ok: true; value: T } | { ok: false; refusal: unknown }): T => {
  if (!o.ok) throw new Error(JSON.stringify(o.refusal));
  return o.value;
};
/** Takes a checked file as the worker does. */
async function take(importId: string): Promise<number> {
  await inOrganisation(lead, (db) => moveImport(db, importId, ['checked'], { status: 'waiting' }));
  await runImport(lead, importId);
  return (await inOrganisation(lead, (db) => importOf(db, importId)))!.added;
}

async function logger(): Promise<void> {
  const start = Date.UTC(2025, 3, 1);
  const body = [
    'time,soil',
    ...Array.from(
      { length: ROWS },
      (_, i) =>
        `${new Date(start + i * 300_000).toISOString().slice(0, 16)},${(55 + 9 * Math.sin(i / 300)).toFixed(1)}`,
    ),
  ].join('\n');
  const [zone] = await inOrganisation(lead, zonesOf);
  const mapping = {
    zoneId: zone!.id,
    timeColumn: 0,
    dayFirst: false,
    clock: { kind: 'offset', hours: -6 },
    unit: 'F',
    columns: [{ column: 1, depthIn: 2, spot: 'open' }],
  } as const;
  const alone = await seconds(() => parse(body, { bom: true, skip_empty_lines: true, trim: true }));
  let importId = '';
  const looked = await seconds(async () => {
    importId = must(await checkReadings(lead, { fileName: 'bench.csv', body, mapping })).importId;
  });
  let added = 0;
  const taken = await seconds(async () => {
    added = await take(importId);
  });
  const rate = (s: number) => `${Math.round(ROWS / s).toLocaleString('en-US')} rows/s`;
  console.log(
    `      a logger's ${added.toLocaleString('en-US')} rows: the CSV library alone ${rate(alone)}; looked through ${rate(looked)}, ${(looked / alone).toFixed(1)} times as long; taken into the database ${rate(taken)}, ${(taken / alone).toFixed(1)} times as long`,
  );
}

async function search(): Promise<void> {
  const header = 'Customer,Address,Turf,Area,Notes';
  const words = ['dog', 'gate', 'slope', 'lamps', 'hedge', 'trampoline', 'sandpit', 'statue'];
  const body = [
    header,
    ...Array.from(
      { length: LAWNS },
      (_, i) =>
        `Customer ${i},${i + 1} ${words[i % 8]} Row,tall fescue,${3000 + i},mind the ${words[(i * 5) % 8]} by the ${words[(i * 3 + 1) % 8]}`,
    ),
  ].join('\n');
  const mapping = {
    ...Object.fromEntries(LAWN_KEYS.map((k) => [k, -1])),
    ...matchColumns(header.split(',')),
  };
  await take(
    must(await checkLawnFile(lead, { fileName: 'bench-lawns.csv', body, mapping: mapping })).importId,
  );
  const time = async (params: Record<string, string>) => {
    const times: number[] = [];
    for (let i = 0; i < 15; i++) times.push(await seconds(() => lawnList(lead, queryOf(params))));
    return times.sort((a, b) => a - b)[7]! * 1000;
  };
  const plain = await time({});
  const found = await time({ q: 'statue hedge customer 4321' });
  const isOver = found > 100;
  console.log(
    `${isOver ? 'OVER' : 'ok  '}  ${found.toFixed(0)} ms (at most 100) a lawn found by four words among ${LAWNS.toLocaleString('en-US')}; ${(found / plain).toFixed(2)} times the first page of all, ${plain.toFixed(0)} ms`,
  );
  if (isOver) process.exitCode = 1;
}

await logger();
await search();
await closeQueue();
await closeConnection();
