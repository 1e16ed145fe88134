import '@fontsource/barlow/400.css';
import '@fontsource/barlow/500.css';
import '@fontsource/barlow/600.css';
import '@fontsource/barlow-condensed/500.css';
import '@fontsource/barlow-condensed/600.css';
import '@fontsource/jetbrains-mono/400.css';
import '@fontsource/jetbrains-mono/600.css';
import './globals.css';
import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { linkHolder, ownerId, signedIn } from '@/server/actor';
import { Hints } from '@/ui/kit/Hints';
import { OutboxStrip } from '@/ui/outbox/OutboxStrip';
import { Toasts } from '@/ui/toast';

export const metadata: Metadata = {
  description: 'From the brief to the ranking of a team engineering design project.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** Whose page this is: what a device keeps for them carries it. Nobody's is ''. */
async function ownerHere(): Promise<string> {
  const actor = (await signedIn()) ?? (await linkHolder());
  return actor ? ownerId(actor) : '';
}

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get('ironstone_theme')?.value;
  const owner = await ownerHere();
  return (
    <html lang="en" data-theme={theme === 'light' || theme === 'dark' ? theme : undefined}>
      <body data-owner={owner}>
        {children}
        <OutboxStrip owner={owner} />
        <Toasts />
        <Hints />
      </body>
    </html>
  );
}
