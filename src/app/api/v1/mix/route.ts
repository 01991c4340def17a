import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { mix } from '../work';

const MOST_BYTES = 10_000_000;
export const POST = route('mix', MOST_BYTES, task<typeof mix>('questions', 'app/api/v1/work', 'mix'));
