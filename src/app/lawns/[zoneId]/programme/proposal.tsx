'use client';
import { useState, type ReactNode } from 'react';
import { showFullDay, showWeekday } from '@/core/calendar/day';
import type { Plans, Programme } from '@/core/season/planner/planner';
import { typedProgramme } from '@/core/season/planner/typed';
import { showRate } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { WEEDS } from '@/core/weeds/weeds';
import type { Outcome } from '@/server/entry/outcome';
import type { ProgrammeInput, Taken } from '@/server/programme/take-programme';
import type { ZoneSheet } from '@/server/programme/view';
import { useShows } from '@/ui/units';
import { shortDay, shortName } from '@/ui/words';
import { capital, list, plural } from '@/ui/text';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { ProposalPicture } from './proposal-picture';
import { comparedWords, costWords, dollars, kindName, lateWords, onArea } from './proposal-words';

export type ProposalProps = Readonly<{
  p: Programme;
  plans: Plans;
  against: Readonly<{ other: Programme; called: string }>;
  isBest: boolean;
  /** in half of the width */
  isNarrow?: boolean;
  compare?: ReactNode;
  /** what is planned and still to come: it stands for that */
  replaced: ZoneSheet['applications'];
  sheet: ZoneSheet;
  onDone: (applicationId: string | null) => void;
  takeProgrammeAction: (input: ProgrammeInput) => Promise<Outcome<Taken>>;
}>;

/** A programme that is proposed: what it holds, costs and gives up, and taking it. */
export function Proposal({
  p,
  plans,
  against,
  isBest,
  isNarrow = false,
  compare = null,
  sheet,
  replaced,
  takeProgrammeAction,
  onDone,
}: ProposalProps) {
  const show = useShows();
  return (
    <article
      className={`border-2 bg-paper p-3 ${isBest ? 'border-moss' : 'border-iron'}`}
      aria-label={kindName(p)}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h3 className="text-head">
          {kindName(p)}
          {isBest && (
            <span className="ml-2 bg-moss px-2 text-body text-lime">
              {plans.yearOff ? (plans.yearOff.by === 'house' ? 'by your house' : 'after the walk') : 'best'}
            </span>
          )}
        </h3>
        <Held hold={p.hold} />
      </div>
      <p className="text-note">{costWords(p)}</p>
      <p className="text-note">{comparedWords(p, against.other, show, against.called)}</p>
      <div
        className={`mt-2 grid gap-x-5 gap-y-2 ${isNarrow ? '' : 'md:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]'}`}
      >
        <div>
          <div className={isNarrow ? 'hidden' : 'hidden md:block'}>
            <ProposalPicture programme={p} width={560} />
          </div>
          <div className={isNarrow ? '' : 'md:hidden'}>
            <ProposalPicture programme={p} width={340} />
          </div>
          <Applications p={p} />
        </div>
        <FiguresOf p={p} />
      </div>
      <TakeIt
        p={p}
        plans={plans}
        sheet={sheet}
        replaced={replaced}
        takeProgrammeAction={takeProgrammeAction}
        onDone={onDone}
      >
        {compare}
      </TakeIt>
    </article>
  );
}

/** How much of the season's weeds it holds, with its range. */
function Held({ hold }: Pick<Programme, 'hold'>) {
  return (
    <p className="font-cond text-title font-semibold">
      {hold ? (
        <>
          {figure(hold.p50 * 100)} %{' '}
          <span className="text-lead font-normal text-steel">
            held ({figure(hold.p10 * 100)}–{figure(hold.p90 * 100)})
          </span>
        </>
      ) : (
        '–'
      )}
    </p>
  );
}

/** Plans it; where it stands for what is planned now, that is asked first. */
function TakeIt({
  p,
  plans,
  sheet,
  replaced,
  takeProgrammeAction,
  onDone,
  children,
}: Pick<ProposalProps, 'p' | 'plans' | 'sheet' | 'replaced' | 'takeProgrammeAction' | 'onDone'> &
  Readonly<{ children: ReactNode }>) {
  const [isAsked, setAsked] = useState(false);
  const { run, keyOf, refusal, isSending } = useCommand();
  const applications = typedProgramme(p, plans.cleanUp);
  const planned = applications.length;
  const take = (why: string) => {
    const input = {
      zoneId: sheet.zone.id,
      applications,
      why,
      instead: replaced.map((a) => ({ id: a.id, base: a.version })),
    };
    run(takeProgrammeAction, { ...input, sendKey: keyOf(input) }, (taken) => onDone(taken.applicationId));
  };
  return (
    <>
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${sheet.zone.id}`} />}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {p.kind === 'as planned' ? null : isAsked ? (
          <Instead
            first={`Another programme taken over: ${kindName(p).toLowerCase()}`}
            replaced={replaced}
            planned={planned}
            isSending={isSending}
            onTake={take}
            onLeave={() => setAsked(false)}
          />
        ) : (
          <button
            type="button"
            className="button"
            disabled={planned === 0 && !replaced.length}
            onClick={() => (replaced.length ? setAsked(true) : take(''))}
          >
            {planned ? `Plan ${plural(planned, 'application')}` : 'Plan none of it'}
          </button>
        )}
        {isSending && !isAsked && <span>Planning…</span>}
        {children}
      </div>
    </>
  );
}

/** What is planned now is skipped for it, with a reason. */
function Instead({
  first,
  replaced,
  planned,
  isSending,
  onTake,
  onLeave,
}: Readonly<{
  first: string;
  replaced: ZoneSheet['applications'];
  planned: number;
  isSending: boolean;
  onTake: (why: string) => void;
  onLeave: () => void;
}>) {
  const show = useShows();
  const [why, setWhy] = useState(first);
  const skipped = replaced.map(
    (a) => `${a.products.map((x) => shortName(x.label)).join(' + ')} on ${show.day(a.plannedOn)}`,
  );
  return (
    <div className="grid w-full gap-2 border-l-4 border-straw pl-3">
      <p className="text-note">
        It stands for what is planned now: {list(skipped)}. That is skipped, with this reason:
      </p>
      <input
        className="min-h-touch border border-iron bg-paper px-2"
        aria-label="Reason why the other plan goes"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
      />
      <div className="flex flex-wrap gap-2">
        <button type="button" className="button" disabled={isSending} onClick={() => onTake(why)}>
          {isSending
            ? 'Planning…'
            : `Skip ${plural(replaced.length, 'application')}, plan ${planned || 'none'}`}
        </button>
        <button type="button" className="button" onClick={onLeave}>
          Leave it as it is
        </button>
      </div>
    </div>
  );
}

function Applications({ p }: Readonly<{ p: Programme }>) {
  const lines = [
    ...p.applications.map((a) => ({
      id: a.id,
      day: a.plannedOn,
      window: a,
      words: list(a.products.map((x) => `${shortName(x.label)}, ${showRate(x.rate, x.label.rateUnit)}`)),
    })),
    ...p.looks.map((l) => ({
      id: `look-${l.on}`,
      day: l.on,
      window: null,
      words: l.product
        ? `look; ${shortName(l.product.label)} takes ${figure(l.takes * 100)} % of the season’s seedlings then (${list(l.product.targets.map((w) => WEEDS[w].name))})`
        : 'look for what came through',
    })),
  ].toSorted((a, b) => a.day - b.day);
  return (
    <ol className="mt-1 text-note">
      {lines.map(({ id, day, window, words }) => (
        <li key={id} className="border-b border-hair py-0.5">
          <b className="font-cond text-lead">{showWeekday(day)}</b>
          {window &&
            window.earliest !== null &&
            window.latest !== null &&
            window.earliest < window.latest && (
              <span className="text-steel">
                {' '}
                ({shortDay(window.earliest)} – {shortDay(window.latest)})
              </span>
            )}
          : {words}
        </li>
      ))}
    </ol>
  );
}

/** A substance that stands at the share of its only product is told once, by the product. */
const limitRows = (limits: Programme['figures']['limits']) =>
  limits.filter((l) => l.of === 'product' || !limits.some((p) => p.of === 'product' && p.share === l.share));

function FiguresOf({ p }: Readonly<{ p: Programme }>) {
  const f = p.figures;
  const show = useShows();
  const rows: [string, string][] = [
    ['Visits', `${f.visits}, ${figure(f.minutes)} minutes`],
    ['Product', f.cost === null ? 'no price is known' : `${dollars(f.cost)} for this zone`],
    [
      'Put down',
      f.ingredients.length
        ? f.ingredients
            .map((i) => `${onArea(i.ai, show)} ${i.name}${i.group === null ? '' : ` (group ${i.group})`}`)
            .join(', ')
        : 'nothing',
    ],
    ...limitRows(f.limits).map((l): [string, string] => [
      `Of the year’s limit, ${shortName({ name: l.name })}`,
      l.share === null ? 'not known' : `${figure(l.share * 100)} %`,
    ]),
    [
      'On the roots, 12 months',
      f.rootLoad === null
        ? 'not known'
        : f.rootLoad > 0
          ? `as much as ${onArea(f.rootLoad, show)} prodiamine`
          : 'nothing',
    ],
    ...f.again.map((g): [string, string] => [`Group ${g.group} again`, `${g.years} years running`]),
    ...(f.nitrogen > 0
      ? [['Nitrogen', show.nitrogen(f.nitrogen as KilogramsPerHectare)] as [string, string]]
      : []),
    ['Safe to seed (per labels)', f.seedFrom === 'not known' ? 'not known' : showFullDay(f.seedFrom)],
  ];
  return (
    <div>
      <dl className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-x-3 text-note">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="border-b border-hair text-steel">{name}</dt>
            <dd className="border-b border-hair">{value}</dd>
          </div>
        ))}
        {p.targets.map((t) => (
          <div key={t.weed} className="contents">
            <dt className="border-b border-hair text-steel">{capital(WEEDS[t.weed].name)}</dt>
            <dd className="border-b border-hair">
              {figure(t.hold.p50 * 100)} % held{t.until !== null && `, to ${show.day(t.until)}`}
            </dd>
          </div>
        ))}
      </dl>
      {lateWords(p) && <p className="mt-1 text-note text-steel">{lateWords(p)}</p>}
    </div>
  );
}
