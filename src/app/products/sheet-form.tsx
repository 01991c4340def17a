'use client';
import { useShows } from '@/ui/units';
import type { Issue } from '@/core/units/issue';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { EMPTY_SHEET, isTyped, type LabelSheet } from '@/core/products/sheet';
import type { SheetVersion } from '@/data/products';
import type { Outcome, Overtaken } from '@/server/entry/outcome';
import type { SaveSheetInput } from '@/server/products/products';
import { BothVersions, differences } from '../both-versions';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { useKept } from '../use-kept';
import { SheetDirections } from './sheet-directions';
import { SheetIssues } from './sheet-fields';
import { SheetFront } from './sheet-front';
import { issueSentence } from '@/ui/issue-words';

export type SaveSheet = (
  input: SaveSheetInput,
) => Promise<Outcome<{ productId: string; version: number }, Overtaken<SheetVersion>>>;
/** Under which what is typed is kept on this device. */
export const draftKey = (productId: string | null) => `sheet:${productId ?? 'new'}`;

type Props = Readonly<{
  productId: string | null;
  seen: number;
  first: LabelSheet;
  saveSheetAction: SaveSheet;
}>;

type Kept = Readonly<{ seen: number; sheet: LabelSheet }>;
const isKeptSheet = (v: unknown): v is Kept =>
  typeof v === 'object' &&
  v !== null &&
  'seen' in v &&
  'sheet' in v &&
  typeof v.sheet === 'object' &&
  v.sheet !== null &&
  // fields that came later are not missing from a form: such a draft is left
  Object.keys(EMPTY_SHEET).every((k) => k in (v.sheet as object));

/** A product sheet in the order of a printed label. What is typed is computed at once, and kept when a session ends. */
export function SheetForm({ productId, seen: seenNow, first, saveSheetAction }: Props) {
  const show = useShows();
  const router = useRouter();
  const { run, refusal, say, isSending: isSaving } = useCommand<Overtaken<SheetVersion>>();
  const [{ seen, sheet }, keep, forget, isKept] = useKept<Kept>(
    draftKey(productId),
    { seen: seenNow, sheet: first },
    isKeptSheet,
  );
  const set = (change: Partial<LabelSheet>) => {
    const next = { ...sheet, ...change };
    // a figure that is typed is no longer one that the label does not set
    keep({ seen, sheet: { ...next, none: next.none.filter((key) => !isTyped(next, key)) } });
  };
  const issues: readonly Issue[] = refusal?.kind === 'invalid' ? refusal.issues : [];

  const save = (over: number) =>
    run(saveSheetAction, { productId, seen: over, sheet }, (saved) => {
      forget();
      router.push(`/products/${saved.productId}`);
    });

  return (
    <SheetIssues value={issues}>
      <form
        data-still
        className="mx-auto max-w-4xl pb-24"
        onSubmit={(e) => {
          e.preventDefault();
          save(seen);
        }}
      >
        <SheetFront sheet={sheet} set={set} />
        <SheetDirections sheet={sheet} set={set} />

        <div className="keeps-foot sticky bottom-0 mt-5 border-t-2 border-iron bg-lime py-3">
          {refusal && (
            <div className="mb-2 max-h-[30vh] overflow-y-auto">
              {refusal.kind === 'invalid' ? (
                <div role="alert" className="border-l-4 border-clay bg-paper px-3 py-2">
                  <p className="font-semibold">Nothing was saved, and nothing that you typed is lost:</p>
                  <ul className="text-note">
                    {issues.map((i) => (
                      <li key={JSON.stringify(i)}>
                        <b>{i.field}</b> {issueSentence(i, show)}
                      </li>
                    ))}
                  </ul>
                </div>
              ) : refusal.kind === 'changed-by-other' ? (
                <BothVersions
                  by={refusal.by}
                  what="this label"
                  rows={differences(sheet, refusal.theirs.sheet)}
                  onTakeTheirs={() => {
                    forget();
                    say(null);
                    router.refresh();
                  }}
                  onSaveMine={() => save(refusal.theirs.version)}
                />
              ) : (
                <RefusalWords
                  refusal={refusal}
                  here={productId ? `/products/${productId}/edit` : '/products/new'}
                />
              )}
            </div>
          )}
          <div className="flex flex-wrap gap-2">
            <button className="button button-loud grow" disabled={isSaving}>
              {isSaving ? 'Saving…' : productId ? `Save as version ${seen + 1}` : 'Save this product'}
            </button>
            <Link
              className="button"
              href={productId ? `/products/${productId}` : '/products'}
              onClick={forget}
            >
              {isKept ? 'Throw away what I typed' : 'Leave it as it was'}
            </Link>
          </div>
        </div>
      </form>
    </SheetIssues>
  );
}
