'use client';
import type { StationName } from '@/server/lawns/lawn-sheet';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useWatch, type Control } from 'react-hook-form';
import { expectationsOf } from '@/core/lawn/zone';
import type { ZoneOnLawn } from '@/data/lawns';
import type { Outcome, Overtaken } from '@/server/entry/outcome';
import type { LawnInput } from '@/server/lawns/save-lawn';
import { expectationWords } from '@/ui/words';
import { BothVersions, differences } from '../both-versions';
import { Entry } from '../entry/entry';
import { useEntry } from '../entry/use-entry';
import { useKeptEntry } from '../entry/use-kept-entry';
import { draftOf, type LawnTyped } from './lawn-draft';
import { LawnParts } from './lawn-parts';

/** Which zone is being written: one that is there as it was seen, or a new one on a lawn, or on none yet. */
type Target =
  | Readonly<{ kind: 'there'; zoneId: string; seen: number }>
  | Readonly<{ kind: 'new'; lawnId: string | null }>;
type Props = Readonly<{
  title: string;
  here: string;
  /** under which what is typed is kept on this device until it is saved */
  draftKey: string;
  first: LawnInput;
  houseSchool: string;
  stations: readonly StationName[];
  mayPlan: boolean;
  target: Target;
  saveLawnAction: (
    input: LawnInput & { zoneId: string; seen: number },
  ) => Promise<Outcome<{ version: number }, Overtaken<ZoneOnLawn>>>;
  addLawnAction: (input: LawnInput & { lawnId: string | null }) => Promise<Outcome<{ zoneId: string }>>;
}>;

/** What was kept has every field of the form as it is now. */
const isTyped = (v: unknown, like: LawnTyped): v is LawnTyped =>
  typeof v === 'object' && v !== null && Object.keys(like).every((k) => k in v);

/** Everything there is to write down of a zone, in the order in which it is seen at the kerb. */
export function LawnForm({
  title,
  here,
  draftKey,
  first,
  houseSchool,
  stations,
  mayPlan,
  target,
  saveLawnAction,
  addLawnAction,
}: Props) {
  const router = useRouter();
  const onFile: LawnTyped = { ...first, seen: target.kind === 'there' ? target.seen : 0 };
  const entry = useEntry<LawnTyped, Overtaken<ZoneOnLawn>>(onFile);
  const { form, run, refusal, say, isSending: isSaving, clear } = entry;
  const { forget } = useKeptEntry(form, draftKey, (v) => isTyped(v, onFile));
  const backToFile = () => {
    forget();
    clear();
    say(null);
  };
  const saved = (id: string) => {
    forget();
    router.push(`/lawns/${id}`);
  };
  const save = ({ seen, ...typed }: LawnTyped) => {
    if (target.kind === 'there')
      run(saveLawnAction, { ...typed, zoneId: target.zoneId, seen }, () => saved(target.zoneId));
    else run(addLawnAction, { ...typed, lawnId: target.lawnId }, (made) => saved(made.zoneId));
  };
  const theirs = refusal?.kind === 'changed-by-other' ? refusal.theirs : null;
  return (
    <Entry
      entry={entry}
      here={here}
      className="mx-auto max-w-[1180px] px-4 pb-10 pt-4"
      isStill
      isLocked={!mayPlan}
      refused={(words) => (
        <div aria-live="assertive">
          {theirs ? (
            <BothVersions
              by="Somebody else"
              what="this sheet"
              rows={differences(typedOf(form.getValues()), draftOf(theirs))}
              onTakeTheirs={() => {
                backToFile();
                router.refresh();
              }}
              onSaveMine={() => save({ ...form.getValues(), seen: theirs.version })}
            />
          ) : (
            words
          )}
        </div>
      )}
      onSend={save}
      foot={
        mayPlan ? (
          <div className="mt-5 flex flex-wrap gap-3">
            <button className="button button-loud grow md:grow-0" disabled={isSaving}>
              {isSaving ? 'Saving…' : 'Save this sheet'}
            </button>
            {target.kind === 'there' && (
              <Link href={`/lawns/${target.zoneId}`} className="button">
                Back to the lawn
              </Link>
            )}
          </div>
        ) : (
          <p className="mt-4 text-steel">Your role may look and not change the sheet.</p>
        )
      }
    >
      <h1 className="text-page">{title}</h1>
      {form.formState.isDirty && (
        <p className="text-note text-steel">
          Typed and not saved yet; it is kept on this device.{' '}
          <button type="button" className="min-h-touch underline" onClick={backToFile}>
            Back to what is on file
          </button>
        </p>
      )}
      <Expectations control={form.control} />
      <LawnParts houseSchool={houseSchool} stations={stations} />
    </Entry>
  );
}

const typedOf = ({ seen: _, ...typed }: LawnTyped): LawnInput => typed;

/** What this ground does to this turf, whatever is put down. */
function Expectations({ control }: Readonly<{ control: Control<LawnTyped> }>) {
  const [turf, mixedWith, exposure, moisture, drainage] = useWatch({
    control,
    name: ['turf', 'mixedWith', 'exposure', 'moisture', 'drainage'],
  });
  return expectationsOf(mixedWith ? [turf, mixedWith] : [turf], { exposure, moisture }, drainage).map((e) => (
    <p key={e.code} role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-2">
      {expectationWords(e)}
    </p>
  ));
}
