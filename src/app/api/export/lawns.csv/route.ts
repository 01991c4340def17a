import { lawnsFile } from '../lawns-file';

export const GET = lawnsFile('csv');
