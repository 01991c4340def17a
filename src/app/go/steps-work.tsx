'use client';
import { fromGallons } from '@/core/units/trade';
import { useState } from 'react';
import type { BundleZone } from '@/core/stop/bundle';
import { amountsByLevel, beginningOf, isReason, labelOf, offPlanIn, type Beginning } from '@/core/stop/run';
import type { Run, ZoneRun } from '@/core/stop/typed-run';
import { isGranule } from '@/core/products/label';
import { showRate } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { list, plural } from '@/ui/text';
import { AddOns } from './add-ons';
import { ON_PAD } from './number-pad';
import {
  FoundLines,
  Tick,
  amountWords,
  hourNow,
  isSprayed,
  openZones,
  productsOf,
  type StepProps,
} from './step-parts';

/** A stop at work: what goes where, what was really used, and what is looked at before leaving. */
function withZone(run: Run, zoneId: string, part: Partial<ZoneRun>): Pick<Run, 'zones'> {
  return { zones: { ...run.zones, [zoneId]: { ...run.zones[zoneId]!, ...part } } };
}

type ApplyProps = StepProps & Readonly<{ onCheck: () => void; onAllDown: (part: Partial<Run>) => void }>;
export function Apply(props: ApplyProps) {
  const { stop, bundle } = props;
  const [now] = useState(() => hourNow(bundle));
  return (
    <>
      {stop.zones.map((z) => (
        <ApplyZone key={z.zoneId} {...props} zone={z} now={now} />
      ))}
      <ul className="list-disc pl-5 text-body">
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

type ZoneProps = ApplyProps & Readonly<{ zone: BundleZone; now: ReturnType<typeof hourNow> }>;
/** A zone of the stop: what goes on it, and the work on it from its beginning to its end. */
function ApplyZone(props: ZoneProps) {
  const { bundle, run, change, zone: z } = props;
  const show = useShows();
  const of = run.zones[z.zoneId]!;
  return (
    <section className="border-2 border-hair bg-paper px-3 py-2" aria-label={z.name}>
      <p className="font-cond text-head font-semibold">
        {z.name} · {show.area(z.area)}
      </p>
      {!of.isLeftOut &&
        z.products.map((p) => <PutDown key={p.plannedProductId} zone={z} product={p} bundle={bundle} />)}
      {of.isLeftOut ? (
        <p className="text-clay">
          {z.doneBy ? `Recorded already by ${z.doneBy}.` : 'Left out: it stays due.'}
        </p>
      ) : (
        <Work {...props} of={of} />
      )}
      {z.recorded.length > 0 && (
        <p className="mt-1 text-body text-steel">Recorded already: {list(z.recorded)}.</p>
      )}
      {!of.isLeftOut && (
        <AddOns
          zone={z}
          bundle={bundle}
          of={of}
          onChange={(addOns) => change(withZone(run, z.zoneId, { addOns }))}
        />
      )}
      {!z.doneBy && (
        <button
          type="button"
          className="min-h-touch text-note underline"
          onClick={() => change(withZone(run, z.zoneId, { isLeftOut: !of.isLeftOut }))}
        >
          {of.isLeftOut ? `Do ${z.name} after all` : `Leave ${z.name} out`}
        </button>
      )}
    </section>
  );
}

function PutDown({
  zone: z,
  product: p,
  bundle,
}: Pick<ZoneProps, 'zone' | 'bundle'> & Readonly<{ product: BundleZone['products'][number] }>) {
  const show = useShows();
  const label = labelOf(bundle, p);
  return (
    <p className="text-lead">
      <b className="font-cond text-page leading-none">{amountWords(p)}</b> {shortName(label)}
      <span className="block text-note text-steel">
        {p.place.on === 'zone' ? 'the whole zone' : `${p.place.on}: ${p.ground || 'as marked'}`} at{' '}
        {showRate(p.rate, label.rateUnit)}
        {!isGranule(label) && z.water && `, in ${show.volume(fromGallons(Number(z.water)))}`}
      </span>
    </p>
  );
}

/** Begun, under way, or ended. */
function Work(props: ZoneProps & Readonly<{ of: ZoneRun }>) {
  const { bundle, run, change, zone: z, now, of } = props;
  return (
    <div className="mt-2 grid grid-cols-1 gap-2">
      {of.startedAt === null ? (
        <Begin
          zone={z}
          beginning={beginningOf(z, run, bundle, now)}
          anyway={of.anyway ?? ''}
          onCheck={props.onCheck}
          onAnyway={(anyway) => change(withZone(run, z.zoneId, { anyway }))}
          onBegin={(anyway) => change(withZone(run, z.zoneId, { startedAt: Date.now(), anyway }))}
        />
      ) : of.endedAt === null ? (
        <button
          type="button"
          className="button button-on min-h-glove text-row"
          aria-label={`End ${z.name}`}
          onClick={() => {
            const down = withZone(run, z.zoneId, { endedAt: Date.now() });
            const isAll = openZones(props).every((o) => down.zones[o.zoneId]?.endedAt);
            if (isAll) props.onAllDown(down);
            else change(down);
          }}
        >
          It is down
        </button>
      ) : (
        <span className="text-lead">
          Stopped at {plural(Math.max(1, Math.round((of.endedAt - of.startedAt) / 60_000)), 'minute')}.{' '}
          <button
            type="button"
            className="min-h-touch underline"
            onClick={() => change(withZone(run, z.zoneId, { endedAt: null }))}
          >
            Resume
          </button>
        </span>
      )}
    </div>
  );
}

/** The way into the work: open, or behind what was measured there. */
function Begin({
  zone,
  beginning,
  anyway,
  onCheck,
  onAnyway,
  onBegin,
}: Readonly<{
  zone: BundleZone;
  beginning: Beginning;
  anyway: string;
  onCheck: () => void;
  onAnyway: (why: string) => void;
  /** with the reason, where one was asked for */
  onBegin: (anyway: string) => void;
}>) {
  if (beginning.kind === 'measure')
    return (
      <>
        <p className="border-l-8 border-straw bg-paper px-3 py-2 text-lead">
          Measure {list(beginning.missing.map((m) => (m === 'wind' ? 'the wind' : 'the air')))} first: it is
          sprayed.
        </p>
        <button type="button" className="button button-loud min-h-glove text-row" onClick={onCheck}>
          To Check: measure
        </button>
      </>
    );
  const { kind, found } = beginning;
  const words = kind === 'waits' ? 'Begin anyway' : 'Begin';
  return (
    <>
      <FoundLines found={found} of="" />
      {kind === 'never' && (
        <p className="text-lead font-semibold">
          The label does not allow it now. Wait and measure again, or leave {zone.name} out.
        </p>
      )}
      {kind === 'waits' && (
        <Labelled
          name="Wait, or go anyway because"
          hint="A word or two is enough. It stands in the record, and the lead reads it."
        >
          {(f) => <input {...f} maxLength={500} value={anyway} onChange={(e) => onAnyway(e.target.value)} />}
        </Labelled>
      )}
      <button
        type="button"
        className="button button-loud min-h-glove text-row"
        aria-label={`${words}: ${zone.name}`}
        disabled={kind === 'never' || (kind === 'waits' && !isReason(anyway))}
        onClick={() => onBegin(kind === 'waits' ? anyway : '')}
      >
        {words}
      </button>
    </>
  );
}

export function Used(props: StepProps) {
  const { bundle, run, change } = props;
  return (
    <>
      {openZones(props).map((z) => (
        <UsedInZone key={z.zoneId} zone={z} bundle={bundle} run={run} change={change} />
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
      <p className="font-cond text-row font-semibold">{z.name}</p>
      {sprayed && (
        <>
          <p className="text-note text-steel">
            By the tank’s level, or type below what was used. Loads that you measured stand there already.
          </p>
          <div className="grid grid-cols-2 gap-3">
            <MeasureField
              name="Tank before"
              {...ON_PAD}
              measure="volume"
              value={of.before}
              onChange={(before) => byLevel({ before })}
            />
            <MeasureField
              name="Tank after"
              {...ON_PAD}
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
                {...ON_PAD}
                value={of.amounts[p.plannedProductId] ?? ''}
                onChange={(e) => set({ amounts: { ...of.amounts, [p.plannedProductId]: e.target.value } })}
              />
            )}
          </Labelled>
        ))}
        {sprayed && (
          <MeasureField
            {...ON_PAD}
            name="Water used"
            measure="volume"
            value={of.water}
            onChange={(water) => set({ water })}
          />
        )}
      </div>
      {off.length > 0 && (
        <label className="mt-2 flex min-h-glove items-center gap-4 border-l-8 border-straw px-3 py-1 text-lead">
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

export function Clean(props: StepProps) {
  const { run, change, bundle } = props;
  const granules = productsOf(props).some(({ product }) => isGranule(labelOf(bundle, product)));
  return (
    <>
      {granules && (
        <Tick run={run} change={change} names={['granules blown off']}>
          Granules are blown or swept off drive, walk and street, back into the lawn.
        </Tick>
      )}
      <Tick run={run} change={change} names={['edges looked at']}>
        Edges looked at: nothing on beds, trees or water, no strip was missed.
      </Tick>
      <Tick run={run} change={change} names={['strapped down']}>
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
      <Extras run={run} change={change} />
    </>
  );
}

/** Add-ons and work that nobody planned, with its minutes. */
function Extras({ run, change }: Pick<StepProps, 'run' | 'change'>) {
  const set = (i: number, part: Partial<Run['extras'][number]>) =>
    change({ extras: run.extras.map((e, k) => (k === i ? { ...e, ...part } : e)) });
  return (
    <div>
      <p className="font-cond text-lead">Added, or not planned</p>
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
