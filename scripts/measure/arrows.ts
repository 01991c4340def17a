/** Who imports whom, between files and between rooms. */
import path from 'node:path';
import ts from 'typescript';
import type { SourceFile } from './source';

/** An import, of types too, from one file of the checkout to another. */
export type Arrow = Readonly<{ from: string; to: string }>;

export function arrowsOf(root: string, files: readonly SourceFile[], program: ts.Program): Arrow[] {
  const known = new Set(files.map((f) => f.name));
  const options = program.getCompilerOptions();
  const host = ts.createCompilerHost(options);
  const out: Arrow[] = [];
  for (const { name, node } of files) {
    const targets = new Set<string>();
    const visit = (n: ts.Node) => {
      const text =
        (ts.isImportDeclaration(n) || ts.isExportDeclaration(n)) && n.moduleSpecifier
          ? n.moduleSpecifier
          : ts.isCallExpression(n) && n.expression.kind === ts.SyntaxKind.ImportKeyword
            ? n.arguments[0]
            : undefined;
      if (text && ts.isStringLiteral(text)) {
        const found = ts.resolveModuleName(text.text, node.fileName, options, host).resolvedModule;
        const to = found && path.relative(root, found.resolvedFileName).replaceAll('\\', '/');
        if (to && to !== name && known.has(to)) targets.add(to);
      }
      ts.forEachChild(n, visit);
    };
    visit(node);
    for (const to of targets) out.push({ from: name, to });
  }
  return out;
}

/** The room of a file below a place: the folder there, or the file itself. */
const roomIn = (place: string, file: string): string | null =>
  file.startsWith(`${place}/`) ? (file.slice(place.length + 1).split('/')[0] ?? null) : null;

/**
 * The fewest arrows between rooms that must go so that the rest has floors: exact, over all orders of each knot of rooms
 * (rooms that reach each other), at most 20 rooms a knot. Of equally few, those that the fewest imports make.
 * @returns the arrows that run back, each with the imports that make it
 */
export function arrowsBack(
  place: string,
  arrows: readonly Arrow[],
): Readonly<{
  rooms: number;
  between: number;
  back: readonly Readonly<{ arrow: string; by: readonly Arrow[] }>[];
}> {
  const by = new Map<string, Arrow[]>();
  const rooms = new Set<string>();
  for (const a of arrows) {
    const [from, to] = [roomIn(place, a.from), roomIn(place, a.to)];
    if (from === null || to === null) continue;
    rooms.add(from).add(to);
    if (from !== to) by.set(`${from} → ${to}`, [...(by.get(`${from} → ${to}`) ?? []), a]);
  }
  const edges = [...by.keys()].map((k) => k.split(' → ') as [string, string]);
  const reach = (start: string) => {
    const seen = new Set<string>();
    const queue = [start];
    for (let r = queue.pop(); r !== undefined; r = queue.pop())
      for (const [a, b] of edges) {
        if (a !== r || seen.has(b)) continue;
        queue.push(b);
        seen.add(b);
      }
    return seen;
  };
  const reached = new Map([...rooms].map((r) => [r, reach(r)]));
  const knots: string[][] = [];
  const placed = new Set<string>();
  for (const r of rooms) {
    if (placed.has(r)) continue;
    const knot = [...rooms].filter((o) => o === r || (reached.get(r)!.has(o) && reached.get(o)!.has(r)));
    for (const o of knot) placed.add(o);
    if (knot.length > 1) knots.push(knot);
  }
  const back = knots.flatMap((knot) => backIn(knot, edges, (a, b) => by.get(`${a} → ${b}`)?.length ?? 0));
  return {
    rooms: rooms.size,
    between: by.size,
    back: back.map((arrow) => ({ arrow, by: by.get(arrow) ?? [] })),
  };
}

function backIn(
  knot: readonly string[],
  edges: readonly (readonly [string, string])[],
  importsOf: (from: string, to: string) => number,
): string[] {
  const index = new Map(knot.map((r, i) => [r, i]));
  const inside = edges.filter(([a, b]) => index.has(a) && index.has(b));
  const n = knot.length;
  if (n > 20) throw new Error(`A knot of ${n} rooms is too large to be ordered exactly: ${knot.join(', ')}`);
  /** of each room: the cost of each arrow, an arrow before an import */
  const costs = knot.map((from) =>
    inside.flatMap(([a, b]) => (a === from ? [{ to: index.get(b)!, cost: 1000 + importsOf(a, b) }] : [])),
  );
  // rooms are laid from the ground up; a room that imports what is not laid yet has an arrow back
  const least = new Float64Array(1 << n).fill(Infinity);
  const last = new Int8Array(1 << n).fill(-1);
  least[0] = 0;
  for (let laid = 0; laid < 1 << n; laid++)
    for (let r = 0; r < n; r++) {
      if (laid & (1 << r)) continue;
      const next = laid | (1 << r);
      let cost = least[laid]!;
      for (const arrow of costs[r]!) if (!(next & (1 << arrow.to))) cost += arrow.cost;
      if (cost < least[next]!) {
        least[next] = cost;
        last[next] = r;
      }
    }
  const order: number[] = [];
  for (let laid = (1 << n) - 1; laid; laid &= ~(1 << order.at(-1)!)) order.push(last[laid]!);
  const floor = new Map(order.toReversed().map((r, i) => [knot[r]!, i]));
  return inside.filter(([a, b]) => floor.get(b)! > floor.get(a)!).map(([a, b]) => `${a} → ${b}`);
}

/** Pairs of files that import each other. */
export function circlesOfTwo(arrows: readonly Arrow[]): string[] {
  const all = new Set(arrows.map((a) => `${a.from} ${a.to}`));
  return arrows
    .filter((a) => a.from < a.to && all.has(`${a.to} ${a.from}`))
    .map((a) => `${a.from} ↔ ${a.to}`);
}
