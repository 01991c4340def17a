'use client';
import { geoMercator } from 'd3-geo';
import type { DayPlan, DayQuestion, NextDoor } from '@/core/day/plan-day';
import type { Place } from '@/core/lawn/nearest';

type Props = Readonly<{
  question: DayQuestion;
  plan: DayPlan;
  doors: readonly NextDoor[];
  /** the lawn that is pointed at */
  marked: string | null;
  onMark: (lawnId: string | null) => void;
}>;

const WIDTH = 560;
const HEIGHT = 430;
const EDGE = 34;
/** Trucks are told apart by colour and by the line: whole, dashed, dotted. */
const TRUCK_LOOKS = [
  { color: 'var(--color-water)', dash: '' },
  { color: 'var(--color-clay)', dash: '9 5' },
  { color: 'var(--color-moss)', dash: '2 5' },
  { color: 'var(--color-straw-text)', dash: '14 4 3 4' },
] as const;
export const lookOf = (tour: number) => TRUCK_LOOKS[tour % TRUCK_LOOKS.length]!;

/** Our own drawing of the stops from their places: who goes where, in which order, and what lies beside. No map of anybody. */
export function DayMap({ question, plan, doors, marked, onMark }: Props) {
  const places = new Map(question.stops.flatMap((s) => (s.at ? [[s.lawnId, s.at] as const] : [])));
  const homes = question.trucks.flatMap((t) => t.at ?? []);
  const all = [...places.values(), ...homes];
  if (all.length < 2)
    return (
      <p className="border-2 border-hair bg-paper px-3 py-6 text-steel">
        No drawing: fewer than two places are known. Type a lawn’s place on its lawn sheet, bring it in with a
        file of lawns, or take it at the stop from the phone.
      </p>
    );
  const project = geoMercator().fitExtent(
    [
      [EDGE, EDGE],
      [WIDTH - EDGE, HEIGHT - EDGE],
    ],
    { type: 'MultiPoint', coordinates: all.map((p) => [p.longitude, p.latitude]) },
  );
  const at = ({ longitude, latitude }: Place): [number, number] => project([longitude, latitude]) ?? [0, 0];
  const name = (lawnId: string) => question.stops.find((s) => s.lawnId === lawnId)?.address ?? '';
  const ground: Ground = { places, at, name };
  const unknown = question.stops.length - places.size;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={`Drawing of ${plan.tours.filter((t) => t.visits.length).length} routes`}
        className="border-2 border-hair bg-paper"
      >
        <Routes question={question} plan={plan} ground={ground} />
        <Homes homes={homes} ground={ground} />
        {plan.left.map(({ lawnId }) => (
          <LeftStop
            key={lawnId}
            lawnId={lawnId}
            ground={ground}
            isNear={doors.some((d) => d.lawnId === lawnId)}
            isMarked={marked === lawnId}
            onMark={onMark}
          />
        ))}
        <Visits plan={plan} ground={ground} marked={marked} onMark={onMark} />
        {marked && places.has(marked) && <Label words={name(marked)} at={at(places.get(marked)!)} />}
      </svg>
      <figcaption className="text-fine text-steel">
        North is up. Hollow: left for another day; straw: a truck passes next door.
        {unknown > 0 && ` ${unknown} of the lawns have no place on file and are not drawn.`}
      </figcaption>
    </figure>
  );
}

/** Where lawns lie, on the ground and in the drawing, and what they are called. */
type Ground = Readonly<{
  places: ReadonlyMap<string, Place>;
  at: (place: Place) => [x: number, y: number];
  name: (lawnId: string) => string;
}>;
type Onto = Readonly<{ ground: Ground }>;

/** The way of each truck, from where it begins and back. */
function Routes({ question, plan, ground: { places, at } }: Onto & Pick<Props, 'question' | 'plan'>) {
  return (
    <>
      {plan.tours.map((t, k) => {
        const truck = question.trucks.find((x) => x.id === t.truckId);
        const through = t.visits.flatMap((v) => places.get(v.lawnId) ?? []);
        if (!through.length) return null;
        const line = [...(truck?.at ? [truck.at] : []), ...through, ...(truck?.at ? [truck.at] : [])].map(at);
        const { color, dash } = lookOf(k);
        return (
          <polyline
            key={`${t.truckId}|${t.day}`}
            points={line.map((p) => p.join(',')).join(' ')}
            fill="none"
            stroke={color}
            strokeWidth={2.5}
            strokeDasharray={dash}
            strokeLinejoin="round"
            opacity={0.75}
          />
        );
      })}
    </>
  );
}

function Homes({ homes, ground: { at } }: Onto & Readonly<{ homes: readonly Place[] }>) {
  return (
    <>
      {homes.map((h, i) => {
        const [x, y] = at(h);
        return (
          <path
            key={i}
            d={`M${x - 9} ${y + 9}V${y - 3}L${x} ${y - 12}L${x + 9} ${y - 3}V${y + 9}Z`}
            fill="var(--color-iron)"
          >
            <title>Where trucks begin</title>
          </path>
        );
      })}
    </>
  );
}

/** A lawn that is not in the plan. */
function LeftStop({
  lawnId,
  isNear,
  isMarked,
  onMark,
  ground: { places, at, name },
}: Onto &
  Pick<Props, 'onMark'> &
  Readonly<{ lawnId: string; /** a truck passes next door */ isNear: boolean; isMarked: boolean }>) {
  const place = places.get(lawnId);
  if (!place) return null;
  const [x, y] = at(place);
  return (
    <circle
      cx={x}
      cy={y}
      r={isNear ? 9 : 6}
      fill="var(--color-paper)"
      stroke={isNear ? 'var(--color-straw)' : 'var(--color-rail)'}
      strokeWidth={isMarked ? 5 : 3}
      onPointerEnter={() => onMark(lawnId)}
      onPointerLeave={() => onMark(null)}
    >
      <title>{`${name(lawnId)}, left${isNear ? ': a truck passes next door' : ''}`}</title>
    </circle>
  );
}

/** Stops with their numbers, moved apart where they would lie on each other. */
function Visits({
  plan,
  marked,
  onMark,
  ground: { places, at, name },
}: Onto & Pick<Props, 'plan' | 'marked' | 'onMark'>) {
  const shown = apart(
    new Map(
      plan.tours.flatMap((t) =>
        t.visits.flatMap((v) => {
          const place = places.get(v.lawnId);
          return place ? [[v.lawnId, at(place)] as const] : [];
        }),
      ),
    ),
  );
  return (
    <>
      {plan.tours.map((t, k) =>
        t.visits.map((v, i) => {
          const place = places.get(v.lawnId);
          if (!place) return null;
          const [x, y] = shown.get(v.lawnId)!;
          const [x0, y0] = at(place);
          const isMarked = marked === v.lawnId;
          return (
            <g key={v.lawnId} onPointerEnter={() => onMark(v.lawnId)} onPointerLeave={() => onMark(null)}>
              <line x1={x0} y1={y0} x2={x} y2={y} stroke={lookOf(k).color} strokeWidth={1.5} />
              <circle
                cx={x}
                cy={y}
                r={isMarked ? 15 : 11}
                fill={lookOf(k).color}
                stroke="var(--color-paper)"
                strokeWidth={2}
              />
              <text
                x={x}
                y={y + 5}
                textAnchor="middle"
                fontSize={14}
                fontWeight={700}
                fill="#fff"
                className="font-cond"
              >
                {i + 1}
              </text>
              <title>{name(v.lawnId)}</title>
            </g>
          );
        }),
      )}
    </>
  );
}

/** Neighbours' numbers would lie on each other: they are moved apart until each can be read. */
function apart(points: ReadonlyMap<string, readonly [number, number]>): Map<string, [number, number]> {
  const out = new Map([...points].map(([id, [x, y]]): [string, [number, number]] => [id, [x, y]]));
  const list = [...out.values()];
  for (let round = 0; round < 60; round++) {
    let isApart = true;
    for (let i = 0; i < list.length; i++)
      for (let k = i + 1; k < list.length; k++) {
        const [a, b] = [list[i]!, list[k]!];
        const [dx, dy] = [b[0] - a[0] || 0.01 * (k - i), b[1] - a[1] || 0.01];
        const d = Math.hypot(dx, dy);
        if (d >= APART) continue;
        isApart = false;
        const push = (APART - d) / 2 / d;
        a[0] -= dx * push;
        a[1] -= dy * push;
        b[0] += dx * push;
        b[1] += dy * push;
      }
    if (isApart) break;
  }
  for (const p of list) {
    p[0] = Math.min(WIDTH - 13, Math.max(13, p[0]));
    p[1] = Math.min(HEIGHT - 13, Math.max(13, p[1]));
  }
  return out;
}
const APART = 24;

function Label({ words, at: [x, y] }: Readonly<{ words: string; at: [number, number] }>) {
  const isRight = x > WIDTH / 2;
  return (
    <text
      x={isRight ? x - 18 : x + 18}
      y={y - 12}
      textAnchor={isRight ? 'end' : 'start'}
      fontSize={16}
      fontWeight={600}
      fill="var(--color-ink)"
      stroke="var(--color-paper)"
      strokeWidth={4}
      paintOrder="stroke"
      className="font-cond"
    >
      {words}
    </text>
  );
}
