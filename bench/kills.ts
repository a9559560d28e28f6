// `npx tsx bench/kills.ts [KILLS]`: kills a writing process again and again and looks whether all that was confirmed is there.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seeded } from '../meter/practice/random';
import { build } from 'esbuild';
import { openDatabase } from '../db/connection';
import { farm, opened } from '../testing/sampleJobs';

const kills = Number(process.argv[2] ?? 1000);
const random = seeded(20261125);
const folder = mkdtempSync(join(tmpdir(), 'nestle-kills-'));
const path = join(folder, 'nestle.db');
const first = openDatabase(path);
const jobId = farm(first);
const stateId = opened(jobId, first).job.evidence.find((r) => r.kind === 'state')!.id;
first.close();

// Bundled once: a thousand processes would else spend their lives reading modules.
await build({
  entryPoints: ['bench/killed.ts'],
  outfile: '.tmp/killed.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  external: ['better-sqlite3'],
  logLevel: 'warning',
});

/** Lets a process write for a while, kills it, and answers what it had confirmed. */
function killOne(run: number): Promise<string[]> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['.tmp/killed.mjs', path, jobId, stateId, String(run)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let text = '';
    child.stdout.on('data', (chunk: Buffer) => {
      const isFirst = text === '';
      text += chunk.toString();
      if (isFirst) setTimeout(() => child.kill('SIGKILL'), 10 + random() * 240);
    });
    // A line that was cut in the middle was not said.
    child.once('close', () => resolve(text.split('\n').slice(0, -1)));
  });
}

const revisions = new Map<number, string>();
const rows = new Map<string, number>();
const start = performance.now();
const EVERY = 100;
let bad = 0;

/** Looks whether every confirmed revision and row is there as it was confirmed, none twice, and the file is sound. */
function look(): void {
  const db = openDatabase(path);
  const [check] = db.pragma('integrity_check') as { integrity_check: string }[];
  if (check!.integrity_check !== 'ok') bad++;
  const stored = new Map(
    (
      db.prepare("SELECT revision, json FROM document WHERE kind = 'brief' AND job_id = ?").all(jobId) as {
        revision: number;
        json: string;
      }[]
    ).map((d) => [d.revision, (JSON.parse(d.json) as { customer: string }).customer]),
  );
  // Only the newest revisions of a document are kept; those that are must be what was confirmed.
  const oldest = Math.min(...stored.keys());
  for (const [revision, customer] of revisions)
    if (revision >= oldest && stored.get(revision) !== customer) bad++;
  const newest = Math.max(...revisions.keys());
  if (Math.max(...stored.keys()) < newest) bad++;
  const kept = db
    .prepare("SELECT row_id, number FROM evidence_row WHERE kind = 'reading' AND job_id = ?")
    .all(jobId) as {
    row_id: string;
    number: number;
  }[];
  const byId = new Map(kept.map((r) => [r.row_id, r.number]));
  if (byId.size !== kept.length) bad++;
  for (const [id, number] of rows) if (byId.get(id) !== number) bad++;
  db.close();
}

for (let run = 0; run < kills; run++) {
  for (const line of await killOne(run)) {
    const revision = /^revision (\d+) (.*)$/.exec(line);
    if (revision) {
      if (revisions.has(Number(revision[1]))) bad++;
      revisions.set(Number(revision[1]), revision[2]!);
    }
    const row = /^row (\S+) (\d+)$/.exec(line);
    if (row) rows.set(row[1]!, Number(row[2]));
  }
  if ((run + 1) % EVERY === 0 || run + 1 === kills) {
    look();
    console.log(
      `${run + 1} kills: ${revisions.size} revisions and ${rows.size} readings confirmed, ${bad} missing, twice or other; ${((performance.now() - start) / 60000).toFixed(1)} minutes`,
    );
  }
}
rmSync(folder, { recursive: true, force: true });
process.exit(bad === 0 ? 0 : 1);
