/**
 * A company as one archive of open formats: a ZIP with a manifest, every table as lines of JSON, and what people read
 * (lawns, records, labels) as CSV and JSON. Another server of the same version takes it in.
 */
import 'server-only';
import { createWriteStream, type WriteStream } from 'node:fs';
import { once } from 'node:events';
import { Zip, ZipDeflate, strFromU8, unzipSync, type UnzipFileInfo } from 'fflate';
import { UNIT_SYSTEMS, type UnitSystem } from '@/core/units/measures';
import { MAY, requirePermission, type Actor } from '@/data/actor';
import { COMPANY_TABLES, putPeople, putRows, rowsOf, sumOf, type ArchivedPerson } from '@/data/archive';
import { inOrganisation, isDatabaseGone, newestMigration } from '@/data/connection';
import { addOrganisation, organisationOf } from '@/data/organisations';
import { hasAccount, peopleOfCompany } from '@/data/people';
import { whyOf } from '@/server/log';
import { exportLawns } from '@/server/lawns/lawn-list';
import { makeLink } from '@/server/people/links';
import { sendJob } from '@/server/queue/jobs';
import { recordFile, recordsAsCsv } from '@/server/records/export';
import { recordQueryOf } from '@/server/records/view';
import Joi from 'joi';
import { VERSION } from '@/version';

const FORMAT = 'iron-gate-company/1';
type Manifest = Readonly<{
  format: typeof FORMAT;
  version: string;
  /** of the newest migration: tables must be the same on both servers */
  tables: number;
  madeAt: string;
  madeBy: string;
  /** an archive of an older program does not say its units: trade */
  company: Readonly<{ id: string; name: string; timeZone: string; units?: UnitSystem }>;
  people: readonly ArchivedPerson[];
  counts: Readonly<Record<string, Readonly<{ rows: number; sum: string }>>>;
}>;

const words = Joi.string().max(300).required();
const moment = Joi.string().isoDate();
const manifestShape = Joi.object<Manifest>({
  format: Joi.valid(FORMAT).required(),
  version: words,
  tables: Joi.number().integer().required(),
  madeAt: words,
  madeBy: words,
  company: Joi.object({
    id: words,
    name: words,
    timeZone: words,
    units: Joi.valid(...UNIT_SYSTEMS),
  }).required(),
  people: Joi.array()
    .items(
      Joi.object({
        userId: words,
        name: words,
        email: Joi.string().email({ tlds: false }).max(254).required(),
        role: Joi.valid(...Object.keys(MAY)).required(),
        joinedAt: moment.required(),
        endedAt: moment.allow(null).required(),
      }),
    )
    .max(10_000)
    .required(),
  counts: Joi.object()
    .pattern(
      words,
      Joi.object({ rows: Joi.number().integer().min(0).required(), sum: Joi.string().allow('').required() }),
    )
    .required(),
}).required();

/** Writes the archive into a file. Its tables are of one moment, also while people work. */
export async function writeArchive(actor: Actor, file: string): Promise<void> {
  requirePermission(actor, 'manage people');
  const out = createWriteStream(file, { mode: 0o600 });
  try {
    await writeInto(out, actor);
  } finally {
    out.destroy();
  }
}

async function writeInto(out: WriteStream, actor: Actor): Promise<void> {
  let failed: Error | null = null;
  // a disk that is full is told to who asked, and ends nothing else
  out.on('error', (error) => (failed = error));
  const zip = new Zip((error, chunk) => {
    if (error) failed = error;
    else out.write(chunk);
  });
  const add = (name: string) => {
    const entry = new ZipDeflate(name, { level: 6 });
    zip.add(entry);
    return {
      async write(text: string) {
        entry.push(new TextEncoder().encode(text));
        if (out.writableNeedDrain && !failed) await once(out, 'drain');
        if (failed) throw failed;
      },
      end: () => entry.push(new Uint8Array(), true),
    };
  };
  const whole = async (name: string, text: string) => {
    const entry = add(name);
    await entry.write(text);
    entry.end();
  };
  const tables = await newestMigration();
  await inOrganisation(
    actor,
    async (db) => {
      const counts: Record<string, { rows: number; sum: string }> = {};
      for (const table of COMPANY_TABLES) {
        counts[table.name] = await sumOf(db, table);
        const entry = add(`tables/${table.name}.ndjson`);
        for await (const lines of rowsOf(db, table)) await entry.write(`${lines.join('\n')}\n`);
        entry.end();
      }
      const { id, name, timeZone, units } = (await organisationOf(actor.orgId))!;
      const manifest: Manifest = {
        format: FORMAT,
        version: VERSION,
        tables,
        madeAt: new Date().toISOString(),
        madeBy: actor.name,
        company: { id, name, timeZone, units },
        people: (await peopleOfCompany(actor.orgId)).map((p) => ({
          userId: p.userId,
          name: p.name,
          email: p.email,
          role: p.role,
          joinedAt: p.joinedAt.toISOString(),
          endedAt: p.endedAt?.toISOString() ?? null,
        })),
        counts,
      };
      await whole('manifest.json', `${JSON.stringify(manifest, null, 2)}\n`);
    },
    { isolationLevel: 'repeatable read' },
  );
  await whole('lawns.csv', await exportLawns(actor, 'csv'));
  await whole('lawns.geojson', await exportLawns(actor, 'geojson'));
  await whole('records.csv', recordsAsCsv(await recordFile(actor, recordQueryOf({}))));
  zip.end();
  await new Promise<void>((ok, no) => out.end((error?: Error | null) => (error ? no(error) : ok())));
}

/** Why an archive cannot be taken in; what it holds stays where it is. */
export class NotTaken extends Error {}

export type Arrived = Readonly<{
  company: string;
  rows: number;
  /** each active person's way to a password */
  links: readonly Readonly<{ name: string; email: string; url: string }>[];
}>;

/** Reads one file of an archive. @throws NotTaken where it has none, or it would unpack to more than ours do */
const fileOf =
  (zip: Uint8Array) =>
  (name: string): string => {
    let found: Uint8Array | undefined;
    try {
      found = unzipSync(zip, { filter: (f) => f.name === name && isOfOurs(f) })[name];
    } catch (error) {
      if (error instanceof NotTaken) throw error;
      throw new NotTaken(NO_ARCHIVE);
    }
    if (!found) throw new NotTaken(`The archive has no ${name}: make it again on the old server.`);
    return strFromU8(found);
  };

/** Whose archive it is, and who may sign in once it is taken in: to be looked at before that. @throws NotTaken */
export function lookIntoArchive(
  zip: Uint8Array,
): Pick<Manifest, 'madeAt' | 'madeBy' | 'people'> & Readonly<{ company: string }> {
  const { company, madeAt, madeBy, people } = manifestFrom(fileOf(zip));
  return { company: company.name, madeAt, madeBy, people };
}

/**
 * Takes a company in, as it was: all or nothing, compared table by table before it counts.
 * @param zip the archive's bytes
 * @param confirmed how many people somebody has looked at and wants in: whoever can change an archive can add one
 * @throws NotTaken with what to do about it
 */
export async function takeArchive(zip: Uint8Array, confirmed: number): Promise<Arrived> {
  const one = fileOf(zip);
  const manifest = manifestFrom(one);
  const { company, people, counts } = manifest;
  if (people.length !== confirmed)
    throw new NotTaken(
      `The archive holds ${people.length} people, and ${confirmed} were confirmed. Look at the list, and give their number.`,
    );
  const there = await newestMigration();
  if (manifest.tables !== there)
    throw new NotTaken(
      `The archive is of version ${manifest.version} and this server has ${VERSION}, whose tables differ. Bring both to one version and make the archive again.`,
    );
  if (await organisationOf(company.id)) throw new NotTaken(`${company.name} is on this server already.`);
  for (const p of people)
    if (await hasAccount(p.email))
      throw new NotTaken(
        `${p.email} has an account on this server already, in another company. Change the address there or here first.`,
      );
  let rows = 0;
  await inOrganisation({ orgId: company.id }, async (db) => {
    await addOrganisation(db, { units: 'trade', ...company });
    await putPeople(db, company.id, people);
    for (const table of COMPANY_TABLES) {
      const lines = one(`tables/${table.name}.ndjson`).split('\n').filter(Boolean);
      await putRows(db, table, lines).catch((error: unknown) => {
        if (isDatabaseGone(error)) throw error;
        throw new NotTaken(`${table.name} cannot be kept as it stands in the archive: ${whyOf(error)}.`);
      });
      const [want, have] = [counts[table.name], await sumOf(db, table)];
      if (want?.rows !== have.rows || want.sum !== have.sum)
        throw new NotTaken(
          `${table.name} would hold ${have.rows} rows, and the archive says ${want?.rows ?? 0}: it is damaged. Make it again.`,
        );
      rows += have.rows;
    }
  });
  for (const kind of ['outlooks', 'windows'] as const) await sendJob({ kind, orgId: company.id });
  const links = [];
  for (const { userId, name, email } of people.filter((p) => p.endedAt === null)) {
    const made = await makeLink({ kind: 'password', orgId: company.id, userId, name, email }, 'the server');
    links.push({ name, email, url: made.url });
  }
  return { company: company.name, rows, links };
}

/** Rows of text are packed ten to thirty times; what is packed far tighter is made to fill a memory. Ours. */
const MOST_TIMES = 200;
const SMALL = 1e6;
const MOST_BYTES = 1e9;
/** @throws NotTaken before a byte of it is unpacked */
function isOfOurs({ name, size, originalSize }: UnzipFileInfo): true {
  if (originalSize > MOST_BYTES || (originalSize > SMALL && originalSize > size * MOST_TIMES))
    throw new NotTaken(
      `${name} would be ${Math.round(originalSize / 1e6)} MB, out of ${(size / 1e6).toFixed(2)} MB: no archive of a company is packed so tightly. Make it again on the old server.`,
    );
  return true;
}

const NO_ARCHIVE = 'This is no archive of a company: choose the file that House, Take it with you, gave.';

function manifestFrom(one: (name: string) => string): Manifest {
  try {
    const checked = manifestShape.validate(JSON.parse(one('manifest.json')), { convert: false });
    if (!checked.error) return checked.value;
  } catch (error) {
    if (error instanceof NotTaken) throw error;
  }
  throw new NotTaken(NO_ARCHIVE);
}
