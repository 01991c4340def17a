'use client';
import type { Label } from '@/core/products/label';
import type { TypedProduct } from '@/core/season/typed-fields';
import { USES, isPreEmergent } from '@/core/trade/terms';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { Fold } from '@/ui/fold';

/** Weeds that the label names for a use: those it keeps from coming up, or those it takes when they are up. */
const weedsOf = (label: Label, use: string): readonly Weed[] => {
  const known = USES.find((u) => u === use);
  return known && isPreEmergent(known)
    ? label.before
    : known === 'turf care'
      ? []
      : label.after.map((a) => a.weed);
};

export function Targets({
  label,
  product,
  isFixed,
  onChange,
}: Readonly<{
  label: Label;
  product: TypedProduct;
  isFixed: boolean;
  onChange: (change: Partial<TypedProduct>) => void;
}>) {
  const weeds = weedsOf(label, product.use);
  if (!weeds.length) return null;
  const named = product.targets.map((t) => WEEDS[t as Weed]?.name ?? t);
  return (
    <Fold
      className="group"
      summary={
        <summary className="grid min-h-touch cursor-pointer grid-cols-[96px_minmax(0,1fr)] items-center md:min-h-desk">
          <span className="font-cond text-body">Target weeds</span>
          <span className="field flex items-center truncate md:min-h-desk">
            {named.length ? named.join(', ') : 'none named: tap to choose'}
          </span>
        </summary>
      }
    >
      {() => (
        <div className="ml-[96px] mt-1 grid gap-x-3 sm:grid-cols-2 lg:grid-cols-1">
          {weeds.map((w) => (
            <label key={w} className="flex min-h-touch items-center gap-2 text-note md:min-h-slim">
              <input
                type="checkbox"
                className="size-5 accent-[var(--color-moss)]"
                disabled={isFixed}
                checked={product.targets.includes(w)}
                onChange={(e) =>
                  onChange({
                    targets: e.target.checked
                      ? [...product.targets, w]
                      : product.targets.filter((t) => t !== w),
                  })
                }
              />
              {WEEDS[w].name}
            </label>
          ))}
        </div>
      )}
    </Fold>
  );
}
