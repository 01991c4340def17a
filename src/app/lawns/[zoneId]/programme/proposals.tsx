'use client';
import dynamic from 'next/dynamic';
import { DialogButton } from '../../../dialog-button';
import type { ProposalsProps } from './proposal-list';

const List = dynamic(() => import('./proposal-list'), { loading: () => <p>Getting ready…</p> });

/** Programmes for the year of this zone, side by side, each to be taken over. */
export const Proposals = ({
  onTaken,
  ...props
}: Omit<ProposalsProps, 'onDone'> & Readonly<{ onTaken: (applicationId: string | null) => void }>) => (
  <DialogButton label="Propose programmes" title="Programmes for this zone" isWide>
    {(close) => (
      <List
        {...props}
        onDone={(id) => {
          close();
          onTaken(id);
        }}
      />
    )}
  </DialogButton>
);
