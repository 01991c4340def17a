import type { TurfFacts } from '@/core/lawn/turf';

/** Half the width of a blade, by leaf. */
const BLADE = { needle: 0.8, fine: 1.6, medium: 2.8, broad: 4.6 } as const;
const GREEN = { cool: '#3a6331', warm: '#6f8a3a' } as const;

/** A blade from its foot to its tip, bent. */
const blade = (x: number, height: number, lean: number, half: number) =>
  `M${x - half} 40 Q${x - half + lean * 0.4} ${40 - height * 0.6} ${x + lean} ${40 - height} Q${x + half + lean * 0.4} ${40 - height * 0.6} ${x + half} 40Z`;

/** How a grass looks at the kerb: the breadth of its leaf, and whether it stands in bunches or runs. Drawn by us, not to scale. */
export function TurfPicture({ facts: { leaf, grows, season } }: Readonly<{ facts: TurfFacts }>) {
  const half = BLADE[leaf];
  const feet = grows === 'bunch' ? [24, 27, 30, 33, 36] : [8, 19, 30, 41, 52];
  return (
    <svg viewBox="0 0 60 48" width={60} height={48} aria-hidden className="shrink-0">
      {grows === 'runners' && <path d="M2 41 Q30 45 58 41" fill="none" stroke="#8a6a3a" strokeWidth={1.8} />}
      {feet.map((x, i) => (
        <g key={x} fill={GREEN[season]}>
          <path d={blade(x, 24 + ((i * 7) % 12), (i - 2) * (grows === 'bunch' ? 5 : 2), half)} />
          {grows === 'runners' && (
            <path d={blade(x + 2, 16 + ((i * 5) % 8), i % 2 ? 5 : -5, half)} opacity={0.75} />
          )}
        </g>
      ))}
    </svg>
  );
}
