'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { isoDay, type Day } from '@/core/calendar/day';
import { SOIL_OPENED } from '@/core/facts/facts';
import { DAMAGE_CAUSES, WATERED_BY } from '@/core/follow-ups/follow-ups';
import { ALL_WEEDS, STAGES, WEEDS, isWeed, stageWords } from '@/core/weeds/weeds';
import type { FindingKind } from '@/data/findings';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { Entry } from '../../entry/entry';
import { FigureEntry, SelectEntry, TextEntry, useIssues } from '../../entry/fields';
import { useEntry } from '../../entry/use-entry';
import { PhotoField } from '../../photo-field';
import { keepPicture } from '../../outbox/keep-picture';
import { send } from '../../send';
import { FINDING_NAMES } from './finding-names';

type Typed = Pick<FindingInput, 'kind' | 'on' | 'word' | 'stage' | 'figure'>;
type Props = Readonly<{
  zone: Readonly<{ id: string; lawnId: string }>;
  today: Day;
  userId: string;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
  onNoted: () => void;
}>;

/** What a walk asks of next year is asked where its cause is told. */
const BY_HAND = (Object.keys(FINDING_NAMES) as FindingKind[]).filter((k) => k !== 'next year');
/** What the second field begins with. */
const FIRST_WORDS: Partial<Record<FindingKind, string>> = {
  'turf stress': 'drought',
  'soil test': 'wanted',
  'soil values': '|||',
  compaction: 'hard',
  'soil opened': SOIL_OPENED[0],
  'weed stage': 'smooth-crabgrass',
  watered: 'customer',
};
/** Of a soil test, in its order. */
const SOIL_VALUES = [
  ['pH', ''],
  ['Phosphorus', 'ppm, Mehlich 3; empty: not tested'],
  ['Potassium', 'ppm; empty: not tested'],
  ['Lime', 'lb/1,000 sq ft, as the laboratory asks; empty: none'],
] as const;
/** Who watered, as it is chosen. */
const WATERED_WORDS: Record<(typeof WATERED_BY)[number], string> = {
  irrigation: 'by the irrigation',
  customer: 'by the customer, as they say',
  us: 'by us',
};

type Asked = Readonly<{
  name: 'word' | 'stage' | 'figure';
  label: string;
  called?: string;
  hint?: string;
  /** chosen from these */
  of?: readonly (readonly [value: string, words: string])[];
  /** a figure, of this unit or in these words */
  unit?: string;
  beside?: boolean;
}>;
const same = (list: readonly string[]) => list.map((v) => [v, v] as const);
/** What is asked of each kind besides its day. */
const ASKED: Partial<Record<FindingKind, readonly Asked[]>> = {
  'turf stress': [
    {
      name: 'word',
      label: 'Stress',
      of: [
        ['drought', 'drought'],
        ['heat', 'heat'],
        ['none', 'gone again'],
      ],
    },
  ],
  'soil test': [
    {
      name: 'word',
      label: 'Phosphorus',
      of: [
        ['wanted', 'wanted here'],
        ['not wanted', 'enough in the ground'],
      ],
    },
  ],
  compaction: [
    {
      name: 'word',
      label: 'A screwdriver',
      called: 'Ground',
      of: [
        ['hard', 'hardly goes in: it is compacted'],
        ['soft', 'goes in by hand'],
      ],
    },
  ],
  thatch: [{ name: 'figure', label: 'Thatch', unit: 'depth', beside: false }],
  'cut height': [{ name: 'figure', label: 'Height', unit: 'depth', beside: false }],
  'soil opened': [
    {
      name: 'word',
      label: 'Opened by',
      hint: 'it opens a barrier too; liquid aeration does not',
      of: same(SOIL_OPENED),
    },
  ],
  watered: [
    {
      name: 'word',
      label: 'Watered',
      called: 'Watered by',
      of: WATERED_BY.map((by) => [by, WATERED_WORDS[by]]),
    },
  ],
  looked: [
    { name: 'word', label: 'What was seen' },
    { name: 'figure', label: 'Taken', unit: '% of the weeds', hint: 'empty: not judged' },
  ],
  callback: [{ name: 'word', label: 'About' }],
  damage: [
    { name: 'word', label: 'What was seen', called: 'Seen' },
    {
      name: 'stage',
      label: 'Likely cause',
      called: 'Cause',
      hint: 'a frost after green-up hurts more than most sprays',
      of: same(DAMAGE_CAUSES),
    },
  ],
  event: [{ name: 'word', label: 'What it is', hint: 'empty takes that day’s back' }],
  'turf green': [{ name: 'figure', label: 'Green', unit: '% of the leaf' }],
  'seedlings mown': [{ name: 'figure', label: 'Mowings so far', called: 'Mowings', unit: '' }],
};

/** Something that was seen or done here, with a picture where one helps. */
export function FindingForm({ zone, today, userId, noteFindingAction, onNoted }: Props) {
  const router = useRouter();
  const entry = useEntry<Typed>({ kind: 'mown', on: isoDay(today), word: '', stage: 'seedling', figure: '' });
  const { form, steps, say, isSending } = entry;
  const [sendKey, setSendKey] = useState(() => crypto.randomUUID());
  const [photo, setPhoto] = useState<File | null>(null);
  const [photoWords, setPhotoWords] = useState('');
  const kind = form.watch('kind');
  const choose = (next: FindingKind) => {
    say(null);
    form.setValue('kind', next, { shouldDirty: true });
    form.setValue('word', FIRST_WORDS[next] ?? '');
    form.setValue('stage', next === 'damage' ? 'not known' : 'seedling');
    form.setValue('figure', '');
  };
  /** @returns why not, or empty */
  const sendPhoto = (file: File) =>
    keepPicture(userId, file, { stopKey: sendKey, lawnId: zone.lawnId, what: kind });
  const note = (typed: Typed) =>
    steps(async (tell) => {
      if (!(await tell(send(noteFindingAction, { ...typed, sendKey, zoneId: zone.id })))) return;
      const trouble = photo ? await sendPhoto(photo) : '';
      setPhotoWords(trouble);
      if (trouble) return;
      setPhoto(null);
      setSendKey(crypto.randomUUID());
      onNoted();
      router.refresh();
    });
  return (
    <Entry
      entry={entry}
      here={`/lawns/${zone.id}`}
      className="mt-2 grid max-w-xl gap-2"
      onSend={note}
      foot={
        <button className="button button-loud" disabled={isSending}>
          {isSending ? 'Writing it down…' : 'Write it down'}
        </button>
      }
    >
      <Labelled beside name="What">
        {(field) => (
          <select {...field} value={kind} onChange={(e) => choose(e.target.value as FindingKind)}>
            {BY_HAND.map((k) => (
              <option key={k} value={k}>
                {FINDING_NAMES[k]}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <TextEntry<Typed>
        name="on"
        label={kind === 'event' ? 'On which day' : 'When'}
        called="Day"
        type="date"
        beside
      />
      {kind === 'weed stage' && <WeedStage />}
      {kind === 'soil values' && <SoilValues />}
      {ASKED[kind]?.map((asked) => (
        <AskedEntry key={`${kind} ${asked.name}`} {...asked} />
      ))}
      {(kind === 'looked' || kind === 'damage') && (
        <PhotoField beside onChange={setPhoto} {...(photoWords ? { hint: photoWords } : {})} />
      )}
    </Entry>
  );
}

const AskedEntry = ({ of, unit, beside = true, ...field }: Asked) =>
  of ? (
    <SelectEntry<Typed> {...field} beside={beside} options={of} />
  ) : unit === undefined ? (
    <TextEntry<Typed> {...field} beside={beside} />
  ) : (
    <FigureEntry<Typed> {...field} beside={beside} unit={unit} />
  );

function WeedStage() {
  const word = useFormContext<Typed>().watch('word');
  return (
    <>
      <SelectEntry<Typed>
        name="word"
        label="Weed"
        beside
        options={ALL_WEEDS.map((w) => [w, WEEDS[w].name])}
      />
      <SelectEntry<Typed>
        name="stage"
        label="Stage"
        beside
        options={STAGES.map((s) => [s, isWeed(word) ? stageWords(word, s) : s])}
      />
    </>
  );
}

/** Four figures that are kept as one word. */
function SoilValues() {
  const { control } = useFormContext<Typed>();
  const { field } = useController({ control, name: 'word' });
  const issueOf = useIssues(SOIL_VALUES.map(([name]) => name));
  const figures = field.value.split('|');
  return SOIL_VALUES.map(([name, hint], i) => (
    <Labelled key={name} beside name={name} issue={issueOf(name)} hint={hint}>
      {(given) => (
        <input
          {...given}
          inputMode="decimal"
          value={figures[i] ?? ''}
          onChange={({ target: { value } }) =>
            field.onChange(
              SOIL_VALUES.map((_, k) => (k === i ? value.replaceAll('|', '') : (figures[k] ?? ''))).join('|'),
            )
          }
        />
      )}
    </Labelled>
  ));
}
