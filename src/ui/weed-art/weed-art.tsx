/** A drawing of each weed: how it stands, and under the lens what tells it. Drawn by us from what is written of them; not to scale. */
import type { ReactNode } from 'react';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import {
  BLUE,
  Blade,
  Bur,
  Carrot,
  DEEP,
  Dot,
  EARTH,
  Finger,
  Flower,
  GREEN,
  Ground,
  Hairs,
  Head,
  Heart,
  INK,
  Leaf,
  Lens,
  Line,
  Lip,
  PALE,
  PURPLE,
  RED,
  Roots,
  Scallop,
  Shape,
  Taproot,
  Toothed,
  Trefoil,
  WHITE,
  YELLOW,
  bent,
  go,
  straight,
  type Point,
} from './pen';

const FLOOR = 118;
const FOOT: Point = [80, FLOOR];
const LENS: Point = [132, 28];

const stalk = (from: Point, to: Point, color = DEEP, width = 1.8) => (
  <Line d={straight(from, to)} color={color} width={width} />
);
const blades = (
  leans: readonly number[],
  long: number,
  wide: number,
  over: Partial<Parameters<typeof Blade>[0]> = {},
) =>
  leans.map((lean, i) => (
    <Blade
      key={lean}
      p={FOOT}
      lean={lean}
      wide={wide}
      {...over}
      long={long * (i % 2 ? 0.86 : 1)}
      droop={over.droop ?? Math.abs(lean) * 0.14}
    />
  ));
/** A stalk with fingers at its end. */
const Fingered = ({
  from = FOOT,
  lean,
  long,
  fingers,
  each,
  zipper = false,
}: Readonly<{
  from?: Point;
  lean: number;
  long: number;
  fingers: readonly number[];
  each: number;
  zipper?: boolean;
}>) => {
  const end = go(from, lean, long);
  return (
    <g>
      {stalk(from, end)}
      {fingers.map((f) => (
        <Finger key={f} p={end} lean={lean + f} long={each} zipper={zipper} />
      ))}
    </g>
  );
};
/** A stem that lies, and roots where leaves stand. */
const Creeper = ({
  nodes,
  y = FLOOR,
  roots = true,
  color = DEEP,
  children,
}: Readonly<{
  nodes: readonly number[];
  y?: number;
  roots?: boolean;
  color?: string;
  children?: ReactNode;
}>) => (
  <g>
    <Line d={`M8 ${y - 2}Q80 ${y - 8} 152 ${y - 2}`} color={color} width={2.6} />
    {roots && nodes.map((x) => <Roots key={x} p={[x, y - 4]} n={3} long={13} />)}
    {children}
  </g>
);
/** A crabgrass that lies and roots on its way, with its blades. */
const Sprawl = ({
  blade,
  children,
}: Readonly<{ blade: (p: Point, lean: number) => ReactNode; children: ReactNode }>) => (
  <g>
    <Ground y={FLOOR} />
    <Line d="M150 114Q100 104 80 116Q50 104 12 112" color={DEEP} width={2.6} />
    <Roots p={FOOT} n={6} long={20} />
    <Roots p={[122, 110]} n={3} long={14} />
    <Roots p={[38, 109]} n={3} long={14} />
    {(
      [
        [38, 108, -30],
        [38, 108, 26],
        [122, 109, -28],
        [122, 109, 34],
        [80, 116, -50],
        [80, 116, 46],
      ] as const
    ).map(([x, y, lean]) => (
      <g key={`${x}${lean}`}>{blade([x, y], lean)}</g>
    ))}
    {children}
  </g>
);
const opposite = (p: Point, lean: number, leaf: (p: Point, lean: number) => ReactNode, angle = 66) =>
  [-angle, angle].map((turn) => <g key={turn}>{leaf(p, lean + turn)}</g>);
const TriangularStem = () => (
  <Lens p={LENS} r={20}>
    <Shape fill={PALE} d="M132 14L146 38H118Z" width={1.4} />
  </Lens>
);
const SquareStem = () => (
  <Lens p={LENS} r={20}>
    <Shape fill={PALE} d="M121 17H143V39H121Z" width={1.4} />
  </Lens>
);
const LensCollar = ({ children }: Readonly<{ children: ReactNode }>) => (
  <Lens p={LENS} r={22}>
    <Shape fill={PALE} d="M126 48V30H138V48Z" />
    <Shape d="M126 30Q130 20 146 12L150 16Q144 24 138 30Z" />
    {children}
  </Lens>
);
const Umbel = ({ p, fill, size }: Readonly<{ p: Point; fill: string; size: number }>) => (
  <g>
    {[-82, 82].map((lean) => (
      <Blade key={lean} p={p} lean={lean} long={size * 1.6} wide={2.4} />
    ))}
    {[-52, -26, 0, 26, 52].map((lean) => {
      const end = go(p, lean, size * (lean % 52 ? 0.9 : 1));
      return (
        <g key={lean}>
          <Line d={straight(p, end)} width={0.9} />
          {[-60, -30, 0, 30, 60].map((s) => (
            <Leaf key={s} p={end} lean={lean + s} long={size * 0.5} wide={1.5} fill={fill} veins="none" />
          ))}
        </g>
      );
    })}
  </g>
);
const Sedge = ({ fill, head, children }: Readonly<{ fill: string; head: string; children: ReactNode }>) => (
  <g>
    {children}
    <Ground y={FLOOR} />
    {[-40, -24, 26, 42, -12].map((lean, i) => (
      <Blade
        key={lean}
        p={FOOT}
        lean={lean}
        long={72 - 4 * i}
        wide={4}
        fill={fill}
        droop={Math.abs(lean) * 0.22}
      />
    ))}
    {stalk(FOOT, [80, 52])}
    <Umbel p={[80, 52]} fill={head} size={20} />
    <TriangularStem />
  </g>
);
const rosette = (leans: readonly number[], leaf: (lean: number) => ReactNode) =>
  leans.map((lean) => <g key={lean}>{leaf(lean)}</g>);

/** A mat seen from above. */
const Mat = ({
  arms,
  color,
  leaf,
  long = 56,
}: Readonly<{
  arms: number;
  color: string;
  leaf: (p: Point, lean: number, i: number) => ReactNode;
  long?: number;
}>) => (
  <g>
    {Array.from({ length: arms }, (_, k) => (360 * k) / arms + 10).map((lean) => {
      const c: Point = [74, 82];
      const end = go(c, lean, long);
      return (
        <g key={lean}>
          <Line d={bent(c, go(c, lean + 8, long * 0.5), end)} color={color} width={1.6} />
          {[0.25, 0.42, 0.58, 0.74, 0.9].map((t, i) => (
            <g key={t}>{leaf(go(c, lean + 4, long * t), lean, i)}</g>
          ))}
        </g>
      );
    })}
    <Dot p={[74, 82]} r={4} fill={EARTH} />
  </g>
);

const ART: Readonly<Record<Weed, ReactNode>> = {
  purslane: (
    <g>
      <Mat
        arms={7}
        color={RED}
        leaf={(p, lean, i) => (
          <g>
            {[-58, 58].map((turn) => (
              <Leaf
                key={turn}
                p={p}
                lean={lean + turn}
                long={i === 4 ? 9 : 14}
                wide={6}
                fill="#8fb36a"
                veins="none"
              />
            ))}
          </g>
        )}
      />
      <Flower p={[74, 82]} r={8} n={5} fill={YELLOW} />
      <Lens p={LENS} r={22}>
        <Leaf p={[132, 48]} lean={0} long={40} wide={16} fill="#8fb36a" veins="none" />
      </Lens>
    </g>
  ),
  'common-mallow': (
    <g>
      <Ground y={FLOOR} />
      <Taproot p={FOOT} long={32} />
      {(
        [
          [-74, 52],
          [-44, 62],
          [-8, 66],
          [28, 60],
          [66, 54],
        ] as const
      ).map(([lean, long]) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, long), DEEP, 1.5)}
          <Scallop p={go(FOOT, lean, long - 6)} lean={lean} size={17} />
        </g>
      ))}
      <Flower p={[62, 96]} r={9} n={5} fill="#e3c9e6" />
      <Flower p={[104, 94]} r={8} n={5} fill="#e3c9e6" />
    </g>
  ),
  'cats-ear': (
    <g>
      <Ground y={FLOOR} />
      <Taproot p={[74, FLOOR]} long={30} />
      {rosette([-82, -58, 58, 82, -30, 34], (lean) => (
        <Toothed p={[74, FLOOR]} lean={lean} long={56} wide={12} back={false} />
      ))}
      {stalk([74, FLOOR], [76, 70], DEEP, 1.8)}
      {stalk([76, 70], [60, 34], DEEP, 1.5)}
      {stalk([76, 70], [98, 40], DEEP, 1.5)}
      <Head p={[59, 27]} r={13} fill={YELLOW} n={16} />
      <Head p={[100, 33]} r={12} fill={YELLOW} n={16} />
      <Hairs from={[74, 118]} lean={-30} long={44} />
      <Hairs from={[74, 118]} lean={34} long={44} />
    </g>
  ),
  'purple-deadnettle': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={[70, FLOOR]} n={5} long={16} />
      {stalk([70, FLOOR], [70, 20], RED, 2.6)}
      {[104, 84, 64, 46, 30].map((y, i) => (
        <g key={y}>
          {opposite(
            [70, y],
            0,
            (p, lean) => (
              <Heart p={p} lean={lean} long={26 - 4 * i} wide={20 - 3 * i} fill={i > 1 ? '#94708a' : GREEN} />
            ),
            i > 1 ? 106 : 72,
          )}
        </g>
      ))}
      {[-40, 36].map((lean) => (
        <Lip key={lean} p={[70, 44]} lean={lean} size={18} fill={PURPLE} />
      ))}
      <SquareStem />
    </g>
  ),
  'black-medic': (
    <g>
      <Ground y={FLOOR} />
      <Taproot p={FOOT} long={30} />
      {[-76, -40, 0, 40, 76].map((lean) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, 60), DEEP, 1.4)}
          {[30, 46, 60].map((t, i) => (
            <Trefoil key={t} p={go(FOOT, lean, t)} lean={lean + (i % 2 ? 40 : -40)} size={12} kind="slant" />
          ))}
        </g>
      ))}
      {[-22, 20].map((lean) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, 82), DEEP, 1.2)}
          <Head p={go(FOOT, lean, 86)} r={9} fill={YELLOW} n={7} />
        </g>
      ))}
    </g>
  ),
  'hairy-bittercress': (
    <g>
      <Ground y={FLOOR} />
      <Taproot p={FOOT} long={22} />
      {rosette([-84, -58, 58, 84, -32, 34], (lean) => (
        <g>
          {stalk(FOOT, go(FOOT, lean, 40), DEEP, 1.2)}
          {[14, 24, 34].map((t) => (
            <g key={t}>
              {opposite(go(FOOT, lean, t), lean, (p, l) => (
                <Leaf p={p} lean={l} long={7} wide={4} veins="none" />
              ))}
            </g>
          ))}
          <Leaf p={go(FOOT, lean, 40)} lean={lean} long={13} wide={9} veins="none" />
        </g>
      ))}
      {stalk(FOOT, [80, 34], DEEP, 1.5)}
      {[-30, 26, -14].map((lean, i) => (
        <Line
          key={lean}
          d={straight([80, 62 - 8 * i], go([80, 62 - 8 * i], lean, 30))}
          color={DEEP}
          width={2}
        />
      ))}
      {(
        [
          [74, 32],
          [87, 31],
          [80, 25],
        ] as const
      ).map((p) => (
        <Flower key={p.join()} p={p} r={5} n={4} fill={WHITE} />
      ))}
    </g>
  ),
  'bermudagrass-weed': (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[26, 78, 128]} />
      <Line d="M20 132Q60 142 104 134Q128 130 140 136" color={PALE} width={4} />
      <Line d="M20 132Q60 142 104 134Q128 130 140 136" width={0.8} />
      {(
        [
          [26, -18],
          [26, 24],
          [78, -26],
          [78, 22],
          [128, -20],
          [128, 26],
        ] as const
      ).map(([x, lean]) => (
        <Blade key={`${x}${lean}`} p={[x, FLOOR - 4]} lean={lean} long={34} wide={3.4} droop={4} />
      ))}
      <Fingered from={[78, FLOOR - 6]} lean={2} long={58} fingers={[-58, -30, 0, 30, 58]} each={22} />
      <LensCollar>
        <Line d="M126 30L122 22M129 28L127 20M132 27L132 19M135 28L137 21M138 30L142 24" width={1} />
      </LensCollar>
    </g>
  ),
  'smooth-crabgrass': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={7} long={20} />
      {blades([-78, -60, -40, -14, 16, 42, 62, 80], 52, 5)}
      <Line d="M70 117Q80 110 90 117" color={PURPLE} width={3} />
      <Fingered lean={-22} long={68} fingers={[-26, 0, 28]} each={28} />
      <Fingered lean={14} long={50} fingers={[-26, 4, 34]} each={22} />
      <Lens p={LENS} r={22}>
        <Blade p={[120, 44]} lean={34} long={36} wide={5} />
      </Lens>
    </g>
  ),
  'large-crabgrass': (
    <Sprawl blade={(p, lean) => <Blade p={p} lean={lean} long={44} wide={5} droop={5} hairs />}>
      <Fingered lean={-14} long={68} fingers={[-70, -42, -14, 14, 42, 70]} each={32} />
      <Lens p={LENS} r={22}>
        <Blade p={[120, 44]} lean={34} long={36} wide={5} hairs />
      </Lens>
    </Sprawl>
  ),
  'southern-crabgrass': (
    <Sprawl
      blade={(p, lean) => (
        <g>
          <Blade p={go(p, lean, 12)} lean={lean} long={34} wide={4.6} droop={5} />
          <Blade p={p} lean={lean} long={15} wide={3} fill={PALE} rib={false} />
          <Hairs from={p} lean={lean} long={13} out={6} />
        </g>
      )}
    >
      <Fingered lean={-8} long={66} fingers={[-56, -28, 0, 28, 56]} each={32} />
      <Lens p={LENS} r={22}>
        <Shape fill={PALE} d="M132 10Q141 24 139 38Q136 45 132 46Q128 45 125 38Q123 24 132 10Z" width={1.2} />
        <Shape d="M126 38Q128 28 132 20Q136 28 138 38Q136 45 132 46Q128 45 126 38Z" />
      </Lens>
    </Sprawl>
  ),
  goosegrass: (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={7} long={18} />
      {blades([-84, -70, -54, -34, 34, 54, 70, 84], 56, 5.4)}
      <Shape fill="#fff" d="M56 119Q58 104 80 102Q102 104 104 119Q80 126 56 119Z" width={1.6} />
      <Line d="M66 106V120M80 103V122M94 106V120" width={0.8} />
      <Fingered lean={-10} long={48} fingers={[-34, 0, 34]} each={34} zipper />
      <Finger p={go(FOOT, -10, 36)} lean={48} long={24} zipper />
      <Lens p={LENS} r={22}>
        <Finger p={[122, 46]} lean={28} long={38} zipper />
      </Lens>
    </g>
  ),
  'annual-bluegrass': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={6} long={14} />
      {blades([-58, -40, -20, 0, 20, 40, 58], 44, 3.6, { fill: '#a6cc78', boat: true, droop: 3 })}
      {([-30, 12] as const).map((lean) => {
        const end = go(FOOT, lean, 74);
        return (
          <g key={lean}>
            {stalk(FOOT, end, DEEP, 1.2)}
            {[0, 9, 18, 27].flatMap((down, i) =>
              [-64, 64].map((turn) => {
                const p = go(FOOT, lean, 74 - down);
                const tip = go(p, lean + turn, 7 + 4 * i);
                return (
                  <g key={`${down}${turn}`}>
                    <Line d={straight(p, tip)} width={0.7} />
                    <Leaf p={tip} lean={lean + turn} long={6} wide={2} fill="#fff" veins="none" />
                    <Leaf
                      p={go(p, lean + turn, 3 + 2 * i)}
                      lean={lean + turn - 30}
                      long={6}
                      wide={2}
                      fill="#fff"
                      veins="none"
                    />
                  </g>
                );
              }),
            )}
          </g>
        );
      })}
      <Lens p={LENS} r={22}>
        <Blade p={[118, 46]} lean={36} long={32} wide={8} boat fill="#a6cc78" />
      </Lens>
    </g>
  ),
  dallisgrass: (
    <g>
      <Ground y={FLOOR} />
      <Line d="M60 124Q80 132 100 124" color={EARTH} width={7} />
      <Roots p={[80, 126]} n={6} long={14} />
      {blades([-72, -54, -34, -12, 14, 36, 56, 74], 56, 6)}
      {stalk(FOOT, [70, 18])}
      {[24, 38, 52, 66].map((y, i) => (
        <Finger key={y} p={[70 + (y - 18) * 0.1, y]} lean={i % 2 ? 66 : -66} long={34} hang={12} hairs />
      ))}
      <Lens p={LENS} r={22}>
        <Line
          width={0.8}
          d={Array.from({ length: 18 }, (_, i) => straight(LENS, go(LENS, i * 20, 17))).join('')}
        />
        <Dot p={[132, 28]} r={10} fill={PALE} />
      </Lens>
    </g>
  ),
  'yellow-nutsedge': (
    <Sedge fill="#a9c65a" head={YELLOW}>
      <Line d="M80 118Q66 128 44 134M80 118Q96 132 116 130" color={EARTH} width={1.4} />
      <Dot p={[42, 136]} r={6} fill="#b58a52" />
      <Dot p={[118, 132]} r={6} fill="#b58a52" />
    </Sedge>
  ),
  'purple-nutsedge': (
    <Sedge fill="#4f8048" head={RED}>
      <Line d="M80 118Q60 126 28 132M80 118Q104 134 138 136" color={EARTH} width={1.4} />
      {(
        [
          [62, 126],
          [46, 129],
          [28, 132],
          [96, 129],
          [116, 134],
          [138, 136],
        ] as const
      ).map((p) => (
        <Dot key={p[0]} p={p} r={5} fill="#7d4a35" />
      ))}
    </Sedge>
  ),
  'green-kyllinga': (
    <g>
      <Ground y={FLOOR} />
      <Line d={`M10 ${FLOOR + 5}Q80 ${FLOOR + 10} 150 ${FLOOR + 5}`} color={RED} width={3} />
      {[26, 54, 82, 110, 138].map((x, i) => {
        const top: Point = [x + (i % 2 ? 4 : -3), 70 - (i % 3) * 8];
        return (
          <g key={x}>
            <Roots p={[x, FLOOR + 6]} n={3} long={12} />
            {[-26, 22].map((lean) => (
              <Blade key={lean} p={[x, FLOOR]} lean={lean} long={34} wide={2} />
            ))}
            {stalk([x, FLOOR], top, DEEP, 1.2)}
            {[-78, 78, 20].map((lean) => (
              <Blade key={lean} p={top} lean={lean} long={19} wide={1.6} />
            ))}
            <Dot p={[top[0], top[1] - 3]} r={5} fill={PALE} />
          </g>
        );
      })}
      <Lens p={LENS} r={20}>
        <Shape fill={PALE} d="M132 14L146 38H118Z" width={1.4} />
      </Lens>
    </g>
  ),
  henbit: (
    <g>
      <Ground y={FLOOR} />
      <Roots p={[70, FLOOR]} n={5} long={16} />
      {stalk([70, FLOOR], [70, 18], RED, 2.6)}
      {opposite([70, 100], 0, (p, lean) => (
        <g>
          <Line d={straight(p, go(p, lean, 12))} width={1} />
          <Scallop p={go(p, lean, 12)} lean={lean} size={10} />
        </g>
      ))}
      {[76, 52, 30].map((y, i) => (
        <g key={y}>
          {opposite(
            [70, y],
            0,
            (p, lean) => (
              <Scallop p={p} lean={lean} size={10 - i} />
            ),
            92,
          )}
          {[-44, 0, 40].map((lean) => (
            <Lip key={lean} p={[70, y + 3]} lean={lean} size={26 - 2 * i} fill={PURPLE} />
          ))}
        </g>
      ))}
      <SquareStem />
    </g>
  ),
  'common-chickweed': (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[34, 92]} />
      {(
        [
          [40, -24],
          [80, 4],
          [102, 6],
        ] as const
      ).map(([x, lean]) => {
        const foot: Point = [x, FLOOR - 5];
        return (
          <g key={x}>
            {stalk(foot, go(foot, lean, 62), DEEP, 1.4)}
            {[16, 34, 50].map((t) => (
              <g key={t}>
                {opposite(go(foot, lean, t), lean, (p, l) => (
                  <Leaf p={p} lean={l} long={15} wide={5.4} />
                ))}
              </g>
            ))}
            <Flower p={go(foot, lean, 66)} n={5} r={10} fill="#fff" split />
          </g>
        );
      })}
      <Lens p={LENS} r={20}>
        <Shape fill={PALE} d="M126 46V10H138V46Z" />
        <Hairs from={[138, 44]} lean={0} long={32} out={6} one />
      </Lens>
    </g>
  ),
  'mouse-ear-chickweed': (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[34, 92]} />
      {(
        [
          [40, -24],
          [80, 4],
          [102, 6],
        ] as const
      ).map(([x, lean]) => {
        const foot: Point = [x, FLOOR - 5];
        return (
          <g key={x}>
            {stalk(foot, go(foot, lean, 60), DEEP, 1.6)}
            <Hairs from={foot} lean={lean} long={58} out={5} />
            {[14, 32, 48].map((t) => (
              <g key={t}>
                {opposite(go(foot, lean, t), lean, (p, l) => (
                  <Leaf p={p} lean={l} long={16} wide={5} hairs />
                ))}
              </g>
            ))}
            <Flower p={go(foot, lean, 64)} n={5} r={9} fill="#fff" wide={0.5} />
          </g>
        );
      })}
      <Lens p={LENS} r={20}>
        <Shape fill={PALE} d="M127 46V10H137V46Z" />
        <Hairs from={[132, 46]} lean={0} long={36} out={13} />
      </Lens>
    </g>
  ),
  'white-clover': (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[30, 78, 126]} />
      {(
        [
          [30, -8],
          [54, 6],
          [102, 10],
          [126, 4],
        ] as const
      ).map(([x, lean]) => {
        const top = go([x, FLOOR - 5], lean, 38);
        return (
          <g key={x}>
            {stalk([x, FLOOR - 5], top, DEEP, 1.3)}
            <Trefoil p={top} lean={lean} size={18} kind="oval" />
          </g>
        );
      })}
      {stalk([78, FLOOR - 6], [80, 50], DEEP, 1.6)}
      <Head p={[80, 38]} r={19} fill="#fff" n={16} />
    </g>
  ),
  dandelion: (
    <g>
      <Ground y={FLOOR} />
      <Taproot p={[74, FLOOR]} long={30} />
      {rosette([-80, -56, 56, 80, -30, 32], (lean) => (
        <Toothed p={[74, FLOOR]} lean={lean} long={62} wide={13} back />
      ))}
      <Line d="M73 117Q66 80 68 44" color={PALE} width={4} />
      <Line d="M71 117Q64 80 66 44M75 117Q68 80 70 44" width={0.9} />
      <Head p={[68, 34]} r={19} fill={YELLOW} n={20} />
      <Line d="M76 117Q96 80 100 58" color={DEEP} width={1.8} />
      <Head p={[101, 46]} r={15} fill={WHITE} n={20} threads />
      <Lens p={[140, 24]} r={17}>
        <ellipse cx={140} cy={25} rx={9} ry={7} fill={PALE} stroke={INK} strokeWidth={1.2} />
        <ellipse cx={140} cy={25} rx={5} ry={3.6} fill="#fff" stroke={INK} />
      </Lens>
    </g>
  ),
  'broadleaf-plantain': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={9} long={18} />
      {[-22, -4, 16].map((lean, i) => {
        const foot = go(FOOT, lean, 34);
        return (
          <g key={lean}>
            {stalk(FOOT, foot)}
            <Leaf p={foot} lean={lean} long={60 - 6 * i} wide={4.4} fill={PALE} veins="slant" />
          </g>
        );
      })}
      {rosette([-84, -56, 56, 84, -30, 34], (lean) => (
        <g>
          {stalk(FOOT, go(FOOT, lean, 14), PALE, 4)}
          <Leaf p={go(FOOT, lean, 12)} lean={lean} long={46} wide={19} veins="along" />
        </g>
      ))}
    </g>
  ),
  'buckhorn-plantain': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={6} long={18} />
      {[-16, 4, 24].map((lean, i) => {
        const top = go(FOOT, lean, 82 - 8 * i);
        return (
          <g key={lean}>
            {stalk(FOOT, top)}
            {Array.from({ length: 9 }, (_, k) => (
              <Line key={k} d={straight(go(top, lean, 4), go(go(top, lean, 4), k * 40, 9))} width={0.7} />
            ))}
            {Array.from({ length: 9 }, (_, k) => (
              <Dot key={k} p={go(go(top, lean, 4), k * 40, 9)} r={1.3} fill="#fff" />
            ))}
            <Leaf p={top} lean={lean} long={16} wide={5} fill="#7a6a4a" veins="slant" />
          </g>
        );
      })}
      {rosette([-76, -54, -34, 36, 56, 78], (lean) => (
        <Leaf p={FOOT} lean={lean} long={64} wide={7.5} veins="along" />
      ))}
    </g>
  ),
  'ground-ivy': (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[30, 78, 126]} />
      {[30, 78, 126].map((x, i) => (
        <g key={x}>
          {opposite(
            [x, FLOOR - 5],
            0,
            (p, lean) => (
              <g>
                <Line d={straight(p, go(p, lean, 22))} width={1.1} />
                <Scallop p={go(p, lean, 22)} lean={lean} size={11} />
              </g>
            ),
            34,
          )}
          {i < 2 && (
            <g>
              <Lip p={[x, FLOOR - 8]} lean={-10} size={22} fill={BLUE} />
              <Lip p={[x + 1, FLOOR - 8]} lean={14} size={20} fill={BLUE} />
            </g>
          )}
        </g>
      ))}
      <SquareStem />
    </g>
  ),
  'wild-violet': (
    <g>
      <Ground y={FLOOR} />
      <Line d="M58 124Q80 130 102 124" color="#c9b083" width={8} />
      <Roots p={[80, 128]} n={6} long={12} />
      {(
        [
          [-46, 46],
          [46, 46],
          [-18, 52],
          [22, 48],
        ] as const
      ).map(([lean, long]) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, long), DEEP, 1.5)}
          <Heart p={go(FOOT, lean, long)} lean={lean * 0.6} long={32} wide={19} />
        </g>
      ))}
      <Line d="M80 118Q74 60 96 30" color={DEEP} width={1.4} />
      <Flower p={[98, 28]} n={5} r={15} fill={PURPLE} wide={0.5} />
    </g>
  ),
  'spotted-spurge': (
    <g>
      <Mat
        arms={8}
        color={RED}
        leaf={(p, lean) => (
          <g>
            {[-62, 62].map((turn) => (
              <g key={turn}>
                <Leaf p={p} lean={lean + turn} long={11} wide={4} veins="none" />
                <Leaf
                  p={go(p, lean + turn, 4)}
                  lean={lean + turn}
                  long={4}
                  wide={1.4}
                  fill={RED}
                  veins="none"
                />
              </g>
            ))}
          </g>
        )}
      />
      <Lens p={LENS} r={22}>
        <Shape fill="#c98a7a" d="M126 50V30L138 27V50Z" />
        <Shape fill="#fff" d="M129 28Q132 16 135 27Q137 33 132 34Q127 33 129 28Z" />
        <Shape fill="#fff" d="M145 30Q148 36 146 39Q143 41 141 38Q141 35 145 30Z" />
      </Lens>
    </g>
  ),
  'prostrate-knotweed': (
    <g>
      <Mat
        arms={7}
        color={DEEP}
        leaf={(p, lean, i) => (
          <g>
            <Leaf p={p} lean={lean + (i % 2 ? 48 : -48)} long={14} wide={3} fill="#86a596" veins="rib" />
            <Dot p={p} r={1.8} fill="#e8dcc0" />
          </g>
        )}
      />
      <Lens p={LENS} r={22}>
        <Shape fill={PALE} d="M127 50V6H137V50Z" />
        <Leaf p={[136, 26]} lean={58} long={18} wide={4} fill="#86a596" />
        <Shape fill="#e8dcc0" d="M124 34Q125 24 128 17L131 23L133 14L136 22Q140 28 140 34Z" width={1.1} />
      </Lens>
    </g>
  ),
  lespedeza: (
    <g>
      <Ground y={FLOOR} />
      <Taproot p={FOOT} long={26} />
      {[-60, -28, 2, 34].map((lean) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, 82), EARTH, 1.5)}
          {[22, 42, 62, 80].map((t, i) => (
            <Trefoil key={t} p={go(FOOT, lean, t)} lean={lean + (i % 2 ? 58 : -58)} size={15} kind="slant" />
          ))}
          <Dot p={go(FOOT, lean + 4, 50)} r={3} fill={PURPLE} />
        </g>
      ))}
      <Lens p={LENS} r={22}>
        <Leaf p={[132, 48]} lean={0} long={38} wide={13} veins="slant" />
      </Lens>
    </g>
  ),
  'virginia-buttonweed': (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[26, 80, 134]} color={RED} />
      {(
        [
          [46, -12],
          [84, 2],
          [118, 10],
        ] as const
      ).map(([x, lean]) => {
        const foot: Point = [x, FLOOR - 5];
        return (
          <g key={x}>
            {stalk(foot, go(foot, lean, 58), RED, 2)}
            {[14, 36, 56].map((t) => (
              <g key={t}>
                {opposite(go(foot, lean, t), lean, (p, l) => (
                  <Leaf p={p} lean={l} long={24} wide={5} form="lance" />
                ))}
              </g>
            ))}
            <Flower p={go(go(foot, lean, 36), lean, 3)} n={4} r={11} fill="#fff" wide={0.26} />
            <Leaf
              p={go(foot, lean + 6, 16)}
              lean={lean + 30}
              long={10}
              wide={4}
              fill={PALE}
              hairs
              veins="none"
            />
          </g>
        );
      })}
      <Lens p={LENS} r={20}>
        <Shape fill="#c98a7a" d="M127 47V9H137V47Z" />
        <Shape fill={PALE} d="M122 32Q132 22 142 32V36H122Z" />
        <Line d="M125 30L123 19M129 27L128 16M135 27L136 16M139 30L141 19" width={1} />
      </Lens>
    </g>
  ),
  chamberbitter: (
    <g>
      <Ground y={FLOOR} />
      <Roots p={[76, FLOOR]} n={5} long={18} />
      {stalk([76, FLOOR], [76, 22], RED, 2)}
      {(
        [
          [-74, 98],
          [74, 88],
          [-68, 74],
          [68, 64],
          [-62, 50],
          [60, 42],
        ] as const
      ).map(([lean, y], k) => {
        const p: Point = [76, y];
        const long = 54 - 5 * k;
        return (
          <g key={y}>
            <Line d={straight(p, go(p, lean, long))} width={1.2} color={DEEP} />
            {Array.from({ length: 7 }, (_, i) => 0.16 + i * 0.13).map((t) => (
              <g key={t}>
                {[-66, 66].map((turn) => (
                  <Leaf
                    key={turn}
                    p={go(p, lean, long * t)}
                    lean={lean + turn}
                    long={11}
                    wide={3.6}
                    veins="none"
                  />
                ))}
                <Dot p={go(go(p, lean, long * t), 180, 5)} r={2.2} fill={PALE} />
              </g>
            ))}
          </g>
        );
      })}
      <Lens p={[136, 122]} r={20}>
        <Line d="M118 114H154" color={DEEP} width={1.6} />
        {[126, 136, 146].map((x) => (
          <g key={x}>
            <Leaf p={[x, 113]} lean={0} long={9} wide={3.4} />
            <Dot p={[x, 122]} r={3.6} fill={PALE} />
          </g>
        ))}
      </Lens>
    </g>
  ),
  'florida-betony': (
    <g>
      <Ground y={100} />
      {stalk([70, 100], [70, 16], DEEP, 2.4)}
      {[84, 64, 44].map((y) => (
        <g key={y}>
          {opposite(
            [70, y],
            0,
            (p, lean) => (
              <Toothed p={p} lean={lean} long={36} wide={8} back={false} />
            ),
            62,
          )}
        </g>
      ))}
      {[34, 20].map((y) => (
        <g key={y}>
          {[-48, 48].map((lean) => (
            <Lip key={lean} p={[70, y]} lean={lean} size={18} fill={PURPLE} />
          ))}
        </g>
      ))}
      <Line d="M70 100V106" width={1.6} color={EARTH} />
      {[109, 116, 123, 130, 137, 143].map((y, i) => (
        <ellipse
          key={y}
          cx={70}
          cy={y}
          rx={9 - i * 1.1}
          ry={4.4}
          fill="#fff"
          stroke={INK}
          strokeWidth={1.1}
        />
      ))}
      <SquareStem />
    </g>
  ),
  'field-madder': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={5} long={14} />
      {[-48, -14, 16].map((lean) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, 76), DEEP, 1.6)}
          {[24, 48, 72].map((t) => (
            <g key={t}>
              {[0, 60, 120, 180, 240, 300].map((turn) => (
                <Leaf
                  key={turn}
                  p={go(FOOT, lean, t)}
                  lean={lean + turn + 30}
                  long={16}
                  wide={3}
                  veins="rib"
                />
              ))}
            </g>
          ))}
          {[-8, 8, 0].map((s) => (
            <Flower
              key={s}
              p={go(FOOT, lean, 78 - Math.abs(s) * 0.4, s)}
              n={4}
              r={5.6}
              fill={PURPLE}
              wide={0.4}
            />
          ))}
        </g>
      ))}
      <SquareStem />
    </g>
  ),
  oxalis: (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={5} long={16} />
      {[-40, -12, 18, 44].map((lean, i) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, 56 - 4 * (i % 2)), DEEP, 1.4)}
          <Trefoil p={go(FOOT, lean, 56 - 4 * (i % 2))} lean={lean} size={17} kind="heart" />
        </g>
      ))}
      <Line d="M80 118Q70 70 84 34" color={DEEP} width={1.4} />
      <Flower p={[85, 28]} n={5} r={15} fill={YELLOW} wide={0.5} middle={EARTH} />
      <Lens p={LENS} r={22}>
        <Line d="M120 48Q124 40 127 36M146 48Q143 40 140 34" width={1} />
        <Shape d="M125 37Q124 22 127 11Q131 22 129 37Z" />
        <Shape d="M138 35Q137 20 140 12Q144 22 142 35Z" />
      </Lens>
    </g>
  ),
  'corn-speedwell': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={[72, FLOOR]} n={5} long={14} />
      {[-26, 10].map((lean) => {
        const foot: Point = [72, FLOOR];
        return (
          <g key={lean}>
            {stalk(foot, go(foot, lean, 88), DEEP, 1.6)}
            <Hairs from={foot} lean={lean} long={80} out={4.5} />
            {[16, 32].map((t) => (
              <g key={t}>
                {opposite(go(foot, lean, t), lean, (p, l) => (
                  <Leaf p={p} lean={l} long={15} wide={6} />
                ))}
              </g>
            ))}
            {[48, 60, 72, 84].map((t, i) => (
              <g key={t}>
                <Leaf p={go(foot, lean, t)} lean={lean + (i % 2 ? 50 : -50)} long={13} wide={3} />
                <Flower
                  p={go(foot, lean, t + 4, i % 2 ? 4 : -4)}
                  n={4}
                  r={5}
                  fill={BLUE}
                  middle={WHITE}
                  wide={0.5}
                />
              </g>
            ))}
          </g>
        );
      })}
      <Lens p={LENS} r={20}>
        <Heart p={[132, 44]} lean={0} long={30} wide={15} fill={PALE} notch="end" />
      </Lens>
    </g>
  ),
  'lawn-burweed': (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={5} long={14} />
      {rosette([-82, -52, -20, 14, 48, 80], (lean) => (
        <Carrot p={FOOT} lean={lean} size={54} width={1.2} />
      ))}
      {(
        [
          [80, 112],
          [64, 108],
          [96, 108],
          [72, 98],
          [90, 97],
        ] as const
      ).map((p) => (
        <Bur key={p[0]} p={p} r={4} />
      ))}
      <Lens p={LENS} r={22}>
        <Bur p={LENS} r={10} />
      </Lens>
    </g>
  ),
  'wild-garlic': (
    <g>
      <Ground y={104} />
      {[-20, -8, 6, 20].map((lean, i) => {
        const top = go([76, 104], lean, 88 - 8 * (i % 2));
        return (
          <g key={lean}>
            <Line d={bent([76, 104], go([76, 104], lean * 0.6, 50), top)} color={INK} width={5.6} />
            <Line d={bent([76, 104], go([76, 104], lean * 0.6, 50), top)} color={GREEN} width={4} />
          </g>
        );
      })}
      <Shape fill="#fff" d="M73 104Q58 116 64 132Q76 140 88 132Q94 116 79 104Z" width={1.4} />
      <Line d="M75 106Q68 120 73 136M77 106Q84 120 79 136" width={0.8} />
      <Dot p={[98, 128]} r={4} fill="#fff" />
      <Dot p={[56, 128]} r={4} fill="#fff" />
      <Roots p={[76, 136]} n={5} long={12} />
      <Lens p={LENS} r={22}>
        <ellipse cx={132} cy={28} rx={13} ry={10} fill={GREEN} stroke={INK} strokeWidth={1.2} />
        <ellipse cx={132} cy={28} rx={8.5} ry={6} fill={WHITE} stroke={INK} />
      </Lens>
    </g>
  ),
  quackgrass: (
    <g>
      <Ground y={104} />
      <Line d="M70 104Q76 124 140 126M70 104Q62 120 16 124" color={INK} width={6} />
      <Line d="M70 104Q76 124 138 126M70 104Q62 120 17 124" color="#fff" width={4.2} />
      <Line d="M92 119V124M112 123V128M48 117V122M34 121V126" width={0.9} />
      <Shape fill="#fff" d="M138 123L150 126L138 129ZM18 121L6 124L18 127Z" />
      {[-34, 30, -14].map((lean) => (
        <Blade
          key={lean}
          p={go([70, 104], 0, lean === -14 ? 30 : 14)}
          lean={lean}
          long={62}
          wide={4.4}
          droop={10}
        />
      ))}
      {stalk([70, 104], [74, 40])}
      {[36, 30, 24, 18, 12, 6].map((y, i) => (
        <Leaf
          key={y}
          p={[74, y + 10]}
          lean={i % 2 ? 24 : -24}
          long={14}
          wide={3.2}
          fill={PALE}
          veins="slant"
        />
      ))}
      <LensCollar>
        <Line
          d="M126 31Q119 33 123 38Q128 41 135 38M138 31Q144 32 141 37Q137 40 131 39"
          color={DEEP}
          width={2.2}
        />
      </LensCollar>
    </g>
  ),
  nimblewill: (
    <g>
      <Ground y={FLOOR} />
      <Creeper nodes={[24, 64, 108, 140]} color={EARTH} />
      {(
        [
          [30, -16],
          [62, -4],
          [96, 10],
          [122, 10],
        ] as const
      ).map(([x, lean]) => {
        const foot: Point = [x, FLOOR - 5];
        return (
          <g key={x}>
            {stalk(foot, go(foot, lean, 66), DEEP, 1.1)}
            {[12, 24, 36, 48].map((t, i) => (
              <Blade key={t} p={go(foot, lean, t)} lean={lean + (i % 2 ? 82 : -82)} long={19} wide={3} />
            ))}
            {[0, 7, 14, 21].map((t, i) => (
              <Leaf
                key={t}
                p={go(foot, lean, 64 + t)}
                lean={lean + (i % 2 ? 14 : -14)}
                long={9}
                wide={1.2}
                fill={PALE}
                veins="none"
              />
            ))}
          </g>
        );
      })}
    </g>
  ),
  foxtail: (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={7} long={18} />
      {blades([-54, -34, -14, 18, 38, 58], 62, 5)}
      {(
        [
          [-30, 58],
          [-8, 68],
          [14, 46],
        ] as const
      ).map(([lean, long]) => {
        const p = go(FOOT, lean, long);
        return (
          <g key={lean}>
            {stalk(FOOT, p)}
            <Hairs from={p} lean={lean} long={34} out={9} />
            <Hairs from={go(p, lean, 2)} lean={lean} long={33} out={8} />
            <Leaf p={p} lean={lean} long={36} wide={5.4} fill={PALE} veins="none" />
          </g>
        );
      })}
      <LensCollar>
        <Line d="M127 30V20M129.5 30V18M132 30V17M134.5 30V18M137 30V20" width={1.1} />
      </LensCollar>
    </g>
  ),
  sandbur: (
    <g>
      <Ground y={FLOOR} />
      <Roots p={FOOT} n={7} long={18} />
      {blades([-76, -54, -30, 32, 56, 78], 54, 4.6)}
      {(
        [
          [-26, 40],
          [4, 40],
        ] as const
      ).map(([lean, long]) => (
        <g key={lean}>
          {stalk(FOOT, go(FOOT, lean, long + 46))}
          {[4, 16, 28, 40].map((t, i) => (
            <Bur key={t} p={go(FOOT, lean, long + t, i % 2 ? 4 : -4)} r={5.4} />
          ))}
        </g>
      ))}
      <Lens p={LENS} r={22}>
        <Bur p={LENS} r={11} />
      </Lens>
    </g>
  ),
};

/** @param named whether it says what it shows to those who hear it; beside its name it need not */
export function WeedArt({ weed, named = false }: Readonly<{ weed: Weed; named?: boolean }>) {
  return (
    <svg
      viewBox="0 0 160 150"
      className="block h-auto w-full"
      {...(named ? { role: 'img', 'aria-label': `Drawing of ${WEEDS[weed].name}` } : { 'aria-hidden': true })}
    >
      {ART[weed]}
    </svg>
  );
}
