'use client';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState, useTransition } from 'react';
import { addDays, dayOf, isoDay, showDay, showWeekday, yearOf, type Day } from '@/core/calendar/day';
import { nextOpen, windowOf } from '@/core/gates/window';
import { applicationsOf, contextOf, nextPart, restOfYear } from '@/core/season/plan';
import { figure, showArea, significant } from '@/core/units/format';
import { rateIn, rateLike } from '@/core/units/rate';
import { toSquareFeet } from '@/core/units/trade';
import type { LiftInput } from '@/server/lift-latch';
import type { FindingInput } from '@/server/note-finding';
import type { Outcome, Overtaken } from '@/server/outcome';
import type { PlanInput } from '@/server/save-plan';
import type { ZoneSheet } from '@/server/season';
import type { StoredPlan } from '@/data/plans';
import { useKeys } from '@/ui/keys';
import { SoilChart } from '@/ui/soil-chart';
import { WeatherNews } from '@/ui/weather-news';
import { expectationWords, plural, windowWords } from '@/ui/words';
import { YearRail, type RailMark } from '@/ui/year-rail';
import { send } from '../../send';
import { Limits } from './limits';
import { Findings } from './findings';
import { FENCE_DAYS, GateFence, type TakenUp } from './gate-fence';
import { daysFor, firstDraft, readDraft, type Draft } from './plan-draft';
import { PlanForm, type SaveState } from './plan-form';
import { withProduct } from './plan-more';

type Props = Readonly<{
  sheet: ZoneSheet;
  wishedPart: number | null;
  mayPlan: boolean;
  mayRecord: boolean;
  savePlanAction: (input: PlanInput) => Promise<Outcome<{ version: number }, Overtaken<StoredPlan>>>;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
}>;

type Edited = Readonly<{ draft: Draft; seen: number }>;

/** Days of the past that a fence shows before an opening far ahead. */
const RUN_UP = 5;

/** One zone: the year, the soil, the gates of its next application, and the plan. A change of plan is computed at once. */
export function LawnSheet({
  sheet,
  wishedPart,
  mayPlan,
  mayRecord,
  savePlanAction,
  liftLatchAction,
  noteFindingAction,
}: Props) {
  const { today, zone, outlook, plan: stored, siblings, news, outlookRefusal } = sheet;
  const router = useRouter();
  const onFile = useMemo(() => firstDraft(sheet), [sheet]);
  /**
   * What is being edited, and over which version of the plan; null: nothing, the plan on file is shown. A screen that is
   * drawn anew while somebody types must not take what others saved meanwhile for what this person saw.
   */
  const [edited, setEdited] = useState<Edited | null>(null);
  const draft = edited?.draft ?? onFile;
  const version = stored?.version ?? 0;
  const seen = edited?.seen ?? version;
  const keptKey = `plan:${zone.id}`;
  useEffect(() => {
    const kept = localStorage.getItem(keptKey);
    if (!kept) return;
    localStorage.removeItem(keptKey);
    // read after the first paint: the server cannot know it
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setEdited(JSON.parse(kept) as Edited);
  }, [keptKey]);
  const [part, setPart] = useState(() => wishedPart ?? (stored && nextPart(stored)?.part) ?? 1);
  const [moved, setMoved] = useState<Day | null>(null);
  const [save, setSave] = useState<SaveState>({ kind: 'none' });
  const [isSaving, startSaving] = useTransition();

  const read = useMemo(() => (draft ? readDraft(draft, sheet) : null), [draft, sheet]);
  // while a field is wrong the gates go on showing the plan on file
  const plan = read?.plan ?? stored;
  const applications = useMemo(() => (plan ? applicationsOf(plan) : []), [plan]);
  const contexts = useMemo(
    () => (plan ? applications.map((a) => contextOf(plan, a.part, sheet.facts)) : []),
    [plan, applications, sheet.facts],
  );
  const windows = useMemo(() => {
    performance.mark('gates-asked');
    const asked = contexts.map((c) => windowOf(c, restOfYear(today)));
    performance.measure('gates', 'gates-asked');
    return asked;
  }, [contexts, today]);
  const chosen = Math.min(Math.max(part, 1), Math.max(applications.length, 1));
  const application = applications[chosen - 1];
  const window = windows[chosen - 1];

  const choose = (p: number) => {
    setPart(p);
    setMoved(null);
  };
  const change = (next: Draft) => {
    setEdited({ draft: next, seen });
    setSave({ kind: 'none' });
  };
  /** An answer of "what would open it?" becomes an edit of the plan, which is saved like any other. */
  const takeUp = ({ productId, rate, split, day, treated }: TakenUp) => {
    if (!draft) return;
    const other = sheet.labels.now.find((l) => l.id === productId);
    const base = other ? withProduct(draft, other, sheet) : draft;
    const typed = rate && rateIn(rateLike(rate, rate.perKind), base.unit);
    const next = split ?? base.split;
    const days = base.days.map((d, i) => (day !== undefined && i === chosen - 1 ? isoDay(day) : d));
    change({
      ...base,
      ...(typed ? { total: significant(typed, 4).replace(/,/g, '') } : {}),
      ...(treated === undefined ? {} : { treated: String(Math.floor(toSquareFeet(treated) + 1e-6)) }),
      split: next,
      days: daysFor(next, days, sheet),
    });
  };
  const isChanged =
    edited !== null && (stored === null || JSON.stringify(edited.draft) !== JSON.stringify(onFile));

  const showOnFile = () =>
    startSaving(() => {
      setEdited(null);
      setSave({ kind: 'none' });
      router.refresh();
    });
  const savePlan = (over: number) => {
    if (!draft || !read?.plan || !mayPlan) return;
    startSaving(async () => {
      const outcome = await send(savePlanAction, { zoneId: zone.id, seen: over, ...draft });
      if (outcome.ok) {
        showOnFile();
        setSave({ kind: 'saved' });
      } else {
        // signing in again leaves this page: what was typed is here when it comes back
        if (outcome.refusal.kind === 'signed-out')
          localStorage.setItem(keptKey, JSON.stringify({ draft, seen } satisfies Edited));
        setSave({ kind: 'refused', refusal: outcome.refusal });
      }
    });
  };

  const from = moved ?? fenceStart(window, today);
  const view = { from, to: addDays(from, FENCE_DAYS) };
  const lastStart = addDays(dayOf(yearOf(today) + 1, 1, 1), -FENCE_DAYS);
  const move = (to: Day) => setMoved(Math.min(Math.max(to, today), lastStart) as Day);
  const isSaved = stored !== null && !isChanged;
  const goTo = (what: 'mix' | 'record') => () =>
    isSaved && application?.recordId === null && router.push(`/lawns/${zone.id}/${what}/${chosen}`);

  useKeys({
    ...Object.fromEntries(applications.map((a) => [String(a.part), () => choose(a.part)])),
    '[': () => move(addDays(from, -20)),
    ']': () => move(addDays(from, 20)),
    s: () => savePlan(seen),
    m: goTo('mix'),
    e: goTo('record'),
    o: () => router.push(`/lawns/${zone.id}/soil`),
    p: () => mayRecord && router.push(`/lawns/${zone.id}/reading`),
  });

  const marks: RailMark[] = applications.map((a) => ({
    day: sheet.records.find((r) => r.id === a.recordId)?.appliedOn ?? a.plannedOn,
    done: a.recordId !== null,
    label: `Part ${a.part} of ${a.of}, ${a.recordId === null ? 'planned' : 'done'}`,
  }));

  return (
    <>
      {outlook && (
        <YearRail
          outlook={outlook}
          today={today}
          marks={marks}
          signs={sheet.signs}
          view={view}
          onMove={move}
        />
      )}
      <div className="grid grid-cols-1 lg:grid-cols-[minmax(0,1fr)_350px]">
        <section className="px-4 pb-6 pt-4 md:px-5">
          <div className="flex flex-wrap items-center gap-x-6">
            <h1 className="text-[26px]">
              {zone.address} · {zone.name}
            </h1>
            {siblings.length > 1 && (
              <nav aria-label="Zones of this lawn" className="flex gap-2">
                {siblings.map((s) => (
                  <Link
                    key={s.id}
                    href={`/lawns/${s.id}`}
                    aria-current={s.id === zone.id ? 'page' : undefined}
                    className={`inline-flex min-h-[44px] items-center border-b-4 px-3 font-cond text-lg no-underline md:min-h-[36px] ${s.id === zone.id ? 'border-moss font-semibold' : 'border-transparent'}`}
                  >
                    {s.name}
                  </Link>
                ))}
              </nav>
            )}
          </div>
          <p className="text-steel">
            {zone.customer} · {zone.facts.turf}
            {zone.facts.mixedWith && ` with ${zone.facts.mixedWith}`} · {showArea(zone.area)}
            {zone.excluded > 0 && ` of ${showArea(zone.whole)}`} ± {figure(zone.areaError * 100)} % ·{' '}
            {zone.site.texture}, {zone.site.moisture}, {zone.site.exposure}
            {zone.site.besidePavement && ', beside pavement'}
            {zone.facts.irrigationPerHour !== null && ' · irrigation'}
            {zone.facts.seedingOn !== null && ` · seeding ${showDay(zone.facts.seedingOn)}`}
          </p>
          {zone.notes && <p className="mt-1">{zone.notes}</p>}
          {zone.hazards && (
            <p className="mt-1 border-l-4 border-clay pl-2">
              <b className="font-cond">At the stop:</b> {zone.hazards}
            </p>
          )}
          {wishWords(zone) && (
            <p className="mt-1 border-l-4 border-straw pl-2">
              <b className="font-cond">The customer wishes:</b> {wishWords(zone)}
            </p>
          )}
          {zone.expectations.map((e) => (
            <p key={e.code} className="mt-1 border-l-4 border-straw pl-2 text-[15px]">
              {expectationWords(e)}
            </p>
          ))}
          <nav aria-label="More of this lawn" className="mt-2 flex flex-wrap gap-2">
            <Link href={`/lawns/${zone.id}/soil`} className="button py-0 md:min-h-[38px]">
              Soil
            </Link>
            {mayRecord && (
              <Link href={`/lawns/${zone.id}/reading`} className="button py-0 md:min-h-[38px]">
                Take a reading
              </Link>
            )}
            <Link href={`/lawns/${zone.id}/sheet`} className="button py-0 md:min-h-[38px]">
              Lawn sheet
            </Link>
            {mayPlan && (
              <Link href={`/lawns/new?beside=${zone.id}`} className="button py-0 md:min-h-[38px]">
                Add a zone
              </Link>
            )}
          </nav>
          <div className="mt-2 grid gap-2">
            {news && <WeatherNews {...news} today={today} />}
            {outlookRefusal && (
              <p role="status" className="border-l-4 border-straw bg-paper px-3 py-2">
                {outlookRefusal.kind === 'too-few-years'
                  ? `No outlook: ${plural(outlookRefusal.have, 'whole year')} of weather on file, ${outlookRefusal.need} are needed for honest odds.`
                  : 'No outlook: the weather on file has a gap before today.'}
              </p>
            )}
          </div>

          {window && application && plan && (
            <>
              <h2 className="mt-3 text-[19px]">
                {plan.label.name}
                {application.of > 1 && `, part ${application.part} of ${application.of}`}:{' '}
                {application.recordId === null ? windowWords(window.all, today) : 'done'}
              </h2>
              <GateFence
                key={chosen}
                {...{ sheet, plan, window, view, isSaved, mayPlan, liftLatchAction }}
                context={contexts[chosen - 1]!}
                onMove={move}
                onTake={takeUp}
              />
            </>
          )}
          {mayRecord && <Findings sheet={sheet} noteFindingAction={noteFindingAction} />}
          {outlook && (
            <>
              <h2 className="mt-4 text-[19px]">Soil temperature of this zone</h2>
              <p className="text-[15px] text-steel">
                Heat conduction in {zone.site.moisture} {zone.site.texture} under {zone.site.exposure}
                {zone.site.besidePavement && ' beside pavement'}, driven by the station&apos;s weather;{' '}
                {outlook.members.length - outlook.generated} past years
                {outlook.generated > 0 && ` and ${outlook.generated} of generated weather`} from today on.{' '}
                {outlook.correction.readings + outlook.correction.neighbours > 0
                  ? `Corrected by ${plural(outlook.correction.readings, 'reading')} here and ${plural(outlook.correction.neighbours, 'other spot')}.`
                  : 'Nothing has been read here yet: a model alone.'}
              </p>
              <SoilChart outlook={outlook} />
            </>
          )}
        </section>
        <aside className="border-t border-hair bg-paper px-4 pb-8 pt-4 lg:border-l lg:border-t-0 lg:px-[18px]">
          {draft && (
            <PlanForm
              sheet={sheet}
              draft={draft}
              issues={read?.issues ?? []}
              applications={applications}
              windows={windows}
              chosen={chosen}
              isChanged={isChanged}
              isOvertaken={isChanged && seen !== version}
              isSaving={isSaving}
              save={save}
              mayPlan={mayPlan}
              mayRecord={mayRecord}
              onChange={change}
              onChoose={choose}
              onSave={() => savePlan(seen)}
              onSaveOver={savePlan}
              onTakeTheirs={showOnFile}
            />
          )}
          {plan && <Limits plan={plan} sheet={sheet} />}
          {plan && (
            <p className="mt-4 text-[14px] text-steel">
              {plan.label.demo && <b>Demo label: not for use. </b>}
              Computed from the label sheet of {plan.label.labelDate}. The printed label is the law, with
              local codes; {showWeekday(today)} is the day of this page.
            </p>
          )}
        </aside>
      </div>
    </>
  );
}

/** Today, or shortly before an opening that lies beyond the fence. */
function fenceStart(window: ReturnType<typeof windowOf> | undefined, today: Day): Day {
  const first = window && (nextOpen(window.all, today, 'ajar')?.from ?? null);
  return first === null || first === undefined || first < today + FENCE_DAYS - RUN_UP
    ? today
    : addDays(first, -RUN_UP);
}

/** What the customer has asked for, in one line; empty: nothing. */
function wishWords({ wishes }: ZoneSheet['zone']): string {
  return [
    wishes.noticeHours !== null && `${plural(wishes.noticeHours, 'hour')} of notice`,
    wishes.organicOnly && 'organic products only',
    wishes.optOut && `nothing of: ${wishes.optOut}`,
  ]
    .filter(Boolean)
    .join('; ');
}
