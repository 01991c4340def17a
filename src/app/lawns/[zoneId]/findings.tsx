'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { isoDay, showDay } from '@/core/calendar/day';
import { SOIL_OPENED } from '@/core/facts/facts';
import { DAMAGE_CAUSES, WATERED_BY } from '@/core/follow-ups/follow-ups';
import { NEXT_YEAR } from '@/core/weeds/next-year';
import { ALL_WEEDS, STAGES, WEEDS, isWeed, stageWords } from '@/core/weeds/weeds';
import type { Finding, FindingKind } from '@/data/findings';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { Outcome } from '@/server/entry/outcome';
import type { ZoneSheet } from '@/server/programme/view';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { MeasureField } from '@/ui/measure-field';
import { nextYearWords } from '@/ui/scout-words';
import { PhotoField } from '../../photo-field';
import { RefusalWords } from '../../refusal-words';
import { keepPicture } from '../../outbox/keep-picture';
import { send } from '../../send';
import { useCommand } from '../../use-command';

type Props = Readonly<{
  sheet: ZoneSheet;
  /** under whom a picture waits on this device */
  userId: string;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
}>;

const NAMES: Record<FindingKind, string> = {
  mown: 'Mown',
  'turf green': 'How green the turf is',
  'turf stress': 'Heat or drought stress',
  'weed stage': 'How far a weed is',
  seeded: 'Seeded',
  'seedlings mown': 'Mowings of the seedlings',
  'notice sent': 'Notice sent',
  event: 'An event of the customer',
  'soil test': 'What a soil test says of phosphorus',
  'soil values': 'A soil test: pH, phosphorus, potassium, lime',
  compaction: 'How hard the ground is',
  thatch: 'How thick the thatch is',
  'cut height': 'How high the turf stands',
  'soil opened': 'The soil was opened',
  watered: 'A barrier was watered in',
  looked: 'A look at what was put down',
  callback: 'The customer called',
  'callback answered': 'The call was answered',
  damage: 'Damage to the turf',
  'next year': 'What next year is asked for',
};

/** What a walk asks of next year is asked where its cause is told. */
const BY_HAND = (Object.keys(NAMES) as FindingKind[]).filter((k) => k !== 'next year');

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

/** What was seen or done here that gates ask for: the last of each kind, of events those of each day, and a form for more. */
export function Findings({ sheet, userId, noteFindingAction }: Props) {
  const { findings, today, zone } = sheet;
  const router = useRouter();
  const [isOpen, setOpen] = useState(false);
  const [kind, setKind] = useState<FindingKind>('mown');
  const [sendKey, setSendKey] = useState(() => crypto.randomUUID());
  const [on, setOn] = useState(isoDay(today));
  const [word, setWord] = useState('');
  const [stage, setStage] = useState<string>('seedling');
  const [figure, setFigure] = useState('');
  const [photo, setPhoto] = useState<File | null>(null);
  const [photoWords, setPhotoWords] = useState('');
  const { steps, issue, refusal, say, isSending } = useCommand();
  const latest = lastOfEach(findings);
  const choose = (next: FindingKind) => {
    setKind(next);
    say(null);
    setFigure('');
    setWord(FIRST_WORDS[next] ?? '');
    setStage(next === 'damage' ? 'not known' : 'seedling');
  };
  return (
    <section className="mt-4" aria-label="Seen and done here">
      <h2 className="text-row">Seen and done here</h2>
      <p className="text-note text-steel">
        {latest.length
          ? latest.map((f) => `${findingWords(f)} (${showDay(f.on)}, ${f.person})`).join(' · ')
          : 'Nothing yet. Gates for mowing, green-up, weeds, seed, notice and events go by what is written here.'}
      </p>
      <button
        type="button"
        className="button mt-1 py-0 md:min-h-desk"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? 'Close' : 'Write down what you see'}
      </button>
      <Link href={`/lawns/${zone.id}/scout`} className="button ml-2 mt-1 py-0 md:min-h-desk">
        Walk it: which weeds are up
      </Link>
      {isOpen && (
        <form
          className="mt-2 grid max-w-xl gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            steps(async (tell) => {
              const finding = { sendKey, zoneId: zone.id, kind, word, stage, figure, on };
              if (!(await tell(send(noteFindingAction, finding)))) return;
              if (photo) {
                const trouble = await keepPicture(userId, photo, {
                  stopKey: sendKey,
                  lawnId: zone.lawnId,
                  what: kind,
                });
                setPhotoWords(trouble);
                if (trouble) return;
                setPhoto(null);
              }
              setSendKey(crypto.randomUUID());
              setOpen(false);
              router.refresh();
            });
          }}
        >
          <Labelled beside name="What">
            {(field) => (
              <select {...field} value={kind} onChange={(e) => choose(e.target.value as FindingKind)}>
                {BY_HAND.map((k) => (
                  <option key={k} value={k}>
                    {NAMES[k]}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled beside name={kind === 'event' ? 'On which day' : 'When'} issue={issue('Day')}>
            {(field) => <input {...field} type="date" value={on} onChange={(e) => setOn(e.target.value)} />}
          </Labelled>
          {kind === 'weed stage' && (
            <>
              <Labelled beside name="Weed" issue={issue('Weed')}>
                {(field) => (
                  <select {...field} value={word} onChange={(e) => setWord(e.target.value)}>
                    {ALL_WEEDS.map((w) => (
                      <option key={w} value={w}>
                        {WEEDS[w].name}
                      </option>
                    ))}
                  </select>
                )}
              </Labelled>
              <Labelled beside name="Stage">
                {(field) => (
                  <select {...field} value={stage} onChange={(e) => setStage(e.target.value)}>
                    {STAGES.map((s) => (
                      <option key={s} value={s}>
                        {isWeed(word) ? stageWords(word, s) : s}
                      </option>
                    ))}
                  </select>
                )}
              </Labelled>
            </>
          )}
          {kind === 'turf stress' && (
            <Labelled beside name="Stress" issue={issue('Stress')}>
              {(field) => (
                <select {...field} value={word} onChange={(e) => setWord(e.target.value)}>
                  <option value="drought">drought</option>
                  <option value="heat">heat</option>
                  <option value="none">gone again</option>
                </select>
              )}
            </Labelled>
          )}
          {kind === 'soil test' && (
            <Labelled beside name="Phosphorus" issue={issue('Phosphorus')}>
              {(field) => (
                <select {...field} value={word} onChange={(e) => setWord(e.target.value)}>
                  <option value="wanted">wanted here</option>
                  <option value="not wanted">enough in the ground</option>
                </select>
              )}
            </Labelled>
          )}
          {kind === 'soil values' &&
            SOIL_VALUES.map(([field, hint], i) => (
              <Labelled key={field} beside name={field} issue={issue(field)} hint={hint}>
                {(f) => (
                  <input
                    {...f}
                    inputMode="decimal"
                    value={word.split('|')[i] ?? ''}
                    onChange={(e) =>
                      setWord(
                        SOIL_VALUES.map((_, k) =>
                          k === i ? e.target.value.replaceAll('|', '') : (word.split('|')[k] ?? ''),
                        ).join('|'),
                      )
                    }
                  />
                )}
              </Labelled>
            ))}
          {kind === 'compaction' && (
            <Labelled beside name="A screwdriver" issue={issue('Ground')}>
              {(field) => (
                <select {...field} value={word} onChange={(e) => setWord(e.target.value)}>
                  <option value="hard">hardly goes in: it is compacted</option>
                  <option value="soft">goes in by hand</option>
                </select>
              )}
            </Labelled>
          )}
          {(kind === 'thatch' || kind === 'cut height') && (
            <MeasureField
              name={kind === 'thatch' ? 'Thatch' : 'Height'}
              measure="depth"
              issue={issue(kind === 'thatch' ? 'Thatch' : 'Height')}
              value={figure}
              onChange={setFigure}
            />
          )}
          {kind === 'soil opened' && (
            <Labelled
              beside
              name="Opened by"
              issue={issue('Opened by')}
              hint="it opens a barrier too; liquid aeration does not"
            >
              {(field) => (
                <select {...field} value={word} onChange={(e) => setWord(e.target.value)}>
                  {SOIL_OPENED.map((how) => (
                    <option key={how}>{how}</option>
                  ))}
                </select>
              )}
            </Labelled>
          )}
          {kind === 'watered' && (
            <Labelled beside name="Watered" issue={issue('Watered by')}>
              {(field) => (
                <select {...field} value={word} onChange={(e) => setWord(e.target.value)}>
                  {WATERED_BY.map((by) => (
                    <option key={by} value={by}>
                      {WATERED_WORDS[by]}
                    </option>
                  ))}
                </select>
              )}
            </Labelled>
          )}
          {kind === 'looked' && (
            <>
              <Labelled beside name="What was seen">
                {(field) => <input {...field} value={word} onChange={(e) => setWord(e.target.value)} />}
              </Labelled>
              <Labelled beside name="Taken, % of the weeds" issue={issue('Taken')} hint="empty: not judged">
                {(field) => (
                  <input
                    {...field}
                    inputMode="decimal"
                    value={figure}
                    onChange={(e) => setFigure(e.target.value)}
                  />
                )}
              </Labelled>
            </>
          )}
          {(kind === 'looked' || kind === 'damage') && (
            <PhotoField beside onChange={setPhoto} {...(photoWords ? { hint: photoWords } : {})} />
          )}
          {kind === 'callback' && (
            <Labelled beside name="About" issue={issue('About')}>
              {(field) => <input {...field} value={word} onChange={(e) => setWord(e.target.value)} />}
            </Labelled>
          )}
          {kind === 'damage' && (
            <>
              <Labelled beside name="What was seen" issue={issue('Seen')}>
                {(field) => <input {...field} value={word} onChange={(e) => setWord(e.target.value)} />}
              </Labelled>
              <Labelled
                beside
                name="Likely cause"
                issue={issue('Cause')}
                hint="a frost after green-up hurts more than most sprays"
              >
                {(field) => (
                  <select {...field} value={stage} onChange={(e) => setStage(e.target.value)}>
                    {DAMAGE_CAUSES.map((c) => (
                      <option key={c}>{c}</option>
                    ))}
                  </select>
                )}
              </Labelled>
            </>
          )}
          {kind === 'event' && (
            <Labelled beside name="What it is" hint="empty takes that day’s back">
              {(field) => <input {...field} value={word} onChange={(e) => setWord(e.target.value)} />}
            </Labelled>
          )}
          {(kind === 'turf green' || kind === 'seedlings mown') && (
            <Labelled
              beside
              name={kind === 'turf green' ? 'Green, % of the leaf' : 'Mowings so far'}
              issue={issue(kind === 'turf green' ? 'Green' : 'Mowings')}
            >
              {(field) => (
                <input
                  {...field}
                  inputMode="decimal"
                  value={figure}
                  onChange={(e) => setFigure(e.target.value)}
                />
              )}
            </Labelled>
          )}
          {refusal && (
            <RefusalWords
              refusal={refusal}
              here={`/lawns/${zone.id}`}
              shown={[
                'Day',
                'Weed',
                'Stress',
                'Green',
                'Mowings',
                'Opened by',
                'Watered by',
                'Taken',
                'About',
                'Seen',
                'Cause',
              ]}
            />
          )}
          <button className="button button-loud" disabled={isSending}>
            {isSending ? 'Writing it down…' : 'Write it down'}
          </button>
        </form>
      )}
    </section>
  );
}

/** The last of each kind, and of each weed, the latest first. */
function lastOfEach(findings: readonly Finding[]): Finding[] {
  const last = new Map<string, Finding>();
  const about = (f: Finding) =>
    f.kind === 'weed stage' || f.kind === 'next year'
      ? f.word.split('|')[f.kind === 'weed stage' ? 0 : 1]
      : f.kind === 'event' || f.kind === 'damage' || f.kind === 'callback'
        ? isoDay(f.on)
        : '';
  for (const f of findings) last.set(`${f.kind}|${about(f)}`, f);
  return [...last.values()].sort((a, b) => b.on - a.on);
}

function findingWords({ kind, word, figure }: Finding): string {
  switch (kind) {
    case 'weed stage': {
      const [weed = '', stage = ''] = word.split('|');
      const known = STAGES.find((s) => s === stage);
      return isWeed(weed)
        ? `${WEEDS[weed].name}: ${known ? stageWords(weed, known) : stage}`
        : `${weed}: ${stage}`;
    }
    case 'turf green':
      return `${figure ?? 0} % green`;
    case 'turf stress':
      return word === 'none' ? 'no stress' : `${word} stress`;
    case 'seedlings mown':
      return `seedlings mown ${figure ?? 0} times`;
    case 'soil test':
      return `soil test: phosphorus ${word}`;
    case 'soil values': {
      const [ph = '', p = '', k = '', lime = ''] = word.split('|');
      return `soil test: ${[`pH ${ph}`, p && `phosphorus ${p} ppm`, k && `potassium ${k} ppm`, lime && `lime ${lime} lb/1,000 sq ft`].filter(Boolean).join(', ')}`;
    }
    case 'compaction':
      return word === 'hard' ? 'the ground is hard' : 'the ground is soft';
    case 'thatch':
      return `thatch ${figure ?? 0} in`;
    case 'cut height':
      return `stands ${figure ?? 0} in`;
    case 'soil opened':
      return `soil opened: ${word}`;
    case 'event':
      return word === '' ? 'no event' : `event: ${word}`;
    case 'watered':
      return `watered in by ${word === 'us' ? 'us' : `the ${word}`}`;
    case 'looked':
      return `looked at${word && `: ${word}`}${figure === null ? '' : `, ${figure} % taken`}`;
    case 'callback':
      return `the customer called: ${word}`;
    case 'next year': {
      const [asked = '', weed = ''] = word.split('|');
      const wish = NEXT_YEAR.find((w) => w === asked);
      const against = isWeed(weed) ? ` against ${WEEDS[weed].name}` : '';
      return wish ? `next year: ${nextYearWords(wish)}${against}` : `next year: nothing asked${against}`;
    }
    case 'damage': {
      const [cause = '', seen = ''] = word.split('|');
      return `damage: ${seen} (${cause})`;
    }
    default:
      return NAMES[kind].toLowerCase();
  }
}
