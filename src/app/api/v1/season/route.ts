import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { season } from '../work';

const MOST_BYTES = 40_000_000;
export const POST = route(
  'season',
  MOST_BYTES,
  task<typeof season>('questions', 'app/api/v1/work', 'season'),
);
