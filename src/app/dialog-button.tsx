'use client';
import dynamic from 'next/dynamic';
import { useState, type ReactNode } from 'react';

// what is opened now and then is loaded then
const Opened = dynamic(() => import('./opened-dialog'), { loading: () => null });

/** A button that opens a dialog. @param children what stands in it, with the way to close it */
export function DialogButton({
  label,
  title,
  isWide = false,
  onOpen,
  children,
}: Readonly<{
  label: string;
  title: string;
  isWide?: boolean;
  onOpen?: () => void;
  children: (close: () => void) => ReactNode;
}>) {
  const [isOpen, setOpen] = useState(false);
  const close = () => setOpen(false);
  return (
    <>
      <button
        type="button"
        className="button py-0 md:min-h-desk"
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onClick={() => {
          onOpen?.();
          setOpen(true);
        }}
      >
        {label}
      </button>
      {isOpen && (
        <Opened title={title} isWide={isWide} onClose={close}>
          {children(close)}
        </Opened>
      )}
    </>
  );
}
