import { cautionWords } from './caution-words';

test('a surfactant is named by its kind, or it is said that nobody typed it', () => {
  expect(cautionWords({ code: 'adjuvant', kind: null })).toContain('not typed');
  expect(cautionWords({ code: 'adjuvant', kind: 'methylated seed oil' })).toContain('methylated seed oil');
});
test('days and hours are told with their number', () => {
  expect(cautionWords({ code: 'no-mowing-after', days: 2 })).toContain('2 days');
  expect(cautionWords({ code: 'irrigation-off', hours: 6 })).toContain('6 hours');
});
