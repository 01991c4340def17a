'use client';
import { dayOf, dayOfYear, type Day } from '@/core/calendar/day';
import type { School } from '@/core/ground/crossing';
import type { SchoolForecast } from '@/core/ground/outlook';
import { useShows } from '@/ui/units';
import { crossingWords, schoolWords, shortDay } from '@/ui/words';
import { capital } from '@/ui/text';

type Props = Readonly<{
  schools: readonly SchoolForecast[];
  used: School;
  lag: number | null;
  needed: number;
  /** this lawn has a school of its own */
  isOwn: boolean;
}>;

/** First and last day of the year that the strips show: 1 February to 15 June. */
const FROM = 32;
const TO = 166;
const place = (day: Day) => `${((Math.min(Math.max(dayOfYear(day), FROM), TO) - FROM) / (TO - FROM)) * 100}%`;

/** What each school says of this lawn: this year’s odds, and a mark for every year on file, side by side on one scale. */
export function Schools({ schools, used, lag, needed, isOwn }: Props) {
  const show = useShows();
  const year = schools[0]?.past.at(-1)?.year ?? 2027;
  const months = [2, 3, 4, 5, 6].map((m) => dayOf(year + 1, m, 1));
  return (
    <section className="mt-6">
      <h2 className="border-b-2 border-iron text-row">
        What each school says{' '}
        <span className="font-text text-note font-normal text-steel">
          box: this year, 8 in 10 · ticks: years on file · {isOwn ? 'this lawn goes by' : 'the house goes by'}{' '}
          {used}
        </span>
      </h2>
      <div className="grid grid-cols-1 gap-y-1 md:grid-cols-[300px_minmax(0,1fr)_230px]">
        <span className="hidden md:block" />
        <div className="relative h-5 text-fine text-steel" aria-hidden>
          {months.map((m) => (
            <span key={m} className="absolute" style={{ left: place(m) }}>
              {shortDay(m).replace(/^\d+ /, '')}
            </span>
          ))}
        </div>
        <span className="hidden md:block" />
        {schools.map((s) => (
          <div key={s.school} className="contents">
            <div
              className={`py-1 ${s.school === used ? 'border-l-4 border-moss pl-2' : 'border-l-4 border-transparent pl-2'}`}
            >
              <p className="font-cond text-lead font-semibold leading-tight">
                {capital(s.school)}
                {s.school === used && <span className="font-normal text-moss"> in use</span>}
              </p>
              <p className="text-fine leading-tight text-steel">{schoolWords(s.rule, show)}</p>
            </div>
            <div
              className="relative h-[34px] self-center border-b border-rail bg-paper"
              role="img"
              aria-label={pastWords(s)}
            >
              {months.map((m) => (
                <span
                  key={m}
                  className="absolute top-0 h-full border-l border-hair"
                  style={{ left: place(m) }}
                />
              ))}
              {s.past.map((p) =>
                p.day === null ? null : (
                  <span
                    key={p.year}
                    title={`${p.year}: ${shortDay(p.day)}`}
                    className="absolute bottom-0 h-[13px] w-[2px] bg-steel"
                    style={{ left: place(p.day) }}
                  />
                ),
              )}
              {s.crossed !== null ? (
                <span
                  className="absolute top-[3px] h-[16px] w-[4px] bg-clay"
                  style={{ left: place(s.crossed) }}
                />
              ) : (
                s.dates.p10 !== null && (
                  <>
                    <span
                      className="absolute top-[3px] h-[16px] border-2 border-dashed border-clay"
                      style={{
                        left: place(s.dates.p10),
                        right: `calc(100% - ${s.dates.p90 === null ? '100%' : place(s.dates.p90)})`,
                      }}
                    />
                    {s.dates.p50 !== null && (
                      <span
                        className="absolute top-[3px] h-[16px] w-[3px] bg-clay"
                        style={{ left: place(s.dates.p50) }}
                      />
                    )}
                  </>
                )
              )}
            </div>
            <p className="self-center pb-2 text-note md:pb-0 md:pl-3">
              {s.rule.school === 'signs' && s.dates.p10 === null && s.crossed === null
                ? `Not seen yet; ${lag === null ? `learnt from ${needed} years of notes` : 'not likely this year'}`
                : crossingWords(s.crossed, s.dates)}
            </p>
          </div>
        ))}
      </div>
    </section>
  );
}

const pastWords = ({ school, past }: SchoolForecast) =>
  `${school}: ${past.map((p) => `${p.year} ${p.day === null ? 'not' : shortDay(p.day)}`).join(', ')}`;
