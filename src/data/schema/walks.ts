/** What people found on a lawn, with their pictures. */
import { bigint, index, jsonb, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { at, day, figure } from './columns';
import { companyKey, id, orgTable, within } from './org-table';
import { lawn, zone } from './lawns';

/** A walk over a zone: what was up, or that nothing was. Added, never changed. */
export const walk = orgTable(
  'walk',
  {
    id: id(),
    zoneId: uuid('zone_id').notNull(),
    walkedOn: day('walked_on').notNull(),
    person: text('person').notNull(),
    /** weeds, how far, how much, where: see data/walks */
    body: jsonb('body').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    companyKey(t),
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('walk_send').on(t.orgId, t.sendKey),
    index('walk_zone').on(t.zoneId, t.walkedOn),
  ],
);

/** What was seen or done on a zone that gates ask for: mown, green, a weed's stage, notice sent. Added, never changed. */
export const finding = orgTable(
  'finding',
  {
    id: id(),
    zoneId: uuid('zone_id').notNull(),
    kind: text('kind').notNull(),
    /** the weed, the event, the kind of stress */
    word: text('word').notNull().default(''),
    /** per cent green, mowings, the clock's hour */
    figure: figure('figure'),
    foundOn: day('found_on').notNull(),
    person: text('person').notNull(),
    sendKey: uuid('send_key').notNull(),
    entered: bigint('entered', { mode: 'number' }).generatedAlwaysAsIdentity(),
  },
  (t) => [
    within(t.orgId, t.zoneId, zone),
    uniqueIndex('finding_send').on(t.orgId, t.sendKey),
    index('finding_zone').on(t.zoneId),
  ],
);

/** A picture of a stop: scaled down, without place and camera. Added, never changed. */
export const photo = orgTable(
  'photo',
  {
    id: id(),
    lawnId: uuid('lawn_id').notNull(),
    /** the stop's own key */
    stopKey: uuid('stop_key').notNull(),
    what: text('what').notNull(),
    takenOn: day('taken_on').notNull(),
    person: text('person').notNull(),
    /** in base64 */
    jpeg: text('jpeg').notNull(),
    sendKey: uuid('send_key').notNull(),
  },
  (t) => [
    within(t.orgId, t.lawnId, lawn),
    uniqueIndex('photo_send').on(t.orgId, t.sendKey),
    index('photo_lawn').on(t.lawnId, t.takenOn),
    index('photo_stop').on(t.stopKey),
  ],
);
