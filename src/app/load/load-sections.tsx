'use client';
import { useState } from 'react';
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
import { plural, shortName } from '@/ui/words';
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
  const cards = made.kind === 'loads' ? made.value.cards : [];
  const fields = [
    ...(kind === 'tank'
      ? ([
          ['tank', 'Tank', 'volume'],
          ['carrier', 'Water', 'carrier'],
        ] as const)
      : ([['tank', 'Hopper', 'weight']] as const)),
    ...(products.some((p) => p.rate.by === 'mass') ? ([['scale', 'Scale reads to', 'g']] as const) : []),
    ...(products.some(
      (p) => p.rate.by === 'volume' || (kind === 'tank' && p.label.surfactantPercent !== null),
    )
      ? ([['jug', 'Jug reads to', 'pour']] as const)
      : []),
  ];
  const more =
    kind === 'tank'
      ? ([
          ['dead', 'Stays in pump and hose', 'volume'],
          ['left', 'Left in the tank', 'volume'],
        ] as const)
      : [];
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
  const chosen = morning.equipment.find((e) => e.id === typed.equipmentId) ?? null;
  const fitting = morning.equipment.filter((e) => isForKind(e, kind));
  return (
    <section aria-label={TITLES[kind]} className="mt-4">
      {isTitled && <h2 className="border-b-2 border-iron text-head">{TITLES[kind]}</h2>}
      <Wear products={products} />
      <div className="no-print mt-3 grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
        {fitting.length > 0 && (
          <div className="col-span-2">
            <Labelled name={kind === 'tank' ? 'Sprayer' : 'Spreader'}>
              {(f) => (
                <select
                  {...f}
                  value={typed.equipmentId}
                  onChange={(e) => {
                    const other = morning.equipment.find((x) => x.id === e.target.value) ?? null;
                    const { left, leftIsSameMix, way, together } = typed;
                    setTyped({ ...settingsFor(morning, kind, other), left, leftIsSameMix, way, together });
                    setTicks({});
                  }}
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
        )}
        {fields.map(field)}
      </div>
      <details className="no-print mt-2">
        <summary className="min-h-touch cursor-pointer py-2 font-semibold underline">
          {kind === 'tank' ? 'What is left in the tank, and how loads are made' : 'How loads are made'}
        </summary>
        <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
          {more.map(field)}
          <div className="col-span-2">
            <Labelled name="Loads">
              {(f) => (
                <select {...f} value={typed.way} onChange={(e) => set({ way: e.target.value as FillWay })}>
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
              onChange={(leftIsSameMix) => set({ leftIsSameMix })}
            />
          )}
          {made.kind === 'loads' && (made.rinses > made.fewest || typed.together) && (
            <Box
              name={`Stops of one mix together: ${plural(made.rinses, 'rinse')} in this order, ${made.fewest} then`}
              isOn={typed.together}
              onChange={(together) => set({ together })}
            />
          )}
        </div>
      </details>
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
                  onTick={(key, on) => setTicks({ ...ticks, [`${i} ${key}`]: on })}
                />
              </li>
            ))}
          </ol>
          {mayRecord && (
            <KeepCards
              kind={kind}
              keepCardsAction={keepCardsAction}
              settings={typed}
              applicationIds={[...new Set(morning.stops.map((s) => s.applicationId))]}
            />
          )}
          <Around
            card={togetherOf(cards)}
            ticks={ticksOf(ticks, -1)}
            onTick={(key, on) => setTicks({ ...ticks, [`-1 ${key}`]: on })}
          />
        </>
      )}
    </section>
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
