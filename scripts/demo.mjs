// `npm run demo`: installs, builds, migrates, seeds, starts on loopback and prints the address.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { ROOT, build, compileDriver, fetchPackages, run, step } from './steps.mjs';

const reset = process.argv.includes('--reset');
const lan = process.argv.includes('--lan');
const wanted = Number(process.env.PORT ?? 4680);

const free = (port) =>
  new Promise((resolve) => {
    const probe = createServer()
      .once('error', () => resolve(false))
      .once('listening', () => probe.close(() => resolve(true)))
      .listen(port, '127.0.0.1');
  });

if (fetchPackages()) await compileDriver();
build();
step(
  reset ? 'Restoring the demo jobs' : 'Preparing the database',
  'Is another program holding the data folder? Stop it and try again.',
  () =>
    run(process.execPath, ['--import', 'tsx', 'scripts/seed.ts', ...(reset ? ['--reset'] : [])]).status === 0,
);
if (!(await free(wanted))) {
  console.error(`✗ Port ${wanted} is taken. Stop what runs there, or choose another: PORT=4700 npm run demo`);
  process.exit(1);
}
console.log('→ Starting the server');
const server = spawn(
  process.execPath,
  ['--import', 'tsx', 'scripts/serve.ts', '--port', String(wanted), ...(lan ? ['--lan'] : [])],
  {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  },
);
server.stdout.on('data', (chunk) => {
  if (lan) process.stdout.write(chunk);
  if (String(chunk).includes('Ready'))
    console.log(`\nNestle is at http://127.0.0.1:${wanted}  (Ctrl C stops it)\n`);
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
