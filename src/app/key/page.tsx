import type { Metadata } from 'next';
import { monthOf } from '@/core/calendar/day';
import { frameOf } from '@/server/programme/view';
import { screen } from '../screen';
import { KeyScreen } from './key-screen';

export const metadata: Metadata = { title: 'What is it?' };

/** The key to the weeds. It asks nobody: the device keeps it for where there is no network. */
export default screen(async (actor) => <KeyScreen month={monthOf((await frameOf(actor)).today)} />);
