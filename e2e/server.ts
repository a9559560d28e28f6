import { spawn, type ChildProcess } from 'node:child_process';
import { rmSync } from 'node:fs';

export interface OwnServer {
  url: string;
  process: ChildProcess;
}

/** What opens a server to the house in tests. */
export const PASSPHRASE = 'seven grey geese';

/**
 * Starts the built application on a database of its own and waits until it answers. `fresh` empties the database first; `lan`
 * opens it to the house.
 */
export async function startServer(
  port: number,
  dbPath: string,
  fresh: boolean,
  lan = false,
): Promise<OwnServer> {
  if (fresh) for (const end of ['', '-wal', '-shm']) rmSync(dbPath + end, { force: true });
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', 'scripts/serve.ts', '--port', String(port), ...(lan ? ['--lan'] : [])],
    {
      env: {
        ...process.env,
        NESTLE_PASSPHRASE: PASSPHRASE,
        NODE_ENV: 'production',
        NESTLE_DB: dbPath,
        NEXT_TELEMETRY_DISABLED: '1',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  await new Promise<void>((resolve, reject) => {
    child.once('exit', () => reject(new Error('the server ended before it was ready')));
    child.stdout!.on('data', (chunk: Buffer) => {
      if (chunk.toString().includes('Ready')) resolve();
    });
  });
  return { url: `http://127.0.0.1:${port}`, process: child };
}

/** Ends a server, at once and without a chance to tidy up, as a power cut would. */
export async function killServer(server: OwnServer): Promise<void> {
  const ended = new Promise((resolve) => server.process.once('exit', resolve));
  server.process.kill('SIGKILL');
  await ended;
}
