import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { outlook } from '../work';

const MOST_BYTES = 40_000_000;
export const POST = route(
  'outlook',
  MOST_BYTES,
  task<typeof outlook>('questions', 'app/api/v1/work', 'outlook'),
);
