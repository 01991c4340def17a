'use client';
import dynamic from 'next/dynamic';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { SuitedProps } from './suited-list';

const Ranked = dynamic(() => import('./suited-list'), { loading: () => <p>Asking every gate…</p> });

/** Which of the company's products suit this zone, for this use, weed and day: ranked, each with its reasons. */
export function WhichSuits(props: SuitedProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Dialog.Root open={isOpen} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button type="button" className="button py-0 md:min-h-desk">
          Which product suits?
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-iron/60" />
        <Dialog.Content
          className="fixed inset-x-2 bottom-2 top-2 z-10 mx-auto max-w-3xl overflow-y-auto border-2 border-iron bg-lime p-4 md:inset-x-4 md:top-6"
          aria-describedby={undefined}
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="text-head">Which product suits this zone?</Dialog.Title>
            <Dialog.Close className="button py-0">Close</Dialog.Close>
          </div>
          {isOpen && <Ranked {...props} onDone={() => setOpen(false)} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
