'use client';
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

type Props = Readonly<{
  name: string;
  value: readonly number[];
  onChange: (days: readonly number[]) => void;
}>;

/** Days of the week to be ticked; none: nothing is said. */
export function Weekdays({ name, value, onChange }: Props) {
  return (
    <fieldset className="col-span-2">
      <legend className="text-note text-steel">{name}</legend>
      <div className="grid grid-cols-7 gap-1">
        {DAYS.map((d, i) => {
          const isOn = value.includes(i + 1);
          return (
            <button
              key={d}
              type="button"
              aria-pressed={isOn}
              aria-label={`${name}: ${NAMES[i]}`}
              onClick={() =>
                onChange(isOn ? value.filter((v) => v !== i + 1) : [...value, i + 1].sort((a, b) => a - b))
              }
              className={`button min-w-0 px-0 ${isOn ? 'button-on' : ''}`}
            >
              {d}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
