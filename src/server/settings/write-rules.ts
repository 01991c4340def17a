import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { keysOf, type HousePanel } from '@/core/facts/house-figures';
import type { Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { writeHouse, type HouseChange } from '@/data/house';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import type { Job } from '@/server/queue/kinds';

/** Figures of some panels as they are sent: typed text, read by `readFigures`. */
export const figureShapes = (...panels: readonly HousePanel[]) =>
  Object.fromEntries(keysOf(...panels).map((key) => [key, Joi.string().allow('').max(60).required()]));

/**
 * Writes one panel of the house's figures, for all lawns at once. Each panel has a version of its own: a second editor of
 * the same panel is told, and saving one's own other panel is no second editor.
 * @param seen the panel's version that the editor saw
 * @param before work that the new figures make necessary
 */
export function writeRules(
  actor: Actor,
  change: HouseChange,
  seen: number,
  before: readonly Job[] = [],
): Promise<Outcome<{ version: number }>> {
  return inOrganisation(actor, async (db) => {
    const version = await writeHouse(db, actor, change, seen);
    if (version === null)
      return refuse({ kind: 'invalid', issues: [issue('House rules', 'rules-changed-meanwhile')] });
    await changed(db, actor, 'all', before);
    return done({ version });
  });
}
