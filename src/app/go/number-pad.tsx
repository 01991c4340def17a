'use client';
import { useEffect, useState } from 'react';

/** What a field says to have the pad: the phone's own keyboard stays down. */
export const ON_PAD = { inputMode: 'none', 'data-pad': '' } as const;

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '⌫'] as const;

/** Types into a field as a person would, so that its form hears it. */
function typeInto(field: HTMLInputElement, text: string): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(field, text);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

/** Large figures for one glove, while a field that wants one has the focus. It stands over the bar with the way on. */
export function NumberPad() {
  const [field, setField] = useState<HTMLInputElement | null>(null);
  // what stood there goes with the first figure
  const [isFresh, setFresh] = useState(true);
  useEffect(() => {
    const at = (e: FocusEvent) => {
      const { target } = e;
      const wants = target instanceof HTMLInputElement && target.dataset['pad'] !== undefined ? target : null;
      setField(wants);
      setFresh(true);
      wants?.scrollIntoView({ block: 'center' });
    };
    const out = (e: FocusEvent) => {
      if (!e.relatedTarget) setField(null);
    };
    document.addEventListener('focusin', at);
    document.addEventListener('focusout', out);
    return () => {
      document.removeEventListener('focusin', at);
      document.removeEventListener('focusout', out);
    };
  }, []);
  if (!field) return null;
  const press = (key: (typeof KEYS)[number]) => {
    const now = isFresh && key !== '⌫' ? '' : field.value;
    setFresh(false);
    typeInto(field, key === '⌫' ? now.slice(0, -1) : key === '.' && now.includes('.') ? now : now + key);
  };
  return (
    <div
      role="group"
      aria-label="Number pad"
      className="fixed inset-x-0 bottom-[84px] z-20 grid grid-cols-6 gap-1 border-t-4 border-iron bg-lime p-2 sm:hidden"
      // the field keeps the focus
      onPointerDown={(e) => e.preventDefault()}
    >
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          tabIndex={-1}
          aria-label={key === '⌫' ? 'Delete the last figure' : key}
          className="h-[60px] border-2 border-rail bg-paper font-cond text-page font-semibold active:bg-moss active:text-white"
          onClick={() => press(key)}
        >
          {key}
        </button>
      ))}
    </div>
  );
}
