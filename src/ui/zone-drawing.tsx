import { exclusionRadius, type Place, type Tree } from '@/core/lawn/measure';
import { figure } from '@/core/units/figure';
import { between } from '@/core/units/measures';
import type { Region } from '@/geometry/region';
import { useShows } from './units';

type Props = Readonly<{
  region: Region;
  circles: Region;
  trees: readonly Tree[];
  /** named shapes, drawn as outlines: what is added, what is taken away */
  outlines: readonly Readonly<{
    name: string;
    sign: 'add' | 'subtract';
    points: readonly (readonly [number, number])[];
  }>[];
}>;

const W = 560;
const H = 340;
const EDGE = 26;
/** of the scale, in feet or metres */
const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000];

/** The zone to scale as it is typed: what is treated, what is taken out, trees with what is kept clear of them. */
export function ZoneDrawing({ region, circles, trees, outlines }: Props) {
  const placed = trees.filter((t): t is Tree & { at: Place } => t.at !== null);
  const points = [
    ...region.flat(2),
    ...outlines.flatMap((o) => o.points),
    ...placed.map((t) => [t.at.x, t.at.y] as const),
  ];
  if (!points.length)
    return (
      <div className="grid h-[220px] place-items-center border border-hair bg-paper text-steel">
        The zone is drawn here, to scale, as you type.
      </div>
    );
  const paper = paperOf(points);
  const { path, width, height } = paper;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full border border-hair bg-paper"
      role="img"
      aria-label="The zone, to scale"
    >
      <defs>
        <pattern id="taken" width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1={0} y1={0} x2={0} y2={7} stroke="var(--color-clay)" strokeWidth={1.6} />
        </pattern>
      </defs>
      <path
        d={path(region.flat())}
        fill="var(--color-turf)"
        fillRule="evenodd"
        stroke="var(--color-moss)"
        strokeWidth={1.5}
      />
      <path d={path(circles.flat())} fill="url(#taken)" stroke="var(--color-clay)" strokeWidth={1.2} />
      {outlines.map((o, i) => (
        <Outline key={i} outline={o} paper={paper} />
      ))}
      {placed.map((t, i) => (
        <PlacedTree key={i} tree={t} paper={paper} />
      ))}
      <Scale paper={paper} across={[width, height]} />
    </svg>
  );
}

type Paper = ReturnType<typeof paperOf>;
/** Metres to points of the drawing, so that all of it is seen. */
function paperOf(points: readonly (readonly [number, number])[]) {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(
    (W - 2 * EDGE) / Math.max(right - left, 0.1),
    (H - 2 * EDGE - 14) / Math.max(top - bottom, 0.1),
  );
  const x = (m: number) => EDGE + (m - left) * scale;
  const y = (m: number) => H - EDGE - 14 - (m - bottom) * scale;
  const path = (rings: readonly (readonly (readonly [number, number])[])[]) =>
    rings
      .map(
        (ring) =>
          ring.map(([px, py], i) => `${i ? 'L' : 'M'}${x(px).toFixed(1)} ${y(py).toFixed(1)}`).join('') + 'Z',
      )
      .join('');
  return { x, y, path, scale, width: right - left, height: top - bottom };
}
type OnPaper = Readonly<{ paper: Paper }>;

/** A shape that is added or taken away, with its name. */
function Outline({
  outline,
  paper: { x, y, path },
}: OnPaper & Readonly<{ outline: Props['outlines'][number] }>) {
  const cx = outline.points.reduce((s, p) => s + p[0], 0) / outline.points.length;
  const cy = outline.points.reduce((s, p) => s + p[1], 0) / outline.points.length;
  return (
    <g>
      <path
        d={path([outline.points])}
        fill="none"
        stroke={outline.sign === 'add' ? 'var(--color-moss)' : 'var(--color-iron)'}
        strokeDasharray={outline.sign === 'add' ? undefined : '5 4'}
      />
      <text x={x(cx)} y={y(cy) + 5} textAnchor="middle" fontSize={14} fill="var(--color-ink)">
        {outline.sign === 'subtract' ? '− ' : ''}
        {outline.name}
      </text>
    </g>
  );
}

/** A tree with its drip line and what is kept clear of it. */
function PlacedTree({ tree, paper: { x, y, scale } }: OnPaper & Readonly<{ tree: Tree & { at: Place } }>) {
  return (
    <g>
      <circle
        cx={x(tree.at.x)}
        cy={y(tree.at.y)}
        r={Math.max(2, tree.dripLine * scale)}
        fill="none"
        stroke="var(--color-moss)"
        strokeDasharray="2 3"
      />
      {tree.keepOut && (
        <circle
          cx={x(tree.at.x)}
          cy={y(tree.at.y)}
          r={exclusionRadius(tree) * scale}
          fill="none"
          stroke="var(--color-clay)"
          strokeDasharray="6 3"
        />
      )}
      <circle cx={x(tree.at.x)} cy={y(tree.at.y)} r={3.5} fill="var(--color-bark)" />
    </g>
  );
}

/** How long a stretch is, and how large all of it. @param across m */
function Scale({
  paper: { scale },
  across,
}: OnPaper & Readonly<{ across: readonly [width: number, height: number] }>) {
  const show = useShows();
  const inMetres = (length: number) => between(length, 'length', show.system, 'metric');
  const step = STEPS.findLast((length) => inMetres(length) * scale <= 130) ?? 1;
  return (
    <>
      <line
        x1={EDGE}
        x2={EDGE + inMetres(step) * scale}
        y1={H - 14}
        y2={H - 14}
        stroke="var(--color-ink)"
        strokeWidth={3}
      />
      <text x={EDGE + inMetres(step) * scale + 8} y={H - 9} fontSize={14} fill="var(--color-ink)">
        {step} {show.unit('length')}
      </text>
      <text x={W - 8} y={H - 9} textAnchor="end" fontSize={14} fill="var(--color-steel)">
        {figure(show.in('length', across[0]))} × {figure(show.in('length', across[1]))} {show.unit('length')}
      </text>
    </>
  );
}
