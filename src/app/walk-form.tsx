'use client';
import { useState } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { isoDay, type Day } from '@/core/calendar/day';
import { GROUNDS } from '@/core/weeds/scouting';
import { readWalk, type TypedWalk, type TypedWeed } from '@/core/weeds/typed-walk';
import { ALL_WEEDS, STAGES, WEEDS, isWeed, stageWords, type Weed } from '@/core/weeds/weeds';
import type { Refusal } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import { Choice } from '@/ui/choice';
import { WeedArt } from '@/ui/weed-art/weed-art';
import { Entry } from './entry/entry';
import { FigureEntry, ProseEntry, SelectEntry, TextEntry, TickEntry, useIssues } from './entry/fields';
import { useEntry } from './entry/use-entry';
import { useKeptEntry } from './entry/use-kept-entry';
import { PhotoField } from './photo-field';
import { walkKey } from './walk-key';

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
const newWalk = (today: Day): Typed => ({
  sendKey: crypto.randomUUID(),
  on: isoDay(today),
  found: [],
  notes: '',
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
  const [fresh, setFresh] = useState<Typed>(() => newWalk(today));
  const entry = useEntry<Typed>(fresh);
  const { form, steps, say, isSending, clear } = entry;
  const { forget } = useKeptEntry(form, walkKey(zoneId), isTyped);
  const [photo, setPhoto] = useState<File | null>(null);
  const found = form.watch('found');
  const save = (typed: Typed) =>
    steps(async () => {
      // read here first: what is wrong is said without a network too
      const { issues } = readWalk(typed, today);
      const refused: Refusal | null = issues.length
        ? { kind: 'invalid', issues: [...issues] }
        : await onSave({ ...typed, zoneId }, photo);
      say(refused);
      if (refused) return;
      const next = newWalk(today);
      forget();
      clear(next);
      setFresh(next);
      setPhoto(null);
    });
  return (
    <Entry
      entry={entry}
      here={here}
      onSend={save}
      foot={
        <button className="button button-loud min-h-glove text-row" disabled={isSending}>
          {isSending ? 'Saving…' : found.length ? 'Save the walk' : 'Walked: nothing is up'}
        </button>
      }
    >
      <FoundWeeds known={known} />
      <div className="grid gap-3 sm:grid-cols-2">
        <TextEntry<Typed> name="on" label="Day" type="date" />
        <PhotoField onChange={setPhoto} />
      </div>
      <ProseEntry<Typed> name="notes" label="Notes" rows={2} maxLength={2000} />
    </Entry>
  );
}

/** A part for each weed that is up, and buttons for more. */
function FoundWeeds({ known }: Readonly<{ known: readonly Weed[] }>) {
  const { control } = useFormContext<Typed>();
  const { field } = useController({ control, name: 'found' });
  const found: readonly TypedWeed[] = field.value;
  const add = (weed: Weed | '') => field.onChange([...found, newWeed(weed)]);
  return (
    <>
      {found.map((f, i) => (
        <FoundWeed
          key={i}
          at={i}
          found={f}
          onRemove={() => field.onChange(found.filter((_, k) => k !== i))}
        />
      ))}
      <div className="flex flex-wrap gap-2">
        {known
          .filter((w) => !found.some((f) => f.weed === w))
          .map((w) => (
            <button key={w} type="button" className="button" onClick={() => add(w)}>
              + {WEEDS[w].name}
            </button>
          ))}
        <button type="button" className="button" onClick={() => add('')}>
          {found.length ? 'Another weed' : 'A weed is up'}
        </button>
        {/* a whole page, which the device keeps */}
        <a href="/key" className="button">
          What is it?
        </a>
      </div>
    </>
  );
}

/** A weed that is up: how far it is, how much of it, and where. */
function FoundWeed({
  at,
  found: { weed, stage },
  onRemove,
}: Readonly<{ at: number; found: TypedWeed; onRemove: () => void }>) {
  const { control } = useFormContext<Typed>();
  const { field } = useController({ control, name: `found.${at}.stage` });
  const n = at + 1;
  const issueOf = useIssues([`Stage ${n}`]);
  return (
    <section className="grid gap-2 border-2 border-hair bg-paper p-3" aria-label={`Weed ${n}`}>
      <div className="grid grid-cols-[84px_1fr] items-start gap-3">
        {isWeed(weed) ? <WeedArt weed={weed} /> : <span />}
        <div>
          <SelectEntry<Typed>
            name={`found.${at}.weed`}
            label={`Weed ${n}`}
            options={[['', 'Choose a weed'], ...ALL_WEEDS.map((w) => [w, WEEDS[w].name] as const)]}
          />
          <button type="button" className="min-h-touch underline" onClick={onRemove}>
            Take it out
          </button>
        </div>
      </div>
      <Choice
        name="Growth stage"
        options={UP}
        value={UP.find((s) => s === stage) ?? null}
        issue={issueOf(`Stage ${n}`)}
        words={(s) => (isWeed(weed) ? stageWords(weed, s) : s)}
        onChange={field.onChange}
      />
      <Cover at={at} />
      <Where at={at} />
      <TickEntry<Typed> name={`found.${at}.isInFlower`} label="In flower" />
    </section>
  );
}

const pressed = (isOn: boolean) => (isOn ? 'border-iron bg-iron text-paper' : 'border-rail bg-paper');

/** How much of the zone it takes: as an eye tells it, typed, or counted. */
function Cover({ at }: Readonly<{ at: number }>) {
  const { control } = useFormContext<Typed>();
  const { field } = useController({ control, name: `found.${at}.cover` });
  return (
    <>
      <fieldset>
        <legend className="font-cond text-body">Cover, % of the zone</legend>
        <div className="flex flex-wrap gap-1.5">
          {COVERS.map((c) => (
            <button
              key={c}
              type="button"
              aria-pressed={field.value === c}
              className={`min-h-touch grow border-2 px-2 font-cond text-lead font-semibold ${pressed(field.value === c)}`}
              onClick={() => field.onChange(c)}
            >
              {c}
            </button>
          ))}
        </div>
      </fieldset>
      <div className="grid grid-cols-2 gap-3">
        <FigureEntry<Typed> name={`found.${at}.cover`} label="Or typed" unit="%" called={`Cover ${at + 1}`} />
        <FigureEntry<Typed>
          name={`found.${at}.counted`}
          label="Counted"
          unit="plants a sq ft"
          called={`Counted ${at + 1}`}
          hint="empty: not counted"
        />
      </div>
    </>
  );
}

/** On which ground; all over is nowhere in particular. */
function Where({ at }: Readonly<{ at: number }>) {
  const { control } = useFormContext<Typed>();
  const { field } = useController({ control, name: `found.${at}.where` });
  const where: TypedWeed['where'] = field.value;
  const turned = (g: (typeof GROUNDS)[number]) =>
    where.includes(g)
      ? where.filter((w) => w !== g)
      : [...where.filter((w) => g !== 'all over' && w !== 'all over'), g];
  return (
    <fieldset>
      <legend className="font-cond text-body">Where</legend>
      <div className="flex flex-wrap gap-1.5">
        {GROUNDS.map((g) => (
          <button
            key={g}
            type="button"
            aria-pressed={where.includes(g)}
            className={`min-h-touch border-2 px-3 text-body ${pressed(where.includes(g))}`}
            onClick={() => field.onChange(turned(g))}
          >
            {g}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
