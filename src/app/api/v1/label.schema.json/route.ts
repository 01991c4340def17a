import { LABEL_SCHEMA } from '@/formats/label-schema';

export const dynamic = 'force-static';
/** The schema that product sheets follow: open to anybody who wants to write one. */
export const GET = () =>
  Response.json(LABEL_SCHEMA, { headers: { 'content-type': 'application/schema+json' } });
