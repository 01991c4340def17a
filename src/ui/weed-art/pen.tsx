/** The pen with which the weeds are drawn: blades, leaves, flowers and what is below ground, by place, direction and size. */
import type { ReactNode } from 'react';

export type Point = readonly [x: number, y: number];

export const INK = 'var(--color-iron)';
export const GREEN = '#7fa65c';
export const DEEP = '#4c7a3c';
export const PALE = '#c6d8a2';
export const WHITE = '#fffdf6';
export const EARTH = '#8a6a3a';
export const RED = '#a4512f';
export const YELLOW = '#e2b92f';
export const PURPLE = '#a477b4';
export const BLUE = '#5f8dcb';
const THIN = 0.9;

const round = (v: number) => Math.round(v * 10) / 10;
const at = ([x, y]: Point) => `${round(x)} ${round(y)}`;
/** A point from another: so far ahead in a direction (degrees from straight up, to the right), and so far to its right. */
export function go([x, y]: Point, lean: number, ahead: number, right = 0): Point {
  const a = (lean * Math.PI) / 180;
  return [x + Math.sin(a) * ahead + Math.cos(a) * right, y - Math.cos(a) * ahead + Math.sin(a) * right];
}

export const Line = ({
  d,
  color = INK,
  width = 1.4,
}: Readonly<{ d: string; color?: string; width?: number }>) => (
  <path d={d} fill="none" stroke={color} strokeWidth={width} strokeLinecap="round" strokeLinejoin="round" />
);
export const Shape = ({
  d,
  fill = GREEN,
  line = INK,
  width = THIN,
}: Readonly<{ d: string; fill?: string; line?: string; width?: number }>) => (
  <path d={d} fill={fill} stroke={line} strokeWidth={width} strokeLinejoin="round" />
);
export const Dot = ({
  p: [x, y],
  r,
  fill = GREEN,
  line = INK,
}: Readonly<{ p: Point; r: number; fill?: string; line?: string }>) => (
  <circle cx={round(x)} cy={round(y)} r={r} fill={fill} stroke={line} strokeWidth={THIN} />
);
export const straight = (...points: readonly Point[]): string => `M${points.map(at).join('L')}`;
export const bent = (from: Point, by: Point, to: Point): string => `M${at(from)}Q${at(by)} ${at(to)}`;

type Grown = Readonly<{ p: Point; lean: number; long: number; wide: number; fill?: string }>;

/** A blade of grass from its foot; `droop`: how far its tip hangs over. `hairs`: all over it. */
export function Blade({
  p,
  lean,
  long,
  wide,
  fill = GREEN,
  droop = 0,
  rib = true,
  boat = false,
  hairs = false,
}: Grown & Readonly<{ droop?: number; rib?: boolean; boat?: boolean; hairs?: boolean }>) {
  const side = Math.sign(lean || 1);
  const mid = go(p, lean, long * 0.55);
  const end = go(p, lean, long);
  const tip: Point = [end[0] + side * droop, end[1] + Math.abs(droop) * 0.9];
  const left = go(mid, lean, 0, -wide);
  const right = go(mid, lean, 0, wide);
  const [a, b] = [go(p, lean, 0, -wide * 0.45), go(p, lean, 0, wide * 0.45)];
  const blunt = boat ? [go(tip, lean, 0, -wide * 0.55), go(tip, lean, 0, wide * 0.55)] : [tip, tip];
  return (
    <g>
      <Shape
        fill={fill}
        d={
          boat
            ? `M${at(a)}Q${at(left)} ${at(blunt[0]!)}Q${at(go(tip, lean, wide * 0.9))} ${at(blunt[1]!)}Q${at(right)} ${at(b)}Z`
            : `M${at(a)}Q${at(left)} ${at(tip)}Q${at(right)} ${at(b)}Z`
        }
      />
      {rib && <Line d={bent(p, mid, tip)} width={0.6} />}
      {hairs && <Hairs from={go(p, lean, long * 0.1)} lean={lean} long={long * 0.7} out={wide * 0.9 + 3.5} />}
    </g>
  );
}

/** Short hairs on both sides of a stretch. */
export function Hairs({
  from,
  lean,
  long,
  out = 4,
  one = false,
}: Readonly<{ from: Point; lean: number; long: number; out?: number; one?: boolean }>) {
  const n = Math.max(3, Math.round(long / 4));
  return (
    <Line
      width={0.6}
      d={Array.from({ length: n }, (_, i) => {
        const q = go(from, lean, (long * (i + 0.5)) / n);
        const right = straight(q, go(q, lean, 1.5, out));
        return one ? right : right + straight(q, go(q, lean, 1.5, -out));
      }).join('')}
    />
  );
}

const SHAPES = {
  oval: (l: number, w: number): Point[] => [
    [0, 0],
    [l * 0.25, w],
    [l * 0.8, w * 0.9],
    [l, 0],
  ],
  lance: (l: number, w: number): Point[] => [
    [0, 0],
    [l * 0.2, w * 1.3],
    [l * 0.55, w * 0.7],
    [l, 0],
  ],
};

/** A broad leaf from where its stalk ends. `veins`: along it, or slanting to its edge. */
export function Leaf({
  p,
  lean,
  long,
  wide,
  fill = GREEN,
  form = 'oval',
  veins = 'rib',
  hairs = false,
}: Grown &
  Readonly<{ form?: keyof typeof SHAPES; veins?: 'rib' | 'along' | 'slant' | 'none'; hairs?: boolean }>) {
  const side = (s: 1 | -1) => SHAPES[form](long, wide).map(([ahead, out]) => go(p, lean, ahead, s * out));
  const [r, l] = [side(1), side(-1)];
  const tip = go(p, lean, long);
  const lines: string[] = [];
  if (veins !== 'none') lines.push(straight(p, go(p, lean, long * 0.92)));
  if (veins === 'along')
    for (const s of [0.35, -0.35])
      lines.push(bent(p, go(p, lean, long * 0.5, wide * s * 2), go(p, lean, long * 0.95)));
  if (veins === 'slant')
    for (let i = 1; i <= 4; i++)
      for (const s of [1, -1]) {
        const from = go(p, lean, long * i * 0.18);
        lines.push(straight(from, go(from, lean, long * 0.14, s * wide * 0.6)));
      }
  return (
    <g>
      <Shape
        fill={fill}
        d={`M${at(p)}C${at(r[1]!)} ${at(r[2]!)} ${at(tip)}C${at(l[2]!)} ${at(l[1]!)} ${at(p)}Z`}
      />
      {lines.length > 0 && <Line d={lines.join('')} width={0.6} />}
      {hairs && <Hairs from={go(p, lean, 2)} lean={lean} long={long - 3} out={wide * 0.75 + 3} />}
    </g>
  );
}

/** A heart with its notch at the stalk (a violet) or at its end (a woodsorrel). */
export function Heart({
  p,
  lean,
  long,
  wide,
  fill = GREEN,
  notch = 'stalk',
}: Grown & Readonly<{ notch?: 'stalk' | 'end' }>) {
  const back = notch === 'stalk' ? -long * 0.18 : 0;
  const d =
    notch === 'stalk'
      ? `M${at(p)}C${at(go(p, lean, back * 2, wide * 0.6))} ${at(go(p, lean, long * 0.1, wide * 1.4))} ${at(go(p, lean, long * 0.4, wide * 0.95))}Q${at(go(p, lean, long * 0.75, wide * 0.5))} ${at(go(p, lean, long))}Q${at(go(p, lean, long * 0.75, -wide * 0.5))} ${at(go(p, lean, long * 0.4, -wide * 0.95))}C${at(go(p, lean, long * 0.1, -wide * 1.4))} ${at(go(p, lean, back * 2, -wide * 0.6))} ${at(p)}Z`
      : `M${at(p)}Q${at(go(p, lean, long * 0.35, wide * 0.5))} ${at(go(p, lean, long * 0.7, wide))}C${at(go(p, lean, long * 1.15, wide * 1.1))} ${at(go(p, lean, long * 1.15, wide * 0.2))} ${at(go(p, lean, long * 0.78))}C${at(go(p, lean, long * 1.15, -wide * 0.2))} ${at(go(p, lean, long * 1.15, -wide * 1.1))} ${at(go(p, lean, long * 0.7, -wide))}Q${at(go(p, lean, long * 0.35, -wide * 0.5))} ${at(p)}Z`;
  return (
    <g>
      <Shape fill={fill} d={d} />
      <Line d={straight(p, go(p, lean, long * 0.7))} width={0.6} />
    </g>
  );
}

/** Three leaflets on a stalk's end. */
export function Trefoil({
  p,
  lean,
  size,
  kind,
}: Readonly<{ p: Point; lean: number; size: number; kind: 'oval' | 'heart' | 'slant' }>) {
  return (
    <g>
      {[-72, 72, 0].map((turn) => {
        const one = { p, lean: lean + turn, long: size, wide: size * 0.42 };
        if (kind === 'heart') return <Heart key={turn} {...one} wide={size * 0.55} notch="end" />;
        const from = go(p, lean + turn, size * 0.45, -size * 0.34);
        return (
          <g key={turn}>
            <Leaf
              {...one}
              wide={size * (kind === 'oval' ? 0.5 : 0.36)}
              veins={kind === 'slant' ? 'slant' : 'none'}
            />
            {kind === 'oval' && (
              <Line
                color={WHITE}
                width={1.6}
                d={bent(from, go(p, lean + turn, size * 0.85), go(p, lean + turn, size * 0.45, size * 0.34))}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

/** A round leaf with scallops, its stalk ending in a notch. */
export function Scallop({ p, lean, size }: Readonly<{ p: Point; lean: number; size: number }>) {
  const c = go(p, lean, size * 0.75);
  const n = 9;
  const rim = Array.from({ length: n + 1 }, (_, i) => go(c, lean - 155 + (310 * i) / n, size));
  const d = rim
    .slice(1)
    .map((q, i) => `Q${at(go(c, lean - 155 + (310 * (i + 0.5)) / n, size * 1.28))} ${at(q)}`)
    .join('');
  return (
    <g>
      <Shape d={`M${at(p)}L${at(rim[0]!)}${d}Z`} />
      <Line width={0.6} d={[-50, 0, 50].map((t) => straight(p, go(c, lean + t, size * 0.7))).join('')} />
    </g>
  );
}

/** A leaf with teeth: pointing back, as a dandelion's, or forward, as a betony's. */
export function Toothed({ p, lean, long, wide, back, fill = GREEN }: Grown & Readonly<{ back: boolean }>) {
  const n = back ? 5 : 9;
  const edge = (s: 1 | -1): Point[] =>
    Array.from({ length: n }, (_, i) => {
      const t = 0.14 + (0.78 * i) / n;
      const body = back ? 0.35 + 0.65 * t : Math.sin(Math.PI * Math.min(0.95, t * 0.8 + 0.2));
      const w = wide * body;
      return back
        ? [go(p, lean, long * (t + 0.08), s * w * 0.3), go(p, lean, long * (t + 0.02), s * w)]
        : [go(p, lean, long * t, s * w * 0.82), go(p, lean, long * (t + 0.07), s * w)];
    }).flat();
  return (
    <g>
      <Shape fill={fill} d={`${straight(p, ...edge(1), go(p, lean, long), ...edge(-1).toReversed())}Z`} />
      <Line d={straight(p, go(p, lean, long * 0.9))} width={0.6} />
    </g>
  );
}

/** A leaf cut into threads. */
export function Carrot({
  p,
  lean,
  size,
  width = 1.7,
}: Readonly<{ p: Point; lean: number; size: number; width?: number }>) {
  const parts: string[] = [straight(p, go(p, lean, size))];
  for (let i = 1; i <= 4; i++)
    for (const s of [1, -1]) {
      const from = go(p, lean, size * i * 0.22);
      const end = go(from, lean + s * 48, size * 0.42 * (1.1 - i * 0.15));
      parts.push(straight(from, end));
      for (const t of [-28, 28])
        parts.push(straight(go(from, lean + s * 48, size * 0.18), go(from, lean + s * 48 + t, size * 0.34)));
    }
  return <Line d={parts.join('')} color={DEEP} width={width} />;
}

/** One finger of a seed head. */
export function Finger({
  p,
  lean,
  long,
  zipper = false,
  hang = 0,
  hairs = false,
}: Readonly<{ p: Point; lean: number; long: number; zipper?: boolean; hang?: number; hairs?: boolean }>) {
  const n = Math.round(long / (zipper ? 3.4 : 4));
  const by = go(p, lean, long * 0.6);
  const end = go(p, lean, long);
  const tip: Point = [end[0], end[1] + hang];
  const on = (t: number): Point => [
    (1 - t) ** 2 * p[0] + 2 * t * (1 - t) * by[0] + t * t * tip[0],
    (1 - t) ** 2 * p[1] + 2 * t * (1 - t) * by[1] + t * t * tip[1],
  ];
  const turn = (t: number) => {
    const [a, b] = [on(Math.max(0, t - 0.05)), on(Math.min(1, t + 0.05))];
    return (Math.atan2(b[0] - a[0], a[1] - b[1]) * 180) / Math.PI;
  };
  return (
    <g>
      <Line d={bent(p, by, tip)} width={1.2} />
      {Array.from({ length: n }, (_, i) => {
        const t = (i + 1) / (n + 0.5);
        const q = on(t);
        return zipper ? (
          <g key={i}>
            {[1, -1].map((s) => (
              <Leaf key={s} p={q} lean={turn(t) + s * 38} long={5} wide={1.7} fill={PALE} veins="none" />
            ))}
          </g>
        ) : (
          <g key={i}>
            <Leaf p={q} lean={turn(t) + (i % 2 ? 16 : -16)} long={4.6} wide={1.5} fill={PALE} veins="none" />
            {hairs && <Hairs from={q} lean={turn(t)} long={4} out={3.4} />}
          </g>
        );
      })}
    </g>
  );
}

/** Petals round a middle; `split`: each is cut in two. */
export function Flower({
  p,
  n,
  r,
  fill,
  middle = YELLOW,
  split = false,
  wide = 0.45,
}: Readonly<{
  p: Point;
  n: number;
  r: number;
  fill: string;
  middle?: string;
  split?: boolean;
  wide?: number;
}>) {
  return (
    <g>
      {Array.from({ length: n }, (_, i) => (360 * i) / n).flatMap((turn) =>
        split
          ? [-13, 13].map((s) => (
              <Leaf
                key={`${turn}${s}`}
                p={p}
                lean={turn + s}
                long={r}
                wide={r * 0.2}
                fill={fill}
                veins="none"
              />
            ))
          : [<Leaf key={turn} p={p} lean={turn} long={r} wide={r * wide} fill={fill} veins="none" />],
      )}
      <Dot p={p} r={r * 0.22} fill={middle} />
    </g>
  );
}

/** A ball of small flowers, or of threads. */
export function Head({
  p,
  r,
  fill,
  n = 14,
  threads = false,
}: Readonly<{ p: Point; r: number; fill: string; n?: number; threads?: boolean }>) {
  return (
    <g>
      {threads ? (
        <>
          <Line
            width={0.7}
            d={Array.from({ length: n }, (_, i) => straight(p, go(p, (360 * i) / n, r))).join('')}
          />
          {Array.from({ length: n }, (_, i) => (
            <Dot key={i} p={go(p, (360 * i) / n, r)} r={1} fill={WHITE} />
          ))}
        </>
      ) : (
        [0.95, 0.55].flatMap((ring) =>
          Array.from({ length: n }, (_, i) => (
            <Leaf
              key={`${ring}${i}`}
              p={p}
              lean={(360 * i) / n + ring * 40}
              long={r * ring}
              wide={r * 0.14}
              fill={fill}
              veins="none"
            />
          )),
        )
      )}
    </g>
  );
}

/** A flower with a hood and a lip, from the foot of its tube. */
export function Lip({
  p,
  lean,
  size,
  fill,
}: Readonly<{ p: Point; lean: number; size: number; fill: string }>) {
  const on = (ahead: number, right: number) => at(go(p, lean, size * ahead, size * right));
  return (
    <g>
      <Shape
        fill={fill}
        d={`M${on(0, -0.05)}Q${on(0.3, -0.09)} ${on(0.55, -0.16)}C${on(0.8, -0.34)} ${on(1.05, -0.2)} ${on(0.98, 0.04)}Q${on(0.82, 0.02)} ${on(0.72, 0.06)}Q${on(0.86, 0.2)} ${on(0.82, 0.36)}Q${on(0.72, 0.34)} ${on(0.7, 0.44)}Q${on(0.58, 0.36)} ${on(0.5, 0.42)}Q${on(0.46, 0.2)} ${on(0.44, 0.14)}Q${on(0.2, 0.06)} ${on(0, 0.05)}Z`}
      />
    </g>
  );
}

export const Bur = ({ p, r }: Readonly<{ p: Point; r: number }>) => (
  <g>
    <Shape
      fill="#c7a55a"
      d={`${straight(...Array.from({ length: 24 }, (_, i) => go(p, i * 15, i % 2 ? r * 0.85 : r * 1.7)))}Z`}
    />
  </g>
);

/** The ground, with what is above and below it. */
export const Ground = ({ y, from = 6, to = 154 }: Readonly<{ y: number; from?: number; to?: number }>) => (
  <Line color={EARTH} width={1.2} d={`M${from} ${y}H${to}`} />
);
export function Roots({ p, n = 5, long = 14 }: Readonly<{ p: Point; n?: number; long?: number }>) {
  return (
    <Line
      color={EARTH}
      width={1}
      d={Array.from({ length: n }, (_, i) => {
        const lean = 180 - 50 + (100 * i) / Math.max(1, n - 1);
        return bent(p, go(p, lean, long * 0.5, i % 2 ? 2 : -2), go(p, lean, long));
      }).join('')}
    />
  );
}
export const Taproot = ({ p, long = 28 }: Readonly<{ p: Point; long?: number }>) => (
  <g>
    <Shape
      fill="#c9b083"
      d={`M${p[0] - 3.5} ${p[1]}Q${p[0] - 2} ${p[1] + long * 0.5} ${p[0]} ${p[1] + long}Q${p[0] + 2} ${p[1] + long * 0.5} ${p[0] + 3.5} ${p[1]}Z`}
    />
    <Line
      color={EARTH}
      width={0.8}
      d={[0.3, 0.5, 0.7]
        .map((t, i) => straight([p[0], p[1] + long * t], [p[0] + (i % 2 ? 7 : -7), p[1] + long * (t + 0.15)]))
        .join('')}
    />
  </g>
);

/** A detail under the lens. */
export const Lens = ({ p: [x, y], r, children }: Readonly<{ p: Point; r: number; children: ReactNode }>) => (
  <g>
    <circle cx={x} cy={y} r={r} fill="var(--color-paper)" stroke="var(--color-water)" strokeWidth={1.6} />
    {children}
  </g>
);
