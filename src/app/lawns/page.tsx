import type { Metadata } from 'next';
import { SCHOOLS } from '@/core/ground/crossing';
import { may } from '@/data/actor';
import { lawnList, queryOf } from '@/server/lawns/lawn-list';
import { screen } from '../screen';
import { bulkAction, dropFilterAction, saveFilterAction } from './actions';
import { LawnTable } from './lawn-table';

export const metadata: Metadata = { title: 'Lawns' };

export default screen(async (actor, { searchParams }: PageProps<'/lawns'>) => {
  const query = queryOf(await searchParams);
  const list = await lawnList(actor, query);
  return (
    <LawnTable
      key={JSON.stringify(query)}
      query={query}
      list={list}
      schools={SCHOOLS}
      mayPlan={may(actor, 'plan')}
      bulkAction={bulkAction}
      saveFilterAction={saveFilterAction}
      dropFilterAction={dropFilterAction}
    />
  );
});
