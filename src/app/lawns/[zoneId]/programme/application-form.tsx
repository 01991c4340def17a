'use client';
import dynamic from 'next/dynamic';
import type { Issue } from '@/core/units/issue';
import { useShows } from '@/ui/units';
import { isoDay, parseDay, showDay, showWeekday } from '@/core/calendar/day';
import { areaOf } from '@/core/products/application';
import { isGranule } from '@/core/products/label';
import { isOpen, type PlannedApplication } from '@/core/season/standing';
import { NEW_PRODUCT, typedFrom, type TypedApplication } from '@/core/season/typed-fields';
import { SQUARE_METRES_PER_HECTARE, type Litres } from '@/core/units/quantity';
import { RATE_UNITS, isRateUnit } from '@/core/units/rate';
import type { StoredApplication } from '@/data/programme';
import type { Overtaken, Refusal } from '@/server/entry/outcome';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { plannedWords, shortName } from '@/ui/words';
import { RefusalWords } from '../../../refusal-words';
import type { LawnView } from '../lawn-view';
import { ProductFields } from './product-fields';
import type { LawnDesk } from './use-desk';
import type { ProgrammeEdit } from './use-programme-edit';

const BothVersions = dynamic(() => import('../../../both-versions').then((m) => m.BothVersions), {
  loading: () => null,
});

export type SaveState =
  | Readonly<{ kind: 'none' }>
  | Readonly<{ kind: 'saved'; applications: number }>
  | Readonly<{ kind: 'refused'; refusal: Refusal | Overtaken<StoredApplication> }>;

type Props = Readonly<{
  sheet: LawnView;
  desk: LawnDesk;
  edit: ProgrammeEdit;
  isSaving: boolean;
  save: SaveState;
  mayPlan: boolean;
  mayRecord: boolean;
  onSave: () => void;
  /** saves over the version that is given */
  onSaveOver: (version: number) => void;
  onTakeTheirs: () => void;
}>;

/** One application: its day and window, its products, and the next thing to do with it. */
export function ApplicationForm(props: Props) {
  const { sheet, desk, edit, isSaving, save, mayPlan, onSave } = props;
  const { typed, chosen, shown, issues, isChanged } = edit;
  if (!typed) return null;
  const set = (change: Partial<TypedApplication>) => edit.change({ ...typed, ...change });
  const issueOf = (field: string) =>
    issues.find((i) => i.field === field) ??
    (save.kind === 'refused' && save.refusal.kind === 'invalid'
      ? save.refusal.issues.find((i) => i.field === field)
      : undefined);
  const day = parseDay(typed.plannedOn) ?? sheet.today;
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        onSave();
      }}
    >
      <h2 className="text-row">
        {chosen
          ? `Application of ${showDay(chosen.doneOn ?? chosen.plannedOn)}`
          : sheet.applications.length
            ? 'A new application'
            : 'No programme yet: a proposal'}
      </h2>
      <WhatForAndWhen {...props} typed={typed} issueOf={issueOf} onChange={set} />
      <div className="mt-3 grid gap-4">
        {typed.products.map((p, i) => (
          <ProductFields
            key={`${p.id}${i}`}
            sheet={sheet}
            desk={desk}
            mayPlan={mayPlan}
            issueOf={issueOf}
            day={day}
            product={p}
            index={i}
            count={typed.products.length}
            planned={shown?.products.find((x) => (p.id ? x.id === p.id : x.position === i + 1)) ?? null}
            onChange={(next) => set({ products: typed.products.map((x, k) => (k === i ? next : x)) })}
            onRevise={(revised) =>
              edit.revise((then) => ({
                ...then,
                products: then.products.map((x, k) => (k === i ? revised(x) : x)),
              }))
            }
            onRemove={() => set({ products: typed.products.filter((_, k) => k !== i) })}
          />
        ))}
      </div>
      {mayPlan && chosen?.doneOn == null && (
        <button
          type="button"
          className="button mt-3 w-full py-0 md:min-h-desk"
          onClick={() => set({ products: [...typed.products, NEW_PRODUCT] })}
        >
          Add a product to this visit
        </button>
      )}
      <Next {...props} />
      <Said {...props} />
      {mayPlan && isChanged && (
        <button className="button button-loud mt-3 w-full" disabled={isSaving || issues.length > 0}>
          {isSaving ? 'Saving…' : chosen ? 'Save the changed application' : 'Save this application'}
        </button>
      )}
      {mayPlan && <StepsBack {...props} />}
    </form>
  );
}

/** Its short name, its day, and the days between which it may move. */
function WhatForAndWhen({
  typed,
  edit: { chosen },
  mayPlan,
  issueOf,
  onChange,
}: Props &
  Readonly<{
    typed: TypedApplication;
    issueOf: (field: string) => Issue | undefined;
    onChange: (change: Partial<TypedApplication>) => void;
  }>) {
  const dateField = (key: 'plannedOn' | 'earliest' | 'latest', name: string) => (
    <Labelled beside name={name} issue={issueOf(key)}>
      {(field) => (
        <input
          {...field}
          type="date"
          disabled={!mayPlan || chosen?.doneOn != null}
          value={typed[key]}
          onChange={(e) => onChange({ [key]: e.target.value })}
        />
      )}
    </Labelled>
  );
  return (
    <div className="mt-2 grid gap-1.5">
      <Labelled beside name="What for" hint={typed.purpose ? null : 'a short name, if you like'}>
        {(field) => (
          <input
            {...field}
            maxLength={120}
            disabled={!mayPlan}
            value={typed.purpose}
            onChange={(e) => onChange({ purpose: e.target.value })}
          />
        )}
      </Labelled>
      {dateField('plannedOn', 'Day')}
      <details open={typed.earliest !== '' || typed.latest !== ''}>
        <summary className="flex min-h-touch cursor-pointer items-center text-note underline md:min-h-slim">
          A window of days around it
        </summary>
        <div className="grid gap-1.5">
          {dateField('earliest', 'Not before')}
          {dateField('latest', 'Not after')}
        </div>
      </details>
    </div>
  );
}

/** What became of the last save, and that somebody else saved meanwhile. */
function Said(props: Props) {
  const { edit, save } = props;
  const { chosen, isChanged, isOvertaken } = edit;
  return (
    <div aria-live="polite">
      {isOvertaken && save.kind !== 'refused' && (
        <p className="mt-3 border-l-4 border-straw px-3 py-1">
          {chosen?.changedBy ?? 'Somebody'} has saved another version since you began. Yours stands in the
          fields; saving shows you both first.
        </p>
      )}
      {save.kind === 'refused' && <Refused {...props} refusal={save.refusal} />}
      {save.kind === 'saved' && !isChanged && (
        <p className="mt-3 font-semibold text-moss">
          {save.applications > 1 ? `Saved: ${save.applications} applications.` : 'Application saved.'}
        </p>
      )}
    </div>
  );
}

/** A step of typing taken back or taken again, or all of it given up. */
function StepsBack({ sheet, edit }: Props) {
  const { back, again, chosen, isChanged } = edit;
  return (
    <>
      {(back || again) && (
        <div className="mt-2 flex gap-2">
          <button type="button" className="button flex-1 py-0" disabled={!back} onClick={back ?? undefined}>
            One step back
          </button>
          <button type="button" className="button flex-1 py-0" disabled={!again} onClick={again ?? undefined}>
            Forward again
          </button>
        </div>
      )}
      {isChanged && (sheet.applications.length > 0 || chosen) && (
        <button type="button" className="button mt-2 w-full py-0" onClick={() => edit.showOnFile(null)}>
          {chosen ? 'Undo the change' : 'Do not add it'}
        </button>
      )}
    </>
  );
}

/** Water, window, and the way to the mix card and the record. */
function Next({ sheet, edit, mayRecord }: Props) {
  const show = useShows();
  const { shown, chosen, isChanged, asked } = edit;
  const { zone, carrier, today } = sheet;
  if (!shown) return null;
  const water = sprayedArea(shown, zone) * carrier;
  const records = shown.products.flatMap((p) =>
    p.recordId ? [{ id: p.recordId, name: shortName(p.label) }] : [],
  );
  const state = asked?.window.all.find((s) => s.from <= today && today < s.to)?.verdict.state;
  return (
    <div className="mt-3">
      {water > 0 && (
        <Figure name="Water">{show.volume((water / SQUARE_METRES_PER_HECTARE) as Litres)}</Figure>
      )}
      {asked && <Figure name="Window">{plannedWords(asked.window.all, today, shown.plannedOn)}</Figure>}
      {records.map((r) => (
        <Link key={r.id} href={`/records/${r.id}`} className="flex min-h-touch items-center">
          Open the record of {r.name}
        </Link>
      ))}
      {chosen && !isChanged && isOpen(chosen) && (
        <div className="mt-2 flex gap-2">
          <Link href={`/lawns/${zone.id}/mix/${chosen.id}`} className="button grow">
            Mix card
          </Link>
          {mayRecord && (
            <Link
              href={`/lawns/${zone.id}/record/${chosen.id}`}
              className={`button grow ${state === 'open' || state === 'ajar' ? 'button-loud' : ''}`}
            >
              Record it
            </Link>
          )}
        </div>
      )}
    </div>
  );
}

/** What its tanks still have to cover, m²: products of one tank go over the same ground at once. */
function sprayedArea(shown: PlannedApplication, zone: LawnView['zone']): number {
  const sprayed = shown.products.filter((p) => p.recordId === null && !isGranule(p.label));
  const tanks = new Map(
    sprayed.map((p) => [
      p.tank,
      Math.max(...sprayed.filter((q) => q.tank === p.tank).map((q) => areaOf(q.place, zone))),
    ]),
  );
  return [...tanks.values()].reduce((sum, area) => sum + area, 0);
}

/** Why it was not saved; where somebody else was first, both versions side by side. */
function Refused({
  refusal,
  sheet,
  edit,
  onSaveOver,
  onTakeTheirs,
}: Props & Readonly<{ refusal: Refusal | Overtaken<StoredApplication> }>) {
  if (refusal.kind !== 'changed-by-other')
    return (
      <RefusalWords refusal={refusal} here={`/lawns/${sheet.zone.id}`} shown={shownFields(edit.typed)} />
    );
  const { theirs } = refusal;
  const nameOf = (id: string) => shortName(sheet.shelf.find((l) => l.id === id) ?? { name: '' });
  const words = (a: TypedApplication) => ({
    purpose: a.purpose || 'none',
    day: dayWords(a.plannedOn),
    window: [a.earliest, a.latest].map((d) => (d ? dayWords(d) : 'open')).join(' to '),
    products: a.products
      .map((p) =>
        [
          `${nameOf(p.productId)}, ${p.rate} ${isRateUnit(p.unit) ? RATE_UNITS[p.unit].words : p.unit}, ${p.use}`,
          p.targets.length ? `for ${p.targets.join(', ')}` : '',
          p.place === 'zone' ? '' : `${p.place} ${p.area || `${p.length} × ${p.width}`} ${p.ground}`.trim(),
          p.method,
          `tank ${p.tank}`,
        ]
          .filter(Boolean)
          .join(', '),
      )
      .join('; '),
  });
  const mine = words(edit.typed!);
  const other = words(typedFrom(theirs));
  const rows = [
    ['What for', mine.purpose, other.purpose],
    ['Day', mine.day, other.day],
    ['Window', mine.window, other.window],
    ['Products', mine.products, other.products],
    ['Skipped', 'no', theirs.skipped ? `yes: ${theirs.skipped.why}` : 'no'],
  ] as const;
  return (
    <BothVersions
      by={refusal.by}
      what="this application"
      rows={rows}
      onTakeTheirs={onTakeTheirs}
      onSaveMine={() => onSaveOver(theirs.version)}
    />
  );
}

/** Fields of the form that show their own issue: what is left is said in the message. */
const shownFields = (typed: TypedApplication | null): string[] => [
  'plannedOn',
  'earliest',
  'latest',
  ...(typed?.products ?? []).flatMap((_, i) =>
    ['productId', 'use', 'unit', 'rate', 'area', 'length', 'width', 'shares', 'shots'].map(
      (f) => `products.${i}.${f}`,
    ),
  ),
];

/** A day as it stands in its field; what is no day as it was typed. */
const dayWords = (text: string): string => {
  const day = parseDay(text);
  return day === null ? text : `${showWeekday(day)} ${isoDay(day).slice(0, 4)}`;
};
