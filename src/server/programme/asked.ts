/** What somebody should do today besides the applications: what records ask for, and what of the house's own falls due. */
import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import { wantsDoing, type FollowUp } from '@/core/follow-ups/follow-up';
import type { Transaction } from '@/data/connection';
import { noticesDue, unrecordedOf } from '@/data/day-routes';
import { equipmentOf } from '@/data/equipment';
import { dueFollowUps } from '@/data/follow-ups';
import type { House } from '@/data/house';
import { siteName, zonesByIds } from '@/data/lawns';
import { wentAhead } from '@/data/records';
import { licencesOf } from '@/data/resources';
import { oddVisits } from '@/data/stop-visits';
import { DAYS_TO_RECORD } from '../records/record-visit';
import type { Fact } from '@/core/units/issue';

type OfZone = Readonly<{ zoneId: string; site: string }>;
type Visit = OfZone & Readonly<{ applicationId: string; day: Day }>;
export type Asked = Readonly<{
  /** zones with something due, of which the lines are the first */
  zones: number;
  lines: readonly (FollowUp & OfZone)[];
  /** stops of planned days that nobody has recorded, with the days left of those that the law gives */
  unrecorded: readonly (Visit & Readonly<{ left: number }>)[];
  /** visits ahead whose customers want notice and have none */
  notices: readonly Visit[];
  /** stops that were not all entered as they were sent */
  doubles: readonly (OfZone &
    Readonly<{
      id: string;
      day: Day;
      person: string;
      /** somebody else recorded it before */
      isDouble: boolean;
      isEntered: boolean;
      /** what was not kept; null: the whole zone is meant */
      part: string | null;
      told: readonly Fact[];
    }>)[];
  /** work of the last days that was begun though what was measured there shut a gate */
  wentAhead: readonly Readonly<{
    recordId: string;
    site: string;
    day: Day;
    person: string;
    gates: readonly string[];
    because: string;
  }>[];
  calibrations: readonly Readonly<{ id: string; name: string; on: Day | null }>[];
  licences: readonly Readonly<{ person: string; number: string; validTo: Day }>[];
}>;

const SHOWN = 12;
/** Unrecorded stops are looked for so far back: what is older than the law's days is told all the same. */
const BACK_DAYS = 30;
/** So long what two wrote down, or was begun at a shut gate, is told on Today. */
const TOLD_DAYS = 7;
/** Notice goes out for the day after tomorrow at the latest. */
const NOTICE_DAYS = 3;
/** A licence is renewed in so many days. Common practice, no source. */
const LICENCE_DAYS = 60;

export async function askedOf(db: Transaction, { rules }: House, today: Day): Promise<Asked> {
  const due = await dueFollowUps(db, today, SHOWN);
  const unrecorded = await unrecordedOf(db, today, BACK_DAYS, SHOWN);
  const notices = await noticesDue(
    db,
    { from: today, to: addDays(today, NOTICE_DAYS) },
    rules.noticeByCode,
    SHOWN,
  );
  const odd = await oddVisits(db, addDays(today, -TOLD_DAYS), SHOWN);
  const ids = [...due.zones, ...unrecorded, ...notices].map((x) => x.zoneId);
  ids.push(...odd.flatMap((v) => v.body.outcomes.map((o) => o.zoneId)));
  const sites = new Map((await zonesByIds(db, [...new Set(ids)])).map((z) => [z.id, siteName(z)]));
  const site = (zoneId: string) => sites.get(zoneId) ?? '';
  return {
    zones: due.total,
    lines: due.zones.flatMap(({ zoneId, list }) =>
      list.filter((f) => wantsDoing(f) && f.from <= today).map((f) => ({ ...f, zoneId, site: site(zoneId) })),
    ),
    unrecorded: unrecorded.map((u) => ({
      ...u,
      site: site(u.zoneId),
      left: DAYS_TO_RECORD - (today - u.day),
    })),
    notices: notices.map((n) => ({ ...n, site: site(n.zoneId) })),
    doubles: odd.flatMap((v) => {
      const [first] = v.body.outcomes;
      return [
        ...v.body.outcomes
          .filter((o) => o.told.length > 0)
          .map((o) => ({
            zoneId: o.zoneId,
            isDouble: o.outcome === 'already',
            isEntered: o.outcome === 'recorded',
            part: null,
            told: o.told,
          })),
        ...v.body.refused.flatMap((r) =>
          first
            ? [{ zoneId: first.zoneId, isDouble: false, isEntered: false, part: r.part, told: [r.why] }]
            : [],
        ),
      ].map((o) => ({ ...o, id: v.id, site: site(o.zoneId), day: v.day, person: v.person }));
    }),
    wentAhead: (await wentAhead(db, addDays(today, -TOLD_DAYS), SHOWN)).map((e) => ({
      recordId: e.id,
      site: e.site,
      day: e.appliedOn,
      person: e.appliedBy,
      gates: [...new Set(e.gates.why.filter((w) => w.isMeasured && w.state === 'shut').map((w) => w.name))],
      because: e.gates.anyway,
    })),
    calibrations: (await equipmentOf(db))
      .filter((e) => e.calibratedOn === null || addDays(e.calibratedOn, rules.calibrationDays) < today)
      .map((e) => ({ id: e.id, name: e.name, on: e.calibratedOn })),
    licences: (await licencesOf(db)).filter((l) => l.validTo <= addDays(today, LICENCE_DAYS)),
  };
}
