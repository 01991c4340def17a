// What a change touches: the files that differ from a commit, and the tests that reach them by their imports.
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { ROOT } from './setup.mjs';

const git = (...args) =>
  execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);

/** Files that differ from a commit, and new ones; deleted ones are left out. */
export const changedFiles = (since) =>
  [
    ...new Set([...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')]),
  ].filter((f) => fs.existsSync(path.join(ROOT, f)));

/** Tests of ours that import one of the files, directly or not, by Jest's own graph. */
export function testsFor(files) {
  const code = files.filter((f) => /\.tsx?$/.test(f));
  if (!code.length) return [];
  const jest = path.join(ROOT, 'node_modules', 'jest', 'bin', 'jest.js');
  const out = execFileSync(process.execPath, [jest, '--listTests', '--findRelatedTests', ...code], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  return out
    .split('\n')
    .filter((line) => line.endsWith('.test.ts'))
    .map((file) => path.relative(ROOT, file));
}
