'use client';
import { Keyboard } from 'lucide-react';
import { useRouter } from 'next/navigation';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useKeys } from './keys';

const KeyList = dynamic(() => import('./key-list'), { loading: () => null });

/** The list of keys, on `?`, and the keys that go from screen to screen. */
export function Shortcuts() {
  const router = useRouter();
  const [isOpen, setOpen] = useState(false);
  const show = () => setOpen(true);
  useKeys(
    {
      '?': show,
      t: () => router.push('/'),
      j: () => router.push('/day'),
      l: () => router.push('/lawns'),
      w: () => router.push('/season'),
      d: () => router.push('/products'),
      r: () => router.push('/records'),
      h: () => router.push('/house'),
    },
    ['?'],
  );
  return (
    <>
      <button
        type="button"
        className="hidden min-h-touch min-w-touch items-center justify-center md:flex"
        aria-label="Keys (?)"
        title="Keys (?)"
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onClick={show}
      >
        <Keyboard size={20} aria-hidden />
      </button>
      {isOpen && <KeyList onClose={() => setOpen(false)} />}
    </>
  );
}
