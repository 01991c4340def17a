import { showDay, type Day } from '@/core/calendar/day';
import { Link } from './link';

type Props = Readonly<{
  station: string;
  /** what it is, in a word or two */ trouble: string | null;
  forecastIssuedOn: Day | null;
  /** no service: its weather comes by file */
  isByFile: boolean;
  today: Day;
}>;

/** Says so when the weather on a screen is old, and why; nothing when it is today's. */
export function WeatherAge({ station, trouble, forecastIssuedOn, isByFile, today }: Props) {
  if (trouble === null && forecastIssuedOn === today) return null;
  const age = forecastIssuedOn === null ? null : today - forecastIssuedOn;
  return (
    <p role="status" className="border-l-4 border-straw bg-paper px-3 py-2">
      <b className="font-cond text-lg">
        {isByFile
          ? `The weather of ${station} comes by file.`
          : trouble
            ? `The weather service for ${station} is ${trouble}.`
            : `Today’s weather for ${station} is being fetched.`}
      </b>{' '}
      {forecastIssuedOn === null || age === null
        ? 'There is no forecast on file: gates that need one stand ajar, not known.'
        : `Gates use the forecast of ${showDay(forecastIssuedOn)}, ${age === 1 ? '1 day' : `${age} days`} old; days it does not reach stand ajar, not known.`}{' '}
      {isByFile && (
        <Link href="/weather" className="font-semibold">
          How far it reaches, and bring in a newer one
        </Link>
      )}
      {!isByFile && trouble && 'It is asked again with every page, a minute apart.'}
    </p>
  );
}
