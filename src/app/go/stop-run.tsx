'use client';
import { useEffect, type ReactNode } from 'react';
import type { BundleStop, StopBundle } from '@/core/stop/bundle';
import { asks, isAnswered, nextStep } from '@/core/stop/path';
import { beginRun, labelOf, lacksOf } from '@/core/stop/run';
import { STEPS, type Run, type Step } from '@/core/stop/typed-run';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { NumberPad } from './number-pad';
import { Customer, Done, Sign } from './steps-after';
import { Arrive, Check, Look, WearStep } from './steps-before';
import type { StepProps } from './step-parts';
import { Apply, Clean, Used } from './steps-work';
import type { Answered, Item } from '../outbox/item';
import { answerWords, toldBy } from '../outbox/words';

type Props = Readonly<{
  stop: BundleStop;
  bundle: StopBundle;
  run: Run | null;
  /** of the other stops of the day */
  others: readonly Run[];
  waiting: readonly Item[];
  answers: readonly Answered[];
  onKeep: (run: Run) => void;
  /** a picture or a walk, which waits for a network */
  onWait: (items: readonly Item[]) => Promise<boolean>;
  onDone: (run: Run) => void;
  /** a stop that waits still is opened again */
  onTakeBack: (run: Run) => void;
}>;

const NAMES: Readonly<Record<Step, string>> = {
  arrive: 'Arrive',
  look: 'Look',
  check: 'Check',
  wear: 'Wear',
  apply: 'Apply',
  used: 'Used',
  clean: 'Clean',
  sign: 'Sign',
  customer: 'Customer',
  done: 'Done',
};
/** Why each step is there, in a sentence: for who learns it. */
const WHY: Readonly<Record<Step, string>> = {
  arrive: 'The clock of the stop tells what lawns like this really take, so that days are planned honestly.',
  look: 'What can hurt you, a child or a dog is looked for before anything is opened.',
  check: 'A forecast is a guess: what you measure here decides, and the record is only as true as it.',
  wear: 'The label says what is worn. It is law, and it is your skin.',
  apply: 'The record needs when it began and when it ended.',
  used: 'Weighed or measured after the work it shows a worn nozzle or a wrong pace the same day.',
  clean: 'A granule on concrete is in the storm drain with the next rain, and stains.',
  sign: 'Children and dogs cannot read a label: the sign keeps them off.',
  customer: 'Who knows what to expect, and when to water, does not call.',
  done: 'It is sent when there is a network, and once.',
};

/** One stop, step by step: it can be left and taken up at any of them. */
export function StopRun(props: Props) {
  const { stop, bundle, run, waiting, answers, onKeep, onTakeBack } = props;
  const begin = () => onKeep(beginRun(stop, bundle, crypto.randomUUID()));
  const isRecorded = stop.zones.every((z) => z.doneBy !== '');
  useEffect(() => {
    if (!run && !isRecorded) begin();
    // once for each stop
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [stop.lawnId]);
  if (!run && isRecorded) return <Recorded stop={stop} onBegin={begin} />;
  if (!run) return <p className="pt-4 text-lg">Opening…</p>;
  const answer = answers.find((a) => a.sendKey === run.sendKey);
  const isWaiting = waiting.some((w) => w.sendKey === run.sendKey);
  if (run.leftAt !== null)
    return (
      <Finished
        stop={stop}
        bundle={bundle}
        run={run}
        answer={answer}
        isWaiting={isWaiting}
        onTakeBack={() => onTakeBack(run)}
      />
    );
  return <UnderWay {...props} run={run} answer={answer} />;
}

/** A stop that is begun: its steps, the one at hand, and the way on. */
function UnderWay(props: Props & Readonly<{ run: Run; answer: Answered | undefined }>) {
  const { stop, bundle, run, others, waiting, answer, onKeep, onWait, onDone } = props;
  const show = useShows();
  const change = (part: Partial<Run>) => onKeep({ ...run, ...part });
  const goTo = (step: Step) => {
    change({ step });
    scrollTo(0, 0);
  };
  /** On to the next step that asks for something, with what was just said. */
  const goOn = (part: Partial<Run> = {}) => {
    change({ ...part, step: nextStep(stop, { ...run, ...part }, bundle, others) });
    scrollTo(0, 0);
  };
  // why the server did not take it
  const problem = answer ? answerWords(answer, show) : '';
  const lacks = lacksOf(stop, run, bundle);
  const at = STEPS.indexOf(run.step);
  const before = STEPS[at - 1];
  const of = { stop, bundle, run, change };
  const photos = waiting.filter((w) => w.kind === 'photo' && w.input.stopKey === run.sendKey).length;
  const step: Record<Step, () => ReactNode> = {
    arrive: () => <Arrive {...of} />,
    look: () => <Look {...of} />,
    check: () => <Check {...of} others={others} onWait={onWait} onConfirm={goOn} />,
    wear: () => <WearStep {...of} />,
    apply: () => <Apply {...of} onCheck={() => goTo('check')} onAllDown={goOn} />,
    used: () => <Used {...of} />,
    clean: () => <Clean {...of} />,
    sign: () => <Sign {...of} photos={photos} onPhoto={onWait} />,
    customer: () => <Customer {...of} />,
    done: () => <Done {...of} lacks={lacks} goTo={goTo} />,
  };
  return (
    <>
      <Head address={stop.address} />
      <StepNav {...of} goTo={goTo} />
      <h2 className="mt-3 text-title">{NAMES[run.step]}</h2>
      <p className="text-note text-steel">{WHY[run.step]}</p>
      {problem && (
        <p role="alert" className="mt-3 border-l-8 border-clay bg-paper px-3 py-2 text-lead">
          <b>Not sent.</b> {problem} Everything you typed is still here: fix it, then send it from Done.
        </p>
      )}
      <div className="mt-3 grid gap-3">{step[run.step]()}</div>
      <NumberPad />
      <div className="fixed inset-x-0 bottom-0 z-10 grid grid-cols-[1fr_2fr] gap-2 bg-lime p-3">
        <button
          type="button"
          className="button min-h-glove text-row"
          disabled={before === undefined}
          onClick={() => before && goTo(before)}
        >
          Back
        </button>
        {run.step === 'done' ? (
          <button
            type="button"
            className="button button-loud min-h-glove text-row"
            disabled={lacks.length > 0}
            onClick={() => onDone(run)}
          >
            {problem ? 'Send it again' : 'Stop the clock: it is done'}
          </button>
        ) : (
          <OnWard {...props} goOn={goOn} />
        )}
      </div>
    </>
  );
}

/** Every step, and whether what it asks is answered. */
function StepNav({ stop, bundle, run, goTo }: StepProps & Readonly<{ goTo: (step: Step) => void }>) {
  const look = (s: Step) =>
    s === run.step
      ? 'border-clay bg-iron text-lime'
      : isAnswered(s, stop, run, bundle)
        ? 'border-moss'
        : 'border-rail text-steel';
  return (
    <nav aria-label="Steps" className="mt-2 grid grid-cols-5 gap-0.5">
      {STEPS.map((s) => (
        <button
          key={s}
          type="button"
          aria-current={s === run.step ? 'step' : undefined}
          className={`h-touch border-b-4 font-cond text-body ${look(s)}`}
          onClick={() => goTo(s)}
        >
          {NAMES[s]}
        </button>
      ))}
    </nav>
  );
}

/** The way on: the clock is started by it. */
function OnWard({
  stop,
  bundle,
  run,
  others,
  goOn,
}: Pick<Props, 'stop' | 'bundle' | 'others'> & Readonly<{ run: Run; goOn: (part?: Partial<Run>) => void }>) {
  const isArriving = run.step === 'arrive' && run.arrivedAt === null;
  // what the step is for comes first
  const isLoud = run.step === 'arrive' || !asks(run.step, stop, run, bundle, others);
  return (
    <button
      type="button"
      className={`button min-h-glove text-row ${isLoud ? 'button-loud' : ''}`}
      onClick={() => goOn(isArriving ? { arrivedAt: Date.now() } : {})}
    >
      {isArriving ? 'I am here: start the clock' : `Next: ${NAMES[nextStep(stop, run, bundle, others)]}`}
    </button>
  );
}

function Head({ address }: Readonly<{ address: string }>) {
  return (
    <>
      <p>
        <a href="#" className="inline-flex min-h-touch items-center">
          All stops
        </a>
      </p>
      <h1 className="text-title leading-tight">{address}</h1>
    </>
  );
}

/** A stop that is done: what went down, whether it is sent, and the way to put it right. */
function Finished({
  stop,
  bundle,
  run,
  answer,
  isWaiting,
  onTakeBack,
}: Pick<Props, 'stop' | 'bundle'> &
  Readonly<{ run: Run; answer: Answered | undefined; isWaiting: boolean; onTakeBack: () => void }>) {
  const show = useShows();
  return (
    <>
      <Head address={stop.address} />
      <p role="status" className="mt-2 border-l-8 border-moss bg-paper px-3 py-2 text-lead">
        Done at {new Date(run.leftAt!).toTimeString().slice(0, 5)}.{' '}
        {isWaiting ? 'It is kept on this phone and sends automatically.' : 'It is sent.'}
      </p>
      {stop.zones
        .filter((z) => !run.zones[z.zoneId]?.isLeftOut)
        .map((z) => {
          const recorded = answer?.zones.find((o) => o.zoneId === z.zoneId);
          const of = run.zones[z.zoneId];
          return (
            <section
              key={z.zoneId}
              className="mt-2 border-2 border-hair bg-paper px-3 py-2"
              aria-label={z.name}
            >
              <p className="font-cond text-head font-semibold">{z.name}</p>
              {z.products.map((p) => (
                <p key={p.plannedProductId} className="text-lead">
                  {of?.amounts[p.plannedProductId]} {AMOUNT_UNITS[p.amountUnit].words}{' '}
                  {shortName(labelOf(bundle, p))}
                </p>
              ))}
              {(of?.addOns ?? []).map((a) => (
                <p key={a.labelId} className="text-lead">
                  {a.amount} {AMOUNT_UNITS[labelOf(bundle, a).amountUnit].words}{' '}
                  {shortName(labelOf(bundle, a))}
                </p>
              ))}
              {recorded && recorded.told.length > 0 && (
                <p className="text-body text-clay">{toldBy(recorded, show)}</p>
              )}
              {recorded?.recordId && (
                <a href={`/records/${recorded.recordId}/correct`} className="button mt-2 min-h-glove w-full">
                  Correct it
                </a>
              )}
            </section>
          );
        })}
      {isWaiting && (
        <button type="button" className="button mt-3 min-h-glove w-full text-lead" onClick={onTakeBack}>
          Correct it before it is sent
        </button>
      )}
    </>
  );
}

/** A stop that is in the book already: it is not begun again by mistake. */
function Recorded({ stop, onBegin }: Pick<Props, 'stop'> & Readonly<{ onBegin: () => void }>) {
  return (
    <>
      <Head address={stop.address} />
      {stop.zones.map((z) => (
        <p key={z.zoneId} className="mt-2 border-l-8 border-moss bg-paper px-3 py-2 text-lead">
          <b>{z.name}:</b> recorded by {z.doneBy}.
        </p>
      ))}
      <a href={`/lawns/${stop.zones[0]!.zoneId}/visits`} className="button mt-3 min-h-glove w-full text-lead">
        See what was recorded, or correct it
      </a>
      <button type="button" className="button mt-3 min-h-glove w-full text-lead" onClick={onBegin}>
        Open the stop all the same
      </button>
    </>
  );
}
