'use client';
import { fromFeet } from '@/core/units/trade';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { GateKey } from '@/core/gates/gate-names';
import type { BundleZone } from '@/core/stop/bundle';
import { carriedTo, wornTick, type Carried } from '@/core/stop/path';
import { foundIn, labelOf, seenIn } from '@/core/stop/run';
import type { Run } from '@/core/stop/typed-run';
import type { Checked } from '@/core/stop/seen-now';
import { STAGES, WEEDS, stageWords, type Weed } from '@/core/weeds/weeds';
import { safetyOf } from '@/ui/safety';
import { Labelled } from '@/ui/labelled';
import { MeasureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { capital, list, plural } from '@/ui/text';
import type { Item } from '../outbox/item';
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

const WalkAtStop = dynamic(() => import('./walk-at-stop'), { loading: () => null });

/** A stop before the work: what is there, what stands against it by what is seen, and what is worn. */
export function Arrive(props: StepProps) {
  const { stop, bundle, run, change } = props;
  const show = useShows();
  const [trouble, setTrouble] = useState('');
  return (
    <>
      <p className="text-lead">{stop.customer}</p>
      {stop.notes && <p className="border-l-4 border-straw bg-paper px-3 py-2 text-lead">{stop.notes}</p>}
      {stop.hazards && (
        <p className="border-l-8 border-clay bg-paper px-3 py-2 text-lead">
          <b>Hazards.</b> {stop.hazards}
        </p>
      )}
      {stop.zones.map((z) => (
        <div key={z.zoneId} className="border-2 border-hair bg-paper px-3 py-2">
          <p className="font-cond text-row font-semibold">
            {z.name} · {show.area(z.area)}
          </p>
          {z.doneBy && <p className="font-semibold text-clay">Recorded already by {z.doneBy}.</p>}
          {z.products.map((p) => (
            <p key={p.plannedProductId} className="text-lead">
              {shortName(labelOf(bundle, p))}: <b>{amountWords(p)}</b>
            </p>
          ))}
          {z.why && <p className="text-note text-steel">{z.why}</p>}
        </div>
      ))}
      <p className="border-l-8 border-water bg-paper px-3 py-2 text-lead">
        <b>Wear:</b>{' '}
        {list([
          ...new Set(safetyOf(labelsOf(props).map((label) => ({ label }))).map((s) => s.ppe || PLAIN_WEAR)),
        ])}
      </p>
      {!stop.isPlaced && (
        <button
          type="button"
          className="button min-h-glove text-lead"
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

export function Look(props: StepProps) {
  const { stop, run, change } = props;
  const show = useShows();
  const edges = openZones(props);
  const feet = (ft: number) => show.length(fromFeet(ft));
  return (
    <>
      <Tick run={run} change={change} names={['hazards seen']}>
        <b>Hazards.</b> {stop.hazards || 'None are on file: look for dogs, children, toys, low lights.'}
      </Tick>
      <Tick run={run} change={change} names={['kept out seen']}>
        <b>Gets nothing.</b>{' '}
        {list(
          [...edges.map((z) => z.keptOut), stop.waters && `stay off the water: ${stop.waters}`].filter(
            Boolean,
          ),
        ) || 'Beds, trees, vegetables, play ground and what is not lawn.'}
      </Tick>
      {edges.map((z) => (
        <p key={z.zoneId} className="border-l-4 border-water bg-paper px-3 py-2 text-lead">
          <b>{z.name}, edges.</b>{' '}
          {z.concreteFt > 0
            ? `Overlap the ${feet(z.concreteFt)} along bare concrete: weeds come there first.`
            : 'Overlap where bare concrete borders it.'}{' '}
          {z.bedFt > 0 ? `No overlap along ${feet(z.bedFt)} of beds.` : 'None into beds.'}
        </p>
      ))}
      {stop.expect && <p className="text-note text-steel">{stop.expect}</p>}
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
      <legend className="font-cond text-body">{name}</legend>
      <div className="grid grid-cols-2 gap-1">
        {([true, false] as const).map((v) => (
          <button
            key={String(v)}
            type="button"
            aria-pressed={value === v}
            aria-label={`${name}: ${v ? 'yes' : 'no'}`}
            className={`button min-h-bar ${value === v ? 'button-on' : ''}`}
            onClick={() => onChange(value === v ? null : v)}
          >
            {v ? 'yes' : 'no'}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

/** Wind and air of next door, a moment ago: one tap says that they still are so. */
function CarriedHere({
  carried: { from, minutes, ...measured },
  onConfirm,
}: Readonly<{ carried: Carried; onConfirm: (part: Partial<Run>) => void }>) {
  const show = useShows();
  const { wind, air } = seenIn({ ...NOTHING_SEEN, ...measured });
  return (
    <div className="border-2 border-iron bg-paper px-3 py-2">
      <p className="text-lead">
        <b>
          {[
            `Wind ${wind === null ? measured.wind : show.wind(wind)} ${measured.windFrom}`.trim(),
            `air ${air === null ? measured.air : show.line(air)}`,
          ].join(', ')}
        </b>
        , measured {plural(Math.max(1, Math.round(minutes)), 'minute')} ago at {from}.
      </p>
      <button
        type="button"
        className="button button-loud mt-2 min-h-glove w-full text-row"
        onClick={() => onConfirm(measured)}
      >
        Still so here: use it
      </button>
    </div>
  );
}
const NOTHING_SEEN = { green: '', leafWet: null, bloom: null, stages: {} } as const;

type CheckProps = StepProps &
  Readonly<{
    others: readonly Run[];
    onWait: (items: readonly Item[]) => Promise<boolean>;
    onConfirm: (part: Partial<Run>) => void;
  }>;
export function Check(props: CheckProps) {
  const { stop, bundle, run, change, onWait } = props;
  const [carried] = useState(() => carriedTo(stop, bundle, props.others, Date.now()));
  const weeds = [...new Set(productsOf(props).flatMap(({ product }) => product.targets))];
  const sprayed = isSprayed(props);
  const [now] = useState(() => hourNow(bundle));
  const seen = seenIn(run);
  const zones = openZones(props).map((zone) => ({ zone, found: foundIn(zone, run, bundle, now) }));
  const isClear = zones.every((z) => z.found.length === 0);
  return (
    <>
      {carried && run.wind === '' && run.air === '' && (
        <CarriedHere carried={carried} onConfirm={props.onConfirm} />
      )}
      <Measures run={run} change={change} zones={zones} />
      <div aria-live="polite" className="grid gap-2">
        {isClear && (sprayed ? seen.wind !== null : true) && (
          <p className="border-l-8 border-moss bg-paper px-3 py-2 text-lead">
            {seen.wind === null && seen.air === null
              ? 'Nothing that you have seen stands against it.'
              : 'By what you measured it may go.'}
          </p>
        )}
        {sprayed && seen.wind === null && (
          <p className="border-l-8 border-straw bg-paper px-3 py-2 text-lead">
            Measure the wind: it is sprayed, and the record asks for it.
          </p>
        )}
      </div>
      <StagesOf weeds={weeds} run={run} change={change} />
      {/* a whole page, which the device keeps */}
      <a href="/key" className="button min-h-bar w-full text-lead">
        What is it? The key to the weeds
      </a>
      {openZones(props).map((z) => (
        <WalkAtStop
          key={z.zoneId}
          zone={z}
          known={weeds}
          day={bundle.day}
          lawnId={stop.lawnId}
          onWait={onWait}
        />
      ))}
      <FoundUnder zones={zones} keys={['growth-stage']} />
      {openZones(props).flatMap((z) =>
        z.held.map((h, i) => (
          <p key={`${z.zoneId}${i}`} className="border-l-4 border-hair px-3 py-1 text-note text-steel">
            As it stood this morning, {h.state}, {h.gate}: {h.words}
          </p>
        )),
      )}
    </>
  );
}

/** What is read off instruments and seen, each with what it stands against below it. */
function Measures({
  run,
  change,
  zones,
}: Pick<StepProps, 'run' | 'change'> & Readonly<{ zones: ZonesFound }>) {
  const measure = (part: Partial<Run>) => change({ ...part, measuredAt: Date.now() });
  return (
    <div className="grid grid-cols-2 gap-3">
      <MeasureField
        {...ON_PAD}
        name="Wind"
        measure="wind"
        value={run.wind}
        onChange={(wind) => measure({ wind })}
      />
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
      <FoundUnder zones={zones} keys={['wind']} />
      <MeasureField
        {...ON_PAD}
        name="Air"
        measure="temperature"
        value={run.air}
        onChange={(air) => measure({ air })}
      />
      <Labelled name="Green, % of the leaf">
        {(f) => (
          <input {...f} {...ON_PAD} value={run.green} onChange={(e) => change({ green: e.target.value })} />
        )}
      </Labelled>
      <FoundUnder zones={zones} keys={['air-temperature', 'turf-state']} />
      <YesNo name="Leaf wet" value={run.leafWet} onChange={(leafWet) => change({ leafWet })} />
      <YesNo name="Weeds in flower" value={run.bloom} onChange={(bloom) => change({ bloom })} />
      <FoundUnder zones={zones} keys={['leaf']} />
      <MeasureField
        {...ON_PAD}
        name="Soil at 2 in"
        measure="temperature"
        value={run.soil}
        onChange={(soil) => change({ soil })}
      />
      <span />
    </div>
  );
}

function StagesOf({
  weeds,
  run,
  change,
}: Pick<StepProps, 'run' | 'change'> & Readonly<{ weeds: readonly Weed[] }>) {
  return (
    <>
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
    </>
  );
}

type ZonesFound = readonly Readonly<{ zone: BundleZone; found: readonly Checked[] }>[];
/** What stands against the work by what stands in the fields above: never further down. */
function FoundUnder({ zones, keys }: Readonly<{ zones: ZonesFound; keys: readonly (GateKey | 'leaf')[] }>) {
  const lines = zones.map(({ zone, found }) => ({
    zone,
    found: found.filter((c) => keys.includes(c.kind === 'gate' ? c.key : 'leaf')),
  }));
  if (lines.every((l) => !l.found.length)) return null;
  return (
    <div aria-live="polite" className="col-span-2 grid gap-2">
      {lines.map(({ zone, found }) => (
        <FoundLines key={zone.zoneId} found={found} of={zones.length > 1 ? zone.name : ''} />
      ))}
    </div>
  );
}

const withStage = (stages: Run['stages'], weed: Weed, stage: string): Run['stages'] => {
  const { [weed]: _, ...rest } = stages;
  return stage === '' ? rest : { ...rest, [weed]: stage };
};

/** Where a sheet says nothing. Common practice, no source. */
const PLAIN_WEAR = 'gloves, long sleeves, boots and eye protection';
const labelsOf = (props: StepProps) => [
  ...new Map(
    productsOf(props).map(({ product }) => [product.labelId, labelOf(props.bundle, product)]),
  ).values(),
];

export function WearStep(props: StepProps) {
  const { bundle, run, change } = props;
  const labels = labelsOf(props);
  return (
    <>
      {safetyOf(labels.map((label) => ({ label }))).map(({ labels: of, ppe, reentry, restricted }) => (
        <Tick key={of[0]!.id} run={run} change={change} names={of.map((l) => wornTick(l.id))}>
          <b>{list(of.map(shortName))}</b>
          {of.some((l) => l.signalWord !== 'none') && ` · ${of[0]!.signalWord.toUpperCase()}`}
          <br />
          {ppe || `The sheet says nothing: wear ${PLAIN_WEAR}.`}
          <span className="mt-1 block text-note text-steel">Re-entry: {reentry || 'until dry'}</span>
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
