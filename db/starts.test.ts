import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from '@jest/globals';
import { openDatabase } from './connection';

const folder = mkdtempSync(join(tmpdir(), 'nestle-starts-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A process that opens the database for the first time, as a server does, and makes some jobs. */
function startOne(path: string, n: number): Promise<string> {
  const script = `
    import { openDatabase } from './db/connection.ts';
    import { createJob } from './server/jobs/jobs.ts';
    import { OWNER } from './server/base/caller.ts';
    const db = openDatabase(process.argv[1]);
    for (let i = 0; i < 10; i++) {
      const made = createJob(OWNER, { name: 'Job', id: 'process-' + process.argv[2] + '-' + i }, db);
      if (!made.ok) throw new Error(made.problems[0].message);
    }
    console.log('done');
  `;
  return new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', '--input-type=module', '-e', script, path, String(n)],
      { env: { ...process.env, NODE_OPTIONS: '' } },
    );
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
    child.once('close', () => resolve(said.trim()));
  });
}

test('several first starts at once on one file: each migration runs once, and every job is there', async () => {
  const path = join(folder, 'new', 'nestle.db');
  const said = await Promise.all([0, 1, 2].map((n) => startOne(path, n)));
  expect(said).toEqual(['done', 'done', 'done']);
  const db = openDatabase(path);
  expect(db.prepare('SELECT count(*) AS n FROM job').get()).toEqual({ n: 30 });
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  db.close();
}, 60_000);
