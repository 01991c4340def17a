/** The company's weather stations in a list to choose from. */
export const StationOptions = ({
  stations,
}: Readonly<{ stations: readonly Readonly<{ id: string; name: string }>[] }>) =>
  stations.map((s) => (
    <option key={s.id} value={s.id}>
      {s.name}
    </option>
  ));
