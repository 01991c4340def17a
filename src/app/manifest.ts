import { PALETTE } from '@/ui/palette';
import type { MetadataRoute } from 'next';

/** What a phone that installs it is told: its own icon and window, opened at the stops of the day. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    id: '/go',
    name: 'Iron Gate',
    short_name: 'Iron Gate',
    description: 'Herbicide applications on lawns, timed to soil temperature.',
    start_url: '/go',
    scope: '/',
    display: 'standalone',
    background_color: PALETTE.lime,
    theme_color: PALETTE.ink,
    icons: [
      { src: '/icon1.png', sizes: '192x192', type: 'image/png', purpose: 'any' },
      { src: '/icon2.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
    ],
    shortcuts: [
      { name: 'Stops of today', url: '/go' },
      { name: 'The key to the weeds', url: '/key' },
    ],
  };
}
