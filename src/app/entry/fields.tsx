'use client';
import { useEffect, type ComponentProps, type ReactNode } from 'react';
import { useController, useFormContext, type FieldPathByValue, type FieldValues } from 'react-hook-form';
import type { Issue } from '@/core/units/issue';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { FigureField } from '@/ui/measure-field';
import { Weekdays } from '@/ui/weekdays';
import { useTold } from './entry';

type Of<T extends FieldValues, V> = Readonly<{
  /** its key in what is typed */
  name: FieldPathByValue<T, V>;
  label: string;
  /** as refusals name it, where they do not by its label */
  called?: string;
  hint?: string | null;
  beside?: boolean;
}>;
type Controlled = Readonly<{ value: string; onChange: (value: string) => void; onBlur: () => void }>;

/** A field by its key: what stands in it, and what is wrong with it. */
export function useField<T extends FieldValues>(
  name: FieldPathByValue<T, string>,
  called: string,
): Controlled & Readonly<{ issue: Issue | undefined }> {
  const { control } = useFormContext<T>();
  const { issue, shown } = useTold();
  const { field } = useController({ control, name });
  useEffect(() => {
    shown.add(called);
    return () => void shown.delete(called);
  }, [shown, called]);
  return { value: field.value, onChange: field.onChange, onBlur: field.onBlur, issue: issue(called) };
}

/** What is wrong with fields that a form draws by itself, each as refusals name it. */
export function useIssues(called: readonly string[]): (field: string) => Issue | undefined {
  const { issue, shown } = useTold();
  const all = called.join('\n');
  useEffect(() => {
    const names = all.split('\n');
    for (const name of names) shown.add(name);
    return () => names.forEach((name) => shown.delete(name));
  }, [shown, all]);
  return issue;
}

type Text<T extends FieldValues> = Of<T, string> &
  Omit<ComponentProps<'input'>, 'name' | 'value' | 'onChange' | 'onBlur' | 'id'>;
/** A line of text, a day, a password: as its `type` says. */
export function TextEntry<T extends FieldValues>({
  name,
  label,
  called = label,
  hint = null,
  beside = false,
  ...input
}: Text<T>) {
  const { issue, onChange, ...field } = useField<T>(name, called);
  return (
    <Labelled name={label} issue={issue} hint={hint} beside={beside}>
      {(given) => <input {...given} {...input} {...field} onChange={(e) => onChange(e.target.value)} />}
    </Labelled>
  );
}

/** Several lines. */
export function ProseEntry<T extends FieldValues>({
  name,
  label,
  called = label,
  hint = null,
  ...area
}: Of<T, string> & Pick<ComponentProps<'textarea'>, 'rows' | 'maxLength'>) {
  const { issue, onChange, ...field } = useField<T>(name, called);
  return (
    <Labelled name={label} issue={issue} hint={hint}>
      {(given) => <textarea {...given} {...area} {...field} onChange={(e) => onChange(e.target.value)} />}
    </Labelled>
  );
}

type Choices = readonly (readonly [value: string, words: string])[];
export const Options = ({ of }: Readonly<{ of: Choices }>) =>
  of.map(([value, words]) => (
    <option key={value} value={value}>
      {words}
    </option>
  ));
/** One of a list. @param children options in groups, instead of `options` */
export function SelectEntry<T extends FieldValues>({
  name,
  label,
  called = label,
  hint = null,
  beside = false,
  options = [],
  children,
}: Of<T, string> & Readonly<{ options?: Choices; children?: ReactNode }>) {
  const { issue, onChange, ...field } = useField<T>(name, called);
  return (
    <Labelled name={label} issue={issue} hint={hint} beside={beside}>
      {(given) => (
        <select {...given} {...field} onChange={(e) => onChange(e.target.value)}>
          {children ?? <Options of={options} />}
        </select>
      )}
    </Labelled>
  );
}

/** One of a list, or none of it, which is kept as null. @param none what it then says */
export function PickEntry<T extends FieldValues>({
  name,
  label,
  called = label,
  hint = null,
  none,
  options,
}: Omit<Of<T, string | null>, 'beside'> & Readonly<{ none: string; options: readonly string[] }>) {
  const { control } = useFormContext<T>();
  const issue = useIssues([called])(called);
  const { field } = useController({ control, name });
  return (
    <Labelled name={label} issue={issue} hint={hint}>
      {(given) => (
        <select
          {...given}
          value={field.value ?? ''}
          onBlur={field.onBlur}
          onChange={(e) => field.onChange(options.find((o) => o === e.target.value) ?? null)}
        >
          <option value="">{none}</option>
          {options.map((o) => (
            <option key={o}>{o}</option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

/** One of a few words, each a thumb wide. */
export function ChoiceEntry<T extends FieldValues, O extends string>({
  name,
  label,
  called = label,
  options,
  words,
  onChosen = () => {},
}: Readonly<{
  name: FieldPathByValue<T, O>;
  label: string;
  called?: string;
  options: readonly O[];
  words?: (option: O) => string;
  /** what else follows from a choice */
  onChosen?: () => void;
}>) {
  const { control } = useFormContext<T>();
  const issue = useIssues([called])(called);
  const { field } = useController({ control, name });
  const more = words ? { words } : {};
  return (
    <Choice
      name={label}
      options={options}
      value={field.value}
      issue={issue}
      onChange={(to) => {
        field.onChange(to);
        onChosen();
      }}
      {...more}
    />
  );
}

/** Yes or no, each a thumb wide. */
export function YesNoEntry<T extends FieldValues>({ name, label }: Pick<Of<T, boolean>, 'name' | 'label'>) {
  const { control } = useFormContext<T>();
  const { field } = useController({ control, name });
  return (
    <Choice
      name={label}
      options={['no', 'yes'] as const}
      value={field.value ? 'yes' : 'no'}
      onChange={(v) => field.onChange(v === 'yes')}
    />
  );
}

/** Days of the week. */
export function WeekdaysEntry<T extends FieldValues>({
  name,
  label,
}: Readonly<{ name: FieldPathByValue<T, readonly number[]>; label: string }>) {
  const { control } = useFormContext<T>();
  const { field } = useController({ control, name });
  return <Weekdays name={label} value={field.value} onChange={field.onChange} />;
}

/** A figure of a measure, typed in the company's units and kept in trade units; or of what `unit` says in words. */
export function FigureEntry<T extends FieldValues>({
  name,
  label,
  called = label,
  hint = null,
  beside = false,
  ...input
}: Of<T, string> & Readonly<{ unit: string; disabled?: boolean }>) {
  const field = useField<T>(name, called);
  return <FigureField name={label} hint={hint} beside={beside} {...input} {...field} />;
}

/** Yes or no. */
export function TickEntry<T extends FieldValues>({ name, label }: Pick<Of<T, boolean>, 'name' | 'label'>) {
  const { control } = useFormContext<T>();
  const { field } = useController({ control, name });
  return (
    <label className="flex min-h-touch items-center gap-3 self-end">
      <input
        type="checkbox"
        className="size-6 shrink-0 accent-[var(--color-moss)]"
        checked={field.value}
        onChange={(e) => field.onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}

/** Some of a list, each ticked. */
export function TicksEntry<T extends FieldValues>({
  name,
  legend,
  className = '',
  options,
}: Readonly<{
  name: FieldPathByValue<T, readonly string[]>;
  legend: string;
  className?: string;
  options: Choices;
}>) {
  const { control } = useFormContext<T>();
  const { field } = useController({ control, name });
  const chosen = field.value as readonly string[];
  return (
    <fieldset className={className}>
      <legend className="text-note text-steel">{legend}</legend>
      {options.map(([value, words]) => (
        <label key={value} className="flex min-h-touch items-center gap-2 md:min-h-slim">
          <input
            type="checkbox"
            className="size-5 accent-[var(--color-moss)]"
            checked={chosen.includes(value)}
            onChange={(e) =>
              // in the order of the list
              field.onChange(
                options.map(([v]) => v).filter((v) => (v === value ? e.target.checked : chosen.includes(v))),
              )
            }
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}
