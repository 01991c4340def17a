import { seasonRoute } from '../season-file';

export const GET = seasonRoute('ics');
