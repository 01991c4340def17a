'use client';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { keysAreOff, turnKeys } from './keys';

/** Every key there is, as the list shows them; the Lawn screen and the fence answer to theirs. */
const LIST = [
  ['t', 'Today'],
  ['j', 'Plan the day'],
  ['l', 'Lawns'],
  ['w', 'Season'],
  ['d', 'Products'],
  ['r', 'Records'],
  ['h', 'House rules'],
  ['o', 'On a lawn: its soil'],
  ['p', 'On a lawn: take a probe reading'],
  ['a', 'On a lawn: add an application'],
  ['u', 'On a lawn: record work that was not planned'],
  ['1 2 3', 'On a lawn: choose the part of the plan'],
  ['[ ]', 'On a lawn: move the fence back or on by 20 days'],
  ['s', 'On a lawn: save the plan'],
  ['z y', 'On a lawn: one step back, forward again'],
  ['m', 'On a lawn: mix card of the chosen part'],
  ['e', 'On a lawn: enter the record of the chosen part'],
  ['← → ↑ ↓', 'In the fence: move by day and by gate; the reason is read out'],
  ['?', 'This list'],
] as const;

/** The list of keys, and whether single keys do anything. */
export default function KeyList({ onClose }: Readonly<{ onClose: () => void }>) {
  const [isOff, setOff] = useState(keysAreOff);
  return (
    <Dialog.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
        <Dialog.Content
          className="fixed left-1/2 top-1/2 z-30 max-h-[96vh] w-[min(34rem,92vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-iron bg-paper p-5 text-ink"
          aria-describedby={undefined}
        >
          <Dialog.Title className="font-cond text-2xl font-semibold">Keys</Dialog.Title>
          <dl className="mt-2 grid grid-cols-[7rem_1fr]">
            {LIST.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-cond text-lg font-semibold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-2 flex min-h-touch items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={isOff}
              onChange={(e) => {
                turnKeys(e.target.checked);
                setOff(e.target.checked);
              }}
            />
            Single keys off (Tab, Enter and arrows still work)
          </label>
          <Dialog.Close className="button mt-3">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
