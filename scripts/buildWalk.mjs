// Builds the worker that windows share to public, and the phone's page to .walk: small, with names that change when it does, pressed together beforehand.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { ROOT } from './steps.mjs';

const OUT = join(ROOT, '.walk');
const shared = {
  bundle: true,
  minify: true,
  target: ['es2022', 'safari16'],
  logLevel: 'warning',
  legalComments: 'none',
  tsconfig: join(ROOT, 'tsconfig.json'),
  define: { 'process.env.NODE_ENV': '"production"', 'import.meta.env': 'undefined' },
};

// The framework's own loader of workers sets up too late for one that is shared: the first window's call would be missed.
await build({
  ...shared,
  entryPoints: [join(ROOT, 'workers', 'feed.shared.ts')],
  outfile: join(ROOT, 'public', 'feed.js'),
  format: 'iife',
});

rmSync(OUT, { recursive: true, force: true });
mkdirSync(OUT, { recursive: true });
const { metafile } = await build({
  ...shared,
  entryPoints: [join(ROOT, 'ui', 'walk', 'main.tsx')],
  outdir: OUT,
  format: 'esm',
  splitting: true,
  metafile: true,
  entryNames: '[name]-[hash]',
  chunkNames: 'part-[hash]',
  assetNames: '[name]-[hash]',
  loader: { '.woff2': 'file' },
});
const files = Object.keys(metafile.outputs).map((path) => basename(path));
const [js] = files.filter((f) => /^main-.*\.js$/.test(f));
const [css] = files.filter((f) => /^main-.*\.css$/.test(f));
// What the page loads before it runs is named in its head: on a slow way each step of finding out costs a round trip.
const first = Object.entries(metafile.outputs)
  .find(([path]) => basename(path) === js)[1]
  .imports.filter((i) => i.kind === 'import-statement')
  .map((i) => `<link rel="modulepreload" href="/walk/${basename(i.path)}">`)
  .join('');
const icon = readFileSync(join(ROOT, 'app', 'icon.svg'));
writeFileSync(join(OUT, 'icon.svg'), icon);
writeFileSync(
  join(OUT, 'nestle.webmanifest'),
  JSON.stringify({
    name: 'Nestle walk',
    short_name: 'Nestle',
    start_url: '/walk/',
    scope: '/walk/',
    display: 'standalone',
    background_color: '#e9eeeb',
    theme_color: '#1c2a2e',
    icons: [{ src: '/walk/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
  }),
);
writeFileSync(
  join(OUT, 'index.html'),
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><meta name="theme-color" content="#1c2a2e"><title>Nestle walk</title><link rel="icon" href="/walk/icon.svg"><link rel="manifest" href="/walk/nestle.webmanifest"><link rel="stylesheet" href="/walk/${css}">${first}<script type="module" src="/walk/${js}"></script></head><body><div id="walk"></div><noscript>The walk needs scripts.</noscript></body></html>`,
);
const shell = [...files, 'icon.svg', 'nestle.webmanifest', 'index.html'];
const stamp = createHash('sha256').update(files.join()).digest('hex').slice(0, 12);
await build({
  ...shared,
  entryPoints: [join(ROOT, 'ui', 'walk', 'sw.ts')],
  outfile: join(OUT, 'sw.js'),
  format: 'iife',
  define: {
    FILES: JSON.stringify(['/walk/', ...shell.filter((f) => f !== 'index.html').map((f) => `/walk/${f}`)]),
    BUILD: JSON.stringify(stamp),
  },
});
let total = 0;
for (const name of [...shell, 'sw.js']) {
  const plain = readFileSync(join(OUT, name));
  if (name.endsWith('.woff2')) {
    total += plain.length;
    continue;
  }
  const gzip = gzipSync(plain, { level: 9 });
  writeFileSync(join(OUT, `${name}.br`), brotliCompressSync(plain));
  writeFileSync(join(OUT, `${name}.gz`), gzip);
  total += gzip.length;
}
console.log(`   the phone's page: ${(total / 1000).toFixed(0)} kB pressed together, fonts included`);
