import { adviceWords } from './season-end-words';

test('what is still to come is not spoken of as past', () => {
  const a = { code: 'longer', hold: 0.65 } as const;
  expect(adviceWords(a, true)).toContain('it held 65 %');
  expect(adviceWords(a, false)).toContain('it will hold 65 %');
  expect(adviceWords({ code: 'same-again', hold: 0.9 }, false)).toContain('It will hold 90 %');
  expect(adviceWords({ code: 'same-again', hold: null }, false)).not.toContain('hold');
});
