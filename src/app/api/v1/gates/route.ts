import { route } from '@/server/entry/route';
import { task } from '@/threads/threads';
import type { gates } from '../work';

const MOST_BYTES = 10_000_000;
export const POST = route('gates', MOST_BYTES, task<typeof gates>('questions', 'app/api/v1/work', 'gates'));
