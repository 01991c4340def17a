/** Makes the hot edge of a zone a zone of its own: with its own soil, outlook and programme. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { parseFigure } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { rateIn } from '@/core/units/rate';
import { fromFeet, toSquareFeet } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { addEarlierWork, earlierWorkOf } from '@/data/earlier-work';
import { addZone, changeZone, likeZone, siteName, zoneOf, zonesOfLawn } from '@/data/lawns';
import { toNumeric } from '@/data/numbers';
import { labelAt, labelsOf } from '@/data/products';
import { recordsOfZones } from '@/data/records';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type StripInput = Readonly<{ zoneId: string; length: string; width: string }>;
const short = Joi.string().allow('').max(40).required();
export const stripShape = Joi.object<StripInput>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  length: short,
  width: short,
}).required();

const NAME = 'hot edge';
/** A strip that is more of it is no edge. Ours. */
const MOST_SHARE = 0.5;

/** `isTakenOff`: the zone is smaller by the strip; one that was drawn keeps its outline until somebody draws it anew. */
export type Strip = Readonly<{ zoneId: string; name: string; isTakenOff: boolean }>;

export function makeStrip(actor: Actor, input: StripInput): Promise<Outcome<Strip>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, input.zoneId);
    const row = zone && (await likeZone(db, zone.id));
    if (!row) return refuse({ kind: 'gone' });
    const issues: Issue[] = [];
    const read = (field: 'Length' | 'Width', text: string) => {
      const parsed = parseFigure(text, { field, unit: 'length', above: 0, most: 5000 });
      if (!parsed.ok) issues.push(parsed.issue);
      return parsed.ok ? parsed.value : 0;
    };
    const [lengthFt, widthFt] = [read('Length', input.length), read('Width', input.width)];
    const area = (fromFeet(lengthFt) * fromFeet(widthFt)) as SquareMetres;
    if (!issues.length && area > zone.area * MOST_SHARE)
      issues.push(issue('Width', 'strip-too-large', { lengthFt, widthFt, zone: zone.name }));
    const name = `${zone.name}, ${NAME}`;
    const there = (await zonesOfLawn(db, zone.lawnId)).find((z) => z.name === name);
    if (there) issues.push(issue('Zone', 'strip-twice', { site: siteName({ ...zone, name }) }));
    if (issues.length) return refuse({ kind: 'invalid', issues });
    const isTakenOff = zone.measure.by === 'typed';
    const edgeFt = Math.max(0, zone.concreteEdgeFt - lengthFt);
    const zoneId = await addZone(db, {
      ...row,
      name,
      areaSqFt: toNumeric(toSquareFeet(area)),
      excludedSqFt: '0',
      trees: [],
      measure: { by: 'typed', how: `${lengthFt} ft by ${widthFt} ft` },
      besidePavement: true,
      exposure: 'full sun',
      concreteEdgeFt: toNumeric(lengthFt),
      bedEdgeFt: '0',
    });
    // what gets hot is the strip: what is left of the zone has so much less of an edge
    const rest = {
      concreteEdgeFt: toNumeric(edgeFt),
      ...(edgeFt > 0 ? {} : { besidePavement: false }),
      ...(isTakenOff ? { areaSqFt: toNumeric(toSquareFeet((zone.whole - area) as SquareMetres)) } : {}),
    };
    if ((await changeZone(db, zone.id, zone.version, rest, {})) === null)
      throw new Error('A zone that was just read has changed');
    await bringAlong(db, actor, zone.id, zoneId);
    const zoneIds = [zone.id, zoneId];
    await changed(db, actor, zoneIds, [{ kind: 'zones', orgId: actor.orgId, zoneIds }]);
    return done({ zoneId, name: siteName({ ...zone, name }), isTakenOff });
  });
}

/** What lay on the zone lies on its strip: limits and waits count it there too. */
async function bringAlong(db: Transaction, actor: Actor, from: string, to: string): Promise<void> {
  const labels = await labelsOf(db);
  const { now } = await momentOf(db, actor);
  const own = { orgId: actor.orgId, zoneId: to, person: actor.name, at: now };
  for (const w of await earlierWorkOf(db, [from]))
    await addEarlierWork(db, { ...w, ...own, sendKey: randomUUID() });
  for (const r of await recordsOfZones(db, [from])) {
    const label = labelAt(labels, r.productId, r.labelVersion);
    const figure = label ? rateIn(r.rate, label.rateUnit) : null;
    if (r.correctedById !== null || r.place === 'spots' || !label) continue;
    await addEarlierWork(db, {
      ...own,
      on: r.appliedOn,
      by: 'us',
      substance: r.productName,
      group: null,
      amount: null,
      product: {
        id: r.productId,
        version: r.labelVersion,
        rate: figure === null ? null : { figure, unit: label.rateUnit },
      },
      certainty: figure === null ? 'not known' : 'exact',
      note: 'recorded before the edge was a zone of its own',
      sendKey: randomUUID(),
    });
  }
}
