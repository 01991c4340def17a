// npm run mutate: flips each comparison and each "and" and "or" of the gates that hold a bolt and of what owns a verdict, one
// at a time, and asks their tests. A mutant that no test notices is printed, unless it stands below as equivalent: a case is
// missing, or the two are the same. Not part of the tests.
// Named files alone, or lines of them: npm run mutate -- wind setback:26
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import ts from 'typescript';

const GATES = 'src/core/gates';
/** What owns a verdict, and the tests that hold it. */
const OWNERS = {
  'src/core/gates/last-day.ts': ['gates/last-day'],
  'src/core/gates/root-zone.ts': ['gates/answers-meet', 'gates/sky-gates'],
  'src/core/gates/objections.ts': [
    'mixing/objections',
    'gates/answers-meet',
    'gates/gates',
    'gates/answers-pairs',
  ],
  'src/core/products/label.ts': ['products/label', 'gates/gates', 'records/limits'],
  'src/core/products/substance.ts': ['products/substance'],
  'src/core/records/ceiling.ts': ['gates/answers-meet', 'gates/more-gates', 'records/limits'],
  'src/core/records/ledger.ts': ['records/ledger', 'records/limits', 'gates/gates', 'gates/answers'],
  'src/core/records/limits.ts': ['records/limits'],
  'src/core/records/safe-to-seed.ts': ['records/safe-to-seed', 'gates/answers-meet'],
  'src/core/barrier/held.ts': ['season/held'],
  'src/core/weeds/leaf-seasons.ts': ['gates/answers-meet'],
};
/** Mutants that change no answer: by file, and the text from the operator on that is flipped; each with why. */
const EQUIVALENT = [
  // a stretch of no days adds nothing
  ['gates/root-zone', '<= recent.from)'],
  ['gates/root-zone', '< to ? [slice'],
  // two computed figures are never the same to the last bit
  ['gates/root-zone', '<= raw)'],
  // of two that are the same either will do
  ['records/ceiling', '< other.most)'],
  ['records/limits', '< known.most)'],
  ['records/safe-to-seed', '< 0) worst.set'],
  ['products/label', '> b.low.rate'],
  ['products/label', '< b.high.rate'],
  ['products/label', '< b.yearLimit.rate'],
  ['products/label', '< a.months'],
  ['products/label', '> DORMANCY_RANK'],
  // no days between are the same as none said, where the other says more
  ['products/label', '|| b.intervalDays === null'],
  // that day's period is among them already
  ['records/ledger', '> day).map((e) => yearEnding'],
  ['records/limits', '>= today).map'],
  // both sums are unknown together
  ['records/limits', '|| sums.zone === null'],
  // nothing goes down at a rate of nothing, and of a rate that is not known it holds none
  ['records/safe-to-seed', '> 0 ? i.ai'],
  ['records/safe-to-seed', '|| each <= 0)'],
  ['records/safe-to-seed', '<= 0) return null'],
  // a limit is kept to a billionth
  ['products/label', '<= s.upTo.rate'],
  // before the first letter there is none to change places with
  ['products/substance', '> 1 && j > 1'],
  ['products/substance', '> 1 && a[i - 1]'],
  ['products/substance', '&& j > 1 && a[i - 1]'],
  // how much is kept for speed changes no answer
  ['products/substance', '> MOST_KEPT'],
  // no season without leaf is a year long
  ['weeds/leaf-seasons', '<= YEAR; d++'],
].map(([file, from]) => ({ file: `src/core/${file}.ts`, from }));
const FLIP = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
};

/** Files of gates that shut a bolt and of owners; or those named. */
const named = process.argv.slice(2).map((name) => name.split(':'));
const baseOf = (file) => path.basename(file, '.ts');
const bolts = readdirSync(GATES)
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
  .filter((f) => !['gate.ts', 'window.ts', 'opening.ts'].includes(f))
  .map((f) => `${GATES}/${f}`)
  .filter((f) => readFileSync(f, 'utf8').includes("'bolt'"));
const files = [...bolts, ...Object.keys(OWNERS)].filter(
  (f) => !named.length || named.some(([name]) => name === baseOf(f)),
);

/** Where each operator stands in a file, and what it becomes. */
function mutantsOf(file) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const out = [];
  const visit = (node) => {
    if (ts.isBinaryExpression(node)) {
      const op = node.operatorToken.getText();
      const to = FLIP[op];
      if (to) out.push({ at: node.operatorToken.getStart(), op, to });
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      out.push({ at: node.getStart(), op: '!', to: '' });
    ts.forEachChild(node, visit);
  };
  visit(source);
  const lines = named.filter(([name, line]) => name === baseOf(file) && line).map(([, line]) => Number(line));
  return out
    .map((m) => ({ ...m, file, text, line: text.slice(0, m.at).split('\n').length }))
    .filter((m) => !lines.length || lines.includes(m.line));
}

// a copy of the project, so that nothing of it is ever broken
const copy = mkdtempSync(path.join(tmpdir(), 'mutants-'));
for (const part of ['src', 'tests', 'scripts', 'package.json', 'tsconfig.json', 'jest.config.mjs'])
  cpSync(part, path.join(copy, part), { recursive: true });
symlinkSync(path.resolve('node_modules'), path.join(copy, 'node_modules'));
const SLOW = ['past-years', 'window', 'opening', 'verdicts'].map((t) => `${t}.test.ts`);
const ofGates = readdirSync(GATES)
  .filter((f) => f.endsWith('.test.ts') && !SLOW.includes(f))
  .map((f) => path.join(GATES, f));
const testsOf = (file) => OWNERS[file]?.map((t) => `src/core/${t}.test.ts`) ?? ofGates;
const jest = [
  '--experimental-vm-modules',
  '--no-warnings',
  'node_modules/jest/bin/jest.js',
  '--bail',
  '--silent',
  '-i',
];
const runs = (tests) =>
  spawnSync(process.execPath, [...jest, ...tests], {
    cwd: copy,
    env: { ...process.env, CORE_ALONE: '1' },
    timeout: 120_000,
  }).status === 0;

for (const tests of new Set(files.map((f) => testsOf(f).join(' '))))
  if (!runs(tests.split(' '))) throw new Error(`These tests do not pass as they are: ${tests}`);
const mutants = files.flatMap(mutantsOf);
console.log(`${mutants.length} mutants`);
let survived = 0;
let equivalent = 0;
for (const { file, text, at, op, to, line } of mutants) {
  const words = text.split('\n')[line - 1].trim();
  if (EQUIVALENT.some((e) => e.file === file && text.startsWith(e.from, at))) {
    equivalent++;
    continue;
  }
  writeFileSync(path.join(copy, file), text.slice(0, at) + to + text.slice(at + op.length));
  if (runs(testsOf(file))) {
    survived++;
    console.log(`${file}:${line}  ${op} became ${to || 'nothing'}:  ${words}`);
  }
  writeFileSync(path.join(copy, file), text);
}
rmSync(copy, { recursive: true, force: true });
console.log(
  `${mutants.length} mutants of ${files.length} files, ${equivalent} known as equivalent, ${survived} survived`,
);
process.exit(survived ? 1 : 0);
