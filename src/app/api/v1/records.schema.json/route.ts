import { RECORDS_SCHEMA } from '@/server/records/export';

export const dynamic = 'force-static';
/** The schema that exported records follow: open to anybody who reads them. */
export const GET = () =>
  Response.json(RECORDS_SCHEMA, { headers: { 'content-type': 'application/schema+json' } });
