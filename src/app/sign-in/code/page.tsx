import type { Metadata } from 'next';
import { Entrance } from '../../begin/entrance';
import { CodeForm } from './code-form';

export const metadata: Metadata = { title: 'Second factor' };

export default async function CodePage({ searchParams }: PageProps<'/sign-in/code'>) {
  const { next } = await searchParams;
  return (
    <Entrance
      title="Second factor"
      words="The password was right. Now the six digits that your authenticator app shows, or one of your codes for a lost phone."
    >
      <CodeForm next={typeof next === 'string' ? next : '/'} />
    </Entrance>
  );
}
