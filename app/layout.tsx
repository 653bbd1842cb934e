import '@fontsource/barlow/400.css';
import '@fontsource/barlow/500.css';
import '@fontsource/barlow/600.css';
import '@fontsource/barlow-condensed/500.css';
import '@fontsource/barlow-condensed/600.css';
import '@/ui/kit/theme.scss';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Offline } from '@/ui/kit/offline';
import { SCHEME_SCRIPT } from '@/ui/kit/scheme-script';

export const metadata: Metadata = { title: { default: 'Pezzo', template: '%s · Pezzo' }, description: 'Take a vehicle’s trim apart once, well.' };
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head><script dangerouslySetInnerHTML={{ __html: SCHEME_SCRIPT }} /></head>
      <body>{children}<Offline /></body>
    </html>
  );
}
