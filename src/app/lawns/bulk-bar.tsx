'use client';
import { useState } from 'react';
import type { School } from '@/core/ground/crossing';
import { MOISTURES, type Moisture } from '@/core/ground/site';
import { THATCHES, type Thatch } from '@/core/lawn/zone';
import type { changeMany } from '@/server/lawns/lawn-list';
import { plural } from '@/ui/text';

export type Bulk = Parameters<typeof changeMany>[1];

/** One property of all that are chosen, set at once. */
export function BulkBar({
  count,
  schools,
  isBusy,
  onApply,
}: Readonly<{
  count: number;
  schools: readonly School[];
  isBusy: boolean;
  onApply: (change: Bulk['change']) => void;
}>) {
  const [what, setWhat] = useState<Bulk['change']['what']>('school');
  const options: Record<typeof what, readonly string[]> = {
    school: ['the house rule', ...schools],
    moisture: MOISTURES,
    thatch: THATCHES,
  };
  const [to, setTo] = useState('the house rule');
  const value = options[what].includes(to) ? to : options[what][0]!;
  const change = (): Bulk['change'] =>
    what === 'school'
      ? { what, to: schools.find((s) => s === value) ?? null }
      : what === 'moisture'
        ? { what, to: value as Moisture }
        : { what, to: value as Thatch };
  return (
    <form
      className="sticky top-0 z-10 mt-2 flex flex-wrap items-center gap-2 border-2 border-iron bg-lime px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        onApply(change());
      }}
    >
      <b className="font-cond text-lead">{plural(count, 'zone')} chosen: set</b>
      <select
        className="field w-auto"
        aria-label="What to set"
        value={what}
        onChange={(e) => setWhat(e.target.value as typeof what)}
      >
        <option value="school">the school it goes by</option>
        <option value="moisture">moisture</option>
        <option value="thatch">thatch</option>
      </select>
      <span>to</span>
      <select
        className="field w-auto"
        aria-label="To what"
        value={value}
        onChange={(e) => setTo(e.target.value)}
      >
        {options[what].map((o) => (
          <option key={o}>{o}</option>
        ))}
      </select>
      <button className="button button-loud" disabled={isBusy}>
        Set for {plural(count, 'zone')}
      </button>
    </form>
  );
}
