/** Something was saved by another while it was open: yours and theirs side by side, and the choice. */
export function BothVersions({
  by,
  what,
  rows,
  onTakeTheirs,
  onSaveMine,
}: Readonly<{
  by: string;
  what: string;
  rows: readonly (readonly [name: string, mine: string, theirs: string])[];
  onTakeTheirs: () => void;
  onSaveMine: () => void;
}>) {
  return (
    <div role="alert" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
      <p className="font-semibold">
        {by} changed {what} while you had it open. Nothing of yours is lost: choose.
      </p>
      <table className="mt-2 w-full text-left text-note">
        <thead>
          <tr>
            <td />
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, mine, theirs]) => (
            <tr key={name} className={mine === theirs ? 'text-steel' : 'font-semibold'}>
              <th scope="row" className="pr-2 align-top font-medium">
                {name}
              </th>
              <td className="pr-2 align-top">{mine}</td>
              <td className="align-top">{theirs}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button" onClick={onTakeTheirs}>
          Take theirs
        </button>
        <button type="button" className="button" onClick={onSaveMine}>
          Save mine over it
        </button>
      </div>
    </div>
  );
}

/** The fields in which two forms differ, named as they are typed: "irrigation per hour". */
export function differences<T extends object>(
  mine: T,
  theirs: T,
): [name: string, mine: string, theirs: string][] {
  return (Object.keys({ ...theirs, ...mine }) as (keyof T & string)[])
    .filter((k) => JSON.stringify(mine[k]) !== JSON.stringify(theirs[k]))
    .map((k) => [k.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`), shown(mine[k]), shown(theirs[k])]);
}
const shown = (v: unknown): string => {
  if (v === null || v === undefined || v === '') return 'empty';
  if (typeof v === 'boolean') return v ? 'yes' : 'no';
  if (typeof v === 'string' || typeof v === 'number') return String(v);
  if (!Array.isArray(v))
    return Object.values(v)
      .filter((x) => x !== null)
      .join(' ');
  const isPlain = v.every((x) => typeof x !== 'object');
  return isPlain ? v.join(', ') || 'none' : v.length === 1 ? '1 row' : `${v.length} rows`;
};
