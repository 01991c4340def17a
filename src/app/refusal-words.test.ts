/** A refusal is never silent: what no field of the form takes is said by the form. */
import { fact, type Issue } from '@/core/units/issue';
import { createElement } from 'react';
import { text } from 'node:stream/consumers';
import { prerenderToNodeStream } from 'react-dom/static';
import { PERMISSIONS } from '@/data/actor';
import type { Refusal } from '@/server/entry/outcome';
import { RefusalWords } from './refusal-words';

/** With the words that come when they are needed. */
async function said(refusal: Refusal, shown?: readonly string[]): Promise<string> {
  const { prelude } = await prerenderToNodeStream(
    createElement(RefusalWords, { refusal, here: '/house', ...(shown ? { shown } : {}) }),
  );
  return (await text(prelude)).replace(/<[^<>]*>/g, ' ').replace(/\s+/g, ' ');
}
const issue = (field: string): Issue => ({
  field,
  ...fact('beyond', { name: field, unit: 'days', value: '900', bound: 9 }),
});
const invalid = (...fields: string[]): Refusal => ({ kind: 'invalid', issues: fields.map(issue) });

test('an issue whose field the form does not know is said in full', async () => {
  const words = await said(invalid('Name', 'lot'), ['Name', 'Calibrated']);
  expect(words).toContain(
    'lot is 900 days. More than 9 days is taken for a slip. Check the figure and its unit.',
  );
  expect(words).not.toContain('Name is 900');
});
test('where every issue stands at its field, the form still says that nothing was saved', async () => {
  expect(await said(invalid('Name'), ['Name'])).toContain('Not saved. The fields above say what to fix.');
});
test('a form that shows none itself says all', async () => {
  const words = await said(invalid('Name', 'word'));
  expect(words).toContain('Name is 900 days. More than 9 days');
  expect(words).toContain('word is 900 days. More than 9 days');
});
test.each(Object.entries(PERMISSIONS))(
  'a role that lacks "%s" is told in words',
  async (permission, words) => {
    expect(await said({ kind: 'forbidden', permission: permission as keyof typeof PERMISSIONS })).toContain(
      `Your role may not ${words}`,
    );
  },
);
test.each<[Refusal, string]>([
  [{ kind: 'signed-out' }, 'sign in again'],
  [{ kind: 'database-away' }, 'nothing was saved'],
  [{ kind: 'unreachable' }, 'never taken twice'],
  [{ kind: 'gone' }, 'not there any more'],
  [{ kind: 'bug', id: 'ab12' }, 'Reference: ab12'],
  [{ kind: 'already-recorded', recordId: 'r1' }, 'stays one record'],
  [{ kind: 'questions', questions: [issue('Amount')] }, 'Is this right? Amount is 900'],
])('%j is said', async (refusal, words) => expect(await said(refusal)).toContain(words));
