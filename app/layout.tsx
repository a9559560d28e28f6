import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-500.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow/latin-700.css';
import '@fontsource/barlow-semi-condensed/latin-400.css';
import '@fontsource/barlow-semi-condensed/latin-500.css';
import '@fontsource/barlow-semi-condensed/latin-600.css';
import '@fontsource/barlow-semi-condensed/latin-700.css';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Nestle', template: '%s · Nestle' },
  description:
    'Survey a house, plan the mesh, fit it in the right order, prove that the dead spots are gone.',
};

/** Sets the theme before the first paint, from what this browser chose last. */
const THEME_SCRIPT = `try{if(localStorage.getItem('nestle-theme')==='evening')document.documentElement.dataset.theme='evening'}catch{}`;

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <script dangerouslySetInnerHTML={{ __html: THEME_SCRIPT }} />
      </head>
      <body>{children}</body>
    </html>
  );
}
