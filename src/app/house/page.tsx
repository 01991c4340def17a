import type { Metadata } from 'next';
import { screen } from '../screen';
import { HouseScreen } from './house-screen';

export const metadata: Metadata = { title: 'House' };
export default screen((actor) => Promise.resolve(HouseScreen({ actor, part: 'soil' })));
