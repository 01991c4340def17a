import type { CardLabel } from '@/core/mixing/card';

/** Labels that say the same of safety stand together. */
export type Safety = Readonly<{
  labels: readonly CardLabel[];
  ppe: string;
  reentry: string;
  restricted: boolean;
}>;
export function safetyOf(products: readonly Readonly<{ label: CardLabel }>[]): Safety[] {
  const said = new Map<string, CardLabel[]>();
  for (const { label: l } of products) {
    const what = JSON.stringify([l.ppe, l.reentry, l.restrictedUse]);
    said.set(what, [...(said.get(what) ?? []), l]);
  }
  return [...said.values()].map((labels) => {
    const { ppe, reentry, restrictedUse } = labels[0]!;
    return { labels, ppe, reentry, restricted: restrictedUse };
  });
}
