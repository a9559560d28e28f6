import { z } from 'zod';
import { networkIn } from '@/core/evidence/built';
import { freeze } from '@/core/evidence/frozenNetwork';
import { phase, type EvidenceRows } from '@/core/evidence/rows';
import { liftRow3 } from '@/core/job/lift3';
import { plan } from '@/core/plan/option/schema';
import { site } from '@/core/site/model/schema';
import { database, type Db } from '@/db/connection';
import { findRow, rowsOfKind } from '@/db/evidence';
import { findPicture } from '@/db/pictures';
import { currentDocument, documentAt, findJob } from '@/db/jobs';
import type { KnownPhone } from '../access/phones';
import { AGAINST, storeEvidence, type Against, type Basis } from '../jobs/evidence';
import { documentOf, rowOf } from '../jobs/loaded';
import { useCase } from '../base/useCase';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';
import { LATE_WORDS, noteOfLate } from './late';
import { notTogether, type WhyNotTogether } from './together';

/** Rows at once; a phone that was long without a network sends several times. */
export const MOST_AT_ONCE = 40;

const revision = z.number().int().min(0);
/** One thing a phone sends, with what it hung on when it was taken. */
const sent = z.strictObject({
  phase,
  basis: z.strictObject({ site: revision, plan: revision, evidence: revision }),
  // A phone may have waited since an earlier version: its words are lifted as those of a file are.
  row: z.record(z.string(), z.unknown()).transform((row) => liftRow3(row) as Record<string, unknown>),
});
const sending = z.strictObject({ rows: z.array(sent).min(1, 'nothing to add').max(MOST_AT_ONCE) });
type Sent = z.infer<typeof sent>;
/** What a phone has saved says of which job it is. */
const walkFile = sending.extend({ jobId: z.string() });

/** What became of one row: kept (perhaps earlier already), or refused with a reason. Kept in the order sent. */
export interface RowAnswer {
  id: string;
  ok: boolean;
  words: string;
}

const rowId = z.string().min(8).max(64);
const KINDS: ReadonlySet<string> = new Set([
  'reading',
  'remark',
  'correction',
  'step',
  'try',
  'move',
  'device',
  'signOff',
  'isolation',
]);
/** Kinds that belong to the run sheet: a phone that was let in for the walk alone sends none of them. */
const OF_SHEET: ReadonlySet<string> = new Set(['step', 'try', 'move', 'device', 'signOff', 'isolation']);
/** Where a phone's readings may come from: what it measured itself, or what somebody typed or pasted there. */
const SOURCES: ReadonlySet<unknown> = new Set(['meter', 'typed', 'pasted']);
/** What a phone reads: a spot, alone or while others run, the link of a unit it stands beside, the way from one unit to another. */
const SUBJECTS: ReadonlySet<unknown> = new Set(['spot', 'together', 'link', 'walk']);

/**
 * The network a reading hangs on: as it stood in the documents and evidence the phone had seen. It is worked out here from
 * what is stored; a phone cannot say what a network was.
 */
function networkThen(db: Db, jobId: string, of: Pick<Sent, 'phase' | 'basis'>): Against | null {
  const [siteRow, planRow] = [
    documentAt(db, jobId, 'site', of.basis.site),
    documentAt(db, jobId, 'plan', of.basis.plan),
  ];
  if (!siteRow || !planRow) return null;
  const [plot, planned] = [site.parse(JSON.parse(siteRow.json)), plan.parse(JSON.parse(planRow.json))];
  const rows: EvidenceRows = (['acceptance', 'move', 'state'] as const)
    .flatMap((kind) => rowsOfKind(db, jobId, kind))
    .filter((r) => r.number <= of.basis.evidence)
    .sort((a, b) => a.number - b.number)
    .map(rowOf);
  const network = networkIn(of.phase, plot, planned, rows);
  return network && { phase: of.phase, ...freeze(plot, network.option, network.kit) };
}

/** Whether a phone had an older copy of the survey or the plan than any that is kept. */
const isLate = (db: Db, jobId: string, basis: Sent['basis']): boolean =>
  (['site', 'plan'] as const).every((kind) => basis[kind] <= currentDocument(db, jobId, kind)!.revision) &&
  (['site', 'plan'] as const).some((kind) => !documentAt(db, jobId, kind, basis[kind]));

/** What a phone knew when it took something: the survey as it had it; null where that is not kept any more. */
function basisOf(db: Db, jobId: string, { site: revision, evidence }: Sent['basis']): Basis | null {
  const row = documentAt(db, jobId, 'site', revision);
  return row ? { site: site.parse(JSON.parse(row.json)), seen: evidence } : null;
}

/** The option whose run sheet a phone sees; null where none is accepted. */
function acceptedId(db: Db, jobId: string): string | null {
  const last = rowsOfKind(db, jobId, 'acceptance').map(rowOf).pop();
  return last?.kind === 'acceptance' ? last.optionId : null;
}

/** Units of the option whose run sheet a phone sees. */
function unitsOf(db: Db, jobId: string): ReadonlySet<unknown> {
  const optionId = acceptedId(db, jobId);
  const { options } = documentOf(db, jobId, 'plan').value;
  return new Set(options.find((o) => o.id === optionId)?.units.map((u) => u.id));
}

/** Why a phone may not send a row; null where it may. */
function notFor(
  phone: KnownPhone,
  { db, whyNot }: { db: Db; whyNot: WhyNotTogether },
  row: Record<string, unknown>,
): string | null {
  const { kind } = row;
  if (typeof kind !== 'string' || !KINDS.has(kind)) return 'A phone may not send this.';
  if (OF_SHEET.has(kind) && phone.scope !== 'walkAndSheet')
    return 'This phone was let in for the walk alone, not for the run sheet.';
  if (kind === 'reading' && !SOURCES.has(row.source))
    return 'A phone’s reading is measured, typed or pasted.';
  if (kind === 'reading' && !SUBJECTS.has((row.subject as { kind?: unknown } | undefined)?.kind))
    return 'A phone reads spots, the links of units and walks between them.';
  const subject = row.subject as Record<string, unknown> | undefined;
  if (kind === 'reading' && subject?.kind === 'together') return whyNot(subject);
  if (kind === 'step' && row.act === 'photo' && !findPicture(db, phone.jobId, String(row.text)))
    return 'That photo is not on the laptop: take it again.';
  if (kind === 'step' && row.optionId !== acceptedId(db, phone.jobId))
    return 'The run sheet is of another option by now: load the page again.';
  if ((kind === 'try' || kind === 'move') && !unitsOf(db, phone.jobId).has(row.unitId))
    return 'That unit is not in the plan that was agreed to any more: load the page again.';
  // A phone moves a unit; what it is fed by, and whether it is left out, is decided on the laptop.
  if (kind === 'move' && (row.feed !== null || row.leftOut !== false))
    return 'A phone notes where a unit stands, nothing else of it.';
  if (kind !== 'correction') return null;
  // A phone strikes out what it recorded itself and nothing else: two may bear the same name.
  const own = typeof row.readingId === 'string' && findRow(db, phone.jobId, 'reading', row.readingId);
  if (!own) return 'That reading is not there yet.';
  return own.phone_id === phone.id ? null : 'A phone may strike out its own readings only.';
}

/**
 * Takes rows from a phone, each for itself, so that one that is refused holds up no other. Sending a row again is harmless:
 * it is kept once. `whyNot` knows which runs had a common start.
 */
export function takeWalkRows(
  phone: KnownPhone,
  body: unknown,
  db: Db = database(),
  whyNot: WhyNotTogether = (subject) => notTogether(phone, subject),
): Outcome<{ rows: RowAnswer[] }> {
  const parsed = sending.safeParse(body);
  if (!parsed.success)
    return refuse(400, parsed.error.issues[0]!.message, parsed.error.issues[0]!.path.join('.'));
  if (!phone.caller.rights.has('record')) return refuse(403, 'This phone may not record here.');
  const networks = new Map<string, Against | null>();
  // Many rows hang on few surveys: each is parsed once.
  const bases = new Map<string, Basis | null>();
  const basisFor = (of: Sent['basis']): Basis | null => {
    const key = `${of.site} ${of.evidence}`;
    const known = bases.has(key) ? bases.get(key)! : basisOf(db, phone.jobId, of);
    bases.set(key, known);
    return known;
  };
  const rows = parsed.data.rows.map((one): RowAnswer => {
    const id = rowId.safeParse(one.row.id);
    if (!id.success) return { id: String(one.row.id), ok: false, words: 'The row has no id.' };
    const no = notFor(phone, { db, whyNot }, one.row);
    if (no !== null) return { id: id.data, ok: false, words: no };
    const isReading = one.row.kind === 'reading';
    let against: Against | null = null;
    if (isReading) {
      const key = JSON.stringify([one.phase, one.basis]);
      if (!networks.has(key)) networks.set(key, networkThen(db, phone.jobId, one));
      against = networks.get(key)!;
      if (!against && !isLate(db, phone.jobId, one.basis))
        return { id: id.data, ok: false, words: 'There is no network of that time to hang it on.' };
    }
    const plain = { ...one.row, by: phone.caller.name };
    const late = isReading && !against ? noteOfLate(plain, documentOf(db, phone.jobId, 'site').value) : null;
    const row = late ?? { ...plain, ...(isReading ? { stateId: AGAINST } : {}) };
    const outcome = storeEvidence(
      db,
      phone.jobId,
      { against, rows: [row] },
      { phoneId: phone.id, basis: basisFor(one.basis) },
    );
    return outcome.ok
      ? { id: id.data, ok: true, words: late ? LATE_WORDS : '' }
      : { id: id.data, ok: false, words: outcome.problems.map((p) => p.message).join(' ') };
  });
  return done({ rows });
}

/** Takes rows a phone has saved as a file and the owner brings; they count as that phone's. */
export const takeWalkFile = useCase(
  'record',
  ({ db }, jobId: string, body: unknown): Outcome<{ rows: RowAnswer[] }> => {
    if (!findJob(db, jobId)) return noSuchJob();
    const file = walkFile.safeParse(body);
    if (!file.success)
      return refuse(400, file.error.issues[0]!.message, file.error.issues[0]!.path.join('.'));
    if (file.data.jobId !== jobId)
      return refuse(
        400,
        'This walk was made in another job: open that one and read the file there.',
        'jobId',
      );
    const phone: KnownPhone = {
      id: 'file',
      jobId,
      scope: 'walkAndSheet',
      caller: { name: 'Phone', rights: new Set(['record'] as const) },
      hosts: [],
    };
    return takeWalkRows(phone, { rows: file.data.rows }, db);
  },
);
