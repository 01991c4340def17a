'use client';
import dynamic from 'next/dynamic';
import { DialogButton } from '../../../dialog-button';
import { DeskWaits } from './desk-waits';
import type { ProposalsProps } from './proposal-list';
import type { LawnDesk } from './use-desk';

const List = dynamic(() => import('./proposal-list'), { loading: () => <p>Getting ready…</p> });

/** Programmes for the year of this zone, side by side, each to be taken over. */
export const Proposals = ({
  desk,
  onTaken,
  ...props
}: Pick<ProposalsProps, 'takeProgrammeAction'> &
  Readonly<{ desk: LawnDesk; onTaken: (applicationId: string | null) => void }>) => (
  <DialogButton label="Propose programmes" title="Programmes for this zone" isWide onOpen={desk.ask}>
    {(close) =>
      desk.ready?.runs ? (
        <List
          {...props}
          sheet={desk.ready.sheet}
          runs={desk.ready.runs}
          onDone={(id) => {
            close();
            onTaken(id);
          }}
        />
      ) : (
        <DeskWaits desk={desk} />
      )
    }
  </DialogButton>
);
