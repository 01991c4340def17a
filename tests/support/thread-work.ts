/** What threads do in their own test. */
export const twice = (figures: Float64Array): Float64Array => figures.map((x) => 2 * x);
export function never(): void {
  for (;;);
}
export function fails(what: string): never {
  throw new RangeError(`no ${what}`);
}
export const whichConditions = (): boolean => process.execArgv.includes('--conditions=react-server');
