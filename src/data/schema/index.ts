/**
 * The tables. Every tenant row carries its organization and is fenced by row-level security; the policies come with the
 * tables, the forcing and the grants in a migration of their own (drizzle/0001). Amounts are exact numerics in the
 * unit in which they were typed. Imports of core are by path here: the migration tool knows no others.
 */
export * from './company';
export * from './day';
export * from './equipment';
export * from './imports';
export * from './lawns';
export * from './people';
export * from './products';
export * from './programme';
export * from './records';
export * from './soil';
export * from './stock';
export * from './walks';
export * from './weather';
