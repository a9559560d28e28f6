// A process that writes without a pause and says what was confirmed, until it is killed: bench/kills.ts.
import { sampleReading } from '../demo/sampleRows';
import { openDatabase } from '../db/connection';
import { OWNER } from '../server/base/caller';
import { readDocument, saveAct } from '../server/jobs/documents';
import { recordEvidence } from '../server/jobs/evidence';

const [path, jobId, stateId, run] = process.argv.slice(2) as [string, string, string, string];
const db = openDatabase(path);
const say = (line: string) => process.stdout.write(`${line}\n`);
const brief = readDocument(OWNER, jobId, 'brief', db);
if (!brief.ok) throw new Error('no brief');
let { revision } = brief.value;
const document = brief.value.document as Record<string, unknown>;
say('ready');
for (let n = 0; ; n++) {
  const saved = saveAct(
    OWNER,
    jobId,
    { brief: { baseRevision: revision, document: { ...document, customer: `Run ${run}, save ${n}` } } },
    db,
  );
  if (!saved.ok) throw new Error(saved.problems[0]!.message);
  revision = saved.value.revisions.brief!;
  say(`revision ${revision} Run ${run}, save ${n}`);
  const id = `run${run}-${n}`;
  const rows = [sampleReading({ id, spotId: 'spot-1', stateId })];
  const recorded = recordEvidence(OWNER, jobId, { against: null, rows }, db);
  if (!recorded.ok) throw new Error(recorded.problems[0]!.message);
  say(`row ${id} ${recorded.value.rows[0]!.received!.number}`);
  // As a form does when an answer was lost: the same again.
  if (n % 5 === 0) recordEvidence(OWNER, jobId, { against: null, rows }, db);
}
