import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { SHOWS } from '@/core/units/format';
import { messageTexts } from '@/ui/message-facts';
import { customerSheet } from '@/server/day/customer';
import { isId } from '../../../../ids';
import { screen } from '../../../../screen';
import { tellCustomerAction } from '../../actions';
import { CustomerScreen } from './customer-screen';

export const metadata: Metadata = { title: 'Customer' };

export default screen(
  async (actor, { params, searchParams }: PageProps<'/lawns/[zoneId]/customer/[applicationId]'>) => {
    const { zoneId, applicationId } = await params;
    const { kind } = await searchParams;
    const sheet =
      isId(zoneId) && isId(applicationId) ? await customerSheet(actor, zoneId, applicationId) : null;
    if (!sheet) notFound();
    return (
      <CustomerScreen
        sheet={sheet}
        messages={messageTexts(sheet.visit, sheet.templates, SHOWS[actor.units])}
        first={kind === 'sign' || kind === 'after' ? kind : 'before'}
        mayTell={may(actor, 'record')}
        tellCustomerAction={tellCustomerAction}
      />
    );
  },
);
