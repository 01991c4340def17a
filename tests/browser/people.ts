/** The demo's people, as the browser tests sign in. */
import { readFileSync } from 'node:fs';

export const PASSWORD = (JSON.parse(readFileSync('scripts/demo/people.json', 'utf8')) as { password: string })
  .password;
export const LEAD = 'lead@quillmoor.example';
export const TOBIN = 'tobin@quillmoor.example';
export const LISE = 'lise@quillmoor.example';
export const VIEWER = 'office@quillmoor.example';

const base = process.env['BASE_URL'];
if (!base) throw new Error('BASE_URL is not set: run these through npm test -- browser');
export const BASE: string = base;
