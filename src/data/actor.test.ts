import { actor } from '../../tests/support/demo';
import { Forbidden, may, must, type Deed } from './actor';

const DEEDS: Deed[] = ['see', 'plan', 'record', 'turn the clock'];

test('a lead and a technician plan and record; a viewer sees', () => {
  expect(DEEDS.filter((d) => may(actor('lead'), d))).toEqual(DEEDS);
  expect(DEEDS.filter((d) => may(actor('technician'), d))).toEqual(DEEDS);
  expect(DEEDS.filter((d) => may(actor('viewer'), d))).toEqual(['see']);
});

test('what a role may not do is thrown, with role and deed', () => {
  expect(() => must(actor('viewer'), 'record')).toThrow(Forbidden);
  expect(() => must(actor('viewer'), 'record')).toThrow('A viewer may not record');
  expect(() => must(actor('viewer'), 'see')).not.toThrow();
});
