import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

/** A face of the papers: the cuts that hold its letters, the first that has one is taken. */
export type Face = 'plain' | 'strong';

const CUTS: Readonly<Record<Face, readonly (readonly [string, string])[]>> = {
  plain: [
    ['barlow', 'barlow-latin-400-normal'],
    ['barlow', 'barlow-latin-ext-400-normal'],
    ['noto-sans', 'noto-sans-latin-ext-400-normal'],
    ['noto-sans', 'noto-sans-greek-400-normal'],
    ['noto-sans', 'noto-sans-cyrillic-400-normal'],
    ['noto-sans-math', 'noto-sans-math-latin-400-normal'],
  ],
  strong: [
    ['barlow', 'barlow-latin-600-normal'],
    ['barlow', 'barlow-latin-ext-600-normal'],
    ['noto-sans', 'noto-sans-latin-ext-600-normal'],
    ['noto-sans', 'noto-sans-greek-600-normal'],
    ['noto-sans', 'noto-sans-cyrillic-600-normal'],
    ['noto-sans-math', 'noto-sans-math-latin-400-normal'],
  ],
};

export interface FontFile {
  name: string;
  face: Face;
  bytes: Buffer;
}

let read: readonly FontFile[] | null = null;

/** The font files of the papers, read once. They are those the application ships for its screens, and what fills their gaps. */
export function fontFiles(): readonly FontFile[] {
  if (read) return read;
  const { resolve } = createRequire(import.meta.url);
  read = (['plain', 'strong'] as const).flatMap((face) =>
    CUTS[face].map(([family, file]) => ({
      name: `${face} ${file}`,
      face,
      bytes: readFileSync(
        join(dirname(resolve(`@fontsource/${family}/package.json`)), 'files', `${file}.woff`),
      ),
    })),
  );
  return read;
}
