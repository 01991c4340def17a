/** One drawing for each thing that a character can look like. Drawn by us; not to scale. */
import type { ReactNode } from 'react';
import type { Character, StateOf } from '@/core/weeds/characters';
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

type Art = { readonly [C in Character]: Readonly<Record<StateOf<C>, ReactNode>> };

/** Collar of a grass: sheath below, blade bent back to the right. */
const Collar = ({ children, hairy = false }: Readonly<{ children?: ReactNode; hairy?: boolean }>) => (
  <g>
    <Shape fill={PALE} d="M33 64V34H47V64Z" />
    <Shape d="M33 34Q36 22 60 10L70 6Q58 24 47 34Z" />
    <Line d="M40 34Q48 22 66 9" width={0.6} />
    {hairy && <Hairs from={[40, 62]} lean={0} long={26} out={12} />}
    {children}
  </g>
);
const stalk = (from: Point, to: Point, color = DEEP, width = 2) => (
  <Line d={straight(from, to)} color={color} width={width} />
);
const Fingers = ({ leans, zipper = false }: Readonly<{ leans: readonly number[]; zipper?: boolean }>) => (
  <g>
    {stalk([40, 62], [40, 36])}
    {leans.map((lean) => (
      <Finger key={lean} p={[40, 37]} lean={lean} long={30} zipper={zipper} />
    ))}
  </g>
);
/** A stem from above, cut across. */
const Cut = ({ d, children }: Readonly<{ d: string; children?: ReactNode }>) => (
  <g>
    <Shape fill={PALE} d={d} width={1.6} />
    {children}
  </g>
);
const Twig = ({ children }: Readonly<{ children: ReactNode }>) => (
  <g>
    {stalk([40, 62], [40, 4])}
    {children}
  </g>
);
const pair = (y: number, long = 20, wide = 7) =>
  [-68, 68].map((lean) => <Leaf key={`${y}${lean}`} p={[40, y]} lean={lean} long={long} wide={wide} />);
const Stemmed = ({ children }: Readonly<{ children: ReactNode }>) => (
  <g>
    <Shape fill={PALE} d="M35 64V0H45V64Z" />
    {children}
  </g>
);
const tuft = (leans: readonly number[], y = 50, long = 34, wide = 3) =>
  leans.map((lean) => (
    <Blade key={lean} p={[40, y]} lean={lean} long={long} wide={wide} droop={Math.abs(lean) > 30 ? 6 : 2} />
  ));
const Soil = ({ children }: Readonly<{ children: ReactNode }>) => (
  <g>
    {tuft([-28, -8, 12, 32], 20, 17, 2)}
    <Ground y={20} from={4} to={76} />
    {children}
  </g>
);
const Petals = ({ fill }: Readonly<{ fill: string }>) => (
  <Flower p={[40, 32]} n={5} r={24} fill={fill} middle={fill === YELLOW ? EARTH : YELLOW} />
);

const ART: Art = {
  leaf: {
    blade: <Blade p={[16, 60]} lean={42} long={68} wide={5} />,
    'three-ranked blade': (
      <g>
        {[-52, 0, 52].map((lean) => (
          <Blade key={lean} p={[40, 58]} lean={lean} long={52} wide={4.5} />
        ))}
        <Shape fill={PALE} d="M33 62L40 50L47 62Z" />
      </g>
    ),
    tube: (
      <g>
        <Shape d="M33 60Q30 28 44 8L52 10Q43 30 45 60Z" />
        <ellipse cx={48} cy={9} rx={4.6} ry={3} fill={WHITE} stroke={INK} strokeWidth={1.2} />
      </g>
    ),
    broad: <Leaf p={[14, 54]} lean={58} long={58} wide={17} veins="slant" />,
  },
  bud: {
    rolled: (
      <Cut d="M40 8A24 24 0 1 1 39.9 8Z">
        <Line d="M40 32m0 -2a3 3 0 1 1 -3 4a8 8 0 1 1 11 -5a13 13 0 1 1 -17 -8a18 18 0 0 1 26 10" width={2} />
      </Cut>
    ),
    folded: (
      <Cut d="M40 6Q58 32 40 58Q22 32 40 6Z">
        <Line d="M40 14Q50 32 40 51M40 14Q30 32 40 51M40 22V46" width={2} />
      </Cut>
    ),
  },
  ligule: {
    membrane: (
      <Collar>
        <Shape fill={WHITE} d="M33 34Q34 22 38 20L42 23L47 34Z" width={1.4} />
      </Collar>
    ),
    hairs: (
      <Collar>
        <Line d="M34 34V22M36.5 34V20M39 34V19M41.5 34V20M44 34V22M46 34V24" width={1.3} />
      </Collar>
    ),
    'hardly any': (
      <Collar>
        <Line d="M33 34H47" width={2.4} />
      </Collar>
    ),
  },
  auricles: {
    clasping: (
      <Collar>
        <Line d="M33 35Q24 37 29 43Q35 46 44 42M47 35Q54 36 51 41Q46 45 38 44" color={DEEP} width={2.6} />
      </Collar>
    ),
    none: <Collar />,
  },
  'blade hair': {
    none: <Blade p={[16, 60]} lean={42} long={68} wide={6} />,
    'at the collar': (
      <g>
        <Blade p={[16, 60]} lean={42} long={68} wide={6} />
        <Hairs from={[17, 59]} lean={42} long={12} out={9} />
      </g>
    ),
    'all over': <Blade p={[16, 60]} lean={42} long={68} wide={6} hairs />,
  },
  'sheath hair': { none: <Collar />, hairy: <Collar hairy /> },
  crown: {
    'white and flat': (
      <g>
        {[-80, -62, -40, 40, 62, 80].map((lean) => (
          <Blade key={lean} p={[40, 44]} lean={lean} long={36} wide={4} />
        ))}
        <Shape fill="#fff" d="M24 50Q24 38 40 37Q56 38 56 50Q40 56 24 50Z" width={1.6} />
        <Line d="M32 40V52M40 38V53M48 40V52" width={0.8} />
      </g>
    ),
    'not white': (
      <g>
        {[-72, -45, -18, 18, 45, 72].map((lean) => (
          <Blade key={lean} p={[40, 52]} lean={lean} long={36} wide={4} />
        ))}
        <Roots p={[40, 52]} long={10} />
      </g>
    ),
  },
  'leaf tip': {
    boat: <Blade p={[40, 74]} lean={0} long={62} wide={9} boat />,
    'long taper': <Blade p={[40, 78]} lean={0} long={76} wide={10} />,
    'abrupt point': (
      <g>
        <Shape d="M31 64V22Q33 14 40 8Q47 14 49 22V64Z" />
        <Line d="M40 64V12" width={0.8} />
      </g>
    ),
  },
  'seed head': {
    'fingers from one point': <Fingers leans={[-42, -14, 14, 42]} />,
    'fingers, one set lower': (
      <g>
        <Fingers leans={[-34, 0, 34]} zipper />
        <Finger p={[40, 50]} lean={-62} long={24} zipper />
      </g>
    ),
    'spikes along a stem': (
      <g>
        {stalk([40, 62], [40, 6])}
        {[14, 27, 40].map((y, i) => (
          <Finger key={y} p={[40, y]} lean={i % 2 ? -62 : 62} long={26} hang={9} />
        ))}
        <Finger p={[40, 8]} lean={-58} long={22} hang={9} />
      </g>
    ),
    'open panicle': (
      <g>
        {stalk([40, 62], [40, 6], DEEP, 1.4)}
        {[12, 22, 33, 44].flatMap((y, i) =>
          [-62, 62].map((lean) => {
            const end = go([40, y], lean, 10 + 5 * i);
            return (
              <g key={`${y}${lean}`}>
                <Line d={straight([40, y], end)} width={0.8} />
                <Leaf p={end} lean={lean} long={6} wide={2} fill={WHITE} veins="none" />
                <Leaf
                  p={go([40, y], lean, 5 + 2 * i)}
                  lean={lean - 30}
                  long={6}
                  wide={2}
                  fill={WHITE}
                  veins="none"
                />
              </g>
            );
          }),
        )}
      </g>
    ),
    'thin panicle': (
      <g>
        {stalk([40, 62], [42, 4], DEEP, 1.2)}
        {[8, 15, 22, 29, 36, 43].map((y, i) => (
          <Leaf key={y} p={[41, y]} lean={i % 2 ? 18 : -18} long={9} wide={1.4} fill={PALE} veins="none" />
        ))}
      </g>
    ),
    'bristly cylinder': (
      <g>
        {stalk([40, 62], [40, 46])}
        <Hairs from={[40, 46]} lean={0} long={40} out={14} />
        <Hairs from={[40, 44]} lean={0} long={40} out={12} />
        <Shape fill={PALE} d="M34 46Q32 26 36 8Q40 2 44 8Q48 26 46 46Z" />
      </g>
    ),
    burs: (
      <g>
        {stalk([40, 62], [40, 8])}
        {[12, 24, 36, 48].map((y, i) => (
          <Bur key={y} p={[i % 2 ? 45 : 35, y]} r={5} />
        ))}
      </g>
    ),
    'flat spike': (
      <g>
        {stalk([40, 62], [40, 4])}
        {[8, 17, 26, 35, 44].map((y, i) => (
          <Leaf
            key={y}
            p={[40, y + 8]}
            lean={i % 2 ? 24 : -24}
            long={14}
            wide={3.4}
            fill={PALE}
            veins="slant"
          />
        ))}
      </g>
    ),
    'yellow umbel': <Umbel fill={YELLOW} />,
    'red-brown umbel': <Umbel fill={RED} />,
    'green ball': (
      <g>
        {stalk([40, 62], [40, 34])}
        {[-74, 8, 74].map((lean) => (
          <Blade key={lean} p={[40, 32]} lean={lean} long={30} wide={2.6} droop={6} />
        ))}
        <Dot p={[40, 28]} r={8} fill={PALE} />
        <Line d="M35 25L37 28M40 22V26M45 25L43 28M36 31H38M43 31H45M40 30V33" width={0.9} />
      </g>
    ),
  },
  fingers: {
    'two or three': <Fingers leans={[-26, 4, 32]} />,
    'four to six': <Fingers leans={[-56, -28, 0, 28, 56]} />,
    'seven or more': <Fingers leans={[-78, -56, -36, -16, 6, 28, 50, 72]} />,
  },
  'second glume': { short: <Spikelet share={0.38} />, 'half or more': <Spikelet share={0.72} /> },
  growth: {
    clump: (
      <g>
        {tuft([-58, -36, -16, 4, 24, 46, 64])}
        <Roots p={[40, 50]} long={12} />
      </g>
    ),
    'flat rosette': (
      <g>
        {[0, 45, 90, 135, 180, 225, 270, 315].map((lean) => (
          <Leaf key={lean} p={[40, 32]} lean={lean} long={29} wide={5} />
        ))}
        <Dot p={[40, 32]} r={3} fill={WHITE} />
      </g>
    ),
    'creeping, rooting at nodes': (
      <g>
        <Line d="M4 46Q40 40 76 46" color={EARTH} width={2.4} />
        {[14, 40, 66].map((x) => (
          <g key={x}>
            <Roots p={[x, 45]} n={3} long={12} />
            {[-24, 24].map((lean) => (
              <Blade key={lean} p={[x, 44]} lean={lean} long={24} wide={2.6} />
            ))}
          </g>
        ))}
      </g>
    ),
    'flat mat, not rooting': (
      <g>
        {[0, 60, 120, 180, 240, 300].map((lean) => {
          const end = go([40, 32], lean, 28);
          return (
            <g key={lean}>
              <Line d={straight([40, 32], end)} color={RED} width={1.4} />
              {[0.35, 0.65, 0.95].flatMap((t) =>
                [-60, 60].map((s) => (
                  <Leaf
                    key={`${t}${s}`}
                    p={go([40, 32], lean, 28 * t)}
                    lean={lean + s}
                    long={6}
                    wide={2}
                    veins="none"
                  />
                )),
              )}
            </g>
          );
        })}
        <Dot p={[40, 32]} r={3} fill={EARTH} />
      </g>
    ),
    upright: (
      <Twig>
        {[14, 28, 42].map((y) => pair(y, 15, 4))}
        <Roots p={[40, 60]} n={3} long={5} />
      </Twig>
    ),
  },
  'below ground': {
    'fine roots': (
      <Soil>
        <Roots p={[40, 20]} n={9} long={34} />
      </Soil>
    ),
    'white rhizomes': (
      <Soil>
        <Line d="M40 20Q42 40 74 42M40 20Q36 34 8 36" color={INK} width={4.6} />
        <Line d="M40 20Q42 40 73 42M40 20Q36 34 9 36" color="#fff" width={3} />
        <Line d="M52 34L53 38M62 39L62 43M26 30L25 34M17 33L16 37" width={0.9} />
      </Soil>
    ),
    'single tubers': (
      <Soil>
        <Line d="M40 20Q38 40 20 48M40 20Q46 36 60 44" color={EARTH} width={1.4} />
        <Dot p={[19, 50]} r={6} fill="#b58a52" />
        <Dot p={[61, 47]} r={6} fill="#b58a52" />
      </Soil>
    ),
    'tubers in chains': (
      <Soil>
        <Line d="M40 20Q34 34 12 36M40 20Q44 44 74 52" color={EARTH} width={1.4} />
        {(
          [
            [28, 33],
            [12, 37],
            [47, 37],
            [60, 47],
            [74, 52],
          ] as const
        ).map((p) => (
          <Dot key={p[0]} p={p} r={4.6} fill="#7d4a35" />
        ))}
      </Soil>
    ),
    taproot: (
      <Soil>
        <Taproot p={[40, 20]} long={40} />
      </Soil>
    ),
    bulb: (
      <Soil>
        <Shape fill={WHITE} d="M38 20Q24 34 32 46Q40 52 48 46Q56 34 42 20Z" width={1.4} />
        <Line d="M40 22Q34 36 38 48M40 22Q46 36 42 48" width={0.8} />
        <Roots p={[40, 49]} long={12} />
        <Dot p={[54, 45]} r={3.6} fill={WHITE} />
        <Dot p={[27, 45]} r={3} fill={WHITE} />
      </Soil>
    ),
    'rattle tuber': (
      <Soil>
        {[26, 33, 40, 47, 54].map((y, i) => (
          <ellipse
            key={y}
            cx={40}
            cy={y}
            rx={7.5 - i * 0.9}
            ry={4}
            fill="#fff"
            stroke={INK}
            strokeWidth={1.1}
          />
        ))}
      </Soil>
    ),
  },
  'leaves stand': {
    rosette: (
      <g>
        {[-76, -48, -18, 18, 48, 76].map((lean) => (
          <Leaf key={lean} p={[40, 54]} lean={lean} long={34} wide={6} />
        ))}
        <Roots p={[40, 54]} n={3} long={8} />
      </g>
    ),
    opposite: <Twig>{[14, 30, 46].map((y) => pair(y))}</Twig>,
    alternate: (
      <Twig>
        {[10, 24, 38, 52].map((y, i) => (
          <Leaf key={y} p={[40, y]} lean={i % 2 ? 66 : -66} long={22} wide={7} />
        ))}
      </Twig>
    ),
    whorl: (
      <Twig>
        {[18, 44].flatMap((y) =>
          [-84, -52, -20, 20, 52, 84].map((lean) => (
            <Leaf key={`${y}${lean}`} p={[40, y]} lean={lean} long={17} wide={3} veins="none" />
          )),
        )}
      </Twig>
    ),
  },
  'leaf shape': {
    'three oval leaflets': (
      <OnStalk>
        <Trefoil p={[40, 36]} lean={0} size={26} kind="oval" />
      </OnStalk>
    ),
    'three heart leaflets': (
      <OnStalk>
        <Trefoil p={[40, 36]} lean={0} size={26} kind="heart" />
      </OnStalk>
    ),
    'three leaflets, veins to the edge': (
      <OnStalk>
        <Trefoil p={[40, 36]} lean={0} size={28} kind="slant" />
      </OnStalk>
    ),
    'round, scalloped': (
      <OnStalk>
        <Scallop p={[40, 46]} lean={0} size={21} />
      </OnStalk>
    ),
    'cupped heart': (
      <OnStalk>
        <Heart p={[40, 44]} lean={0} long={40} wide={24} />
      </OnStalk>
    ),
    'long and narrow': <Leaf p={[12, 58]} lean={50} long={70} wide={7} veins="along" />,
    'broad oval': <Leaf p={[14, 56]} lean={54} long={58} wide={23} veins="along" />,
    'small oval': <Twig>{[18, 40].map((y) => pair(y, 15, 6))}</Twig>,
    'teeth pointing back': <Toothed p={[10, 56]} lean={58} long={70} wide={17} back />,
    'finely divided': <Carrot p={[40, 62]} lean={0} size={46} />,
    'lance, toothed': <Toothed p={[14, 58]} lean={52} long={66} wide={12} back={false} />,
    'rows along a twig': (
      <g>
        {stalk([8, 52], [74, 18], DEEP, 1.4)}
        {[0.1, 0.24, 0.38, 0.52, 0.66, 0.8, 0.94].flatMap((t) => {
          const p: Point = [8 + 66 * t, 52 - 34 * t];
          return [-14, 136].map((lean) => <Leaf key={`${t}${lean}`} p={p} lean={lean} long={13} wide={4} />);
        })}
      </g>
    ),
  },
  stem: {
    round: <Cut d="M40 12A20 20 0 1 1 39.9 12Z" />,
    square: <Cut d="M22 14H58V50H22Z" />,
    'three-cornered': <Cut d="M40 8L64 52H16Z" />,
    flattened: <Cut d="M12 32Q12 24 40 24Q68 24 68 32Q68 40 40 40Q12 40 12 32Z" />,
  },
  'stem hair': {
    none: <Stemmed>{null}</Stemmed>,
    'one line': (
      <Stemmed>
        <Hairs from={[45, 62]} lean={0} long={60} out={8} one />
      </Stemmed>
    ),
    'all round': (
      <Stemmed>
        <Hairs from={[40, 62]} lean={0} long={60} out={13} />
      </Stemmed>
    ),
  },
  node: {
    bare: <Stemmed>{pair(32, 26, 8)}</Stemmed>,
    'papery sheath': (
      <Stemmed>
        <Leaf p={[44, 30]} lean={62} long={28} wide={6} />
        <Shape fill="#e8dcc0" d="M32 40Q33 26 36 18L39 24L42 15L45 22Q48 30 48 40Z" width={1.3} />
      </Stemmed>
    ),
    'bristly membrane': (
      <Stemmed>
        {pair(32, 28, 8)}
        <Shape fill={PALE} d="M30 34Q40 24 50 34V38H30Z" />
        <Line d="M33 31L31 20M37 29L36 17M43 29L44 17M47 31L49 20" width={1.2} />
      </Stemmed>
    ),
  },
  sap: {
    milky: (
      <g>
        <Shape fill={PALE} d="M32 64V30L48 26V64Z" />
        <Shape fill="#fff" d="M36 28Q40 12 44 27Q47 36 40 37Q33 36 36 28Z" width={1.4} />
        <Shape fill="#fff" d="M56 34Q60 42 57 46Q53 49 51 45Q50 41 56 34Z" width={1.2} />
      </g>
    ),
    clear: (
      <g>
        <Shape fill={PALE} d="M32 64V30L48 26V64Z" />
        <Line d="M36 28Q40 14 44 27" color="var(--color-water)" width={1.4} />
      </g>
    ),
  },
  smell: {
    none: (
      <OnStalk>
        <Leaf p={[40, 46]} lean={0} long={36} wide={12} />
      </OnStalk>
    ),
    mint: (
      <g>
        <Scallop p={[34, 50]} lean={-8} size={17} />
        <Line d="M56 44Q50 38 56 32Q62 26 56 18M66 44Q60 38 66 32Q72 26 66 18" color="var(--color-water)" />
      </g>
    ),
    garlic: (
      <g>
        <Shape fill={WHITE} d="M30 16Q14 34 24 50Q32 56 40 50Q50 34 34 16Z" width={1.4} />
        <Line d="M32 18Q26 36 30 52M32 18Q38 36 35 52" width={0.8} />
        <Line d="M56 44Q50 38 56 32Q62 26 56 18M66 44Q60 38 66 32Q72 26 66 18" color="var(--color-water)" />
      </g>
    ),
  },
  flower: {
    white: <Petals fill="#fff" />,
    yellow: <Petals fill={YELLOW} />,
    'pink to purple': <Petals fill={PURPLE} />,
    blue: <Petals fill={BLUE} />,
    greenish: <Petals fill={PALE} />,
  },
  'flower shape': {
    'split petals': <Flower p={[40, 32]} n={5} r={27} fill="#fff" split />,
    'ball of florets': (
      <g>
        {stalk([40, 62], [40, 40])}
        <Head p={[40, 28]} r={22} fill="#fff" />
      </g>
    ),
    'head on a hollow stalk': (
      <g>
        <Shape fill={PALE} d="M37 64V34H43V64Z" />
        <Head p={[40, 24]} r={20} fill={YELLOW} n={18} />
        <ellipse cx={58} cy={54} rx={6} ry={5} fill={PALE} stroke={INK} strokeWidth={1.2} />
        <ellipse cx={58} cy={54} rx={3} ry={2.4} fill={WHITE} stroke={INK} strokeWidth={1} />
      </g>
    ),
    'lipped tube': <Lip p={[26, 58]} lean={24} size={50} fill={PURPLE} />,
    star: <Flower p={[40, 32]} n={4} r={24} fill="#fff" wide={0.28} />,
    spike: (
      <g>
        {stalk([40, 62], [40, 44])}
        <Shape fill={PALE} d="M35 46Q34 22 38 6Q40 3 42 6Q46 22 45 46Z" />
        <Line d="M36 40L44 36M36 32L44 28M36 24L44 20M37 16L43 12" width={0.8} />
      </g>
    ),
    'five petals': <Flower p={[40, 32]} n={5} r={25} fill={PURPLE} wide={0.5} />,
  },
  fruit: {
    'balls under the leaf': (
      <g>
        {stalk([6, 26], [74, 26], DEEP, 1.4)}
        {[14, 28, 42, 56, 70].map((x) => (
          <g key={x}>
            <Leaf p={[x, 25]} lean={0} long={16} wide={5} />
            <Line d={straight([x, 27], [x, 38])} width={0.8} />
            <Dot p={[x, 42]} r={4.6} fill={PALE} />
          </g>
        ))}
      </g>
    ),
    'flat heart': <Heart p={[40, 58]} lean={0} long={44} wide={24} fill={PALE} notch="end" />,
    'upright pod': (
      <g>
        <Line d="M20 62Q22 44 30 40M60 62Q58 46 52 40" width={1.2} />
        <Shape d="M27 40Q26 18 31 4Q36 18 34 40Z" />
        <Shape d="M48 40Q47 20 52 8Q57 20 55 40Z" />
        <Line d="M31 10V38M52 14V38" width={0.7} />
      </g>
    ),
    'spiny bur': <Bur p={[40, 32]} r={14} />,
    'hairy oval': (
      <g>
        <Hairs from={[40, 52]} lean={0} long={40} out={17} />
        <Shape fill={PALE} d="M40 8Q54 14 54 34Q52 52 40 56Q28 52 26 34Q26 14 40 8Z" />
        <Line d="M40 10V54M32 14Q28 34 33 52M48 14Q52 34 47 52" width={0.7} />
      </g>
    ),
    puffball: (
      <g>
        {stalk([40, 62], [40, 34])}
        <Head p={[40, 27]} r={23} fill={WHITE} n={22} threads />
      </g>
    ),
  },
};

function OnStalk({ children }: Readonly<{ children: ReactNode }>) {
  return (
    <g>
      {stalk([40, 63], [40, 38])}
      {children}
    </g>
  );
}
function Umbel({ fill }: Readonly<{ fill: string }>) {
  return (
    <g>
      {stalk([40, 62], [40, 44])}
      {[-86, 86, -60].map((lean) => (
        <Blade key={lean} p={[40, 45]} lean={lean} long={32} wide={2.4} />
      ))}
      {[-54, -27, 0, 27, 54].map((lean) => {
        const end = go([40, 44], lean, 22);
        return (
          <g key={lean}>
            <Line d={straight([40, 44], end)} width={1} />
            {[-50, -20, 20, 50].map((s) => (
              <Leaf key={s} p={end} lean={lean + s} long={13} wide={1.7} fill={fill} veins="none" />
            ))}
          </g>
        );
      })}
    </g>
  );
}
/** A seed of crabgrass from its back: the second scale covers a share of it. */
function Spikelet({ share }: Readonly<{ share: number }>) {
  const top = 58 - 50 * share;
  return (
    <g>
      <Shape fill={PALE} d="M40 6Q52 26 50 46Q46 58 40 60Q34 58 30 46Q28 26 40 6Z" width={1.4} />
      <Shape
        fill={GREEN}
        d={`M31 50Q33 ${top + 14} 40 ${top}Q47 ${top + 14} 49 50Q45 58 40 60Q35 58 31 50Z`}
        width={1.4}
      />
      <Line d={bent([40, 8], [37, 30], [40, 58])} width={0.6} />
    </g>
  );
}

/** @returns null for a state that is none */
export function StateArt({ character, state }: Readonly<{ character: Character; state: string }>) {
  const art = (ART[character] as Readonly<Record<string, ReactNode>>)[state];
  if (art === undefined) return null;
  return (
    <svg viewBox="0 0 80 64" aria-hidden className="block h-auto w-full">
      {art}
    </svg>
  );
}
