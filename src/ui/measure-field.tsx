'use client';
import type { Issue } from '@/core/units/issue';
import { useState, type ComponentProps } from 'react';
import { significant } from '@/core/units/figure';
import { asTrade, asTyped, between, isMeasure, type Measure, type UnitSystem } from '@/core/units/measures';
import { Labelled } from './labelled';
import { useShows } from './units';

type InputProps = Omit<ComponentProps<'input'>, 'value' | 'onChange'> &
  Readonly<{
    measure: Measure;
    /** in trade units, as it is kept and sent */
    value: string;
    onChange: (trade: string) => void;
  }>;

/**
 * A field of a measured figure: its form keeps trade units, its person types those of the company. What is being typed
 * stays letter for letter until the form itself changes the figure.
 */
function MeasureInput({ measure, value, onChange, ...input }: InputProps) {
  const { system } = useShows();
  const [typed, setTyped] = useState({ text: '', trade: '' });
  return (
    <input
      inputMode="decimal"
      {...input}
      value={typed.trade === value ? typed.text : asTyped(value, measure, system)}
      onChange={({ target: { value: text } }) => {
        const trade = asTrade(text, measure, system);
        setTyped({ text, trade });
        onChange(trade);
      }}
    />
  );
}

type FieldProps = Omit<InputProps, 'name' | 'id' | 'className' | 'measure'> &
  Readonly<{ name: string; issue?: Issue | null | undefined; hint?: string | null; beside?: boolean }>;

/** The same with its label, which names the unit: "Area, sq ft". */
export function MeasureField({
  name,
  measure,
  issue,
  hint = null,
  beside = false,
  ...input
}: FieldProps & Readonly<{ measure: Measure }>) {
  const show = useShows();
  return (
    <Labelled name={`${name}, ${show.unit(measure)}`} issue={issue} hint={hint} beside={beside}>
      {(field) => <MeasureInput {...field} measure={measure} {...input} />}
    </Labelled>
  );
}

/** A figure of a measure, or of what is counted in words: "days", "%"; empty: its name says it. */
export function FigureField({ unit, ...field }: FieldProps & Readonly<{ unit: string }>) {
  if (isMeasure(unit)) return <MeasureField measure={unit} {...field} />;
  const { name, issue, hint = null, beside = false, onChange, ...input } = field;
  return (
    <Labelled name={unit ? `${name}, ${unit}` : name} issue={issue} hint={hint} beside={beside}>
      {(given) => (
        <input inputMode="decimal" {...given} {...input} onChange={(e) => onChange(e.target.value)} />
      )}
    </Labelled>
  );
}

/** What is usual, chosen in trade units, as a hint beside its field. */
export const usualWords = (trade: number, unit: string, system: UnitSystem): string =>
  isMeasure(unit) && system !== 'trade'
    ? `Usual: about ${significant(between(trade, unit, 'trade', system), 2)}`
    : `Usual: ${trade}`;
