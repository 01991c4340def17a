'use client';
import { useState } from 'react';
import {
  ALL_CHARACTERS,
  CHARACTERS,
  isAskedOf,
  isCharacter,
  isState,
  statesOf,
  type Character,
} from '@/core/weeds/characters';
import { identify, type Apart, type Candidate, type Seen } from '@/core/weeds/identify';
import { ALL_WEEDS, WEEDS, type Weed } from '@/core/weeds/weeds';
import {
  QUESTIONS,
  fitWords,
  monthWords,
  oddsWords,
  outsideWords,
  stateWords,
  weedTitle,
} from '@/ui/weed-words';
import { LabelLaw } from '@/ui/label-law';
import { StateArt } from '@/ui/weed-art/state-art';
import { WeedArt } from '@/ui/weed-art/weed-art';
import { useKept } from '../use-kept';

type Looked = Readonly<{ seen: Seen; /** what nobody could see */ unseen: readonly Character[] }>;
const NOTHING: Looked = { seen: {}, unseen: [] };
const isLooked = (kept: unknown): kept is Looked => {
  const { seen, unseen } = (kept ?? {}) as Partial<Record<keyof Looked, unknown>>;
  return (
    typeof seen === 'object' &&
    seen !== null &&
    Object.entries(seen).every(([c, s]) => isCharacter(c) && typeof s === 'string' && isState(c, s)) &&
    Array.isArray(unseen) &&
    unseen.every((c) => typeof c === 'string' && isCharacter(c))
  );
};
/** So many are drawn large: what is less likely stands in a list. */
const DRAWN = 3;

/** What is it? What was seen, in any order; what it may be, and what to look at next. */
export function KeyScreen({ month }: Readonly<{ month: number }>) {
  const [looked, keep, forget] = useKept<Looked>('key', NOTHING, isLooked);
  /** null: what is asked by itself */
  const [chosen, setChosen] = useState<Character | null>(null);
  const { seen, unseen } = looked;
  const { candidates, other, next, apart } = identify(seen, month);
  const open = next.filter((n) => !unseen.includes(n.character));
  const asked = chosen ?? open[0]?.character ?? null;
  const count = Object.keys(seen).length;
  const answer = (character: Character, state: string | null) => {
    const { [character]: _, ...rest } = seen;
    keep({
      seen: state === null ? rest : { ...rest, [character]: state },
      unseen: [...unseen.filter((c) => c !== character), ...(state === null ? [character] : [])],
    });
    setChosen(null);
  };
  return (
    <div className="mx-auto grid max-w-6xl gap-x-8 gap-y-4 px-4 pb-10 pt-4 lg:grid-cols-[5fr_4fr]">
      <div>
        <h1 className="text-title">What is it?</h1>
        <p className="text-note text-steel">
          By what thumb and lens can see, in any order. Seen in {monthWords(month)}.
        </p>
        <LabelLaw>A name is not yet leave to spray: turf, site, stage and rate are the label’s.</LabelLaw>
        {asked ? (
          <Question
            character={asked}
            state={seen[asked]}
            onAnswer={(state) => answer(asked, state)}
            isChosen={chosen !== null}
          />
        ) : (
          <p className="mt-3 text-lead">Nothing more would tell them further apart.</p>
        )}
        <Answered looked={looked} onChoose={setChosen} />
        {count > 0 && (
          <button
            type="button"
            className="button mt-3"
            onClick={() => {
              forget();
              setChosen(null);
            }}
          >
            Another plant: begin anew
          </button>
        )}
        <Others looked={looked} asked={asked} onChoose={setChosen} />
      </div>
      <section aria-label="What it may be" aria-live="polite">
        <h2 className="border-b-2 border-iron text-row">What it may be</h2>
        {count === 0 ? (
          <>
            <p className="mt-2 text-body">
              Any of {ALL_WEEDS.length} weeds of turf. Answer what you can see; what you cannot is passed
              over. Or look through the plates.
            </p>
            <Plates />
          </>
        ) : (
          <>
            <ol>
              {candidates.slice(0, DRAWN).map((c) => (
                <Likely key={c.weed} candidate={c} />
              ))}
            </ol>
            {candidates.length > DRAWN && (
              <p className="mt-2 text-note">
                Less likely:{' '}
                {candidates
                  .slice(DRAWN, DRAWN + 6)
                  .map((c) => WEEDS[c.weed].name)
                  .join(', ')}
                {candidates.length > DRAWN + 6 && ` and ${candidates.length - DRAWN - 6} more`}.
              </p>
            )}
            <p className="mt-2 border-l-4 border-straw bg-paper px-3 py-2 text-body">
              None of the {ALL_WEEDS.length} in this key: <b>{oddsWords(other)}</b>.{' '}
              {candidates[0] && outsideWords(candidates[0].weed)}
            </p>
            {candidates.length > 1 && candidates[0]!.odds < 0.9 && (
              <TellApart
                first={candidates[0]!.weed}
                second={candidates[1]!.weed}
                apart={apart}
                onChoose={setChosen}
              />
            )}
          </>
        )}
      </section>
    </div>
  );
}

function Question({
  character,
  state,
  onAnswer,
  isChosen,
}: Readonly<{
  character: Character;
  state: string | undefined;
  onAnswer: (state: string | null) => void;
  isChosen: boolean;
}>) {
  const { name, how } = QUESTIONS[character];
  return (
    <fieldset className="mt-3 min-w-0 border-2 border-iron bg-paper p-3">
      <legend className="bg-iron px-2 font-cond text-body text-lime">
        {isChosen ? 'You look at' : 'Look at this'}
      </legend>
      <p className="font-cond text-head font-semibold leading-tight">{name}</p>
      <p className="text-body text-steel">{how}</p>
      <div className="mt-2 grid grid-cols-3 gap-2 sm:grid-cols-4">
        {CHARACTERS[character].states.map((s) => (
          <button
            key={s}
            type="button"
            aria-pressed={state === s}
            className={`flex min-h-[92px] flex-col border-2 bg-lime p-1 text-center text-note leading-tight ${state === s ? 'border-moss' : 'border-rail'}`}
            onClick={() => onAnswer(s)}
          >
            <StateArt character={character} state={s} />
            <span className="mt-auto w-full pt-1">{stateWords(character, s)}</span>
          </button>
        ))}
      </div>
      <button type="button" className="button mt-2 w-full" onClick={() => onAnswer(null)}>
        I cannot see that
      </button>
    </fieldset>
  );
}

function Answered({ looked, onChoose }: Readonly<{ looked: Looked; onChoose: (c: Character) => void }>) {
  const seen = Object.entries(looked.seen) as [Character, string][];
  if (!seen.length) return null;
  return (
    <section aria-label="Seen" className="mt-3">
      <h2 className="text-lead">Seen</h2>
      <ul className="flex flex-wrap gap-1.5">
        {seen.map(([c, s]) => (
          <li key={c}>
            <button
              type="button"
              className="min-h-touch border-2 border-moss bg-paper px-2 text-left text-note leading-tight"
              onClick={() => onChoose(c)}
            >
              {QUESTIONS[c].name}: <b>{stateWords(c, s)}</b>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Any other character: nobody has to follow the order. Those that the plant may have, by its leaf. */
function Others({
  looked: { seen, unseen },
  asked,
  onChoose,
}: Readonly<{ looked: Looked; asked: Character | null; onChoose: (c: Character) => void }>) {
  const open = ALL_CHARACTERS.filter((c) => !(c in seen) && c !== asked && isAskedOf(c, seen.leaf ?? null));
  return (
    <details className="mt-4" open>
      <summary className="flex min-h-touch cursor-pointer items-center font-cond text-lead font-semibold">
        Look at something else
      </summary>
      <ul className="flex flex-wrap gap-1.5">
        {open.map((c) => (
          <li key={c}>
            <button
              type="button"
              className={`min-h-touch border-2 bg-paper px-2 text-note ${unseen.includes(c) ? 'border-hair text-steel' : 'border-rail'}`}
              onClick={() => {
                onChoose(c);
                scrollTo(0, 0);
              }}
            >
              {QUESTIONS[c].name}
              {unseen.includes(c) && ', not seen'}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

function Likely({ candidate }: Readonly<{ candidate: Candidate }>) {
  const { weed, odds } = candidate;
  const { latin, life } = WEEDS[weed];
  return (
    <li className="grid grid-cols-[112px_1fr] gap-3 border-b border-hair py-2 sm:grid-cols-[150px_1fr]">
      <div className="bg-paper">
        <WeedArt weed={weed} named />
      </div>
      <div>
        <p className="font-cond text-head font-semibold leading-tight">{weedTitle(weed)}</p>
        <p className="text-note text-steel">
          <i>{latin}</i>, {life}
        </p>
        <p className="mt-1 h-2.5 border border-iron" aria-hidden>
          <span className="block h-full bg-moss" style={{ width: `${odds * 100}%` }} />
        </p>
        <p className="text-body font-semibold">{oddsWords(odds)}</p>
        <p className="text-note leading-snug">{fitWords(candidate)}</p>
      </div>
    </li>
  );
}

/** All of them, to look through: one that is chosen says what it shows. */
function Plates() {
  const [chosen, setChosen] = useState<Weed | null>(null);
  return (
    <>
      {chosen && (
        <article className="mt-2 border-2 border-iron bg-paper p-3" aria-label={WEEDS[chosen].name}>
          <WeedArt weed={chosen} named />
          <p className="font-cond text-head font-semibold">{weedTitle(chosen)}</p>
          <p className="text-note text-steel">
            <i>{WEEDS[chosen].latin}</i>, {WEEDS[chosen].life}
          </p>
          <ul className="mt-1 text-note">
            {ALL_CHARACTERS.flatMap((c) => {
              const states = statesOf(chosen, c);
              return states
                ? [
                    <li key={c}>
                      {QUESTIONS[c].name}: <b>{states.map((s) => stateWords(c, s)).join(' or ')}</b>
                    </li>,
                  ]
                : [];
            })}
          </ul>
          {outsideWords(chosen) && <p className="mt-1 text-note">{outsideWords(chosen)}</p>}
        </article>
      )}
      <ul className="mt-2 grid grid-cols-3 gap-2 sm:grid-cols-5">
        {ALL_WEEDS.map((w) => (
          <li key={w}>
            <button
              type="button"
              aria-pressed={w === chosen}
              className={`h-full w-full border-2 bg-paper p-1 text-fine leading-tight ${w === chosen ? 'border-moss' : 'border-hair'}`}
              onClick={() => setChosen(w === chosen ? null : w)}
            >
              <WeedArt weed={w} />
              {WEEDS[w].name}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What would tell the first two apart. */
function TellApart({
  first,
  second,
  apart,
  onChoose,
}: Readonly<{ first: Weed; second: Weed; apart: readonly Apart[]; onChoose: (c: Character) => void }>) {
  if (!apart.length) return null;
  return (
    <section aria-label="To tell them apart" className="mt-3">
      <h3 className="text-lead">
        {weedTitle(first)} or {WEEDS[second].name}?
      </h3>
      <ul>
        {apart.slice(0, 4).map((a) => (
          <li key={a.character} className="border-b border-hair py-1 text-body">
            <button
              type="button"
              className="min-h-touch text-left underline"
              onClick={() => onChoose(a.character)}
            >
              {QUESTIONS[a.character].name}
            </button>
            : {a.first.map((s) => stateWords(a.character, s)).join(' or ')} on the first,{' '}
            {a.second.map((s) => stateWords(a.character, s)).join(' or ')} on the second.
          </li>
        ))}
      </ul>
    </section>
  );
}
