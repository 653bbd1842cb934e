import '@fontsource/barlow/400.css';
import '@fontsource/barlow/500.css';
import '@fontsource/barlow/600.css';
import '@fontsource/barlow-condensed/500.css';
import '@fontsource/barlow-condensed/600.css';
import '@/ui/design/theme.scss';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Awake, Offline, SCHEME_SCRIPT, WAKING_SCRIPT } from '@/ui/shell';

export const metadata: Metadata = {
  title: { default: 'Pezzo', template: '%s · Pezzo' },
  description: 'Take a vehicle’s trim apart once, well.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** The nonce of this answer, as the server's front gave it; scripts without it are not run. */
async function readNonce(): Promise<string | undefined> {
  return /'nonce-([^']+)'/.exec((await headers()).get('content-security-policy') ?? '')?.[1];
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = await readNonce();
  return (
    <html lang="en" data-clock-rate={process.env.PEZZO_TEST_CLOCK} suppressHydrationWarning>
      <head>
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: SCHEME_SCRIPT + WAKING_SCRIPT }}
        />
      </head>
      <body>
        {children}
        <Offline />
        <Awake />
      </body>
    </html>
  );
}
