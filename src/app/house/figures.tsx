import {
  houseFigure,
  keysOf,
  type HousePanel,
  type HouseTexts,
  type KeysOf,
} from '@/core/facts/house-figures';
import { FigureField, usualWords } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import type { useCommand } from '../use-command';

/** The fields of a panel of the company's figures, as the table says: name, unit, why it is asked, what is usual. */
export function Figures<P extends HousePanel>({
  panel,
  typed,
  set,
  issue,
  mayChange,
}: Readonly<{
  panel: P;
  typed: HouseTexts<P>;
  set: (change: Partial<HouseTexts<P>>) => void;
  issue: ReturnType<typeof useCommand>['issue'];
  mayChange: boolean;
}>) {
  const { system } = useShows();
  return keysOf(panel).map((key: KeysOf<P>) => {
    const { field, name, isWithUnit, unit, usual, why } = houseFigure(key);
    const hint = [why, usual === null ? '' : usualWords(usual, unit, system)].filter(Boolean).join(' ');
    return (
      <FigureField
        key={key}
        name={name}
        unit={isWithUnit ? '' : unit}
        issue={issue(field)}
        disabled={!mayChange}
        value={typed[key]}
        hint={hint || null}
        onChange={(value) => set({ [key]: value } as Partial<HouseTexts<P>>)}
      />
    );
  });
}

/** Fields that show their own issue. */
export const fieldNames = (...panels: readonly HousePanel[]): string[] =>
  keysOf(...panels).map((key) => houseFigure(key).field);
