import type { LabelSheet } from '@/core/products/sheet';
import {
  fieldOf,
  fieldsOfPart,
  type SheetField,
  type SheetKey,
  type SheetPart,
} from '@/core/products/sheet-fields';
import { RATE_UNITS } from '@/core/units/rate';
import { CheckField, FigureField, SelectField, TextField } from './sheet-fields';

type Props = Readonly<{ sheet: LabelSheet; set: (change: Partial<LabelSheet>) => void }>;
type Value = LabelSheet[SheetKey];

/** A field of the table, as its row says: its kind, name, unit, hint and choices. */
export function TableField({ field: key, sheet, set }: Props & Readonly<{ field: SheetKey }>) {
  const field = fieldOf(key);
  if (field.of === 'herbicide' && sheet.kind !== 'herbicide') return null;
  return (
    <OneField
      field={field}
      path={key}
      unit={RATE_UNITS[sheet.rateUnit].words}
      value={sheet[key]}
      // the row of the table says which values its field may have, and each control gives no other
      onChange={(value) => set({ [key]: value })}
    />
  );
}

/** The fields of one part of the form, in the table's order. */
export const TableFields = ({ part, ...props }: Props & Readonly<{ part: SheetPart }>) =>
  fieldsOfPart(part).map((key) => <TableField key={key} field={key} {...props} />);

function OneField({
  field,
  path,
  unit,
  value,
  onChange,
}: Readonly<{
  field: SheetField;
  path: string;
  unit: string;
  value: Value;
  onChange: (value: Value) => void;
}>) {
  const { name, hint = null } = field;
  switch (field.kind) {
    case 'tick':
      return <CheckField name={name} value={value === true} onChange={onChange} />;
    case 'text':
      return (
        <TextField
          name={name}
          path={path}
          hint={hint}
          {...(field.rows === undefined ? {} : { rows: field.rows })}
          value={String(value ?? '')}
          onChange={(text) => onChange(text === '' && field.isOrNull ? null : text)}
        />
      );
    case 'figure':
      return (
        <FigureField
          name={field.inRateUnit ? `${name}, ${unit}` : name}
          path={path}
          hint={hint}
          {...(field.measure === undefined ? {} : { measure: field.measure })}
          value={typeof value === 'number' ? value : null}
          onChange={onChange}
        />
      );
    case 'choice':
      return (
        <SelectField
          name={name}
          path={path}
          hint={hint}
          options={field.usual === null ? ['', ...field.options] : field.options}
          words={(o) => field.words?.[o] ?? (o === '' ? (field.noneWords ?? o) : o)}
          value={String(value ?? '')}
          onChange={(option) => onChange(option === '' && field.usual === null ? null : option)}
        />
      );
  }
}
