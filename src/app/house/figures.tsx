import { houseFigure, keysOf, type HousePanel } from '@/core/facts/house-figures';
import { usualWords } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { FigureEntry } from '../entry/fields';

/** The fields of a panel of the company's figures, as the table says: name, unit, why it is asked, what is usual. */
export function Figures({ panel }: Readonly<{ panel: HousePanel }>) {
  const { system } = useShows();
  return keysOf(panel).map((key) => {
    const { field, name, isWithUnit, unit, usual, why } = houseFigure(key);
    const hint = [why, usual === null ? '' : usualWords(usual, unit, system)].filter(Boolean).join(' ');
    return (
      <FigureEntry<Record<string, string>>
        key={key}
        name={key}
        label={name}
        called={field}
        unit={isWithUnit ? '' : unit}
        hint={hint || null}
      />
    );
  });
}
