'use client';
import { type Issue, fact } from '@/core/units/issue';
import { createContext, useContext, useState, type ReactNode } from 'react';
import type { LabelSheet } from '@/core/products/sheet';
import { asTrade, asTyped, numberIn, type Measure } from '@/core/units/measures';
import { AMOUNT_UNITS, RATE_UNITS, type AmountUnit } from '@/core/units/rate';
import { Labelled } from '@/ui/labelled';
import { StatesInput, unknownState } from '@/ui/states';
import { useShows } from '@/ui/units';
import { issueSentence, factSentence } from '@/ui/issue-words';

/** What is wrong with the sheet, by the field's path ("rates 2 low"). */
const Issues = createContext<readonly Issue[]>([]);
export const SheetIssues = Issues.Provider;
const useIssue = (path: string): string | undefined => {
  const found = useContext(Issues).find((i) => i.field === path || i.field.startsWith(`${path} `));
  // the server names the path; beside the field its name is enough
  const show = useShows();
  return found && `This ${issueSentence(found, show).trim()}`;
};

type Common = Readonly<{ name: string; path: string; hint?: string | null }>;

export function TextField({
  name,
  path,
  hint = null,
  value,
  onChange,
  rows,
  choices,
}: Common &
  Readonly<{
    value: string;
    onChange: (value: string) => void;
    rows?: number;
    /** id of a list of words to choose from */
    choices?: string;
  }>) {
  const issue = useIssue(path);
  return (
    <Labelled name={name} issue={issue} hint={hint}>
      {(field) =>
        rows ? (
          <textarea {...field} rows={rows} value={value} onChange={(e) => onChange(e.target.value)} />
        ) : (
          <input {...field} list={choices} value={value} onChange={(e) => onChange(e.target.value)} />
        )
      }
    </Labelled>
  );
}

/** The states in which a product is registered. */
export function StatesField({
  values,
  onChange,
}: Readonly<{ values: readonly string[]; onChange: (states: string[]) => void }>) {
  const issue = useIssue('registeredIn');
  const strange = values.map(unknownState).find((words) => words !== null) ?? null;
  return (
    <Labelled name="Registered in" issue={issue} hint={strange ?? 'states; none: not said'}>
      {(field) => <StatesInput field={field} values={values} onChange={onChange} />}
    </Labelled>
  );
}

/** A figure: what is typed stays as it is typed; empty is "the label does not say"; what is no number is said at once. */
export function FigureField({
  name,
  measure,
  path,
  hint = null,
  value,
  onChange,
}: Common & Readonly<{ measure?: Measure; value: number | null; onChange: (value: number | null) => void }>) {
  const show = useShows();
  const { system, unit } = show;
  const inside = (typed: string) => figureIn(measure ? asTrade(typed, measure, system) : typed);
  const outside = (kept: number) => (measure ? asTyped(String(kept), measure, system) : String(kept));
  const [text, setText] = useState(value === null || Number.isNaN(value) ? '' : outside(value));
  const fromOutside = value !== null && !Number.isNaN(value) && inside(text) !== value;
  const shown = fromOutside ? outside(value) : text;
  const server = useIssue(path);
  const issue = Number.isNaN(value)
    ? factSentence(fact('sheet-figure-no-number', { text: shown.trim() }), show)
    : server;
  return (
    <Labelled name={measure ? `${name}, ${unit(measure)}` : name} issue={issue} hint={hint}>
      {(field) => (
        <input
          {...field}
          inputMode="decimal"
          value={shown}
          onChange={(e) => {
            setText(e.target.value);
            onChange(inside(e.target.value));
          }}
        />
      )}
    </Labelled>
  );
}
/** null: nothing typed; NaN: not a number. */
const figureIn = (text: string): number | null => (text.trim() === '' ? null : (numberIn(text) ?? NaN));

export function SelectField<T extends string>({
  name,
  path,
  hint = null,
  value,
  options,
  words = (o) => o,
  onChange,
}: Common &
  Readonly<{
    value: T;
    options: readonly T[];
    words?: (option: T) => string;
    onChange: (value: T) => void;
  }>) {
  const issue = useIssue(path);
  return (
    <Labelled name={name} issue={issue} hint={hint}>
      {(field) => (
        <select
          {...field}
          value={value}
          onChange={(e) => {
            const next = options.find((o) => o === e.target.value);
            if (next !== undefined) onChange(next);
          }}
        >
          {options.map((o) => (
            <option key={o} value={o}>
              {words(o)}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

/** Some of a list, each a box to tick. */
export function ManyField<T extends string>({
  name,
  path,
  value,
  options,
  words = (o) => o,
  onChange,
}: Common &
  Readonly<{
    value: readonly T[];
    options: readonly T[];
    words?: (option: T) => string;
    onChange: (value: T[]) => void;
  }>) {
  const issue = useIssue(path);
  return (
    <fieldset className="min-w-0">
      <legend className="font-cond text-body">{name}</legend>
      <div className="flex flex-wrap gap-x-4">
        {options.map((o) => (
          <label key={o} className="flex min-h-touch items-center gap-1.5 text-note md:min-h-slim">
            <input
              type="checkbox"
              className="h-5 w-5 accent-[var(--color-moss)]"
              checked={value.includes(o)}
              onChange={(e) =>
                onChange(options.filter((x) => (x === o ? e.target.checked : value.includes(x))))
              }
            />
            {words(o)}
          </label>
        ))}
      </div>
      {issue && <p className="text-fine font-semibold text-clay">{issue}</p>}
    </fieldset>
  );
}

export function CheckField({
  name,
  value,
  onChange,
}: Readonly<{ name: string; value: boolean; onChange: (value: boolean) => void }>) {
  return (
    <label className="flex min-h-touch items-center gap-2 text-body">
      <input
        type="checkbox"
        className="h-5 w-5 accent-[var(--color-moss)]"
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
      />
      {name}
    </label>
  );
}

/** Changes one of a list, or takes it out. */
export const changed = <T,>(list: readonly T[], i: number, change: Partial<T>): T[] =>
  list.map((x, k) => (k === i ? { ...x, ...change } : x));
export const without = <T,>(list: readonly T[], i: number): T[] => list.filter((_, k) => k !== i);

export function RemoveButton({ what, onClick }: Readonly<{ what: string; onClick: () => void }>) {
  return (
    <button type="button" className="button py-0 md:min-h-desk" onClick={onClick}>
      Remove {what}
    </button>
  );
}

/** A part of the label under its heading, and fields side by side. */
export function Part({ title, children }: Readonly<{ title: string; children: ReactNode }>) {
  return (
    <section className="mt-5">
      <h2 className="border-b-2 border-iron text-row">{title}</h2>
      <div className="mt-2">{children}</div>
    </section>
  );
}
export const Grid = ({ children }: Readonly<{ children: ReactNode }>) => (
  <div className="mt-1 grid grid-cols-1 items-start gap-2 sm:grid-cols-2 md:grid-cols-4">{children}</div>
);

/** Units of an amount that go with the unit of the rates. */
export const amountUnitsFor = ({ rateUnit }: LabelSheet) =>
  (Object.keys(AMOUNT_UNITS) as AmountUnit[]).filter((u) => AMOUNT_UNITS[u].by === RATE_UNITS[rateUnit].by);
