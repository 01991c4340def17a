/**
 * npm run measure [-- FOLDER]: the house in figures, of this checkout or of one in FOLDER.
 * npm run measure -- --commit REV: which files of src a commit touches, tests apart.
 * Lines: as in the file. Functions: named ones, without the comment above them. Complexity: see measure/source.ts.
 * Comments: lines that hold one, of all lines. Arrows back and circles: see measure/arrows.ts. Walks: see measure/walk.ts.
 */
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import ts from 'typescript';
import { arrowsBack, arrowsOf, circlesOfTwo } from './measure/arrows';
import { isDrawing, isTest, readCheckout, type SourceFile } from './measure/source';
import { walk } from './measure/walk';

const commitAt = process.argv.indexOf('--commit');
if (commitAt > 0) {
  const rev = process.argv[commitAt + 1] ?? 'HEAD';
  const touched = execFileSync('git', ['show', '--name-only', '--format=%s', rev], {
    encoding: 'utf8',
  }).split('\n');
  const inSrc = touched.filter((f) => f.startsWith('src/') && !isTest(f));
  console.log(`${touched[0]}: ${inSrc.length} files of src\n  ${inSrc.join('\n  ')}`);
  process.exit(0);
}
const root = path.resolve(process.argv[2] ?? '.');
const { files, program } = readCheckout(root);
const source = files.filter((f) => f.name.startsWith('src/') && !isTest(f.name));
const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
const at = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0;

function row(room: string, list: readonly SourceFile[]): string {
  const lines = list.map((f) => f.lines);
  const functions = list.flatMap((f) => f.functions);
  const lengths = functions.map((f) => f.lines);
  const exports = list.map((f) => f.exports);
  const over = (n: number) => functions.filter((f) => f.complexity > n).length;
  return [
    room,
    list.length,
    sum(lines),
    `${at(lines, 0.5)} / ${Math.max(...lines)}`,
    `${at(lengths, 0.5)} / ${at(lengths, 0.9)} / ${Math.max(0, ...lengths)}`,
    `${((100 * sum(list.map((f) => f.commentLines))) / sum(lines)).toFixed(0)} %`,
    `${at(exports, 0.5)} (${(sum(exports) / list.length).toFixed(1)}, ${Math.max(...exports)})`,
    lines.filter((n) => n > 400).length,
    `${over(15)} / ${over(20)} (${Math.max(0, ...functions.map((f) => f.complexity))})`,
  ].join(' | ');
}

console.log(
  'room | files | lines | file med / max | fn med / p90 / max | comments | exports med (mean, max) | > 400 lines | cyc > 15 / > 20 (max)',
);
console.log('---|---|---|---|---|---|---|---|---');
for (const room of ['core', 'data', 'server', 'app', 'ui', 'formats'])
  console.log(
    row(
      room,
      source.filter((f) => f.name.startsWith(`src/${room}/`)),
    ),
  );
console.log(
  row(
    'scripts',
    files.filter((f) => f.name.startsWith('scripts/')),
  ),
);

const count = (list: readonly SourceFile[], is: (n: ts.Node) => boolean) =>
  sum(
    list.map((f) => {
      let n = 0;
      const visit = (node: ts.Node) => {
        if (is(node)) n++;
        ts.forEachChild(node, visit);
      };
      visit(f.node);
      return n;
    }),
  );
const linesOf = (list: readonly SourceFile[]) => sum(list.map((f) => f.lines));
const functions = source.flatMap((f) => f.functions.map((m) => ({ ...m, file: f.name })));
const long = functions.filter((f) => f.lines > 100).sort((a, b) => b.lines - a.lines);
const components = functions.filter((f) => f.file.endsWith('.tsx') && /^[A-Z]/.test(f.name));
const branchy = functions.filter((f) => f.complexity > 20).sort((a, b) => b.complexity - a.complexity);
const texts = (pattern: RegExp) => sum(source.map((f) => [...f.node.text.matchAll(pattern)].length));
const named = (list: readonly { name: string; lines: number }[]) =>
  list
    .slice(0, 12)
    .map((f) => `${f.name} ${f.lines}`)
    .join(', ');

console.log(`
src without drawings and tests   ${linesOf(source.filter((f) => !isDrawing(f.name)))} lines; drawings ${linesOf(source.filter((f) => isDrawing(f.name)))}; tests ${linesOf(files.filter((f) => isTest(f.name)))}; scripts ${linesOf(files.filter((f) => f.name.startsWith('scripts/')))}
tests                            ${count(
  files.filter((f) => isTest(f.name)),
  (n) => ts.isCallExpression(n) && ['test', 'it'].includes(n.expression.getText()),
)}
functions over 100 lines         ${long.length}: ${named(long)}
components over 150 / 200 lines  ${components.filter((f) => f.lines > 150).length} / ${components.filter((f) => f.lines > 200).length}
complexity over 20               ${branchy.map((f) => `${f.name} ${f.complexity}`).join(', ') || 'none'}
any / as / as never / as unknown ${count(source, (n) => n.kind === ts.SyntaxKind.AnyKeyword)} / ${count(source, (n) => ts.isAsExpression(n) && n.type.getText() !== 'const')} / ${count(source, (n) => ts.isAsExpression(n) && n.type.getText() === 'never')} / ${count(source, (n) => ts.isAsExpression(n) && n.type.getText() === 'unknown')}
! on a value                     ${count(source, (n) => ts.isNonNullExpression(n))}
switched-off rules               ${texts(/(?:eslint|oxlint)-disable|@ts-(?:ignore|expect-error)/g)}
problem: sentences               ${count(source, (n) => ts.isPropertyAssignment(n) && n.name.getText() === 'problem')}
bracketed sizes / hex colors     ${texts(/(?:text|min-h|min-w|h|w|leading)-\[[^\]]+\]/g)} / ${texts(/#[0-9a-fA-F]{6}\b/g)}
en-US                            ${texts(/'en-US'/g)}
raw useTransition                ${count(source, (n) => ts.isCallExpression(n) && n.expression.getText() === 'useTransition')}
`);

const arrows = arrowsOf(root, source, program);
for (const place of ['src', 'src/core', 'src/server']) {
  const { rooms, between, back } = arrowsBack(place, arrows);
  console.log(`${place}: ${rooms} rooms, ${between} arrows, ${back.length} back`);
  for (const { arrow, by } of back)
    for (const { from, to } of by) console.log(`  ${arrow}: ${from} imports ${to}`);
}
const circles = circlesOfTwo(arrows);
console.log(`two files that import each other: ${circles.length}`);
for (const circle of circles) console.log(`  ${circle}`);

const WALKS = [
  ['a done stop', 'src/server/stop/finish-stop.ts', 'finishStop', 'sent'],
  ['facts', 'src/server/facts.ts', 'assemble', 'db'],
  ['an API question', 'src/app/api/v1/questions/gates-api.ts', 'answerGates', 'q'],
] as const;
console.log('\nwalk | stays | files | climbs | returns');
console.log('---|---|---|---|---');
for (const [title, file, name, parameter] of WALKS)
  try {
    const w = walk(root, program, file, name, parameter);
    console.log([title, w.stays, w.files, w.climbs, w.returns].join(' | '));
    if (process.argv.includes('--routes')) console.log(w.route.map((f) => `  ${f}`).join('\n'));
  } catch (error) {
    console.log(`${title} | ${error instanceof Error ? error.message : String(error)}`);
  }
