import type { Metadata } from 'next';
import { databaseAnswers } from '@/data/connection';
import { joinLink } from '@/server/people/begin';
import { joinAction } from '../begin/actions';
import { DeadLink, Entrance } from '../begin/entrance';
import { WaitForDatabase } from '../wait-for-database';
import { JoinForm } from './join-form';

export const metadata: Metadata = { title: 'Join' };

export default async function JoinPage({ searchParams }: PageProps<'/join'>) {
  const { key } = await searchParams;
  if (!(await databaseAnswers())) return <WaitForDatabase />;
  const link = typeof key === 'string' ? await joinLink(key) : null;
  if (!link || typeof key !== 'string')
    return <DeadLink remedy="Ask your lead for a new one: under People." />;
  return (
    <Entrance
      title={link.kind === 'person' ? `Work with ${link.company}` : 'A new password'}
      words={
        link.kind === 'person'
          ? `You join as ${link.role ?? ''}, with the e-mail ${link.email}.`
          : `For ${link.email}. You will be signed out wherever you are signed in.`
      }
    >
      <JoinForm linkKey={key} kind={link.kind} name={link.name} joinAction={joinAction} />
    </Entrance>
  );
}
