'use client';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { leftOutWords } from '@/ui/left-out-words';
import { Link } from '@/ui/link';
import { useShows } from '@/ui/units';
import { useMemo, useState, type ReactNode } from 'react';
import { showFullDay, showWeekday } from '@/core/calendar/day';
import type { SentRuns } from '@/core/ground/soil-runs';
import { planningRulesFrom } from '@/data/planning-rules';
import type { Plans, Programme } from '@/core/season/planner/planner';
import type { ProgrammeKind } from '@/core/season/planner/shapes';
import { usualTargets, type Target } from '@/core/season/planner/question';
import { typedProgramme } from '@/core/season/planner/typed';
import { isOpen } from '@/core/season/programme';
import { isPreEmergent } from '@/core/trade/terms';
import { figure, showRate } from '@/core/units/format';
import { emergenceOf } from '@/core/weeds/emergence';
import { ALL_WEEDS, WEEDS, isWeed } from '@/core/weeds/weeds';
import type { Outcome } from '@/server/entry/outcome';
import type { ProgrammeInput, Taken } from '@/server/programme/take-programme';
import type { ZoneSheet } from '@/server/programme/view';
import { capital, list, plural, shortDay, shortName } from '@/ui/words';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { ProposalPicture } from './proposal-picture';
import {
  kindName,
  besideWords,
  comparedWords,
  costWords,
  dollars,
  lateWords,
  onArea,
} from './proposal-words';
import { usePlanner } from './use-planner';

export type ProposalsProps = Readonly<{
  sheet: ZoneSheet;
  runs: SentRuns;
  onDone: (applicationId: string | null) => void;
  takeProgrammeAction: (input: ProgrammeInput) => Promise<Outcome<Taken>>;
}>;

const SEASONAL = ALL_WEEDS.filter((w) => emergenceOf(w));

/** Proposals for the weeds that are ticked; each says what it holds, costs and gives up. */
export default function ProposalList({ sheet, runs, onDone, takeProgrammeAction }: ProposalsProps) {
  const { facts, labels, house, today, applications } = sheet;
  const [targets, setTargets] = useState<readonly Target[]>(() =>
    usualTargets(applications, facts.seen, today),
  );
  // what is planned and still to come is what a programme would stand for; what is done is on the ledger
  const replaced = useMemo(
    () => applications.filter((a) => isOpen(a) && a.products.some((p) => isPreEmergent(p.use))),
    [applications],
  );
  const kept = useMemo(() => applications.filter((a) => !replaced.includes(a)), [applications, replaced]);
  const question = useMemo(
    () => ({
      facts,
      labels: labels.now,
      targets,
      runs,
      kept,
      planned: replaced,
      rules: planningRulesFrom(house.planning),
    }),
    [facts, labels.now, targets, runs, kept, replaced, house.planning],
  );
  const { plans, done, steps, failed } = usePlanner(question);
  const best = plans?.programmes[0];
  /** kinds that stand side by side; the first is what the second is held against */
  const [pair, setPair] = useState<readonly ProgrammeKind[]>([]);
  const beside = pair.flatMap((k) => plans?.programmes.find((p) => p.kind === k) ?? []);
  const tick = (kind: ProgrammeKind) =>
    setPair(pair.includes(kind) ? pair.filter((k) => k !== kind) : [...pair, kind].slice(-2));
  return (
    <>
      <Targets targets={targets} onChange={setTargets} />
      {failed && (
        <p role="alert" className="mt-3 border-l-4 border-clay px-3">
          The planner has stopped with a fault. Load the page again and have it propose once more.
        </p>
      )}
      {!plans && !failed && (
        <p role="status" className="mt-4 font-cond text-row">
          Trying programmes… {figure(Math.min(1, done / steps) * 100)} %
        </p>
      )}
      {plans && !plans.programmes.length && (
        <p className="mt-4">
          None of these weeds has a season that can be foreseen here. Tick another, or look after the weather
          on file.
        </p>
      )}
      {plans && best && (
        <>
          {plans.leftOut.length ? (
            <NothingGoes leftOut={plans.leftOut} zoneId={sheet.zone.id} />
          ) : (
            <p className="mt-2 text-note text-steel">
              {figure(plans.tried)} programmes were tried against the soil of {plural(runs.members, 'year')},
              and every one proposed was let through by every gate. The range counts the weather, the water
              and a product better or worse than its label promises. The barrier wears off by “
              {house.planning.school}”.
            </p>
          )}
          {besideWords(plans, house.rules.groupYears).map((words) => (
            <p key={words} className="mt-1 border-l-4 border-straw bg-paper px-3 py-1 text-note">
              {words}
            </p>
          ))}
          <p className="mt-1 flex flex-wrap gap-x-5 text-note" aria-hidden>
            <Mark className="bg-moss">comes up and is stopped</Mark>
            <Mark className="bg-clay">comes through</Mark>
            <Mark className="border border-iron bg-straw">days on which an application may go</Mark>
            <Mark className="rounded-full border-2 border-iron">a look</Mark>
          </p>
          {beside.length === 2 && (
            <section aria-label="Side by side" className="mt-3 border-b-4 border-iron pb-3">
              <h3 className="flex items-center justify-between text-row">
                Side by side
                <button type="button" className="button py-0" onClick={() => setPair([])}>
                  Take them apart
                </button>
              </h3>
              <ol className="mt-1 grid gap-3 lg:grid-cols-2">
                {beside.map((p, i) => (
                  <li key={p.kind}>
                    <Proposal
                      p={p}
                      plans={plans}
                      sheet={sheet}
                      replaced={replaced}
                      takeProgrammeAction={takeProgrammeAction}
                      onDone={onDone}
                      against={{ other: beside[1 - i]!, called: 'the other' }}
                      isBest={p === best && !plans.leftOut.length}
                      isNarrow
                    />
                  </li>
                ))}
              </ol>
            </section>
          )}
          <ol className="mt-2 grid gap-3">
            {inOrder(plans.programmes).map((p) => (
              <li key={p.kind}>
                <Proposal
                  p={p}
                  plans={plans}
                  sheet={sheet}
                  replaced={replaced}
                  takeProgrammeAction={takeProgrammeAction}
                  onDone={onDone}
                  against={{ other: best, called: plans.yearOff ? 'the year off' : 'the best' }}
                  isBest={p === best && !plans.leftOut.length}
                  compare={
                    <label className="flex min-h-touch items-center gap-2 text-note">
                      <input
                        type="checkbox"
                        className="size-5 accent-[var(--color-moss)]"
                        checked={pair.includes(p.kind)}
                        onChange={() => tick(p.kind)}
                      />
                      Put side by side with another
                    </label>
                  }
                />
              </li>
            ))}
          </ol>
          {labels.now.some((l) => l.demo) && (
            <p className="mt-3 text-fine text-steel">
              <b>Demo labels: not for use.</b> The printed label is the law, with local codes. A model: what
              comes up decides.
            </p>
          )}
        </>
      )}
    </>
  );
}

/** What is planned now first, as what the others are held against. */
const inOrder = (all: readonly Programme[]) => [
  ...all.filter((p) => p.kind === 'as planned'),
  ...all.filter((p) => p.kind !== 'as planned'),
];

const Mark = ({ className, children }: Readonly<{ className: string; children: string }>) => (
  <span className="inline-flex items-center gap-2">
    <span className={`inline-block h-[12px] w-[12px] ${className}`} />
    {children}
  </span>
);

function Targets({
  targets,
  onChange,
}: Readonly<{ targets: readonly Target[]; onChange: (targets: readonly Target[]) => void }>) {
  const left = SEASONAL.filter((w) => !targets.some((t) => t.weed === w));
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Weeds to hold">
      <span className="font-cond text-lead">Against</span>
      {targets.map(({ weed }) => (
        <button
          key={weed}
          type="button"
          className="inline-flex min-h-touch items-center gap-2 border-2 border-iron bg-iron px-3 font-cond text-body text-lime md:min-h-desk"
          disabled={targets.length === 1}
          onClick={() => onChange(targets.filter((t) => t.weed !== weed))}
        >
          {capital(WEEDS[weed].name)}
          {targets.length > 1 && <span aria-label="take it out">×</span>}
        </button>
      ))}
      <label className="flex items-center gap-2 text-note">
        <span className="sr-only">Another weed</span>
        <select
          className="min-h-touch border border-iron bg-paper px-2 md:min-h-desk"
          value=""
          onChange={({ target: { value } }) =>
            isWeed(value) && onChange([...targets, { weed: value, weight: 1 }])
          }
        >
          <option value="">another weed…</option>
          {left.map((w) => (
            <option key={w} value={w}>
              {WEEDS[w].name}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}

/** What keeps every pre-emergent of the house off this lawn, and where it can be put right. */
function NothingGoes({ leftOut, zoneId }: Readonly<{ leftOut: Plans['leftOut']; zoneId: string }>) {
  return (
    <div role="status" className="mt-2 border-l-4 border-clay bg-paper px-3 py-2">
      <p className="font-semibold">None of your pre-emergents can be proposed here.</p>
      <ul>
        {leftOut.map(({ by, products }) => (
          <li key={by}>
            {leftOutWords(by)}: {list(products.map((name) => shortName({ name })))}
          </li>
        ))}
      </ul>
      <p>
        <Link href="/products">Look at the labels</Link>, or at{' '}
        <Link href={`/lawns/${zoneId}/sheet`}>the lawn sheet</Link>.
      </p>
    </div>
  );
}

function Proposal({
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
}: Readonly<{
  p: Programme;
  plans: Plans;
  against: Readonly<{ other: Programme; called: string }>;
  isBest: boolean;
  /** in half of the width */
  isNarrow?: boolean;
  compare?: ReactNode;
  replaced: ZoneSheet['applications'];
}> &
  Pick<ProposalsProps, 'sheet' | 'takeProgrammeAction' | 'onDone'>) {
  const show = useShows();
  const [isAsked, setAsked] = useState(false);
  const [why, setWhy] = useState(`Another programme taken over: ${kindName(p).toLowerCase()}`);
  const { run, keyOf, refusal, isSending } = useCommand();
  const take = () => {
    const input = {
      zoneId: sheet.zone.id,
      applications: typedProgramme(p, plans.cleanUp),
      why: replaced.length ? why : '',
      instead: replaced.map((a) => ({ id: a.id, base: a.version })),
    };
    run(takeProgrammeAction, { ...input, sendKey: keyOf(input) }, (taken) => onDone(taken.applicationId));
  };
  const planned = typedProgramme(p, plans.cleanUp).length;
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
        <p className="font-cond text-title font-semibold">
          {p.hold ? (
            <>
              {figure(p.hold.p50 * 100)} %{' '}
              <span className="text-lead font-normal text-steel">
                held ({figure(p.hold.p10 * 100)}–{figure(p.hold.p90 * 100)})
              </span>
            </>
          ) : (
            '–'
          )}
        </p>
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
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${sheet.zone.id}`} />}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {p.kind === 'as planned' ? null : !isAsked ? (
          <button
            type="button"
            className="button"
            disabled={planned === 0 && !replaced.length}
            onClick={() => (replaced.length ? setAsked(true) : take())}
          >
            {planned ? `Plan ${plural(planned, 'application')}` : 'Plan none of it'}
          </button>
        ) : (
          <div className="grid w-full gap-2 border-l-4 border-straw pl-3">
            <p className="text-note">
              It stands for what is planned now:{' '}
              {list(
                replaced.map(
                  (a) =>
                    `${a.products.map((x) => shortName(x.label)).join(' + ')} on ${show.day(a.plannedOn)}`,
                ),
              )}
              . That is skipped, with this reason:
            </p>
            <input
              className="min-h-touch border border-iron bg-paper px-2"
              aria-label="Reason why the other plan goes"
              value={why}
              onChange={(e) => setWhy(e.target.value)}
            />
            <div className="flex flex-wrap gap-2">
              <button type="button" className="button" disabled={isSending} onClick={take}>
                {isSending
                  ? 'Planning…'
                  : `Skip ${plural(replaced.length, 'application')}, plan ${planned || 'none'}`}
              </button>
              <button type="button" className="button" onClick={() => setAsked(false)}>
                Leave it as it is
              </button>
            </div>
          </div>
        )}
        {isSending && !isAsked && <span>Planning…</span>}
        {compare}
      </div>
    </article>
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
