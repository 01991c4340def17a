import type { ReactNode } from 'react';
import type { BundleProduct, BundleStop, StopBundle } from '@/core/stop/bundle';
import { clockIn } from '@/core/stop/clock';
import { labelOf } from '@/core/stop/run';
import type { Run } from '@/core/stop/typed-run';
import type { Checked } from '@/core/stop/seen-now';
import { isGranule } from '@/core/products/label';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { checkedWords } from '@/ui/stop-words';
import { useShows } from '@/ui/units';

/** What the steps of a stop share. */
export type StepProps = Readonly<{
  stop: BundleStop;
  bundle: StopBundle;
  run: Run;
  change: (part: Partial<Run>) => void;
}>;

/** One tick, of one thing or of several that are told together. */
export function Tick({
  run,
  change,
  names,
  children,
}: Pick<StepProps, 'run' | 'change'> & Readonly<{ names: readonly string[]; children: ReactNode }>) {
  const isOn = names.every((n) => run.ticked.includes(n));
  return (
    <label className="flex min-h-glove items-center gap-4 border-2 border-hair bg-paper px-3 py-2 text-lead leading-snug">
      <input
        type="checkbox"
        className="size-8 shrink-0 accent-[var(--color-moss)]"
        checked={isOn}
        onChange={(e) => {
          const others = run.ticked.filter((t) => !names.includes(t));
          change({ ticked: e.target.checked ? [...others, ...names] : others });
        }}
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

/** What stands against the work by what was seen there, a line each. @param of the zone's name, where there are several */
export function FoundLines({ found, of }: Readonly<{ found: readonly Checked[]; of: string }>) {
  const show = useShows();
  return found.map((c, i) => {
    const isShut = c.kind === 'gate' && c.verdict.state === 'shut';
    return (
      <p
        key={i}
        role={isShut ? 'alert' : undefined}
        className={`border-l-8 bg-paper px-3 py-2 text-lead ${isShut ? 'border-clay font-semibold' : 'border-straw'}`}
      >
        {of && `${of}. `}
        {checkedWords(c, show)}
      </p>
    );
  });
}

/** The company's hour now. */
export const hourNow = ({ timeZone, phoneAhead = 0 }: StopBundle): number =>
  Number(clockIn(Date.now() - phoneAhead, timeZone).time.slice(0, 2));
