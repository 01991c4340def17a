import type { Board } from '@/server/programme/board';
import type { Due } from './choose-stops';

/** Lines of some groups of the board, to be chosen from. */
export const dueLines = (groups: Board['groups']): Due[] =>
  groups.flatMap((g) =>
    g.stops.flatMap((s) =>
      s.lines.map((l) => ({
        applicationId: l.applicationId,
        site: `${s.address} · ${l.zoneName}`,
        area: l.area,
        purpose: l.purpose,
        products: l.products.map((p) => p.name),
        isAjar: g.group === 'ajar',
      })),
    ),
  );
