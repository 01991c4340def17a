'use client';
import { useState } from 'react';
import { isoDay, type Day } from '@/core/calendar/day';
import { GROUNDS } from '@/core/weeds/scouting';
import { readWalk, type TypedWalk, type TypedWeed } from '@/core/weeds/typed-walk';
import { ALL_WEEDS, STAGES, WEEDS, isWeed, stageWords, type Weed } from '@/core/weeds/weeds';
import type { Refusal } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { WeedArt } from '@/ui/weed-art/weed-art';
import { PhotoField } from './photo-field';
import { RefusalWords } from './refusal-words';
import { useKept } from './use-kept';
import { walkKey } from './walk-key';
import { useCommand } from './use-command';

type Typed = TypedWalk & Readonly<{ sendKey: string }>;
const isTyped = (kept: unknown): kept is Typed =>
  typeof kept === 'object' &&
  kept !== null &&
  'sendKey' in kept &&
  'found' in kept &&
  Array.isArray(kept.found);
/** Covers that an eye tells apart. */
const COVERS = ['0.5', '1', '3', '5', '10', '25', '50'] as const;
const UP = STAGES.filter((s) => s !== 'not up');
/** Nothing of it is chosen before somebody does: gates go by what stands here. */
const newWeed = (weed: Weed | ''): TypedWeed => ({
  weed,
  stage: '',
  cover: '',
  counted: '',
  where: [],
  isInFlower: false,
});

type Props = Readonly<{
  zoneId: string;
  today: Day;
  /** weeds that were seen here: a button each */
  known: readonly Weed[];
  /** the address of the page that it stands on */
  here: string;
  /** takes it, or says why not; a picture goes with it */
  onSave: (walk: WalkInput, photo: File | null) => Promise<Refusal | null>;
}>;

/** What is up on the walk, weed by weed; with the thumb of one hand. */
export function WalkForm({ zoneId, today, known, here, onSave }: Props) {
  const [fresh, setFresh] = useState<Typed>(() => ({
    sendKey: crypto.randomUUID(),
    on: isoDay(today),
    found: [],
    notes: '',
  }));
  const [typed, keep, forget] = useKept<Typed>(walkKey(zoneId), fresh, isTyped);
  const { steps, issue, refusal, say, isSending } = useCommand();
  const [photo, setPhoto] = useState<File | null>(null);
  const set = (i: number, part: Partial<TypedWeed>) =>
    keep({ ...typed, found: typed.found.map((f, k) => (k === i ? { ...f, ...part } : f)) });
  const save = () =>
    steps(async () => {
      // read here first: what is wrong is said without a network too
      const { issues } = readWalk(typed, today);
      const refused: Refusal | null = issues.length
        ? { kind: 'invalid', issues: [...issues] }
        : await onSave({ ...typed, zoneId }, photo);
      say(refused);
      if (refused) return;
      forget();
      setPhoto(null);
      setFresh({ sendKey: crypto.randomUUID(), on: isoDay(today), found: [], notes: '' });
    });
  return (
    <form
      noValidate
      className="grid gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      {typed.found.map((f, i) => (
        <section
          key={i}
          className="grid gap-2 border-2 border-hair bg-paper p-3"
          aria-label={`Weed ${i + 1}`}
        >
          <div className="grid grid-cols-[84px_1fr] items-start gap-3">
            {isWeed(f.weed) ? <WeedArt weed={f.weed} /> : <span />}
            <div>
              <Labelled name={`Weed ${i + 1}`} issue={issue(`Weed ${i + 1}`)}>
                {(field) => (
                  <select {...field} value={f.weed} onChange={(e) => set(i, { weed: e.target.value })}>
                    <option value="">Choose a weed</option>
                    {ALL_WEEDS.map((w) => (
                      <option key={w} value={w}>
                        {WEEDS[w].name}
                      </option>
                    ))}
                  </select>
                )}
              </Labelled>
              <button
                type="button"
                className="min-h-touch underline"
                onClick={() => keep({ ...typed, found: typed.found.filter((_, k) => k !== i) })}
              >
                Take it out
              </button>
            </div>
          </div>
          <Choice
            name="Growth stage"
            options={UP}
            value={UP.find((s) => s === f.stage) ?? null}
            issue={issue(`Stage ${i + 1}`)}
            words={(s) => (isWeed(f.weed) ? stageWords(f.weed, s) : s)}
            onChange={(stage) => set(i, { stage })}
          />
          <fieldset>
            <legend className="font-cond text-body">Cover, % of the zone</legend>
            <div className="flex flex-wrap gap-1.5">
              {COVERS.map((c) => (
                <button
                  key={c}
                  type="button"
                  aria-pressed={f.cover === c}
                  className={`min-h-touch grow border-2 px-2 font-cond text-lead font-semibold ${f.cover === c ? 'border-iron bg-iron text-paper' : 'border-rail bg-paper'}`}
                  onClick={() => set(i, { cover: c })}
                >
                  {c}
                </button>
              ))}
            </div>
          </fieldset>
          <div className="grid grid-cols-2 gap-3">
            <Labelled name="Or typed, %" issue={issue(`Cover ${i + 1}`)}>
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={f.cover}
                  onChange={(e) => set(i, { cover: e.target.value })}
                />
              )}
            </Labelled>
            <Labelled
              name="Counted, plants a sq ft"
              issue={issue(`Counted ${i + 1}`)}
              hint="empty: not counted"
            >
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={f.counted}
                  onChange={(e) => set(i, { counted: e.target.value })}
                />
              )}
            </Labelled>
          </div>
          <fieldset>
            <legend className="font-cond text-body">Where</legend>
            <div className="flex flex-wrap gap-1.5">
              {GROUNDS.map((g) => {
                const isOn = f.where.includes(g);
                return (
                  <button
                    key={g}
                    type="button"
                    aria-pressed={isOn}
                    className={`min-h-touch border-2 px-3 text-body ${isOn ? 'border-iron bg-iron text-paper' : 'border-rail bg-paper'}`}
                    onClick={() =>
                      set(i, {
                        where: isOn
                          ? f.where.filter((w) => w !== g)
                          : [...f.where.filter((w) => (g === 'all over' ? false : w !== 'all over')), g],
                      })
                    }
                  >
                    {g}
                  </button>
                );
              })}
            </div>
          </fieldset>
          <label className="flex min-h-touch items-center gap-3 text-lead">
            <input
              type="checkbox"
              className="size-7 accent-[var(--color-moss)]"
              checked={f.isInFlower}
              onChange={(e) => set(i, { isInFlower: e.target.checked })}
            />
            In flower
          </label>
        </section>
      ))}
      <div className="flex flex-wrap gap-2">
        {known
          .filter((w) => !typed.found.some((f) => f.weed === w))
          .map((w) => (
            <button
              key={w}
              type="button"
              className="button"
              onClick={() => keep({ ...typed, found: [...typed.found, newWeed(w)] })}
            >
              + {WEEDS[w].name}
            </button>
          ))}
        <button
          type="button"
          className="button"
          onClick={() => keep({ ...typed, found: [...typed.found, newWeed('')] })}
        >
          {typed.found.length ? 'Another weed' : 'A weed is up'}
        </button>
        {/* a whole page, which the device keeps */}
        <a href="/key" className="button">
          What is it?
        </a>
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Labelled name="Day" issue={issue('Day')}>
          {(field) => (
            <input
              {...field}
              type="date"
              value={typed.on}
              onChange={(e) => keep({ ...typed, on: e.target.value })}
            />
          )}
        </Labelled>
        <PhotoField onChange={setPhoto} />
      </div>
      <Labelled name="Notes">
        {(field) => (
          <textarea
            {...field}
            rows={2}
            maxLength={2000}
            value={typed.notes}
            onChange={(e) => keep({ ...typed, notes: e.target.value })}
          />
        )}
      </Labelled>
      {refusal && (
        <RefusalWords
          refusal={refusal}
          here={here}
          shown={[
            'Day',
            ...typed.found.flatMap((_, i) =>
              ['Weed', 'Stage', 'Cover', 'Counted'].map((f) => `${f} ${i + 1}`),
            ),
          ]}
        />
      )}
      <button className="button button-loud min-h-glove text-row" disabled={isSending}>
        {isSending ? 'Saving…' : typed.found.length ? 'Save the walk' : 'Walked: nothing is up'}
      </button>
    </form>
  );
}
