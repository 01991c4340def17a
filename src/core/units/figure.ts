/** Figures as text, without a unit. */

/** A format costs fifty times what it is used for: each is made once. */
const kept = new Map<string, Intl.NumberFormat>();
function formatOf(kind: 'decimals' | 'significant', digits: number): Intl.NumberFormat {
  const key = `${kind} ${digits}`;
  const format =
    kept.get(key) ??
    new Intl.NumberFormat(
      'en-US',
      kind === 'decimals'
        ? { minimumFractionDigits: digits, maximumFractionDigits: digits }
        : { maximumSignificantDigits: digits },
    );
  kept.set(key, format);
  return format;
}

/** A figure with `digits` decimals, thousands separated by commas, and a true minus. */
export const figure = (value: number, digits = 0): string =>
  formatOf('decimals', digits).format(value).replace('-', '−');

/** A figure with about `digits` significant digits and no trailing zeros: 0.83, 62.4, 6240. */
export const significant = (value: number, digits = 3): string =>
  formatOf('significant', digits).format(value);

export const showPercent = (share: number): string => `${figure(share * 100)} %`;
