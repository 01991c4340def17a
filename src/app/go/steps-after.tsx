'use client';
import { useState } from 'react';
import { lacksOf } from '@/core/stop/run';
import { STEPS, type Step } from '@/core/stop/typed-run';
import { Labelled } from '@/ui/labelled';
import { capital, plural } from '@/ui/text';
import { NO_PICTURE, pictureOf } from '../outbox/photo';
import { Tick, type StepProps } from './step-parts';
import type { Item } from '../outbox/item';
import { useShows } from '@/ui/units';
import { issueWords } from '@/ui/issue-words';

/** A stop after the work: sign and pictures, what the customer is told, and what the record still needs. */
export function Sign({
  stop,
  run,
  change,
  photos,
  onPhoto,
}: StepProps & Readonly<{ photos: number; onPhoto: (items: readonly Item[]) => Promise<boolean> }>) {
  const [trouble, setTrouble] = useState('');
  const [taken, setTaken] = useState(0);
  const take = async (what: string, file: File | undefined) => {
    if (!file) return;
    const picture = await pictureOf(file, { stopKey: run.sendKey, lawnId: stop.lawnId, what });
    setTrouble(picture ? '' : NO_PICTURE);
    if (!picture) return;
    if (await onPhoto([picture])) setTaken((n) => n + 1);
  };
  return (
    <>
      <pre className="whitespace-pre-wrap border-2 border-iron bg-paper px-3 py-2 font-text text-lead">
        {stop.sign}
      </pre>
      <Tick run={run} change={change} names={['sign set']}>
        The sign stands where people come in.
      </Tick>
      {(['sign', 'lawn'] as const).map((what) => (
        <label key={what} className="button min-h-glove w-full cursor-pointer text-lead">
          {what === 'sign' ? 'Picture of the sign' : 'Picture of what is worth showing'}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            aria-label={what === 'sign' ? 'Picture of the sign' : 'Picture of the lawn'}
            onChange={(e) => {
              void take(what, e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      ))}
      <p className="text-note text-steel" role="status">
        {taken > 0 || photos > 0
          ? `${plural(Math.max(taken, photos), 'picture')} taken${photos ? `, ${photos} of them still to be sent` : ''}. `
          : ''}
        Pictures are made smaller, without place and camera.
      </p>
      {trouble && (
        <p role="alert" className="text-clay">
          {trouble}
        </p>
      )}
    </>
  );
}

export function Customer({ run, change }: StepProps) {
  return (
    <>
      <Labelled name="Note for the customer">
        {(f) => (
          <textarea
            {...f}
            rows={10}
            maxLength={4000}
            value={run.told}
            onChange={(e) => change({ told: e.target.value })}
          />
        )}
      </Labelled>
      <div className="grid grid-cols-3 gap-1" role="group" aria-label="How they are told">
        {(['handed over', 'left at the door', 'not told'] as const).map((how) => {
          const isOn = how === 'not told' ? run.toldHow === '' : run.toldHow === how;
          return (
            <button
              key={how}
              type="button"
              aria-pressed={isOn}
              className={`button min-h-glove px-1 ${isOn ? 'button-on' : ''}`}
              onClick={() => change({ toldHow: how === 'not told' ? '' : how })}
            >
              {how}
            </button>
          );
        })}
      </div>
      <Labelled name="What the customer said">
        {(f) => (
          <textarea
            {...f}
            rows={3}
            maxLength={2000}
            value={run.said}
            onChange={(e) => change({ said: e.target.value })}
          />
        )}
      </Labelled>
    </>
  );
}

/** What is usually done at a stop: ticked here in one look, or at its own step. */
const USUAL = [
  { names: ['hazards seen', 'kept out seen'], words: 'Hazards and what gets nothing were looked for.' },
  {
    names: ['edges looked at'],
    words: 'Edges looked at: nothing on beds, trees or water, no strip was missed.',
  },
  { names: ['sign set'], words: 'The sign stands where people come in.' },
] as const;

export function Done({
  stop,
  run,
  change,
  lacks,
  goTo,
}: StepProps & Readonly<{ lacks: ReturnType<typeof lacksOf>; goTo: (s: Step) => void }>) {
  const show = useShows();
  return (
    <>
      {lacks.map((l, i) => {
        const { problem, remedy } = issueWords(l, show);
        return (
          <button
            key={i}
            type="button"
            className="border-l-8 border-clay bg-paper px-3 py-2 text-left text-lead"
            onClick={() => goTo(STEPS.find((s) => s === l.field) ?? 'used')}
          >
            {capital(problem)}. <b>{remedy}</b>
          </button>
        );
      })}
      {!lacks.length && <p className="text-lead">All that the record needs of {stop.address} is here.</p>}
      {USUAL.map(({ names, words }) => (
        <Tick key={words} run={run} change={change} names={names}>
          {words}
        </Tick>
      ))}
    </>
  );
}
