import type { Metadata } from 'next';
import { screen } from '../../screen';
import { HouseScreen } from '../house-screen';

export const metadata: Metadata = { title: 'House' };
export default screen(async (actor, { params }: Readonly<{ params: Promise<{ part: string }> }>) =>
  HouseScreen({ actor, part: (await params).part }),
);
