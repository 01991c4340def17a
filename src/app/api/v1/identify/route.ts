import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { identify } from '../work';

const MOST_BYTES = 100_000;
export const POST = route(
  'identify',
  MOST_BYTES,
  task<typeof identify>('questions', 'app/api/v1/work', 'identify'),
);
