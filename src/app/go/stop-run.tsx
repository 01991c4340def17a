'use client';
import { useEffect, useState, type ReactNode } from 'react';
import { checkNow } from '@/core/stop/seen-now';
import type { BundleProduct, BundleStop, BundleZone, StopBundle } from '@/core/stop/bundle';
import {
  STEPS,
  amountsByLevel,
  askedProduct,
  labelOf,
  lacksOf,
  offPlanIn,
  seenIn,
  type Run,
  type Step,
  type ZoneRun,
} from '@/core/stop/run';
import { isGranule } from '@/core/products/label';
import { figure, showRate } from '@/core/units/format';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { STAGES, WEEDS, stageWords, type Weed } from '@/core/weeds/weeds';
import { safetyOf } from '@/ui/load-words';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { checkedWords } from '@/ui/stop-words';
import { useShows } from '@/ui/units';
import { capital, list, plural, shortName } from '@/ui/words';
import { scaledDown } from './photo';
import type { Waiting } from './store';

type Props = Readonly<{
  stop: BundleStop;
  bundle: StopBundle;
  /** ms that the phone's clock is ahead of the company's */
  phoneAhead: number;
  run: Run | null;
  photos: number;
  onBegin: () => void;
  onKeep: (run: Run) => void;
  onPhoto: (w: Waiting) => void;
  onDone: (run: Run) => void;
}>;

const NAMES: Readonly<Record<Step, string>> = {
  arrive: 'Arrive',
  look: 'Look',
  check: 'Check',
  wear: 'Wear',
  apply: 'Apply',
  used: 'Used',
  clean: 'Clean',
  sign: 'Sign',
  customer: 'Customer',
  done: 'Done',
};
/** Why each step is there, in a sentence: for who learns it. */
const WHY: Readonly<Record<Step, string>> = {
  arrive: 'The clock of the stop tells what lawns like this really take, so that days are planned honestly.',
  look: 'What can hurt you, a child or a dog is looked for before anything is opened.',
  check: 'A forecast is a guess: what you measure here decides, and the record is only as true as it.',
  wear: 'The label says what is worn. It is law, and it is your skin.',
  apply: 'The record needs when it began and when it ended.',
  used: 'Weighed or measured after the work it shows a worn nozzle or a wrong pace the same day.',
  clean: 'A granule on concrete is in the storm drain with the next rain, and stains.',
  sign: 'Children and dogs cannot read a label: the sign keeps them off.',
  customer: 'Who knows what to expect, and when to water, does not call.',
  done: 'It is sent when there is a network, and once.',
};

/** One stop, step by step: it can be left and taken up at any of them. */
export function StopRun({ stop, bundle, phoneAhead, run, photos, onBegin, onKeep, onPhoto, onDone }: Props) {
  useEffect(() => {
    if (!run) onBegin();
    // once for each stop
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stop.lawnId]);
  if (!run) return <p className="pt-4 text-lg">Opening…</p>;
  const change = (part: Partial<Run>) => onKeep({ ...run, ...part });
  const at = STEPS.indexOf(run.step);
  const goTo = (step: Step) => {
    change({ step });
    scrollTo(0, 0);
  };
  const lacks = lacksOf(stop, run, bundle);
  const isSent = run.leftAt !== null;
  const next = STEPS[at + 1];
  const props = { stop, bundle, run, change };
  return (
    <>
      <p>
        <a href="#" className="inline-flex min-h-[44px] items-center">
          All stops
        </a>
      </p>
      <h1 className="text-[26px] leading-tight">{stop.address}</h1>
      <nav aria-label="Steps" className="mt-2 grid grid-cols-10 gap-0.5">
        {STEPS.map((s, i) => (
          <button
            key={s}
            type="button"
            aria-label={NAMES[s]}
            aria-current={s === run.step ? 'step' : undefined}
            className={`h-[44px] border-b-4 font-cond text-[15px] ${
              s === run.step
                ? 'border-clay bg-iron text-lime'
                : i < at
                  ? 'border-moss'
                  : 'border-rail text-steel'
            }`}
            onClick={() => goTo(s)}
          >
            {i + 1}
          </button>
        ))}
      </nav>
      <h2 className="mt-3 text-[24px]">{NAMES[run.step]}</h2>
      <p className="text-[15px] text-steel">{WHY[run.step]}</p>
      <div className="mt-3 grid gap-3">
        {run.step === 'arrive' && <Arrive {...props} />}
        {run.step === 'look' && <Look {...props} />}
        {run.step === 'check' && <Check {...props} phoneAhead={phoneAhead} />}
        {run.step === 'wear' && <WearStep {...props} />}
        {run.step === 'apply' && <Apply {...props} />}
        {run.step === 'used' && <Used {...props} />}
        {run.step === 'clean' && <Clean {...props} />}
        {run.step === 'sign' && <Sign {...props} photos={photos} onPhoto={onPhoto} />}
        {run.step === 'customer' && <Customer {...props} />}
        {run.step === 'done' && <Done {...props} lacks={lacks} goTo={goTo} />}
      </div>
      <div className="fixed inset-x-0 bottom-0 z-10 grid grid-cols-[1fr_2fr] gap-2 bg-lime p-3">
        <button
          type="button"
          className="button min-h-[60px] text-[20px]"
          disabled={at === 0}
          onClick={() => goTo(STEPS[at - 1]!)}
        >
          Back
        </button>
        {next ? (
          <button
            type="button"
            className="button button-loud min-h-[60px] text-[20px]"
            onClick={() => {
              if (run.step === 'arrive' && run.arrivedAt === null) {
                change({ arrivedAt: Date.now(), step: next });
                scrollTo(0, 0);
              } else goTo(next);
            }}
          >
            {run.step === 'arrive' && run.arrivedAt === null
              ? 'I am here: start the clock'
              : `Next: ${NAMES[next]}`}
          </button>
        ) : (
          <button
            type="button"
            className="button button-loud min-h-[60px] text-[20px]"
            disabled={isSent || lacks.length > 0}
            onClick={() => onDone(run)}
          >
            {isSent ? 'Done' : 'Stop the clock: it is done'}
          </button>
        )}
      </div>
    </>
  );
}

type StepProps = Readonly<{
  stop: BundleStop;
  bundle: StopBundle;
  run: Run;
  change: (part: Partial<Run>) => void;
}>;

function Tick({
  run,
  change,
  name,
  children,
}: Pick<StepProps, 'run' | 'change'> & Readonly<{ name: string; children: ReactNode }>) {
  const isOn = run.ticked.includes(name);
  return (
    <label className="flex min-h-[60px] items-center gap-4 border-2 border-hair bg-paper px-3 py-2 text-[18px] leading-snug">
      <input
        type="checkbox"
        className="size-8 shrink-0 accent-[var(--color-moss)]"
        checked={isOn}
        onChange={(e) =>
          change({ ticked: e.target.checked ? [...run.ticked, name] : run.ticked.filter((t) => t !== name) })
        }
      />
      <span>{children}</span>
    </label>
  );
}

const openZones = ({ stop, run }: Pick<StepProps, 'stop' | 'run'>) =>
  stop.zones.filter((z) => !run.zones[z.zoneId]?.isLeftOut);
const productsOf = (p: StepProps) =>
  openZones(p).flatMap((z) => z.products.map((product) => ({ zone: z, product })));
const isSprayed = (p: StepProps) =>
  productsOf(p).some(({ product }) => !isGranule(labelOf(p.bundle, product)));

function Arrive({ stop, bundle, run, change }: StepProps) {
  const show = useShows();
  const [trouble, setTrouble] = useState('');
  return (
    <>
      <p className="text-[18px]">{stop.customer}</p>
      {stop.notes && <p className="border-l-4 border-straw bg-paper px-3 py-2 text-[18px]">{stop.notes}</p>}
      {stop.zones.map((z) => (
        <div key={z.zoneId} className="border-2 border-hair bg-paper px-3 py-2">
          <p className="font-cond text-[20px] font-semibold">
            {z.name} · {show.area(z.area)}
          </p>
          {z.doneBy && <p className="font-semibold text-clay">Recorded already by {z.doneBy}.</p>}
          {z.products.map((p) => (
            <p key={p.plannedProductId} className="text-[18px]">
              {shortName(labelOf(bundle, p))}: <b>{amountWords(p)}</b>
            </p>
          ))}
          {z.why && <p className="text-[15px] text-steel">{z.why}</p>}
        </div>
      ))}
      {!stop.isPlaced && (
        <button
          type="button"
          className="button min-h-[60px] text-[18px]"
          onClick={() => {
            setTrouble('');
            navigator.geolocation.getCurrentPosition(
              ({ coords: { latitude, longitude } }) => change({ place: { latitude, longitude } }),
              (e) => setTrouble(`This phone does not say where it is: ${e.message}.`),
              { enableHighAccuracy: true },
            );
          }}
        >
          {run.place ? 'This place is kept for the lawn' : 'Keep this place for the lawn: routes go by it'}
        </button>
      )}
      {trouble && <p className="text-clay">{trouble}</p>}
      {run.arrivedAt !== null && (
        <p className="text-steel">
          Here since {new Date(run.arrivedAt).toTimeString().slice(0, 5)} by this phone.
        </p>
      )}
    </>
  );
}

const amountWords = (p: BundleProduct) => `${p.amount} ${AMOUNT_UNITS[p.amountUnit].words}`;

function Look(props: StepProps) {
  const { stop, run, change } = props;
  const show = useShows();
  const edges = openZones(props);
  const feet = (ft: number) => show.length((ft * 0.3048) as never);
  return (
    <>
      <Tick {...{ run, change }} name="hazards seen">
        <b>Hazards.</b> {stop.hazards || 'None are on file: look for dogs, children, toys, low lights.'}
      </Tick>
      <Tick {...{ run, change }} name="kept out seen">
        <b>Gets nothing.</b>{' '}
        {list(
          [...edges.map((z) => z.keptOut), stop.waters && `stay off the water: ${stop.waters}`].filter(
            Boolean,
          ),
        ) || 'Beds, trees, vegetables, play ground and what is not lawn.'}
      </Tick>
      {edges.map((z) => (
        <p key={z.zoneId} className="border-l-4 border-water bg-paper px-3 py-2 text-[17px]">
          <b>{z.name}, edges.</b>{' '}
          {z.concreteFt > 0
            ? `Overlap the ${feet(z.concreteFt)} along bare concrete: weeds come there first.`
            : 'Overlap where bare concrete borders it.'}{' '}
          {z.bedFt > 0 ? `No overlap along ${feet(z.bedFt)} of beds.` : 'None into beds.'}
        </p>
      ))}
      {stop.expect && <p className="text-[15px] text-steel">{stop.expect}</p>}
    </>
  );
}

function YesNo({
  name,
  value,
  onChange,
}: Readonly<{ name: string; value: boolean | null; onChange: (v: boolean | null) => void }>) {
  return (
    <fieldset>
      <legend className="font-cond text-[16px]">{name}</legend>
      <div className="grid grid-cols-2 gap-1">
        {([true, false] as const).map((v) => (
          <button
            key={String(v)}
            type="button"
            aria-pressed={value === v}
            aria-label={`${name}: ${v ? 'yes' : 'no'}`}
            className={`button min-h-[52px] ${value === v ? 'button-on' : ''}`}
            onClick={() => onChange(value === v ? null : v)}
          >
            {v ? 'yes' : 'no'}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function Check(props: StepProps & Readonly<{ phoneAhead: number }>) {
  const { bundle, run, change, phoneAhead } = props;
  const show = useShows();
  const weeds = [...new Set(productsOf(props).flatMap(({ product }) => product.targets))];
  const sprayed = isSprayed(props);
  const [now] = useState(() => hourOf(Date.now() - phoneAhead, bundle.timeZone));
  const seen = seenIn(run);
  const found = openZones(props).flatMap((z) =>
    checkNow(
      { ...z.facts, hour: now },
      z.products.map((p) => askedProduct(bundle, p)),
      seen,
    ).map((c) => ({ zone: z, c })),
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <MeasureField name="Wind" measure="wind" value={run.wind} onChange={(wind) => change({ wind })} />
        <Labelled name="Wind from">
          {(f) => (
            <select {...f} value={run.windFrom} onChange={(e) => change({ windFrom: e.target.value })}>
              <option value="">not noted</option>
              {['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'changing'].map((w) => (
                <option key={w}>{w}</option>
              ))}
            </select>
          )}
        </Labelled>
        <MeasureField name="Air" measure="temperature" value={run.air} onChange={(air) => change({ air })} />
        <Labelled name="Green, % of the leaf">
          {(f) => (
            <input
              {...f}
              inputMode="decimal"
              value={run.green}
              onChange={(e) => change({ green: e.target.value })}
            />
          )}
        </Labelled>
        <MeasureField
          name="Soil at 2 in"
          measure="temperature"
          value={run.soil}
          onChange={(soil) => change({ soil })}
        />
        <span />
        <YesNo name="Leaf wet" value={run.leafWet} onChange={(leafWet) => change({ leafWet })} />
        <YesNo name="Weeds in flower" value={run.bloom} onChange={(bloom) => change({ bloom })} />
      </div>
      {weeds.map((w) => (
        <Labelled key={w} name={`${capital(WEEDS[w].name)}: how far`}>
          {(f) => (
            <select
              {...f}
              value={run.stages[w] ?? ''}
              onChange={(e) => change({ stages: withStage(run.stages, w, e.target.value) })}
            >
              <option value="">not looked for</option>
              {STAGES.map((s) => (
                <option key={s} value={s}>
                  {stageWords(w, s)}
                </option>
              ))}
            </select>
          )}
        </Labelled>
      ))}
      <div aria-live="polite" className="grid gap-2">
        {found.map(({ zone, c }, i) => {
          const isShut = c.kind === 'gate' && c.verdict.state === 'shut';
          return (
            <p
              key={i}
              role={isShut ? 'alert' : undefined}
              className={`border-l-8 bg-paper px-3 py-2 text-[17px] ${isShut ? 'border-clay font-semibold' : 'border-straw'}`}
            >
              {openZones(props).length > 1 && `${zone.name}. `}
              {checkedWords(c, show)}
            </p>
          );
        })}
        {openZones(props).flatMap((z) =>
          z.held.map((h, i) => (
            <p key={`${z.zoneId}${i}`} className="border-l-4 border-hair px-3 py-1 text-[15px] text-steel">
              As it stood this morning, {h.state}, {h.gate}: {h.words}
            </p>
          )),
        )}
        {!found.length && (sprayed ? seen.wind !== null : true) && (
          <p className="border-l-8 border-moss bg-paper px-3 py-2 text-[17px]">
            {seen.wind === null && seen.air === null
              ? 'Nothing that you have seen stands against it.'
              : 'By what you measured it may go.'}
          </p>
        )}
        {sprayed && seen.wind === null && (
          <p className="border-l-8 border-straw bg-paper px-3 py-2 text-[17px]">
            Measure the wind: it is sprayed, and the record asks for it.
          </p>
        )}
      </div>
    </>
  );
}

const withStage = (stages: Run['stages'], weed: Weed, stage: string): Run['stages'] => {
  const { [weed]: _, ...rest } = stages;
  return stage === '' ? rest : { ...rest, [weed]: stage };
};
const hourOf = (ms: number, timeZone: string): number =>
  Number(new Intl.DateTimeFormat('en-US', { hour: 'numeric', hourCycle: 'h23', timeZone }).format(ms));

function WearStep(props: StepProps) {
  const { bundle, run, change } = props;
  const labels = [
    ...new Map(productsOf(props).map(({ product }) => [product.labelId, labelOf(bundle, product)])).values(),
  ];
  return (
    <>
      {safetyOf(labels.map((label) => ({ label }))).map(({ labels: of, ppe, reentry, restricted }) => (
        <Tick key={of[0]!.id} {...{ run, change }} name={`ppe ${of[0]!.id}`}>
          <b>{list(of.map(shortName))}</b>
          {of.some((l) => l.signalWord !== 'none') && ` · ${of[0]!.signalWord.toUpperCase()}`}
          <br />
          {ppe || 'The sheet says nothing: wear gloves, long sleeves, boots and eye protection.'}
          <span className="mt-1 block text-[15px] text-steel">Re-entry: {reentry || 'until dry'}</span>
          {restricted && <b className="block">Restricted use: certified applicator only.</b>}
        </Tick>
      ))}
      {labels.some((l) => l.restrictedUse) && (
        <Labelled name="Certified applicator">
          {(f) => (
            <select {...f} value={run.certifiedBy} onChange={(e) => change({ certifiedBy: e.target.value })}>
              <option value="">not named</option>
              {bundle.certified.map((p) => (
                <option key={p}>{p}</option>
              ))}
            </select>
          )}
        </Labelled>
      )}
      <Labelled name="Applied by">
        {(f) => (
          <select {...f} value={run.appliedBy} onChange={(e) => change({ appliedBy: e.target.value })}>
            {[...new Set([...bundle.people, run.appliedBy])].map((p) => (
              <option key={p}>{p}</option>
            ))}
          </select>
        )}
      </Labelled>
    </>
  );
}

function withZone(run: Run, zoneId: string, part: Partial<ZoneRun>): Pick<Run, 'zones'> {
  return { zones: { ...run.zones, [zoneId]: { ...run.zones[zoneId]!, ...part } } };
}

function Apply(props: StepProps) {
  const { stop, bundle, run, change } = props;
  const show = useShows();
  return (
    <>
      {stop.zones.map((z) => {
        const of = run.zones[z.zoneId]!;
        return (
          <section key={z.zoneId} className="border-2 border-hair bg-paper px-3 py-2" aria-label={z.name}>
            <p className="font-cond text-[21px] font-semibold">
              {z.name} · {show.area(z.area)}
            </p>
            {!of.isLeftOut &&
              z.products.map((p) => {
                const label = labelOf(bundle, p);
                return (
                  <p key={p.plannedProductId} className="text-[17px]">
                    <b className="font-cond text-[30px] leading-none">{amountWords(p)}</b> {shortName(label)}
                    <span className="block text-[15px] text-steel">
                      {p.place.on === 'zone' ? 'the whole zone' : `${p.place.on}: ${p.ground || 'as marked'}`}{' '}
                      at {showRate(p.rate, label.rateUnit)}
                      {!isGranule(label) &&
                        z.water &&
                        `, in ${show.volume((Number(z.water) * 3.785411784) as never)}`}
                    </span>
                  </p>
                );
              })}
            {of.isLeftOut ? (
              <p className="text-clay">
                {z.doneBy ? `Recorded already by ${z.doneBy}.` : 'Left out: it stays due.'}
              </p>
            ) : (
              <p className="mt-2 grid grid-cols-1 gap-2">
                {of.startedAt === null ? (
                  <button
                    type="button"
                    className="button button-loud min-h-[60px] text-[20px]"
                    aria-label={`Begin ${z.name}`}
                    onClick={() => change(withZone(run, z.zoneId, { startedAt: Date.now() }))}
                  >
                    Begin
                  </button>
                ) : of.endedAt === null ? (
                  <button
                    type="button"
                    className="button button-on min-h-[60px] text-[20px]"
                    aria-label={`End ${z.name}`}
                    onClick={() => change(withZone(run, z.zoneId, { endedAt: Date.now() }))}
                  >
                    It is down
                  </button>
                ) : (
                  <span className="text-[17px]">
                    {plural(Math.max(1, Math.round((of.endedAt - of.startedAt) / 60_000)), 'minute')}.{' '}
                    <button
                      type="button"
                      className="min-h-[44px] underline"
                      onClick={() => change(withZone(run, z.zoneId, { endedAt: null }))}
                    >
                      Not yet: go on
                    </button>
                  </span>
                )}
              </p>
            )}
            {!z.doneBy && (
              <button
                type="button"
                className="min-h-[44px] text-[15px] underline"
                onClick={() => change(withZone(run, z.zoneId, { isLeftOut: !of.isLeftOut }))}
              >
                {of.isLeftOut ? `Do ${z.name} after all` : `Leave ${z.name} out`}
              </button>
            )}
          </section>
        );
      })}
      <ul className="list-disc pl-5 text-[16px]">
        <li>A steady pace; each pass laps a little over the last.</li>
        <li>Round the edge first, then fill in; gun or spreader shut before you turn.</li>
        {isSprayed(props) ? (
          <li>Nozzle below the knee, and off the beds.</li>
        ) : (
          <li>Deflector toward beds, drives and neighbours.</li>
        )}
      </ul>
    </>
  );
}

function Used(props: StepProps) {
  const { bundle, run, change } = props;
  return (
    <>
      {openZones(props).map((z) => (
        <UsedInZone key={z.zoneId} zone={z} {...{ bundle, run, change }} />
      ))}
    </>
  );
}

function UsedInZone({
  zone: z,
  bundle,
  run,
  change,
}: Omit<StepProps, 'stop'> & Readonly<{ zone: BundleZone }>) {
  const of = run.zones[z.zoneId]!;
  const sprayed = z.products.some((p) => !isGranule(labelOf(bundle, p)));
  const off = offPlanIn(z, of);
  const set = (part: Partial<ZoneRun>) => change(withZone(run, z.zoneId, { isSure: false, ...part }));
  const byLevel = (part: Partial<ZoneRun>) => {
    const next = { ...of, ...part };
    set(amountsByLevel(z, next, bundle) ?? next);
  };
  return (
    <section className="border-2 border-hair bg-paper px-3 py-2" aria-label={`Used on ${z.name}`}>
      <p className="font-cond text-[20px] font-semibold">{z.name}</p>
      {sprayed && (
        <>
          <p className="text-[15px] text-steel">
            By the tank’s level, or type below what was used. Loads that you measured stand there already.
          </p>
          <div className="grid grid-cols-2 gap-3">
            <MeasureField
              name="Tank before"
              measure="volume"
              value={of.before}
              onChange={(before) => byLevel({ before })}
            />
            <MeasureField
              name="Tank after"
              measure="volume"
              value={of.after}
              onChange={(after) => byLevel({ after })}
            />
          </div>
        </>
      )}
      <div className="mt-2 grid grid-cols-2 gap-3">
        {z.products.map((p) => (
          <Labelled
            key={p.plannedProductId}
            name={`${shortName(labelOf(bundle, p))}, ${AMOUNT_UNITS[p.amountUnit].words}`}
            hint={`planned ${amountWords(p)}`}
          >
            {(f) => (
              <input
                {...f}
                inputMode="decimal"
                value={of.amounts[p.plannedProductId] ?? ''}
                onChange={(e) => set({ amounts: { ...of.amounts, [p.plannedProductId]: e.target.value } })}
              />
            )}
          </Labelled>
        ))}
        {sprayed && (
          <MeasureField
            name="Water used"
            measure="volume"
            value={of.water}
            onChange={(water) => set({ water })}
          />
        )}
      </div>
      {off.length > 0 && (
        <label className="mt-2 flex min-h-[60px] items-center gap-4 border-l-8 border-straw px-3 py-1 text-[17px]">
          <input
            type="checkbox"
            className="size-8 shrink-0 accent-[var(--color-moss)]"
            checked={of.isSure}
            onChange={(e) => change(withZone(run, z.zoneId, { isSure: e.target.checked }))}
          />
          <span>
            {off
              .map(
                ({ product, share }) =>
                  `${shortName(labelOf(bundle, product))} is ${figure(Math.abs(share) * 100)} % ${share > 0 ? 'above' : 'below'} the plan`,
              )
              .join('; ')}
            . Yes, that is what went down.
          </span>
        </label>
      )}
    </section>
  );
}

function Clean(props: StepProps) {
  const { run, change, bundle } = props;
  const granules = productsOf(props).some(({ product }) => isGranule(labelOf(bundle, product)));
  return (
    <>
      {granules && (
        <Tick {...{ run, change }} name="granules blown off">
          Granules are blown or swept off drive, walk and street, back into the lawn.
        </Tick>
      )}
      <Tick {...{ run, change }} name="edges looked at">
        Edges looked at: nothing on beds, trees or water, no strip was missed.
      </Tick>
      <Tick {...{ run, change }} name="strapped down">
        Gate shut, hose in, equipment strapped down.
      </Tick>
      <Labelled name="Notes for the record">
        {(f) => (
          <textarea
            {...f}
            rows={3}
            maxLength={4000}
            value={run.notes}
            onChange={(e) => change({ notes: e.target.value })}
          />
        )}
      </Labelled>
      <Extras {...{ run, change }} />
    </>
  );
}

/** Add-ons and work that nobody planned, with its minutes. */
function Extras({ run, change }: Pick<StepProps, 'run' | 'change'>) {
  const set = (i: number, part: Partial<Run['extras'][number]>) =>
    change({ extras: run.extras.map((e, k) => (k === i ? { ...e, ...part } : e)) });
  return (
    <div>
      <p className="font-cond text-[18px]">Added, or not planned</p>
      {run.extras.map((e, i) => (
        <div key={i} className="grid grid-cols-[1fr_100px] gap-2">
          <Labelled name={`What ${i + 1}`}>
            {(f) => (
              <input
                {...f}
                maxLength={200}
                value={e.what}
                onChange={(x) => set(i, { what: x.target.value })}
              />
            )}
          </Labelled>
          <Labelled name="Minutes">
            {(f) => (
              <input
                {...f}
                inputMode="numeric"
                value={e.minutes}
                onChange={(x) => set(i, { minutes: x.target.value })}
              />
            )}
          </Labelled>
        </div>
      ))}
      <button
        type="button"
        className="button mt-1 w-full"
        onClick={() => change({ extras: [...run.extras, { what: '', minutes: '' }] })}
      >
        Add work: a sprinkler head, a feed, a talk
      </button>
    </div>
  );
}

/** A picture as it waits to be sent. */
function pictureOf(jpeg: string, what: string, stop: BundleStop, run: Run): Waiting {
  const now = Date.now();
  const input = {
    ...{ sendKey: crypto.randomUUID(), stopKey: run.sendKey, lawnId: stop.lawnId, what, jpeg },
    ...{ takenAt: now, sentAt: now },
  };
  return { kind: 'photo', sendKey: input.sendKey, lawnId: stop.lawnId, since: now, input };
}

function Sign({ stop, run, change, photos, onPhoto }: StepProps & Pick<Props, 'photos' | 'onPhoto'>) {
  const [trouble, setTrouble] = useState('');
  const [taken, setTaken] = useState(0);
  const take = async (what: string, file: File | undefined) => {
    if (!file) return;
    const jpeg = await scaledDown(file);
    setTrouble(jpeg === null ? 'That file is no picture: take it with the camera.' : '');
    if (jpeg === null) return;
    onPhoto(pictureOf(jpeg, what, stop, run));
    setTaken((n) => n + 1);
  };
  return (
    <>
      <pre className="whitespace-pre-wrap border-2 border-iron bg-paper px-3 py-2 font-text text-[17px]">
        {stop.sign}
      </pre>
      <Tick {...{ run, change }} name="sign set">
        The sign stands where people come in.
      </Tick>
      {(['sign', 'lawn'] as const).map((what) => (
        <label key={what} className="button min-h-[60px] w-full cursor-pointer text-[18px]">
          {what === 'sign' ? 'Picture of the sign' : 'Picture of what is worth showing'}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            aria-label={what === 'sign' ? 'Picture of the sign' : 'Picture of the lawn'}
            onChange={(e) => {
              void take(what, e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </label>
      ))}
      <p className="text-[15px] text-steel" role="status">
        {taken > 0 || photos > 0
          ? `${plural(Math.max(taken, photos), 'picture')} taken${photos ? `, ${photos} of them still to be sent` : ''}. `
          : ''}
        Pictures are made smaller, without place and camera.
      </p>
      {trouble && (
        <p role="alert" className="text-clay">
          {trouble}
        </p>
      )}
    </>
  );
}

function Customer({ run, change }: StepProps) {
  return (
    <>
      <Labelled name="Note for the customer">
        {(f) => (
          <textarea
            {...f}
            rows={10}
            maxLength={4000}
            value={run.told}
            onChange={(e) => change({ told: e.target.value })}
          />
        )}
      </Labelled>
      <div className="grid grid-cols-3 gap-1" role="group" aria-label="How they are told">
        {(['handed over', 'left at the door', 'not told'] as const).map((how) => {
          const isOn = how === 'not told' ? run.toldHow === '' : run.toldHow === how;
          return (
            <button
              key={how}
              type="button"
              aria-pressed={isOn}
              className={`button min-h-[60px] px-1 ${isOn ? 'button-on' : ''}`}
              onClick={() => change({ toldHow: how === 'not told' ? '' : how })}
            >
              {how}
            </button>
          );
        })}
      </div>
      <Labelled name="What the customer said">
        {(f) => (
          <textarea
            {...f}
            rows={3}
            maxLength={2000}
            value={run.said}
            onChange={(e) => change({ said: e.target.value })}
          />
        )}
      </Labelled>
    </>
  );
}

function Done({
  stop,
  run,
  lacks,
  goTo,
}: StepProps & Readonly<{ lacks: ReturnType<typeof lacksOf>; goTo: (s: Step) => void }>) {
  if (run.leftAt !== null)
    return <p className="text-[18px]">Done. It is kept here, and sent by itself when there is a network.</p>;
  const usual = ['hazards seen', 'kept out seen', 'edges looked at', 'sign set'];
  const open = usual.filter((t) => !run.ticked.includes(t));
  return (
    <>
      {lacks.map((l, i) => (
        <button
          key={i}
          type="button"
          className="border-l-8 border-clay bg-paper px-3 py-2 text-left text-[17px]"
          onClick={() => goTo(STEPS.find((s) => s === l.field) ?? 'used')}
        >
          {capital(l.problem)}. <b>{l.remedy}</b>
        </button>
      ))}
      {open.length > 0 && (
        <p className="border-l-8 border-straw bg-paper px-3 py-2 text-[17px]">Not ticked: {list(open)}.</p>
      )}
      {!lacks.length && <p className="text-[18px]">All that the record needs of {stop.address} is here.</p>}
    </>
  );
}
