/** What Iron Gate asks of a soil station that reports by itself. A real one fills this; the simulator beside it does so for the demo. */
import type { Answer } from '@/devices/weather/service';

export type SoilRow = Readonly<{
  /** ms since 1970 */
  at: number;
  depthIn: number;
  /** in the unit that the station says */
  value: number;
}>;
type SoilReport = Readonly<{ unit: 'F' | 'C'; rows: readonly SoilRow[] }>;

export type SoilStation = Readonly<{
  /** Everything measured in [from, to). A dropout is simply not there. */
  readings: (station: string, from: Date, to: Date) => Promise<Answer<SoilReport>>;
}>;
