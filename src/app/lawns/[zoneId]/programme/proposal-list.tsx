'use client';
import { leftOutWords } from '@/ui/left-out-words';
import { Link } from '@/ui/link';
import { useMemo, useState } from 'react';
import type { SentRuns } from '@/core/ground/soil-runs';
import { planningRulesFrom } from '@/data/planning-rules';
import type { Plans, Programme } from '@/core/season/planner/planner';
import type { ProgrammeKind } from '@/core/season/planner/shapes';
import { usualTargets, type Target } from '@/core/season/planner/question';
import { isOpen } from '@/core/season/standing';
import { isPreEmergent } from '@/core/trade/terms';
import { figure } from '@/core/units/figure';
import { emergenceOf } from '@/core/weeds/emergence';
import { ALL_WEEDS, WEEDS, isWeed } from '@/core/weeds/weeds';
import { shortName } from '@/ui/words';
import { capital, list, plural } from '@/ui/text';
import { Proposal, type ProposalProps } from './proposal';
import { besideWords } from './proposal-words';
import { usePlanner } from './use-planner';

export type ProposalsProps = Pick<ProposalProps, 'sheet' | 'onDone' | 'takeProgrammeAction'> &
  Readonly<{ runs: SentRuns }>;

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
  const given = { sheet, replaced, onDone, takeProgrammeAction, members: runs.members };
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
      {plans && best && <Proposed plans={plans} best={best} {...given} />}
    </>
  );
}

type Given = Omit<ProposalProps, 'p' | 'against' | 'isBest' | 'isNarrow' | 'compare'>;

/** Every programme that was found, the best marked; two of them side by side where that is asked. */
function Proposed({
  plans,
  best,
  members,
  ...rest
}: Omit<Given, 'plans'> & Readonly<{ plans: Plans; best: Programme; members: number }>) {
  const { house, labels, zone } = rest.sheet;
  /** kinds that stand side by side; the first is what the second is held against */
  const [pair, setPair] = useState<readonly ProgrammeKind[]>([]);
  const [left, right] = pair.flatMap((k) => plans.programmes.find((p) => p.kind === k) ?? []);
  const tick = (kind: ProgrammeKind) =>
    setPair(pair.includes(kind) ? pair.filter((k) => k !== kind) : [...pair, kind].slice(-2));
  const isBest = (p: Programme) => p === best && !plans.leftOut.length;
  const card: Given = { plans, ...rest };
  return (
    <>
      {plans.leftOut.length ? (
        <NothingGoes leftOut={plans.leftOut} zoneId={zone.id} />
      ) : (
        <p className="mt-2 text-note text-steel">
          {figure(plans.tried)} programmes were tried against the soil of {plural(members, 'year')}, and every
          one proposed was let through by every gate. The range counts the weather, the water and a product
          better or worse than its label promises. The barrier wears off by “{house.planning.school}”.
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
      {left && right && (
        <SideBySide pair={[left, right]} isBest={isBest} given={card} onApart={() => setPair([])} />
      )}
      <ol className="mt-2 grid gap-3">
        {inOrder(plans.programmes).map((p) => (
          <li key={p.kind}>
            <Proposal
              {...card}
              p={p}
              against={{ other: best, called: plans.yearOff ? 'the year off' : 'the best' }}
              isBest={isBest(p)}
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
          <b>Demo labels: not for use.</b> The printed label is the law, with local codes. A model: what comes
          up decides.
        </p>
      )}
    </>
  );
}

/** Two programmes, each held against the other. */
function SideBySide({
  pair: [left, right],
  isBest,
  given,
  onApart,
}: Readonly<{
  pair: readonly [Programme, Programme];
  isBest: (p: Programme) => boolean;
  given: Given;
  onApart: () => void;
}>) {
  const cards = [
    { p: left, other: right },
    { p: right, other: left },
  ];
  return (
    <section aria-label="Side by side" className="mt-3 border-b-4 border-iron pb-3">
      <h3 className="flex items-center justify-between text-row">
        Side by side
        <button type="button" className="button py-0" onClick={onApart}>
          Take them apart
        </button>
      </h3>
      <ol className="mt-1 grid gap-3 lg:grid-cols-2">
        {cards.map(({ p, other }) => (
          <li key={p.kind}>
            <Proposal {...given} p={p} against={{ other, called: 'the other' }} isBest={isBest(p)} isNarrow />
          </li>
        ))}
      </ol>
    </section>
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
