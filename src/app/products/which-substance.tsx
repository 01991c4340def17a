'use client';
import { nameSubstance } from '@/core/products/substance';
import { acidShare } from '@/core/products/substances';
import type { SheetIngredient } from '@/core/products/sheet';
import { figure } from '@/core/units/figure';

type Props = Readonly<{ ingredient: SheetIngredient; onChange: (change: Partial<SheetIngredient>) => void }>;

/** Which substance a printed name is; what is not known is asked, since its year's limit stays shut until it is answered. */
export function WhichSubstance({ ingredient: { name, ownSubstance }, onChange }: Props) {
  if (!name.trim()) return null;
  const found = nameSubstance(name);
  if (found.kind === 'known') {
    const { substance, form } = found;
    if (!form && substance.name.toLowerCase() === name.trim().toLowerCase()) return null;
    return (
      <p className="mt-1 text-note">
        Counts as <b>{substance.name}</b>
        {form && `, ${form}: ${figure(100 * acidShare(substance, form), 1)}% acid by molar mass`}.
      </p>
    );
  }
  if (found.kind === 'several')
    return (
      <p role="alert" className="mt-1 border-l-4 border-clay pl-3 text-note">
        This line names {found.substances.map((s) => s.name).join(' and ')}. Give each a line of its own:
        limits count them separately.
      </p>
    );
  if (ownSubstance)
    return (
      <p className="mt-1 text-note">
        Counts as a substance of its own.{' '}
        <button type="button" className="underline" onClick={() => onChange({ ownSubstance: false })}>
          Undo
        </button>
      </p>
    );
  return (
    <div role="alert" className="mt-1 border-l-4 border-straw pl-3 text-note">
      <p>
        “{name.trim()}” is not a substance we know. Does it stand for one of these? Until you answer, its year
        limit stays shut.
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {found.like.map((s) => (
          <button
            key={s.name}
            type="button"
            className="button py-0 md:min-h-desk"
            onClick={() => onChange({ name: s.name, group: s.group })}
          >
            Use {s.name}
          </button>
        ))}
        <button
          type="button"
          className="button py-0 md:min-h-desk"
          onClick={() => onChange({ ownSubstance: true })}
        >
          No, a substance of its own
        </button>
      </div>
    </div>
  );
}
