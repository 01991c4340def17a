import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { workload } from '../work';

const MOST_BYTES = 10_000_000;
export const POST = route(
  'workload',
  MOST_BYTES,
  task<typeof workload>('questions', 'app/api/v1/work', 'workload'),
);
