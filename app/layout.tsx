import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-500.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow/latin-700.css';
import '@fontsource/barlow/latin-ext-400.css';
import '@fontsource/barlow/latin-ext-600.css';
import '@fontsource/barlow-semi-condensed/latin-400.css';
import '@fontsource/barlow-semi-condensed/latin-500.css';
import '@fontsource/barlow-semi-condensed/latin-600.css';
import '@fontsource/barlow-semi-condensed/latin-700.css';
import '@fontsource/barlow-semi-condensed/latin-ext-400.css';
import '@fontsource/barlow-semi-condensed/latin-ext-500.css';
import '@fontsource/barlow-semi-condensed/latin-ext-600.css';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Nestle', template: '%s · Nestle' },
  description:
    'Survey a house, plan the mesh, fit it in the right order, prove that the dead spots are gone.',
};

/** Sets the theme before the first paint, from what this browser chose last. */
const THEME_SCRIPT = `try{if(localStorage.getItem('nestle-theme')==='evening')document.documentElement.dataset.theme='evening'}catch{}`;

/** Every page is made on request, so that its scripts carry the nonce the gate gave it. */
export default async function RootLayout({ children }: { children: ReactNode }) {
  const policy = (await headers()).get('content-security-policy');
  const nonce = policy ? /'nonce-([^']+)'/.exec(policy)?.[1] : undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: THEME_SCRIPT }} />
      </head>
      <body>{children}</body>
    </html>
  );
}
