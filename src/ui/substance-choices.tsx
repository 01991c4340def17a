import { SUBSTANCES } from '@/core/products/substances';

/** The substances that are known, for the list of a field that names one: found by their other names too. */
export function SubstanceChoices({ id }: Readonly<{ id: string }>) {
  return (
    <datalist id={id}>
      {SUBSTANCES.map((s) => (
        <option key={s.name} value={s.name}>
          {s.synonyms.join(', ')}
        </option>
      ))}
    </datalist>
  );
}
