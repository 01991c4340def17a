'use client';
import type { Issue } from '@/core/units/issue';
import { useEffect, useState } from 'react';
import type { LoadCard } from '@/core/mixing/card';
import { significant } from '@/core/units/figure';
import type { Measure } from '@/core/units/measures';
import { parseFigure } from '@/core/units/parse';
import { KG_PER_LB, L_PER_FL_OZ, L_PER_GAL } from '@/core/units/trade';
import type { StoredCard } from '@/data/load-cards';
import type { MeasuredInput } from '@/server/mixing/loads';
import { Link } from '@/ui/link';
import { cardTitle } from '@/ui/load-words';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { itemOf, type Item } from '../../outbox/item';
import { useOutbox } from '../../outbox/use-outbox';
import { answerWords } from '../../outbox/words';
import { NOT_LASTING } from '../../outbox/device-words';
import { useKept } from '../../use-kept';
import { Around, LoadCardView, Wear, type Ticks } from '../load-card';
import { takeAlong } from '../take-along';

type Props = Readonly<{
  stored: StoredCard;
  /** the way to the record, as an SVG */
  code: string;
  mayRecord: boolean;
  userId: string;
  /** who is signed in, by name */
  person: string;
}>;

const isTicks = (v: unknown): v is Ticks =>
  typeof v === 'object' && v !== null && Object.values(v).every((x) => typeof x === 'boolean');

/** A kept card at the tailgate. Its ticks stay on this device, with a network or without. */
export function CardScreen({ stored, code, mayRecord, userId, person }: Props) {
  const { id, card } = stored;
  const show = useShows();
  const [ticks, keepTicks] = useKept<Ticks>(`card:${id}`, {}, isTicks);
  const onTick = (key: string, done: boolean) => keepTicks({ ...ticks, [key]: done });
  useEffect(() => {
    void takeAlong([`/load/${id}`]);
  }, [id]);
  const stops = [...new Map(card.stops.map((s) => [s.applicationId, s])).values()];
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p className="no-print">
        <Link href="/load" className="inline-flex min-h-touch items-center">
          All loads
        </Link>
      </p>
      <div className="flex items-start justify-between gap-4">
        <div>
          <h1 className="text-page">{card.products.map((p) => shortName(p.label)).join(' with ')}</h1>
          <p className="text-steel">
            {[
              cardTitle(card),
              card.equipment && [card.equipment.name, card.equipment.fitted].filter(Boolean).join(', '),
              card.carrier !== null && show.carrier(card.carrier),
              `made by ${stored.madeBy}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        <div
          role="img"
          aria-label="Code that leads to the record"
          className="hidden w-[92px] shrink-0 bg-white p-1 sm:block"
          dangerouslySetInnerHTML={{ __html: code }}
        />
      </div>
      <Wear products={card.products} />
      <div className="mt-4 border-2 border-hair bg-paper px-4 py-3">
        <LoadCardView card={card} ticks={ticks} onTick={onTick} />
      </div>
      <p className="no-print mt-3">
        <a href={`/api/cards/${id}`} className="button w-full">
          Print: one page (PDF)
        </a>
      </p>
      {mayRecord && <Measured stored={stored} userId={userId} person={person} />}
      {mayRecord && (
        <section className="no-print mt-4" aria-label="Records">
          <h2 className="border-b-2 border-iron text-row">Put down: record it</h2>
          <ul>
            {stops.map((s) => (
              <li key={s.applicationId} className="border-b border-hair">
                <a
                  href={`/lawns/${s.zoneId}/record/${s.applicationId}`}
                  className="inline-flex min-h-bar items-center font-semibold"
                >
                  {s.site}
                </a>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Around card={card} ticks={ticks} onTick={onTick} />
    </div>
  );
}

type Unit = Readonly<{ unit: Measure | 'g'; inSi: number }>;
/** Pounds of a hopper, grams of a tank's dry product, fluid ounces of a liquid; all in trade units, as they are kept. */
const unitOf = ({ measured, label }: LoadCard['products'][number]): Unit =>
  measured.by === 'volume'
    ? { unit: 'pour', inSi: L_PER_FL_OZ }
    : label.formulation === 'G'
      ? { unit: 'weight', inSi: KG_PER_LB }
      : { unit: 'g', inSi: 0.001 };

/** What really went in, where it was not what the card says: written once, and each record begins with it. */
function Measured({
  stored: { id, card, measured, measuredBy },
  userId,
  person,
}: Pick<Props, 'stored' | 'userId' | 'person'>) {
  const show = useShows();
  const asked = card.products.map((p) => {
    const { unit, inSi } = unitOf(p);
    return {
      name: `${shortName(p.label)} used`,
      unit,
      inSi,
      value: significantTyped(p.measured.amount / inSi),
    };
  });
  const water = {
    name: 'Water used',
    unit: 'volume' as const,
    inSi: L_PER_GAL,
    value: significantTyped(card.water / L_PER_GAL),
  };
  const fields = card.kind === 'tank' ? [...asked, water] : asked;
  const [typed, setTyped] = useState<readonly string[]>(() => fields.map((f) => f.value));
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const outbox = useOutbox(userId);
  const { put } = outbox;
  const isOfThis = (m: unknown) => (m as MeasuredInput | undefined)?.cardId === id;
  const waits = outbox.waiting.some((w) => w.kind === 'measured' && isOfThis(w.input));
  const answer = outbox.answers.find((a) => a.kind === 'measured' && a.lawnId === id);
  const refused = answer ? answerWords(answer, show) : '';
  useEffect(() => {
    const old = oldMeasured(id);
    if (old) void put([measuredItem(old)]).then((kept) => kept && localStorage.removeItem(oldKey(id)));
  }, [id, put]);
  const by = measured ? measuredBy : answer && !refused ? person : null;
  if (by !== null)
    return (
      <p role="status" className="mt-3 border-l-4 border-moss bg-paper px-3 py-2">
        What went in is written down, by {by}
        {measured &&
          `: ${card.products
            .map((p, i) => {
              const { unit, inSi } = unitOf(p);
              const figure = measured.products[i]! / inSi;
              return `${unit === 'g' ? `${significant(figure, 4)} g` : show.of(unit, measured.products[i]!, 4)} of ${shortName(p.label)}`;
            })
            .join(', ')}`}
        . Each record begins with it.
      </p>
    );
  if (waits)
    return (
      <p role="status" className="mt-3 border-l-4 border-straw bg-paper px-3 py-2">
        Kept on this device: it is sent as soon as there is a network. {!outbox.isLasting && NOT_LASTING}
      </p>
    );
  const send = () => {
    const read = fields.map((f, i) =>
      parseFigure(typed[i]!, { field: f.name, unit: f.unit, least: 0, most: 100_000 }),
    );
    setIssues(read.flatMap((r) => (r.ok ? [] : [r.issue])));
    if (read.some((r) => !r.ok)) return;
    const figures = read.map((r, i) => (r.ok ? r.value * fields[i]!.inSi : 0));
    void put([
      measuredItem({
        sendKey: crypto.randomUUID(),
        cardId: id,
        products: figures.slice(0, card.products.length),
        water: card.kind === 'tank' ? figures.at(-1)! : 0,
      }),
    ]);
  };
  return (
    <section className="no-print mt-4" aria-label="Really measured">
      <h2 className="border-b-2 border-iron text-row">What really went in</h2>
      <div className="mt-2 grid grid-cols-1 items-end gap-3 sm:grid-cols-3">
        {fields.map((f, i) => (
          <FigureField
            key={f.name}
            name={f.name}
            unit={f.unit}
            value={typed[i]!}
            issue={issues.find((x) => x.field === f.name) ?? null}
            onChange={(v) => setTyped(typed.map((t, k) => (k === i ? v : t)))}
          />
        ))}
        <button type="button" className="button" onClick={send}>
          This went in
        </button>
      </div>
      {[refused, outbox.trouble].filter(Boolean).map((words) => (
        <p key={words} role="alert" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
          {words}
        </p>
      ))}
    </section>
  );
}

/** What is sent of a load stands under its card. */
const measuredItem = (input: MeasuredInput): Item => itemOf('measured', input, input.cardId);

/** Where devices kept it until the autumn of 2026. */
const oldKey = (cardId: string) => `measured:${cardId}`;
function oldMeasured(cardId: string): MeasuredInput | null {
  try {
    const kept = JSON.parse(localStorage.getItem(oldKey(cardId)) ?? 'null') as MeasuredInput | null;
    return kept?.cardId === cardId && typeof kept.sendKey === 'string' ? kept : null;
  } catch {
    return null;
  }
}

/** As a person would type it, in trade units. */
const significantTyped = (value: number): string => String(Number(value.toPrecision(5)));
