'use client';
import dynamic from 'next/dynamic';
import { DialogButton } from '../../../dialog-button';
import type { SuitedProps } from './suited-list';

const Ranked = dynamic(() => import('./suited-list'), { loading: () => <p>Asking every gate…</p> });

/** Which of the company's products suit this zone, for this use, weed and day: ranked, each with its reasons. */
export const WhichSuits = (props: SuitedProps) => (
  <DialogButton label="Which product suits?" title="Which product suits this zone?">
    {(close) => <Ranked {...props} onDone={close} />}
  </DialogButton>
);
