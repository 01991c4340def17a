// npm run mutate: flips each comparison and each "and" and "or" of the gates that hold a bolt, one at a time, and asks
// their tests. A mutant that no test notices is printed: a case is missing, or the two are the same. Not part of the tests.
// Named files alone, or lines of them: npm run mutate -- wind setback:26
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import ts from 'typescript';

const GATES = 'src/core/gates';
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

/** Files of gates that shut a bolt; or those named. */
const named = process.argv.slice(2).map((name) => name.split(':'));
const files = readdirSync(GATES)
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
  .filter((f) =>
    named.length
      ? named.some(([file]) => `${file}.ts` === f)
      : readFileSync(path.join(GATES, f), 'utf8').includes("'bolt'"),
  )
  .filter((f) => f !== 'gate.ts' && f !== 'window.ts' && f !== 'opening.ts');

/** Where each operator stands in a file, and what it becomes. */
function mutantsOf(file) {
  const text = readFileSync(path.join(GATES, file), 'utf8');
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
  const lines = named.filter(([name, line]) => `${name}.ts` === file && line).map(([, line]) => Number(line));
  return out
    .map((m) => ({ ...m, file, text, line: text.slice(0, m.at).split('\n').length }))
    .filter((m) => !lines.length || lines.includes(m.line));
}

// a copy of the project, so that nothing of it is ever broken
const copy = mkdtempSync(path.join(tmpdir(), 'mutants-'));
for (const part of ['src', 'tests', 'scripts', 'package.json', 'tsconfig.json', 'jest.config.mjs'])
  cpSync(part, path.join(copy, part), { recursive: true });
symlinkSync(path.resolve('node_modules'), path.join(copy, 'node_modules'));
const tests = readdirSync(GATES)
  .filter(
    (f) => f.endsWith('.test.ts') && !['past-years.test.ts', 'window.test.ts', 'opening.test.ts'].includes(f),
  )
  .map((f) => path.join(GATES, f));
const runs = () =>
  spawnSync(process.execPath, ['node_modules/jest/bin/jest.js', '--bail', '--silent', '-i', ...tests], {
    cwd: copy,
    env: { ...process.env, CORE_ALONE: '1' },
    timeout: 120_000,
  }).status === 0;

if (!runs()) throw new Error('The tests of the gates do not pass as they are');
const mutants = files.flatMap(mutantsOf);
console.log(`${mutants.length} mutants`);
let survived = 0;
for (const { file, text, at, op, to, line } of mutants) {
  writeFileSync(path.join(copy, GATES, file), text.slice(0, at) + to + text.slice(at + op.length));
  if (runs()) {
    survived++;
    console.log(`${file}:${line}  ${op} became ${to || 'nothing'}:  ${text.split('\n')[line - 1].trim()}`);
  }
  writeFileSync(path.join(copy, GATES, file), text);
}
rmSync(copy, { recursive: true, force: true });
console.log(`${mutants.length} mutants of ${files.length} gates, ${survived} survived`);
