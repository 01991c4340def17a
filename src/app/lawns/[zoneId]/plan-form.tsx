'use client';
import { Link } from '@/ui/link';
import { parseDay, showDay } from '@/core/calendar/day';
import { areaOf } from '@/core/gates/gate';
import { nextOpen, type Window } from '@/core/gates/window';
import { isGranule } from '@/core/products/label';
import type { applicationsOf } from '@/core/season/plan';
import { isSplit, SPLITS, type Split } from '@/core/season/split';
import { showAmount, showArea, showRate, significant, showPercent } from '@/core/units/format';
import type { Issue } from '@/core/units/parse';
import { amountFor, isRateUnit, rateIn, RATE_UNITS, type RateUnit } from '@/core/units/rate';
import { L_PER_GAL } from '@/core/units/trade';
import { SQUARE_METRES_PER_HECTARE } from '@/core/units/quantity';
import { WEEDS, isWeed } from '@/core/weeds/weeds';
import type { StoredPlan } from '@/data/plans';
import type { Overtaken, Refusal } from '@/server/outcome';
import type { ZoneSheet } from '@/server/season';
import { Figure } from '@/ui/figure';
import { Labelled } from '@/ui/labelled';
import { BothVersions } from '../../both-versions';
import { RefusalWords } from '../../refusal-words';
import { windowWords } from '@/ui/words';
import { Advice } from './advice';
import { daysFor, type Draft } from './plan-draft';
import { PlanMore, withProduct } from './plan-more';

export type SaveState =
  | Readonly<{ kind: 'none' }>
  | Readonly<{ kind: 'saved' }>
  | Readonly<{ kind: 'refused'; refusal: Refusal | Overtaken<StoredPlan> }>;

type Props = Readonly<{
  sheet: ZoneSheet;
  draft: Draft;
  issues: readonly Issue[];
  applications: ReturnType<typeof applicationsOf>;
  windows: readonly Window[];
  chosen: number;
  isChanged: boolean;
  /** somebody else has saved another plan since this one was begun */
  isOvertaken: boolean;
  isSaving: boolean;
  save: SaveState;
  mayPlan: boolean;
  mayRecord: boolean;
  onChange: (draft: Draft) => void;
  onChoose: (part: number) => void;
  onSave: () => void;
  /** saves over the version that is given */
  onSaveOver: (version: number) => void;
  onTakeTheirs: () => void;
}>;

/** Product, rate, split and days; under them each part with its amounts and its window, and the next thing to do. */
export function PlanForm(props: Props) {
  const { sheet, draft, issues, applications, chosen, isChanged, isSaving, save, mayPlan, onChange, onSave } =
    props;
  const { labels, plan: stored } = sheet;
  const doneParts = stored?.parts.filter((p) => p.recordId !== null).length ?? 0;
  const isFixed = !mayPlan || doneParts > 0;
  const issueOf = (field: string) => issues.find((i) => i.field === field);
  const label = labels.now.find((l) => l.id === draft.productId);
  const units = (Object.keys(RATE_UNITS) as RateUnit[]).filter(
    (u) => label && RATE_UNITS[u].by === RATE_UNITS[label.rateUnit].by && !u.startsWith('gal/1000'),
  );

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onSave();
      }}
    >
      <h2 className="text-[20px]">{stored ? 'Plan' : 'No plan yet: a proposal'}</h2>
      <div className="mt-2 grid gap-1.5">
        <Labelled name="Product" hint={doneParts ? 'fixed: a part is done' : null}>
          {(field) => (
            <select
              {...field}
              disabled={isFixed}
              value={draft.productId}
              onChange={(e) => {
                const next = labels.now.find((l) => l.id === e.target.value);
                if (next) onChange(withProduct(draft, next, sheet));
              }}
            >
              {labels.now.map((l) => (
                <option key={l.id} value={l.id}>
                  {l.name}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <Advice
          sheet={sheet}
          draft={draft}
          day={applications.find((a) => a.part === chosen)?.plannedOn ?? sheet.today}
          onChoose={(id) => {
            const next = labels.now.find((l) => l.id === id);
            if (next) onChange(withProduct(draft, next, sheet));
          }}
        />
        <PlanMore {...{ sheet, draft, label, isFixed, mayPlan, issueOf, onChange }} />
        <div className="contents">
          <Labelled beside name="Season's rate" issue={issueOf('Rate')}>
            {(field) => (
              <input
                {...field}
                inputMode="decimal"
                disabled={!mayPlan}
                value={draft.total}
                onChange={(e) => onChange({ ...draft, total: e.target.value })}
              />
            )}
          </Labelled>
          <Labelled beside name="Unit">
            {(field) => (
              <select
                {...field}
                disabled={!mayPlan}
                value={draft.unit}
                onChange={(e) => isRateUnit(e.target.value) && onChange({ ...draft, unit: e.target.value })}
              >
                {units.map((u) => (
                  <option key={u} value={u}>
                    {RATE_UNITS[u].words}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
        </div>
        <Labelled beside name="Split">
          {(field) => (
            <select
              {...field}
              disabled={isFixed}
              value={draft.split}
              onChange={(e) =>
                isSplit(e.target.value) &&
                onChange({
                  ...draft,
                  split: e.target.value,
                  days: daysFor(e.target.value, draft.days, sheet),
                })
              }
            >
              {(Object.keys(SPLITS) as Split[]).map((s) => (
                <option key={s} value={s}>
                  {SPLITS[s].words}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        {SPLITS[draft.split].shares.map((_, i) => {
          const isDone = stored?.parts[i]?.recordId != null;
          return isDone ? null : (
            <Labelled
              beside
              key={i}
              name={SPLITS[draft.split].shares.length > 1 ? `Day of part ${i + 1}` : 'Day'}
              issue={issueOf(`Day of part ${i + 1}`)}
            >
              {(field) => (
                <input
                  {...field}
                  type="date"
                  disabled={!mayPlan}
                  value={draft.days[i] ?? ''}
                  onChange={(e) =>
                    onChange({ ...draft, days: draft.days.map((d, k) => (k === i ? e.target.value : d)) })
                  }
                />
              )}
            </Labelled>
          );
        })}
      </div>

      <div className="mt-4 grid gap-3">
        {applications.map((a) => (
          <Part key={a.part} {...props} application={a} isChosen={a.part === chosen} />
        ))}
      </div>

      <div aria-live="polite">
        {props.isOvertaken && save.kind !== 'refused' && (
          <p className="mt-3 border-l-4 border-straw px-3 py-1">
            {stored?.changedBy ?? 'Somebody'} has saved another plan since you began. Yours stands in the
            fields; saving shows you both first.
          </p>
        )}
        {save.kind === 'refused' && <Refused {...props} refusal={save.refusal} />}
        {save.kind === 'saved' && !isChanged && <p className="mt-3 font-semibold text-moss">Plan saved.</p>}
      </div>
      {mayPlan && (isChanged || !stored) && (
        <button className="button button-loud mt-3 w-full" disabled={isSaving || issues.length > 0}>
          {isSaving ? 'Saving…' : stored ? 'Save the changed plan' : 'Save this plan'}
        </button>
      )}
    </form>
  );
}

function Part({
  sheet,
  application: a,
  windows,
  isChosen,
  isChanged,
  mayRecord,
  onChoose,
}: Props & Readonly<{ application: Props['applications'][number]; isChosen: boolean }>) {
  const { zone, today, house, records, plan: stored } = sheet;
  const all = windows[a.part - 1]?.all ?? [];
  const record = records.find((r) => r.id === a.recordId);
  const open = nextOpen(all, today);
  const ajar = nextOpen(all, today, 'ajar');
  const area = areaOf(a, zone);
  const water = (house.carrier * area) / SQUARE_METRES_PER_HECTARE / L_PER_GAL;
  const isReady = stored !== null && !isChanged;
  const mayGo = open?.from === today || ajar?.from === today;
  return (
    <section className={`border-l-4 pl-3 ${isChosen ? 'border-moss' : 'border-hair'}`}>
      <button
        type="button"
        className="flex min-h-[44px] w-full items-center justify-between text-left font-cond text-[19px] font-semibold"
        aria-pressed={isChosen}
        onClick={() => onChoose(a.part)}
      >
        <span>{a.of > 1 ? `Part ${a.part} of ${a.of}` : 'Application'}</span>
        <span className="text-[16px] font-medium text-steel">
          {record ? `done ${showDay(record.appliedOn)}` : `planned ${showDay(a.plannedOn)}`}
        </span>
      </button>
      {record ? (
        <>
          <Figure name="Put down">{`${significant(record.amount, 4)} ${record.amountUnit === 'floz' ? 'fl oz' : record.amountUnit}`}</Figure>
          <Figure name="Rate it came to">{showRate(record.rate, a.label.rateUnit)}</Figure>
          <Link href={`/records/${record.id}`} className="inline-flex min-h-[44px] items-center">
            Open the record
          </Link>
        </>
      ) : (
        <>
          <Figure name="Rate">{showRate(a.rate, a.label.rateUnit)}</Figure>
          <Figure name={a.treated === null ? 'This zone' : `Spots, ${showArea(area)}`}>
            {showAmount(amountFor(a.rate, area), a.label.amountUnit)}
            {a.treated === null && zone.areaError > 0 && ` ± ${showPercent(zone.areaError)}`}
          </Figure>
          {a.partner && (
            <Figure name={`and ${a.partner.label.name.replace(', demo label', '')}`}>
              {showAmount(amountFor(a.partner.rate, area), a.partner.label.amountUnit)}
            </Figure>
          )}
          {!isGranule(a.label) && <Figure name="Water">{`${significant(water)} gal`}</Figure>}
          <Figure name="Window">{windowWords(all, today)}</Figure>
          {isReady && isChosen && (
            <div className="mt-2 flex gap-2">
              <Link href={`/lawns/${zone.id}/mix/${a.part}`} className="button grow">
                Mix card
              </Link>
              {mayRecord && (
                <Link
                  href={`/lawns/${zone.id}/record/${a.part}`}
                  className={`button grow ${mayGo ? 'button-loud' : ''}`}
                >
                  Record it
                </Link>
              )}
            </div>
          )}
        </>
      )}
    </section>
  );
}

/** Why the plan was not saved; where somebody else was first, both plans side by side. */
function Refused({
  refusal,
  draft,
  sheet,
  onSaveOver,
  onTakeTheirs,
}: Props & Readonly<{ refusal: Refusal | Overtaken<StoredPlan> }>) {
  if (refusal.kind !== 'changed-by-other')
    return <RefusalWords refusal={refusal} here={`/lawns/${sheet.zone.id}`} />;
  const { theirs } = refusal;
  const nameOf = (id: string) => sheet.labels.now.find((l) => l.id === id)?.name ?? '';
  const unless = (text: string, none: string) => (text === '' ? none : text);
  const withWhat = (name: string, rate: string, unit: RateUnit) =>
    `${name}, ${rate} ${RATE_UNITS[unit].words}`;
  const mine = draft.partner;
  const other = theirs.partner;
  const rows = [
    ['Product', nameOf(draft.productId), theirs.label.name],
    ['Use', draft.use, theirs.use],
    [
      'Target',
      isWeed(draft.target) ? WEEDS[draft.target].name : 'none',
      theirs.target ? WEEDS[theirs.target].name : 'none',
    ],
    [
      'Area',
      draft.use === 'spot' && draft.treated ? `${draft.treated} sq ft` : 'whole zone',
      theirs.treated === null ? 'whole zone' : showArea(theirs.treated),
    ],
    ['Put down with', unless(draft.method, 'what fits'), theirs.method ?? 'what fits'],
    [
      'Together with',
      mine ? withWhat(nameOf(mine.productId), mine.rate, mine.unit) : 'nothing',
      other
        ? withWhat(
            other.label.name,
            significant(rateIn(other.rate, other.label.rateUnit) ?? 0, 4),
            other.label.rateUnit,
          )
        : 'nothing',
    ],
    [
      'Rate',
      `${draft.total} ${RATE_UNITS[draft.unit].words}`,
      `${significant(theirs.typed.total, 4)} ${RATE_UNITS[theirs.typed.unit].words}`,
    ],
    ['Split', SPLITS[draft.split].words, SPLITS[theirs.split].words],
    ['Days', draft.days.map(dayWords).join(', '), theirs.parts.map((p) => showDay(p.plannedOn)).join(', ')],
  ] as const;
  return (
    <BothVersions
      by={refusal.by}
      what="this plan"
      rows={rows}
      onTakeTheirs={onTakeTheirs}
      onSaveMine={() => onSaveOver(theirs.version)}
    />
  );
}

/** A day as it stands in its field; what is no day as it was typed. */
const dayWords = (typed: string): string => {
  const day = parseDay(typed);
  return day === null ? typed : showDay(day);
};
