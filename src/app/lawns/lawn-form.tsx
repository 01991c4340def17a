'use client';
import type { Measure } from '@/core/units/measures';
import type { StationName } from '@/server/lawns/lawn-sheet';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { SCHOOLS } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES } from '@/core/ground/site';
import { SITES, TEXTURES, TURFS } from '@/core/trade/terms';
import { TURF_FACTS } from '@/core/lawn/turf';
import { ASPECTS, DRAINAGES, THATCHES, expectationsOf } from '@/core/lawn/zone';
import type { ZoneOnLawn } from '@/data/lawns';
import type { Outcome, Overtaken } from '@/server/entry/outcome';
import type { LawnInput } from '@/server/lawns/save-lawn';
import { Choice } from '@/ui/choice';
import { Weekdays } from '@/ui/weekdays';
import { StationOptions } from '../station-options';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { TurfPicture } from '@/ui/turf-picture';
import { expectationWords } from '@/ui/words';
import { BothVersions, differences } from '../both-versions';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { useKept } from '../use-kept';
import { AreaPart } from './area-part';
import { draftOf } from './lawn-draft';
import { Seedings } from './seedings';
import { WatersNear } from './waters-near';

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

type KeptLawn = Readonly<{ seen: number; draft: LawnInput }>;
/** What was kept has every field of the form as it is now. */
const isKeptLawn = (v: unknown, like: LawnInput): boolean =>
  typeof v === 'object' &&
  v !== null &&
  'seen' in v &&
  'draft' in v &&
  typeof v.draft === 'object' &&
  v.draft !== null &&
  Object.keys(like).every((k) => k in (v.draft as object));

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
  const seenNow = target.kind === 'there' ? target.seen : 0;
  const [{ seen, draft }, keep, forget, isKept] = useKept<KeptLawn>(
    draftKey,
    { seen: seenNow, draft: first },
    (v): v is KeptLawn => isKeptLawn(v, first),
  );
  const { run, issue: issueFor, refusal, say, isSending: isSaving } = useCommand<Overtaken<ZoneOnLawn>>();
  const change = (part: Partial<LawnInput>) => keep({ seen, draft: { ...draft, ...part } });
  const issueOf = (field: string) => issueFor(field) ?? null;

  const zoneId = target.kind === 'there' ? target.zoneId : null;
  const saved = (id: string) => {
    forget();
    router.push(`/lawns/${id}`);
  };
  const save = (over: number) => {
    if (target.kind === 'there')
      run(saveLawnAction, { ...draft, zoneId: target.zoneId, seen: over }, () => saved(target.zoneId));
    else run(addLawnAction, { ...draft, lawnId: target.lawnId }, (made) => saved(made.zoneId));
  };

  const text = (
    key: TextKey,
    name: string,
    more: { hint?: string; mode?: 'decimal' | 'text'; field?: string } = {},
  ) => (
    <Labelled name={name} issue={issueOf(more.field ?? name)} hint={more.hint ?? null}>
      {(field) => (
        <input
          {...field}
          inputMode={more.mode ?? 'text'}
          value={draft[key]}
          onChange={(e) => change({ [key]: e.target.value })}
        />
      )}
    </Labelled>
  );
  const measured = (key: TextKey, name: string, measure: Measure, hint?: string) => (
    <MeasureField
      name={name}
      measure={measure}
      issue={issueOf(name)}
      hint={hint ?? null}
      value={draft[key]}
      onChange={(value) => change({ [key]: value })}
    />
  );
  const long = (key: TextKey, name: string, hint?: string) => (
    <Labelled name={name} hint={hint ?? null}>
      {(field) => (
        <textarea
          {...field}
          rows={2}
          value={draft[key]}
          onChange={(e) => change({ [key]: e.target.value })}
        />
      )}
    </Labelled>
  );
  const facts = TURF_FACTS[draft.turf];
  const expectations = expectationsOf(
    draft.mixedWith ? [draft.turf, draft.mixedWith] : [draft.turf],
    draft,
    draft.drainage,
  );

  return (
    <form
      data-still
      className="mx-auto max-w-[1180px] px-4 pb-10 pt-4"
      onSubmit={(e) => {
        e.preventDefault();
        save(seen);
      }}
    >
      <h1 className="text-page">{title}</h1>
      {isKept && (
        <p className="text-note text-steel">
          Typed and not saved yet; it is kept on this device.{' '}
          <button
            type="button"
            className="min-h-touch underline"
            onClick={() => {
              forget();
              say(null);
            }}
          >
            Back to what is on file
          </button>
        </p>
      )}
      {expectations.map((e) => (
        <p key={e.code} role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-2">
          {expectationWords(e)}
        </p>
      ))}
      <fieldset disabled={!mayPlan} className="contents">
        <Part name="Whose and where">
          <div className="grid grid-cols-1 gap-3 md:grid-cols-3">
            {text('customer', 'Customer')}
            {text('address', 'Address')}
            {text('name', 'Zone', { hint: 'What gets one treatment: one turf, one exposure.' })}
          </div>
        </Part>
        <Part name="Turf">
          <div className="grid grid-cols-1 gap-3 md:grid-cols-[1fr_1fr_1.4fr]">
            <Labelled name="Turf">
              {(field) => (
                <select
                  {...field}
                  value={draft.turf}
                  onChange={(e) => change({ turf: TURFS.find((t) => t === e.target.value) ?? draft.turf })}
                >
                  {TURFS.map((t) => (
                    <option key={t}>{t}</option>
                  ))}
                </select>
              )}
            </Labelled>
            <Labelled
              name="Mixed with"
              issue={issueOf('Mixed with')}
              hint="A mix takes the stricter of both."
            >
              {(field) => (
                <select
                  {...field}
                  value={draft.mixedWith ?? ''}
                  onChange={(e) => change({ mixedWith: TURFS.find((t) => t === e.target.value) ?? null })}
                >
                  <option value="">nothing else</option>
                  {TURFS.map((t) => (
                    <option key={t}>{t}</option>
                  ))}
                </select>
              )}
            </Labelled>
            <p className="flex items-center gap-3 text-note">
              <TurfPicture facts={facts} />
              <span>
                {facts.look}.{' '}
                {facts.season === 'cool' ? 'Cool season: slows in summer.' : 'Warm season: sleeps in winter.'}
              </span>
            </p>
          </div>
          <details className="mt-2">
            <summary className="min-h-touch cursor-pointer py-2 font-cond text-lead">
              Not sure? See all twelve
            </summary>
            <ul className="grid grid-cols-1 gap-2 sm:grid-cols-2 lg:grid-cols-3">
              {TURFS.map((t) => (
                <li key={t}>
                  <button
                    type="button"
                    aria-pressed={t === draft.turf}
                    onClick={() => change({ turf: t })}
                    className={`flex min-h-glove w-full items-center gap-3 border-2 px-2 text-left ${t === draft.turf ? 'border-moss' : 'border-hair'} bg-paper`}
                  >
                    <TurfPicture facts={TURF_FACTS[t]} />
                    <span className="text-fine leading-tight">
                      <b className="font-cond text-lead">{t}</b>
                      <br />
                      {TURF_FACTS[t].look}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </details>
        </Part>
        <Part name="Area and trees">
          <AreaPart draft={draft} onChange={change} issueOf={issueOf} />
        </Part>
        <Part name="Soil and sun">
          <div className="grid grid-cols-1 gap-3 md:grid-cols-2">
            <Choice
              name="Soil"
              options={TEXTURES}
              value={draft.texture}
              onChange={(texture) => change({ texture })}
            />
            <Choice
              name="Moisture"
              options={MOISTURES}
              value={draft.moisture}
              onChange={(moisture) => change({ moisture })}
            />
            <Choice
              name="Sun"
              options={EXPOSURES}
              value={draft.exposure}
              onChange={(exposure) => change({ exposure })}
            />
            <Choice
              name="Drainage"
              options={DRAINAGES}
              value={draft.drainage}
              onChange={(drainage) => change({ drainage })}
              words={(d) => (d === 'ponds' ? 'water stands' : d)}
            />
            <Choice
              name="Is it a strip along pavement?"
              options={['no', 'yes'] as const}
              value={draft.besidePavement ? 'yes' : 'no'}
              onChange={(v) => change({ besidePavement: v === 'yes' })}
            />
            <div className="grid grid-cols-2 gap-3">
              {text('slopePercent', 'Slope, %', { mode: 'decimal', field: 'Slope' })}
              <Labelled name="Faces">
                {(field) => (
                  <select
                    {...field}
                    value={draft.aspect ?? ''}
                    onChange={(e) => change({ aspect: ASPECTS.find((a) => a === e.target.value) ?? null })}
                  >
                    <option value="">level</option>
                    {ASPECTS.map((a) => (
                      <option key={a}>{a}</option>
                    ))}
                  </select>
                )}
              </Labelled>
            </div>
          </div>
        </Part>
        <Part name="Edges and water">
          <div className="grid grid-cols-2 gap-3 md:grid-cols-4">
            {measured(
              'concreteEdgeFt',
              'Edge along concrete',
              'length',
              'The strip that a careless edge misses.',
            )}
            {measured('bedEdgeFt', 'Edge along beds', 'length', 'No overspray here.')}
            <Labelled name="The ground is" hint="Labels set limits by it.">
              {(field) => (
                <select
                  {...field}
                  value={draft.grounds ?? ''}
                  onChange={(e) => change({ grounds: SITES.find((g) => g === e.target.value) ?? null })}
                >
                  <option value="">not said</option>
                  {SITES.map((g) => (
                    <option key={g}>{g}</option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
          <WatersNear waters={draft.waters} onChange={(waters) => change({ waters })} issueOf={issueOf} />
        </Part>
        <Part name="Care">
          <div className="grid grid-cols-1 gap-3 md:grid-cols-3">
            {measured('irrigation', 'Irrigation', 'waterRate', 'Empty: none, or a hose.')}
            <Choice
              name="Thatch and dead leaf"
              options={THATCHES}
              value={draft.thatch}
              onChange={(thatch) => change({ thatch })}
            />
            {long('weedHistory', 'Weeds of past years')}
            {long('thinSpots', 'Thin or shaded spots')}
            <Labelled name="This lawn goes by" hint="When its line counts as crossed.">
              {(field) => (
                <select
                  {...field}
                  value={draft.school ?? ''}
                  onChange={(e) => change({ school: SCHOOLS.find((s) => s === e.target.value) ?? null })}
                >
                  <option value="">the house rule: {houseSchool}</option>
                  {SCHOOLS.map((s) => (
                    <option key={s}>{s}</option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
          <Seedings
            seedings={draft.seedings}
            onChange={(seedings) => change({ seedings })}
            issueOf={issueOf}
          />
        </Part>
        <Part name="At the stop, and what the customer wishes">
          <div className="grid grid-cols-1 gap-3 md:grid-cols-2">
            {long('hazards', 'Hazards', 'Dog, low lights, ornaments, artificial turf that gets nothing.')}
            {long('notes', 'Notes', 'Gate, hose, whom to ring.')}
            {long('optOut', 'Not to be used here', 'What the customer has opted out of.')}
            <div className="grid grid-cols-2 gap-3">
              {text('noticeHours', 'Notice before a visit, hours', { mode: 'decimal', field: 'Notice' })}
              <Choice
                name="Organic only"
                options={['no', 'yes'] as const}
                value={draft.organicOnly ? 'yes' : 'no'}
                onChange={(v) => change({ organicOnly: v === 'yes' })}
              />
              <Weekdays
                name="Mown by others on"
                value={draft.mownOn}
                onChange={(mownOn) => change({ mownOn })}
              />
              <Weekdays
                name="Watered on"
                value={draft.wateredOn}
                onChange={(wateredOn) => change({ wateredOn })}
              />
              {text('email', 'Mail of the customer', { field: 'Mail' })}
              {text('visitPrice', 'Price of a visit, USD', { mode: 'decimal', field: 'Price of a visit' })}
              {text('latitude', 'Latitude, °', { mode: 'decimal', field: 'Latitude' })}
              {text('longitude', 'Longitude, °', { mode: 'decimal', field: 'Longitude' })}
              <MeasureField
                name="Height above the sea"
                measure="length"
                issue={issueOf('Height')}
                value={draft.elevationFt}
                onChange={(elevationFt) => change({ elevationFt })}
              />
              <Labelled name="Weather station" issue={issueOf('Weather station')}>
                {(f) => (
                  <select
                    {...f}
                    value={draft.stationId}
                    onChange={(e) => change({ stationId: e.target.value })}
                  >
                    <option value="">the nearest, by distance and height</option>
                    <StationOptions stations={stations} />
                  </select>
                )}
              </Labelled>
            </div>
          </div>
        </Part>
      </fieldset>
      <div aria-live="assertive">
        {refusal?.kind === 'changed-by-other' ? (
          <BothVersions
            by="Somebody else"
            what="this sheet"
            rows={differences(draft, draftOf(refusal.theirs))}
            onTakeTheirs={() => {
              forget();
              say(null);
              router.refresh();
            }}
            onSaveMine={() => save(refusal.theirs.version)}
          />
        ) : (
          refusal && <RefusalWords refusal={refusal} here={here} />
        )}
      </div>
      {mayPlan ? (
        <div className="mt-5 flex flex-wrap gap-3">
          <button className="button button-loud grow md:grow-0" disabled={isSaving}>
            {isSaving ? 'Saving…' : 'Save this sheet'}
          </button>
          {zoneId && (
            <Link href={`/lawns/${zoneId}`} className="button">
              Back to the lawn
            </Link>
          )}
        </div>
      ) : (
        <p className="mt-4 text-steel">Your role may look and not change the sheet.</p>
      )}
    </form>
  );
}

type TextKey = {
  [K in keyof LawnInput]: LawnInput[K] extends string ? (string extends LawnInput[K] ? K : never) : never;
}[keyof LawnInput];

function Part({ name, children }: Readonly<{ name: string; children: React.ReactNode }>) {
  return (
    <section className="mt-5">
      <h2 className="mb-2 border-b-2 border-iron text-row">{name}</h2>
      {children}
    </section>
  );
}
