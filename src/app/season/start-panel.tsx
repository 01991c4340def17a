'use client';
import { useEffect, useMemo, useState } from 'react';
import { isoDay, parseDay, showWeekday, type Day } from '@/core/calendar/day';
import type { AskedStart, StartQuestion, StartSays } from '@/core/season/start';
import { stopsADay, type Crews } from '@/core/season/workload';
import { figure } from '@/core/units/figure';
import { parseFigure } from '@/core/units/parse';
import type { Outcome } from '@/server/entry/outcome';

import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';

import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { StartCurve } from './start-curve';

export type StartQuestionAction = (input: { round: string }) => Promise<Outcome<{ question: StartQuestion }>>;

/** When must we start? Crews, days and a start are typed, and every past year is worked off at once. */
export function StartPanel({
  rounds,
  crews,
  today,
  startQuestionAction,
}: Readonly<{
  rounds: readonly string[];
  crews: Crews;
  today: Day;
  startQuestionAction: StartQuestionAction;
}>) {
  const [round, setRound] = useState(rounds[0] ?? '');
  const [question, setQuestion] = useState<StartQuestion | null>(null);
  const { ask: asking, refusal, isSending: isAsking } = useCommand();
  const ask = () => {
    setQuestion(null);
    asking(startQuestionAction, { round }, (answer) => setQuestion(answer.question));
  };
  return (
    <section aria-label="When must we start?" className="mt-6 border-t-2 border-iron pt-2">
      <h2 className="text-head">When must we start?</h2>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Labelled name="Round">
          {(f) => (
            <select
              {...f}
              value={round}
              onChange={(e) => {
                setRound(e.target.value);
                setQuestion(null);
              }}
            >
              {rounds.map((r) => (
                <option key={r}>{r}</option>
              ))}
            </select>
          )}
        </Labelled>
        <button type="button" className="button" disabled={isAsking} onClick={ask}>
          {isAsking ? 'Gathering…' : 'Work it off in every past year'}
        </button>
      </div>
      {refusal &&
        (refusal.kind === 'gone' ? (
          <p role="alert" className="mt-2 border-l-4 border-straw px-3">
            Of this round nothing is left to be put down.
          </p>
        ) : (
          <RefusalWords refusal={refusal} here="/season" />
        ))}
      {question && <Answer key={round} question={question} crews={crews} today={today} round={round} />}
    </section>
  );
}

function Answer({
  question,
  crews,
  today,
  round,
}: Readonly<{ question: StartQuestion; crews: Crews; today: Day; round: string }>) {
  const [typed, setTyped] = useState({
    trucks: String(crews.trucks),
    daysAWeek: String(crews.daysAWeek),
    hours: String(crews.hours),
    minutesAStop: String(crews.minutesAStop),
    start: isoDay(today),
  });
  const read = {
    trucks: parseFigure(typed.trucks, { field: 'Trucks', unit: 'trucks', least: 1, most: 500 }),
    daysAWeek: parseFigure(typed.daysAWeek, { field: 'Days a week', unit: 'days', least: 1, most: 7 }),
    hours: parseFigure(typed.hours, { field: 'Hours a day', unit: 'hours', least: 1, most: 24 }),
    minutesAStop: parseFigure(typed.minutesAStop, {
      field: 'Minutes a lawn',
      unit: 'minutes',
      least: 1,
      most: 960,
    }),
  };
  const startDay = parseDay(typed.start);
  const asked = useMemo(
    (): AskedStart | null =>
      read.trucks.ok && read.daysAWeek.ok && read.hours.ok && read.minutesAStop.ok && startDay !== null
        ? {
            question,
            start: startDay,
            crews: {
              trucks: Math.floor(read.trucks.value),
              daysAWeek: Math.floor(read.daysAWeek.value),
              hours: read.hours.value,
              minutesAStop: read.minutesAStop.value,
            },
          }
        : null,
    // what is typed decides
    // oxlint-disable-next-line react-hooks/exhaustive-deps
    [question, typed],
  );
  const says = useStart(asked);
  const field = (key: keyof typeof typed, name: string, of: (typeof read)['trucks'] | null) => (
    <Labelled name={name} issue={of && !of.ok ? of.issue : undefined}>
      {(f) => (
        <input
          {...f}
          type={key === 'start' ? 'date' : 'text'}
          inputMode="decimal"
          value={typed[key]}
          onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
        />
      )}
    </Labelled>
  );
  return (
    <div className="mt-2">
      <div className="grid grid-cols-2 items-start gap-2 md:grid-cols-5">
        {field('trucks', 'Trucks', read.trucks)}
        {field('daysAWeek', 'Days a week', read.daysAWeek)}
        {field('hours', 'Hours a day', read.hours)}
        {field('minutesAStop', 'Minutes a lawn, way and all', read.minutesAStop)}
        {field('start', 'Begin on', null)}
      </div>
      {asked && !says && <p role="status">Working off {plural(question.years.length, 'past year')}…</p>}
      {asked && says && <Said says={says} asked={asked} round={round} />}
    </div>
  );
}

const percent = (share: number) => `${figure(share * 100)} %`;

function Said({ says, asked, round }: Readonly<{ says: StartSays; asked: AskedStart; round: string }>) {
  const { question, crews } = asked;
  const { answer, atRisk } = says;
  const years = question.years.length;
  const savable = question.lawns.length - says.lost.length;
  const byDay = (day: Day | null) => (day === null ? 'not even at once' : showWeekday(day));
  return (
    <div role="status" className="mt-2 grid gap-x-8 gap-y-3 lg:grid-cols-2">
      <div>
        <p className="font-cond text-title leading-tight">
          {savable === 0
            ? 'No start saves any of these zones: their lines are too near.'
            : says.latest === null
              ? `Even begun at once, not all ${plural(savable, 'zone')} are down and watered in before the line in 9 years of 10.`
              : `Start by ${showWeekday(says.latest)}: then ${plural(savable, 'zone')} are down and watered in before the line in 9 years of 10.`}
        </p>
        {says.lost.length > 0 && (
          <p className="mt-1 border-l-4 border-clay pl-2">
            {plural(says.lost.length, 'zone comes', 'zones come')} too late in a third of the years and more,
            however many trucks go out today.
          </p>
        )}
        <p className="mt-1">
          Begun {showWeekday(answer.start)}: {percent(answer.down.p50)} down in time (
          {percent(answer.down.p10)}–{percent(answer.down.p90)}), {percent(answer.watered.p50)} watered in too
          ({percent(answer.watered.p10)}–{percent(answer.watered.p90)}). {plural(stopsADay(crews), 'lawn')} a
          day.
        </p>
        <p className="mt-1">
          With one truck more: {byDay(says.withTruck)}.
          {crews.daysAWeek < 7 && ` With one day a week more: ${byDay(says.withDay)}.`}
        </p>
        <p className="mt-1 text-fine text-steel">
          {round}, over {plural(years, 'past year')} on file ({question.years.join(', ')}): the line of each
          zone’s soil, days on which wind, rain, heat and frost let people work, and the rain that watered in.
          The zone whose last useful day comes first goes first.
          {years < 8 && ' So few years tell little of the rare ones.'}
          {question.stations > 1 &&
            ` All zones are reckoned with the weather of the station that most of them lie at.`}
        </p>
        {atRisk.length > 0 && (
          <>
            <h3 className="mt-2 text-lead">Late in a third of the years and more: {figure(atRisk.length)}</h3>
            <ul className="text-note">
              {atRisk.slice(0, 12).map(({ lawn, tenths }) => {
                const l = question.lawns[lawn]!;
                return (
                  <li key={l.zoneId} className="border-b border-hair">
                    <Link
                      href={`/lawns/${l.zoneId}`}
                      className="inline-flex min-h-touch items-center md:min-h-slim"
                    >
                      {l.site}
                    </Link>
                    , {tenths} years of 10
                  </li>
                );
              })}
              {atRisk.length > 12 && <li>and {figure(atRisk.length - 12)} more</li>}
            </ul>
          </>
        )}
      </div>
      <StartCurve curve={says.curve} start={answer.start} latest={says.latest} />
    </div>
  );
}

/** Asks the worker; another question ends the one before. */
function useStart(asked: AskedStart | null): StartSays | null {
  const [answer, setAnswer] = useState<Readonly<{ of: AskedStart; says: StartSays }> | null>(null);
  useEffect(() => {
    if (!asked) return;
    const worker = new Worker(new URL('../../workers/workload.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.onmessage = ({ data }: MessageEvent<StartSays>) => setAnswer({ of: asked, says: data });
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [asked]);
  return answer?.of === asked ? answer.says : null;
}
