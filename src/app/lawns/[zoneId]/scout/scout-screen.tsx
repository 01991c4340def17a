'use client';
import dynamic from 'next/dynamic';
import { showFullDay, type Day } from '@/core/calendar/day';
import { figure, significant } from '@/core/units/figure';
import { fromSquareFeet } from '@/core/units/trade';
import { favouredBy, lastWalk, timingOf, weedPlanOf, type Found, type Walk } from '@/core/weeds/scouting';
import { WEEDS, stageWords } from '@/core/weeds/weeds';
import type { Outcome } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import type { WalkSheet } from '@/server/lawns/walk-view';
import { LabelLaw } from '@/ui/label-law';
import { Link } from '@/ui/link';
import { favourWords, groundWords, timingWords } from '@/ui/scout-words';
import { useShows } from '@/ui/units';
import { WeedArt } from '@/ui/weed-art/weed-art';
import { weedTitle } from '@/ui/weed-words';
import { list, plural } from '@/ui/text';
import { Through, type AfterActions } from './through';
import { WalkHere } from './walk-here';

const WhatTakesIt = dynamic(() => import('./what-takes-it'), { loading: () => <p>Asking every gate…</p> });

type Props = Readonly<{
  walkSheet: WalkSheet;
  userId: string;
  mayRecord: boolean;
  mayPlan: boolean;
  saveWalkAction: (input: WalkInput) => Promise<Outcome<{ on: string }>>;
}> &
  AfterActions;

/** Walk the zone: what is up, what to do about it, and what was up before. */
export function ScoutScreen({
  walkSheet,
  userId,
  mayRecord,
  mayPlan,
  saveWalkAction,
  noteFindingAction,
  makeStripAction,
}: Props) {
  const { sheet, walks } = walkSheet;
  const { zone, today, house } = sheet;
  const last = lastWalk(walks);
  const show = useShows();
  const plan = last && weedPlanOf(last.found, zone, house.planning.broadcastAbove);
  return (
    <div className="mx-auto grid max-w-6xl gap-x-8 gap-y-6 px-4 pb-10 pt-3 lg:grid-cols-[4fr_5fr]">
      <section aria-label="Walk">
        <p>
          <Link href={`/lawns/${zone.id}`} className="inline-flex min-h-touch items-center">
            {zone.address}, {zone.name}
          </Link>
        </p>
        <h1 className="text-title">Walk the zone: {zone.name}</h1>
        <p className="mb-2 text-note text-steel">
          {show.area(zone.area)} of {zone.facts.turf}. The edge of the pavement first, then in lines to and
          fro.
        </p>
        <LabelLaw>What is offered below goes by your label sheets.</LabelLaw>
        {mayRecord ? (
          <WalkHere sheet={sheet} userId={userId} saveWalkAction={saveWalkAction} />
        ) : (
          <p>Your role may not write down a walk.</p>
        )}
      </section>
      <section aria-label="What is up">
        <h2 className="border-b-2 border-iron text-head">
          {last ? `What is up, ${showFullDay(last.on)}` : 'Nobody has walked it yet'}
        </h2>
        {last && plan && (
          <>
            <p className="text-note text-steel">
              {last.person}
              {last.notes && `: ${last.notes}`}
            </p>
            {plan.by === 'nothing' ? (
              <p className="mt-2 text-lead">Nothing is up.</p>
            ) : (
              <p className="mt-2 border-l-8 border-moss bg-paper px-3 py-2 text-lead">
                <b>{plan.by === 'spots' ? 'Spots' : 'The whole zone'}.</b> Weeds cover{' '}
                {significant(plan.cover, 2)} % of it, {plan.by === 'spots' ? 'under' : 'not under'} your{' '}
                {figure(house.planning.broadcastAbove)} %.
                {plan.by === 'spots' && ` With a ring around each: about ${show.area(plan.area)}.`}
              </p>
            )}
            <ul>
              {last.found.map((f) => (
                <FoundLine key={`${f.weed}${f.stage}`} found={f} walk={last} today={today} />
              ))}
            </ul>
            {last.found.length > 0 && (
              <WhatTakesIt walkSheet={walkSheet} plan={plan} mayPlan={mayPlan} found={last.found} />
            )}
            <Through
              walkSheet={walkSheet}
              mayRecord={mayRecord}
              mayPlan={mayPlan}
              noteFindingAction={noteFindingAction}
              makeStripAction={makeStripAction}
            />
            <Favours found={last.found} />
          </>
        )}
        <GroundSaid ground={walkSheet.ground} />
        <Before walks={walks.filter((w) => w !== last).toReversed()} />
      </section>
    </div>
  );
}

function FoundLine({ found: f, walk, today }: Readonly<{ found: Found; walk: Walk; today: Day }>) {
  const timing = timingOf(f, today);
  return (
    <li className="grid grid-cols-[84px_1fr] gap-3 border-b border-hair py-2">
      <WeedArt weed={f.weed} />
      <div>
        <p className="font-cond text-row font-semibold leading-tight">
          {weedTitle(f.weed)}, {stageWords(f.weed, f.stage)}
        </p>
        <p className="text-body">
          {significant(f.cover, 2)} % of the zone
          {f.perSquareMetre !== null && `, ${figure(f.perSquareMetre * fromSquareFeet(1), 1)} plants a sq ft`}
          {f.where.length > 0 && `; ${list(f.where)}`}
          {f.isInFlower && '; in flower'}
        </p>
        <p className="text-note text-steel">{timingWords(f, timing, walk.on === today)}</p>
      </div>
    </li>
  );
}

function Favours({ found }: Readonly<{ found: readonly Found[] }>) {
  const favours = favouredBy(found);
  if (!favours.length) return null;
  return (
    <section className="mt-4" aria-label="What favours it">
      <h3 className="text-row">What favours it here</h3>
      <ul>
        {favours.slice(0, 4).map(({ favour, weeds }) => (
          <li key={favour} className="border-b border-hair py-1 text-body">
            <b>{favourWords(favour).name}</b> ({list([...new Set(weeds)].map((w) => WEEDS[w].name))}).{' '}
            {favourWords(favour).cure}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What a soil test and a probe say, as far as it decides about weeds. */
function GroundSaid({ ground }: Readonly<{ ground: WalkSheet['ground'] }>) {
  const show = useShows();
  if (!ground.length) return null;
  return (
    <section className="mt-4" aria-label="The ground">
      <h3 className="text-row">The ground</h3>
      <ul>
        {ground.map((v) => (
          <li key={v.code} className="border-b border-hair py-1 text-body">
            {groundWords(v, show)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Before({ walks }: Readonly<{ walks: readonly Walk[] }>) {
  if (!walks.length) return null;
  return (
    <section className="mt-4" aria-label="Walks before">
      <h3 className="text-row">Walks before</h3>
      <ul>
        {walks.slice(0, 12).map((w) => (
          <li key={w.id} className="border-b border-hair py-1 text-body">
            <b>{showFullDay(w.on)}</b>, {w.person}:{' '}
            {list(w.found.map((f) => `${WEEDS[f.weed].name} ${significant(f.cover, 2)} %`)) ||
              'nothing was up'}
          </li>
        ))}
      </ul>
      {walks.length > 12 && <p className="text-steel">and {plural(walks.length - 12, 'walk')} more</p>}
    </section>
  );
}
