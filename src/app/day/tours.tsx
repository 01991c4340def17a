'use client';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCorners,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Lock, LockOpen, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { isoDay, showWeekday } from '@/core/calendar/day';
import type {
  DayPlan,
  DayQuestion,
  DayStop,
  DayWishes,
  LeftWhy,
  NextDoor,
  PlannedVisit,
  TruckDay,
} from '@/core/day/plan-day';
import { figure } from '@/core/units/figure';
import { minuteWords, pointWords } from '@/ui/day-words';
import { Link } from '@/ui/link';
import { list, plural } from '@/ui/text';
import { lookOf } from './day-map';

type Props = Readonly<{
  question: DayQuestion;
  plan: DayPlan;
  wishes: DayWishes;
  mayPlan: boolean;
  marked: string | null;
  onMark: (lawnId: string | null) => void;
  onWish: (words: string, wishes: DayWishes) => void;
}>;

const keyOf = (t: Pick<TruckDay, 'truckId' | 'day'>) => `${t.truckId}|${t.day}`;
/** Room that a stop that was put between two others keeps for the way to it, minutes. */
const WAY = 30;

const stopIn = ({ stops }: DayQuestion, lawnId: string) => stops.find((s) => s.lawnId === lawnId);
/** As if nobody had wished anything of a lawn. */
const without = (wishes: DayWishes, lawnId: string): DayWishes => ({
  locked: wishes.locked.filter((l) => l !== lawnId),
  out: wishes.out.filter((l) => l !== lawnId),
  pins: wishes.pins.filter((p) => p.lawnId !== lawnId),
  home: wishes.home,
});

/** Each truck's stops of each day in their order; drawn to another place, the rest is solved anew around it. */
export function Tours(props: Props) {
  const { question, plan, wishes, onWish } = props;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    const lawnId = String(active.id);
    const stop = stopIn(question, lawnId);
    if (!over || over.id === active.id || !stop) return;
    const target = plan.tours.find((t) => keyOf(t) === over.id || t.visits.some((v) => v.lawnId === over.id));
    if (!target) return;
    const others = target.visits.filter((v) => v.lawnId !== lawnId);
    const was = target.visits.findIndex((v) => v.lawnId === lawnId);
    const on = target.visits.findIndex((v) => v.lawnId === over.id);
    // dropped on a stop it takes its place: behind it where it comes from above
    const at = on < 0 ? others.length : was >= 0 && was < on ? on : Math.min(on, others.length);
    const truck = question.trucks.find((t) => t.id === target.truckId)!;
    const before = others[at - 1];
    const after = others[at];
    const from = before ? before.end : truck.from;
    const to = after ? Math.max(after.begin, from) + stop.minutes + WAY : truck.to;
    onWish(`${stop.address} put there by hand`, {
      ...without(wishes, lawnId),
      pins: [
        ...wishes.pins.filter((p) => p.lawnId !== lawnId),
        { lawnId, truckId: target.truckId, day: target.day, from, to },
      ],
    });
  };
  return (
    <DndContext id="tours" sensors={sensors} collisionDetection={closestCorners} onDragEnd={drop}>
      {plan.tours.map((t, k) => (
        <Tour key={keyOf(t)} {...props} tour={t} at={k} />
      ))}
    </DndContext>
  );
}

/** A truck's stops of a day, in their order. */
function Tour({
  question,
  wishes,
  mayPlan,
  marked,
  onMark,
  onWish,
  tour: t,
  at: k,
}: Props & Readonly<{ tour: TruckDay; /** its place among the tours: by that it is drawn */ at: number }>) {
  const truck = question.trucks.find((x) => x.id === t.truckId)!;
  const points = t.visits.reduce(
    (sum, v) => sum + (stopIn(question, v.lawnId)?.lines.reduce((a, l) => a + l.regret, 0) ?? 0),
    0,
  );
  const ids = t.visits.flatMap((v) => stopIn(question, v.lawnId)?.lines.map((l) => l.applicationId) ?? []);
  return (
    <section className="mb-5" aria-label={`${truck.name}, ${showWeekday(t.day)}`}>
      <h2 className="flex flex-wrap items-baseline gap-x-3 border-b-2 border-iron text-row">
        <svg width={34} height={8} aria-hidden>
          <line
            x1={0}
            x2={34}
            y1={4}
            y2={4}
            stroke={lookOf(k).color}
            strokeWidth={4}
            strokeDasharray={lookOf(k).dash}
          />
        </svg>
        {truck.name}
        {question.days.length > 1 && <span>{showWeekday(t.day)}</span>}
        <span className="text-body font-medium text-steel">{list(truck.people)}</span>
      </h2>
      <p className="text-note text-steel">
        {t.visits.length
          ? `${plural(t.visits.length, 'lawn')}, back at ${minuteWords(t.finish)}, ${figure(t.drive)} min on the road${points >= 0.05 ? `, ${pointWords(points)} saved` : ''}`
          : 'Nothing: put a lawn here to send it out.'}
      </p>
      <SortableContext items={t.visits.map((v) => v.lawnId)} strategy={verticalListSortingStrategy}>
        <Box id={keyOf(t)}>
          {t.visits.map((v, i) => {
            const stop = stopIn(question, v.lawnId);
            return (
              stop && (
                <Visit
                  key={v.lawnId}
                  stop={stop}
                  visit={v}
                  place={i + 1}
                  mayPlan={mayPlan}
                  onMark={onMark}
                  filling={question.lawnFillMinutes}
                  isMarked={marked === v.lawnId}
                  isLocked={wishes.locked.includes(v.lawnId)}
                  pin={wishes.pins.find((p) => p.lawnId === v.lawnId)}
                  onLock={() =>
                    wishes.locked.includes(v.lawnId) || wishes.pins.some((p) => p.lawnId === v.lawnId)
                      ? onWish(`${stop.address} free again`, without(wishes, v.lawnId))
                      : onWish(`${stop.address} locked`, {
                          ...without(wishes, v.lawnId),
                          locked: [...wishes.locked, v.lawnId],
                        })
                  }
                  onLeave={() =>
                    onWish(`${stop.address} left out`, {
                      ...without(wishes, v.lawnId),
                      out: [...wishes.out, v.lawnId],
                    })
                  }
                />
              )
            );
          })}
        </Box>
      </SortableContext>
      {t.visits.length > 0 && (
        <p className="no-print mt-1 flex flex-wrap gap-2">
          <Link href={`/load?stops=${ids.join('.')}`} className="button py-0 md:min-h-desk">
            Load {truck.name}
          </Link>
          <a href={`/go?day=${isoDay(t.day)}&truck=${t.truckId}`} className="button py-0 md:min-h-desk">
            Go with {truck.name}
          </a>
        </p>
      )}
    </section>
  );
}

function Box({ id, children }: Readonly<{ id: string; children: ReactNode }>) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <ol
      ref={setNodeRef}
      className={`min-h-touch ${isOver ? 'bg-paper outline-2 outline-dashed outline-water' : ''}`}
    >
      {children}
    </ol>
  );
}

type VisitProps = Readonly<{
  stop: DayStop;
  visit: PlannedVisit;
  place: number;
  isMarked: boolean;
  isLocked: boolean;
  pin: DayWishes['pins'][number] | undefined;
  mayPlan: boolean;
  onMark: (lawnId: string | null) => void;
  onLock: () => void;
  onLeave: () => void;
  /** minutes to fill at a lawn */
  filling: number;
}>;

function Visit({
  stop,
  visit,
  place,
  isMarked,
  isLocked,
  pin,
  mayPlan,
  onMark,
  onLock,
  onLeave,
  filling,
}: VisitProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: stop.lawnId,
    disabled: !mayPlan,
  });
  const points = stop.lines.reduce((sum, l) => sum + l.regret, 0);
  const fills = (['tank', 'hopper'] as const).map((k) =>
    stop.minutesBy === 'the house' ? visit.fills[k] : Math.sign(visit.fills[k]),
  );
  const filled = fills[0]! + fills[1]!;
  const waits = visit.begin - visit.arrive - filled * filling;
  const isHeld = isLocked || pin !== undefined;
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex items-start gap-2 border-b border-hair py-1 ${isDragging ? 'relative z-10 bg-paper shadow' : ''} ${isMarked ? 'bg-paper' : ''}`}
      onPointerEnter={() => onMark(stop.lawnId)}
      onPointerLeave={() => onMark(null)}
    >
      {mayPlan && (
        <button
          type="button"
          className="flex min-h-touch w-[30px] shrink-0 cursor-grab touch-none items-center justify-center text-steel"
          aria-label={`Move ${stop.address}`}
          {...attributes}
          {...listeners}
        >
          <GripVertical size={18} aria-hidden />
        </button>
      )}
      <b className="w-6 shrink-0 pt-1.5 text-right font-cond text-row leading-tight">{place}</b>
      <div className="min-w-0 grow py-1">
        <p className="flex flex-wrap items-baseline gap-x-2">
          <b className="font-cond text-lead">{stop.address}</b>
          <span className="whitespace-nowrap text-note">
            {minuteWords(visit.begin)} to {minuteWords(visit.end)}
          </span>
        </p>
        <p className="text-fine text-steel">
          {stop.lines.map((l) => `${l.zoneName}: ${l.what}`).join(' · ')}
          {stop.minutesBy !== 'the house' && `. ${minutesWords(stop)}`}
          {points >= 0.05 && `, ${pointWords(points)} saved`}
          {waits > 1 && `, waits ${figure(waits)} min for its hours`}
          {visit.refill &&
            `. Fill at the shop first${visit.trips ? `, and ${plural(visit.trips, 'time')} more during the work` : ''}`}
          {filled > 0 && `. Fill ${fillWords(visit)} there, ${figure(filled * filling)} min`}
          {pin && `. Between ${minuteWords(pin.from)} and ${minuteWords(pin.to)}, as you put it`}
        </p>
      </div>
      {mayPlan && (
        <span className="flex shrink-0">
          <button
            type="button"
            aria-pressed={isHeld}
            className={`flex min-h-touch min-w-[40px] items-center justify-center ${isHeld ? 'text-moss' : 'text-steel'}`}
            aria-label={`${isHeld ? 'Free' : 'Lock'} ${stop.address}`}
            title={isHeld ? 'Held here: free it' : 'Lock it: it is done whatever it costs'}
            onClick={onLock}
          >
            {isHeld ? <Lock size={18} aria-hidden /> : <LockOpen size={18} aria-hidden />}
          </button>
          <button
            type="button"
            className="flex min-h-touch min-w-[40px] items-center justify-center text-steel"
            aria-label={`Leave ${stop.address} out`}
            title="Leave it out"
            onClick={onLeave}
          >
            <X size={18} aria-hidden />
          </button>
        </span>
      )}
    </li>
  );
}

function minutesWords({ minutes, spread, minutesBy }: DayStop): string {
  return `${figure(minutes)} min, as ${minutesBy} took: ${figure(spread.low)} to ${figure(spread.high)}`;
}

/** What is filled at a lawn, and how often. */
const fillWords = ({ fills }: PlannedVisit): string =>
  list(
    (['tank', 'hopper'] as const).flatMap((k) =>
      fills[k] ? `the ${k}${fills[k] > 1 ? ` ${fills[k]} times` : ''}` : [],
    ),
  );

const WHY: Readonly<Record<NonNullable<LeftWhy>, string>> = {
  'never open': 'no hour in which it may go and fits',
  'too far': 'too far for the working day',
  'left out': 'left out by hand',
  'no truck has what it needs': 'no truck has the equipment for it',
  'others are there': 'mown or watered by others that day',
};

/** What is not in the plan, and why; what a truck passes next door is proposed. */
export function LeftList({
  question,
  plan,
  doors,
  wishes,
  mayPlan,
  onWish,
}: Omit<Props, 'marked' | 'onMark'> & Readonly<{ doors: readonly NextDoor[] }>) {
  if (!plan.left.length) return null;
  const nameOf = (lawnId: string) => question.stops.find((s) => s.lawnId === lawnId)?.address ?? '';
  return (
    <section className="mt-4" aria-label="Left">
      <h2 className="border-b-2 border-iron text-row">Left for another day · {plan.left.length}</h2>
      <ul>
        {plan.left.map(({ lawnId, why }) => {
          const door = doors.find((d) => d.lawnId === lawnId);
          const isOut = wishes.out.includes(lawnId);
          return (
            <li key={lawnId} className="flex flex-wrap items-center gap-x-3 border-b border-hair py-1">
              <span className="grow">
                <b className="font-cond text-lead">{nameOf(lawnId)}</b>{' '}
                <span className="text-note text-steel">
                  {why ? WHY[why] : 'the time goes to others'}
                  {door &&
                    `. ${question.trucks.find((t) => t.id === door.truckId)?.name} is next door at ${nameOf(door.besides)} on ${showWeekday(door.day)}`}
                </span>
              </span>
              {mayPlan && (isOut || why === null || door) && (
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  onClick={() =>
                    onWish(`${nameOf(lawnId)} taken along`, {
                      ...wishes,
                      out: wishes.out.filter((l) => l !== lawnId),
                      locked: isOut ? wishes.locked : [...wishes.locked, lawnId],
                    })
                  }
                >
                  {isOut ? 'Take it in again' : 'Take it along'}
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
