'use client';
import dynamic from 'next/dynamic';
import { DialogButton } from '../../../dialog-button';
import { DeskWaits } from './desk-waits';
import type { SuitedProps } from './suited-list';
import type { LawnDesk } from './use-desk';

const Ranked = dynamic(() => import('./suited-list'), { loading: () => <p>Asking every gate…</p> });

/** Which of the company's products suit this zone, for this use, weed and day: ranked, each with its reasons. */
export const WhichSuits = ({
  desk,
  ...props
}: Omit<SuitedProps, 'sheet' | 'runs'> & Readonly<{ desk: LawnDesk }>) => (
  <DialogButton label="Which product suits?" title="Which product suits this zone?" onOpen={desk.ask}>
    {(close) =>
      desk.ready ? (
        <Ranked {...props} sheet={desk.ready.sheet} runs={desk.ready.runs} onDone={close} />
      ) : (
        <DeskWaits desk={desk} />
      )
    }
  </DialogButton>
);
