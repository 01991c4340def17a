'use client';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

type Props = Readonly<{ title: string; isWide: boolean; onClose: () => void; children: ReactNode }>;

/** A dialog that stands open over the page; Escape, the overlay and its button close it. */
export default function OpenedDialog({ title, isWide, onClose, children }: Props) {
  return (
    <Dialog.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-iron/60" />
        <Dialog.Content
          className={`fixed inset-x-1 bottom-1 top-1 z-10 mx-auto overflow-y-auto border-2 border-iron bg-lime p-3 md:inset-x-4 md:bottom-3 md:top-3 md:p-5 ${isWide ? 'max-w-[1180px]' : 'max-w-3xl'}`}
          aria-describedby={undefined}
        >
          <div className="flex items-start justify-between gap-3">
            <Dialog.Title className="text-title leading-tight">{title}</Dialog.Title>
            <Dialog.Close className="button py-0">Close</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
