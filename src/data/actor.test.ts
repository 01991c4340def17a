import { actor } from '../../tests/support/demo';
import { Forbidden, MAY, PERMISSIONS, may, requirePermission, type Permission } from './actor';

const ALL = Object.keys(PERMISSIONS) as Permission[];

test('a lead may do everything; a technician all but change the house and its people; a viewer sees', () => {
  expect(ALL.filter((p) => may(actor('lead'), p))).toEqual(ALL);
  expect(ALL.filter((p) => !may(actor('technician'), p))).toEqual(['change the house', 'manage people']);
  expect(ALL.filter((p) => may(actor('viewer'), p))).toEqual(['see']);
});

test('roles differ in one table, and each role is a part of the one above it', () => {
  expect(MAY.viewer.every((p) => MAY.technician.includes(p))).toBe(true);
  expect(MAY.technician.every((p) => MAY.lead.includes(p))).toBe(true);
});

test('what a role may not do is thrown, in words', () => {
  expect(() => requirePermission(actor('viewer'), 'record')).toThrow(Forbidden);
  expect(() => requirePermission(actor('viewer'), 'record')).toThrow('A viewer may not record work');
  expect(() => requirePermission(actor('viewer'), 'see')).not.toThrow();
});
