'use client';
import dynamic from 'next/dynamic';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import type { ProposalsProps } from './proposal-list';

const List = dynamic(() => import('./proposal-list'), { loading: () => <p>Getting ready…</p> });

/** Programmes for the year of this zone, side by side, each to be taken over. */
export function Proposals({
  onTaken,
  ...props
}: Omit<ProposalsProps, 'onDone'> & Readonly<{ onTaken: (applicationId: string | null) => void }>) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Dialog.Root open={isOpen} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button type="button" className="button py-0 md:min-h-desk">
          Propose programmes
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-iron/60" />
        <Dialog.Content
          className="fixed inset-x-1 bottom-1 top-1 z-10 mx-auto max-w-[1180px] overflow-y-auto border-2 border-iron bg-lime p-3 md:inset-x-4 md:bottom-3 md:top-3 md:p-5"
          aria-describedby={undefined}
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="text-title leading-tight">Programmes for this zone</Dialog.Title>
            <Dialog.Close className="button py-0">Close</Dialog.Close>
          </div>
          {isOpen && (
            <List
              {...props}
              onDone={(id) => {
                setOpen(false);
                onTaken(id);
              }}
            />
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
