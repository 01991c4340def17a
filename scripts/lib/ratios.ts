/** Two things timed in turn in one run, so that the machine's mood falls out of their ratio. */
export const median = (x: readonly number[]) => x.toSorted((a, b) => a - b)[x.length >> 1]!;

/** Median time of each of two, ms, taken in turn, after both have been warmed. */
export async function inTurn(
  first: () => unknown,
  second: () => unknown,
  rounds = 15,
): Promise<readonly [number, number]> {
  const times: [number[], number[]] = [[], []];
  for (let i = -Math.min(3, rounds); i < rounds; i++)
    for (const [k, work] of [first, second].entries()) {
      const begun = performance.now();
      await work();
      if (i >= 0) times[k]!.push(performance.now() - begun);
    }
  return [median(times[0]), median(times[1])];
}

export type Ratio = Readonly<{ name: string; value: number; most: number; detail: string }>;
/** Says each of them. @returns how many are over */
export function tell(ratios: readonly Ratio[]): number {
  for (const { name, value, most, detail } of ratios)
    console.log(`${value > most ? 'OVER' : 'ok  '} ${value.toFixed(2)} (at most ${most}) ${name}: ${detail}`);
  return ratios.filter((r) => r.value > r.most).length;
}
