// `npm run bench`, `npm run bench:truth`: bundles a bench as the application is bundled, then runs it. Run file by file through
// a loader every imported name is a call, and what is measured would be that.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { ROOT, run } from './steps.mjs';

const [name = 'run', ...args] = process.argv.slice(2);
const out = join(ROOT, 'bench', '.build');
mkdirSync(out, { recursive: true });
const outfile = join(out, `${name}.mjs`);
await build({
  entryPoints: [join(ROOT, 'bench', `${name}.ts`)],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'error',
});
process.exitCode = run(process.execPath, [outfile, ...args]).status ?? 1;
