import type { Metadata } from 'next';
import localFont from 'next/font/local';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '@/editor/theme/Providers';
import '@/editor/theme/global.css';

const text = localFont({
  src: '../../node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2',
  variable: '--font-text',
  weight: '200 900',
});

export const metadata: Metadata = {
  title: 'Silent Compass',
  description: 'Construct marks, icons and backgrounds from exact shapes.',
};

export default async function Layout({ children }: { children: ReactNode }) {
  // Scripts in the page are run only where they carry the number that this answer was given.
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en-GB" className={text.variable} suppressHydrationWarning>
      <body>
        <Providers nonce={nonce}>{children}</Providers>
      </body>
    </html>
  );
}
