'use client';
import { useState, type ReactNode } from 'react';
import { togetherOf } from '@/core/mixing/card';
import { FILL_WAYS, type FillWay } from '@/core/mixing/loads';
import { carrierOutside } from '@/core/gates/objections';
import {
  equipmentFor,
  isForKind,
  loadsOfMorning,
  settingsFor,
  stopsOf,
  type LoadKind,
  type LoadSettings,
  type Morning,
} from '@/core/mixing/morning';
import { parseFigure } from '@/core/units/parse';
import { rateOf, type VolumeRate } from '@/core/units/rate';
import type { Label } from '@/core/products/label';
import type { Outcome } from '@/server/entry/outcome';
import type { KeepCardsInput } from '@/server/mixing/loads';
import { loadRefusalWords, surpriseWords } from '@/ui/load-words';
import { Labelled } from '@/ui/labelled';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { useSendKey } from '../use-send-key';
import { useCommand } from '../use-command';
import { takeAlong } from './take-along';
import { Around, LoadCardView, Wear, inAllWords, type Ticks } from './load-card';
import { issueSentence } from '@/ui/issue-words';

const WAYS: Readonly<Record<FillWay, string>> = {
  even: 'loads of one size',
  full: 'tank full, then the rest',
  'whole lawns': 'as many whole lawns as go in',
};
const KINDS: readonly LoadKind[] = ['hopper', 'tank'];
const TITLES: Readonly<Record<LoadKind, string>> = { hopper: 'Hopper', tank: 'Tank' };

type Keep = (input: KeepCardsInput) => Promise<Outcome<{ ids: readonly string[] }>>;
type Props = Readonly<{ morning: Morning; mayRecord: boolean; keepCardsAction: Keep }>;

/** The loads of these stops: the hopper's and the tank's, each with its own equipment, as they come of what is typed. */
export function LoadSections({ morning, mayRecord, keepCardsAction }: Props) {
  const kinds = KINDS.filter((kind) => stopsOf(morning, kind).length > 0);
  return kinds.map((kind) => (
    <Section
      key={kind}
      morning={morning}
      kind={kind}
      mayRecord={mayRecord}
      keepCardsAction={keepCardsAction}
      isTitled={kinds.length > 1}
    />
  ));
}

function Section({
  morning,
  kind,
  isTitled,
  mayRecord,
  keepCardsAction,
}: Props & Readonly<{ kind: LoadKind; isTitled: boolean }>) {
  const show = useShows();
  const [typed, setTyped] = useState<LoadSettings>(() =>
    settingsFor(morning, kind, equipmentFor(morning, kind)),
  );
  const [ticks, setTicks] = useState<Ticks>({});
  const stops = stopsOf(morning, kind);
  const set = (change: Partial<LoadSettings>) => {
    setTyped({ ...typed, ...change });
    setTicks({});
  };
  const made = loadsOfMorning(morning, kind, typed);
  const issues = made.kind === 'issues' ? made.issues : [];
  const products = [...new Map(stops.flatMap((s) => s.products).map((p) => [p.label.id, p])).values()];
  const fields = fieldsOf(kind, products);
  const more = kind === 'tank' ? LEFT_FIELDS : [];
  const field = ([key, name, unit]: readonly [keyof LoadSettings, string, string]) => (
    <FigureField
      key={key}
      name={name}
      unit={unit}
      value={typed[key] as string}
      issue={issues.find((i) => i.field === name) ?? null}
      onChange={(v) => set({ [key]: v })}
    />
  );
  return (
    <section aria-label={TITLES[kind]} className="mt-4">
      {isTitled && <h2 className="border-b-2 border-iron text-head">{TITLES[kind]}</h2>}
      <Wear products={products} />
      <div className="no-print mt-3 grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
        <WhichEquipment
          morning={morning}
          kind={kind}
          chosenId={typed.equipmentId}
          onChoose={(other) => {
            const { left, leftIsSameMix, way, together } = typed;
            setTyped({ ...settingsFor(morning, kind, other), left, leftIsSameMix, way, together });
            setTicks({});
          }}
        />
        {fields.map(field)}
      </div>
      <details className="no-print mt-2">
        <summary className="min-h-touch cursor-pointer py-2 font-semibold underline">
          {kind === 'tank' ? 'What is left in the tank, and how loads are made' : 'How loads are made'}
        </summary>
        <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
          {more.map(field)}
          <HowMade typed={typed} made={made} onChange={set} />
        </div>
      </details>
      <OutputOf kind={kind} chosen={morning.equipment.find((e) => e.id === typed.equipmentId)} />
      {made.kind === 'issues' && (
        <p className="mt-2 text-steel">
          {issues.some(
            (i) => !fields.some(([, name]) => name === i.field) && !more.some(([, name]) => name === i.field),
          ) && issues.map((i) => `${issueSentence(i, show)} `)}
          The card stands again as soon as the figure is right.
        </p>
      )}
      {kind === 'tank' && <Carriers labels={products.map((p) => p.label)} typed={typed.carrier} />}
      {made.kind === 'refused' && (
        <p role="alert" className="mt-4 border-l-4 border-clay bg-paper px-3 py-2 text-lg">
          {loadRefusalWords(made.refused, show)}
          {made.refused.otherWay && (
            <button
              type="button"
              className="button mt-2 block"
              onClick={() => set({ way: made.refused.otherWay ?? typed.way })}
            >
              It can be mixed with {WAYS[made.refused.otherWay]}: load that way
            </button>
          )}
        </p>
      )}
      {made.kind === 'loads' && (
        <Loads made={made} ticks={ticks} onTick={(key, on) => setTicks({ ...ticks, [key]: on })}>
          {mayRecord && (
            <KeepCards
              kind={kind}
              keepCardsAction={keepCardsAction}
              settings={typed}
              applicationIds={[...new Set(morning.stops.map((s) => s.applicationId))]}
            />
          )}
        </Loads>
      )}
    </section>
  );
}

type Made = ReturnType<typeof loadsOfMorning>;
type Field = readonly [key: keyof LoadSettings, name: string, unit: string];
const LEFT_FIELDS: readonly Field[] = [
  ['dead', 'Stays in pump and hose', 'volume'],
  ['left', 'Left in the tank', 'volume'],
];
/** What is asked of the equipment, and of what its products are measured with. */
function fieldsOf(kind: LoadKind, products: readonly StopProduct[]): Field[] {
  const isWeighed = products.some((p) => p.rate.by === 'mass');
  const isPoured = products.some(
    (p) => p.rate.by === 'volume' || (kind === 'tank' && p.label.surfactantPercent !== null),
  );
  return [
    ['tank', kind === 'tank' ? 'Tank' : 'Hopper', kind === 'tank' ? 'volume' : 'weight'],
    ...(kind === 'tank' ? [['carrier', 'Water', 'carrier'] as const] : []),
    ...(isWeighed ? [['scale', 'Scale reads to', 'g'] as const] : []),
    ...(isPoured ? [['jug', 'Jug reads to', 'pour'] as const] : []),
  ];
}
type StopProduct = ReturnType<typeof stopsOf>[number]['products'][number];

function WhichEquipment({
  morning,
  kind,
  chosenId,
  onChoose,
}: Readonly<{
  morning: Morning;
  kind: LoadKind;
  chosenId: string;
  onChoose: (equipment: Morning['equipment'][number] | null) => void;
}>) {
  const fitting = morning.equipment.filter((e) => isForKind(e, kind));
  if (!fitting.length) return null;
  return (
    <div className="col-span-2">
      <Labelled name={kind === 'tank' ? 'Sprayer' : 'Spreader'}>
        {(f) => (
          <select
            {...f}
            value={chosenId}
            onChange={(e) => onChoose(fitting.find((x) => x.id === e.target.value) ?? null)}
          >
            <option value="">not said</option>
            {fitting.map((e) => (
              <option key={e.id} value={e.id}>
                {[e.name, e.truck].filter(Boolean).join(', ')}
              </option>
            ))}
          </select>
        )}
      </Labelled>
    </div>
  );
}

/** How the tank is filled, what is left in it, and in which order stops come. */
function HowMade({
  typed,
  made,
  onChange,
}: Readonly<{ typed: LoadSettings; made: Made; onChange: (change: Partial<LoadSettings>) => void }>) {
  return (
    <>
      <div className="col-span-2">
        <Labelled name="Loads">
          {(f) => (
            <select {...f} value={typed.way} onChange={(e) => onChange({ way: e.target.value as FillWay })}>
              {FILL_WAYS.map((w) => (
                <option key={w} value={w}>
                  {WAYS[w]}
                </option>
              ))}
            </select>
          )}
        </Labelled>
      </div>
      {typed.left.trim() !== '' && (
        <Box
          name="What is left is this mix"
          isOn={typed.leftIsSameMix}
          onChange={(leftIsSameMix) => onChange({ leftIsSameMix })}
        />
      )}
      {made.kind === 'loads' && (made.rinses > made.fewest || typed.together) && (
        <Box
          name={`Stops of one mix together: ${plural(made.rinses, 'rinse')} in this order, ${made.fewest} then`}
          isOn={typed.together}
          onChange={(together) => onChange({ together })}
        />
      )}
    </>
  );
}

/** What the equipment was measured to put out. */
function OutputOf({
  kind,
  chosen,
}: Readonly<{ kind: LoadKind; chosen: Morning['equipment'][number] | undefined }>) {
  const show = useShows();
  return (
    <>
      {kind === 'tank' && chosen?.output?.by === 'volume' && (
        <p className="mt-1 text-note text-steel">
          Water by what {chosen.name} was measured to put out: {show.carrier(chosen.output.rate)}.
        </p>
      )}
      {kind === 'hopper' && chosen?.output?.by === 'mass' && chosen.fitted && (
        <p className="mt-1 text-note text-steel">
          {chosen.name}: {chosen.fitted}.
        </p>
      )}
    </>
  );
}

/** The loads as cards, with what is odd about them before, and what goes for all of them after. */
function Loads({
  made,
  ticks,
  onTick,
  children,
}: Readonly<{
  made: Extract<Made, { kind: 'loads' }>;
  ticks: Ticks;
  onTick: (key: string, on: boolean) => void;
  children: ReactNode;
}>) {
  const show = useShows();
  const { cards } = made.value;
  return (
    <>
      {made.surprises.map((s, i) => (
        <p key={i} role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-2">
          {surpriseWords(s, made.value.labels, show)}
        </p>
      ))}
      <p className="mt-4 font-cond text-xl font-semibold">{inAllWords(cards, show)}</p>
      <ol className="mt-2 grid gap-4">
        {cards.map((card, i) => (
          <li key={i} className="border-2 border-hair bg-paper px-4 py-3">
            <LoadCardView
              card={card}
              ticks={ticksOf(ticks, i)}
              onTick={(key, on) => onTick(`${i} ${key}`, on)}
            />
          </li>
        ))}
      </ol>
      {children}
      <Around
        card={togetherOf(cards)}
        ticks={ticksOf(ticks, -1)}
        onTick={(key, on) => onTick(`-1 ${key}`, on)}
      />
    </>
  );
}

const ticksOf = (ticks: Ticks, load: number): Ticks =>
  Object.fromEntries(
    Object.entries(ticks).flatMap(([key, on]) =>
      key.startsWith(`${load} `) ? [[key.slice(`${load} `.length), on]] : [],
    ),
  );

function Box({
  name,
  isOn,
  onChange,
}: Readonly<{ name: string; isOn: boolean; onChange: (on: boolean) => void }>) {
  return (
    <label className="col-span-2 flex min-h-touch items-center gap-3">
      <input
        type="checkbox"
        className="size-6 shrink-0 accent-[var(--color-moss)]"
        checked={isOn}
        onChange={(e) => onChange(e.target.checked)}
      />
      {name}
    </label>
  );
}

/** Where the spray volume is not what a label asks for. */
function Carriers({ labels, typed }: Readonly<{ labels: readonly Label[]; typed: string }>) {
  const show = useShows();
  const read = parseFigure(typed, { field: 'Water', unit: 'carrier', above: 0, most: 20 });
  if (!read.ok) return null;
  const carrier = (rateOf(read.value, 'gal/1000sqft') as VolumeRate).rate;
  return labels.map((label) => {
    const limits = carrierOutside(label, carrier);
    if (!limits) return null;
    return (
      <p key={label.id} role="alert" className="mt-2 border-l-4 border-clay bg-paper px-3 py-2">
        Water is {show.carrier(carrier)}; the label of {shortName(label)} asks for{' '}
        {show.carrier(limits.least)} to {show.carrier(limits.most)}. Change the water, or the equipment.
      </p>
    );
  });
}

/** Keeps the cards as they are now: to tick at the tailgate, to print, and to have where there is no network. */
function KeepCards({
  kind,
  settings,
  applicationIds,
  keepCardsAction,
}: Readonly<{
  kind: LoadKind;
  settings: LoadSettings;
  applicationIds: readonly string[];
  keepCardsAction: Keep;
}>) {
  const { run, refusal, isSending } = useCommand();
  const { keyOf } = useSendKey();
  const [kept, setKept] = useState<Readonly<{ of: string; ids: readonly string[] }> | null>(null);
  const of = JSON.stringify([kind, settings, applicationIds]);
  const ids = kept?.of === of ? kept.ids : null;
  return (
    <div className="no-print mt-4">
      {!ids && (
        <button
          type="button"
          className="button w-full"
          disabled={isSending}
          onClick={() => {
            const what = { applicationIds, kind, settings };
            run(keepCardsAction, { sendKey: keyOf(what), ...what }, (value) => {
              setKept({ of, ids: value.ids });
              void takeAlong(value.ids.map((id) => `/load/${id}`));
            });
          }}
        >
          {isSending ? 'Keeping…' : 'Keep these cards: tick, print, take along'}
        </button>
      )}
      {ids && (
        <div role="status" className="border-l-4 border-moss bg-paper px-3 py-2">
          <p className="font-semibold">Kept, and on this device for where there is no network:</p>
          <ul className="flex flex-wrap gap-x-5">
            {ids.map((id, i) => (
              <li key={id}>
                {/* a whole page, which the device keeps */}
                <a className="inline-flex min-h-touch items-center font-semibold" href={`/load/${id}`}>
                  Card {i + 1} of {ids.length}
                </a>
              </li>
            ))}
          </ul>
        </div>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/load" />}
    </div>
  );
}
