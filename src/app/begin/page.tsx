import type { Metadata } from 'next';
import { databaseAnswers } from '@/data/connection';
import { invitationBehind } from '@/server/people/links';
import { WaitForDatabase } from '../wait-for-database';
import { beginAction } from './actions';
import { BeginForm } from './begin-form';
import { DeadLink, Entrance } from './entrance';

export const metadata: Metadata = { title: 'Begin' };

/** Known to the server and to browsers alike. */
const TIME_ZONES = Intl.supportedValuesOf('timeZone');

export default async function BeginPage({ searchParams }: PageProps<'/begin'>) {
  const { key } = await searchParams;
  if (!(await databaseAnswers())) return <WaitForDatabase />;
  const link = typeof key === 'string' ? await invitationBehind(key) : null;
  if (link?.kind !== 'first' || typeof key !== 'string')
    return (
      <DeadLink remedy="Start the server again (npm start): where no company has begun yet, it prints a new address." />
    );
  return (
    <Entrance
      title="Begin your company"
      words="You become its first lead. Stations, house rules, equipment, labels and lawns come after it, in any order."
    >
      <BeginForm linkKey={key} timeZones={TIME_ZONES} beginAction={beginAction} />
    </Entrance>
  );
}
