'use client';
import { useId, useState } from 'react';
import { STATE_NAMES, isState, stateName } from '@/core/trade/states';

const Choices = ({ id }: Readonly<{ id: string }>) => (
  <datalist id={id}>
    {STATE_NAMES.map((name) => (
      <option key={name} value={name} />
    ))}
  </datalist>
);

/** What is said of a place that is none of the states; null: it is one, or nothing is typed. */
export const unknownState = (text: string): string | null =>
  text.trim() === '' || isState(text)
    ? null
    : `“${text.trim()}” is none of the states in the list: labels and lawns must spell it the same way.`;

type Field = Readonly<{ id: string; className: string; 'aria-describedby': string | undefined }>;

/** One state: chosen from the list or typed, by its code too; kept as its name. */
export function StateInput({
  field,
  value,
  disabled = false,
  onChange,
}: Readonly<{ field: Field; value: string; disabled?: boolean; onChange: (state: string) => void }>) {
  const id = useId();
  return (
    <>
      <input
        {...field}
        list={id}
        disabled={disabled}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onBlur={() => onChange(stateName(value))}
      />
      <Choices id={id} />
    </>
  );
}

/** Several states: those that are chosen with a way to take each out, and a field for one more. */
export function StatesInput({
  field,
  values,
  onChange,
}: Readonly<{ field: Field; values: readonly string[]; onChange: (states: string[]) => void }>) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const add = (text: string) => {
    const names = text.split(/[,;]/).map(stateName).filter(Boolean);
    if (names.length) onChange([...new Set([...values, ...names])]);
    setTyped('');
  };
  return (
    <>
      {values.length > 0 && (
        <ul className="mb-1 flex flex-wrap gap-1">
          {values.map((state) => (
            <li key={state}>
              <button
                type="button"
                className="button min-h-touch px-2"
                aria-label={`Take out ${state}`}
                onClick={() => onChange(values.filter((s) => s !== state))}
              >
                {state} <span aria-hidden>×</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <input
        {...field}
        list={id}
        placeholder="Add a state"
        value={typed}
        onChange={(e) => {
          // what is picked from the list is meant as it stands
          if (STATE_NAMES.includes(e.target.value)) add(e.target.value);
          else setTyped(e.target.value);
        }}
        onBlur={() => add(typed)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          add(typed);
        }}
      />
      <Choices id={id} />
    </>
  );
}
