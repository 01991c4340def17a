import { PALETTE } from '@/ui/palette';
import '@fontsource-variable/source-sans-3/index.css';
import '@fontsource/barlow-condensed/latin-500.css';
import '@fontsource/barlow-condensed/latin-600.css';
import '@fontsource/barlow-condensed/latin-700.css';
import './globals.css';
import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { HireServiceWorker } from './service-worker';

export const metadata: Metadata = {
  title: { default: 'Iron Gate', template: '%s · Iron Gate' },
  description: 'Herbicide applications on lawns, timed to soil temperature.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: PALETTE.ink };

export default async function RootLayout({ children }: Readonly<{ children: ReactNode }>) {
  const theme = (await cookies()).get('theme')?.value === 'sun' ? 'sun' : undefined;
  return (
    <html lang="en" data-theme={theme} suppressHydrationWarning>
      <body>
        {children}
        <HireServiceWorker />
      </body>
    </html>
  );
}
