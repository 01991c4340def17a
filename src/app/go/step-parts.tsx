import type { ReactNode } from 'react';
import type { BundleProduct, BundleStop, StopBundle } from '@/core/stop/bundle';
import { labelOf, type Run } from '@/core/stop/run';
import { isGranule } from '@/core/products/label';
import { AMOUNT_UNITS } from '@/core/units/rate';

/** What the steps of a stop share. */
export type StepProps = Readonly<{
  stop: BundleStop;
  bundle: StopBundle;
  run: Run;
  change: (part: Partial<Run>) => void;
}>;

export function Tick({
  run,
  change,
  name,
  children,
}: Pick<StepProps, 'run' | 'change'> & Readonly<{ name: string; children: ReactNode }>) {
  const isOn = run.ticked.includes(name);
  return (
    <label className="flex min-h-[60px] items-center gap-4 border-2 border-hair bg-paper px-3 py-2 text-[18px] leading-snug">
      <input
        type="checkbox"
        className="size-8 shrink-0 accent-[var(--color-moss)]"
        checked={isOn}
        onChange={(e) =>
          change({ ticked: e.target.checked ? [...run.ticked, name] : run.ticked.filter((t) => t !== name) })
        }
      />
      <span>{children}</span>
    </label>
  );
}

export const openZones = ({ stop, run }: Pick<StepProps, 'stop' | 'run'>) =>
  stop.zones.filter((z) => !run.zones[z.zoneId]?.isLeftOut);
export const productsOf = (p: StepProps) =>
  openZones(p).flatMap((z) => z.products.map((product) => ({ zone: z, product })));
export const isSprayed = (p: StepProps) =>
  productsOf(p).some(({ product }) => !isGranule(labelOf(p.bundle, product)));

export const amountWords = (p: BundleProduct) => `${p.amount} ${AMOUNT_UNITS[p.amountUnit].words}`;
