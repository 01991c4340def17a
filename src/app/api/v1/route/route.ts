import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { dayRoute } from '../work';

const MOST_BYTES = 2_000_000;
export const POST = route(
  'route',
  MOST_BYTES,
  task<typeof dayRoute>('questions', 'app/api/v1/work', 'dayRoute'),
);
