import { z } from 'zod';
import { overlong } from '@/core/job/overlong';
import { problemsOf } from '@/core/job/parse';
import { shortList, type Problem } from '@/core/job/problem';
import { checkPlan, checkSite } from '@/core/job/references';
import { illFormedAt } from '@/core/job/text';
import { findJob, insertDocument, touchJob } from '@/db/jobs';
import { announce } from './changes';
import { DOCUMENTS, DOCUMENT_KINDS, documentOf, type DocumentKind, type DocumentOf } from './loaded';
import { useCase } from '../base/useCase';
import { done, noSuchJob, refuse, type Outcome } from '../base/outcome';

const NEEDS = 'A save needs brief, site or plan, each with baseRevision and document.';
const change = z.strictObject(
  { baseRevision: z.number(NEEDS).int(NEEDS).min(0, NEEDS), document: z.unknown() },
  NEEDS,
);
const act = z
  .strictObject({ brief: change.optional(), site: change.optional(), plan: change.optional() }, NEEDS)
  .refine((a) => Object.values(a).some(Boolean), NEEDS);

export type Saved = { revisions: Partial<Record<DocumentKind, number>>; savedAt: string };
/** Documents that were saved by somebody else since, as they are now. */
export type Stale = Partial<Record<DocumentKind, { revision: number; document: unknown }>>;
export type SaveOutcome = Outcome<Saved> | { ok: false; status: 409; problems: Problem[]; current: Stale };

type Documents = { [K in DocumentKind]: DocumentOf<K> };

/** References between the documents as they would be: each may be the new one or the one that stays. */
function referenceProblems(next: Pick<Documents, 'site' | 'plan'>, changed: ReadonlySet<string>): Problem[] {
  const problems: Problem[] = [];
  const report = (path: string, message: string) => problems.push({ path, message });
  if (changed.has('site')) checkSite(next.site, report);
  if (changed.has('site') || changed.has('plan')) checkPlan(next.plan, next.site, report);
  return shortList(problems);
}

/**
 * Saves one act: every document it changes as a new revision, all of them or none. Each carries the revision it started
 * from; where any is stale, nothing is saved and the current ones come back, to be merged.
 */
export const saveAct = useCase('change', act, ({ db }, sent, id: string): SaveOutcome => {
  if (!findJob(db, id)) return noSuchJob();
  const kinds = DOCUMENT_KINDS.filter((kind) => sent[kind]);
  const given: Partial<Record<DocumentKind, unknown>> = {};
  for (const kind of kinds) {
    const long = overlong(DOCUMENTS[kind], sent[kind]!.document, [kind]);
    if (long) return { ok: false, status: 400, problems: [long] };
    const parsed = DOCUMENTS[kind].safeParse(sent[kind]!.document);
    if (!parsed.success)
      return { ok: false, status: 400, problems: shortList(problemsOf(parsed.error, [kind])) };
    const bad = illFormedAt(parsed.data);
    if (bad !== null) return refuse(400, 'holds a broken character: type it again', `${kind}.${bad}`);
    given[kind] = parsed.data;
  }
  const outcome = db
    .transaction((): SaveOutcome => {
      const current: Stale = {};
      const now = { site: documentOf(db, id, 'site'), plan: documentOf(db, id, 'plan') };
      for (const kind of kinds) {
        const { revision, value } = documentOf(db, id, kind);
        if (revision !== sent[kind]!.baseRevision) current[kind] = { revision, document: value };
      }
      if (Object.keys(current).length > 0)
        return {
          ok: false,
          status: 409,
          problems: [
            { path: Object.keys(current).join(), message: 'Somebody else saved this in the meantime.' },
          ],
          current,
        };
      const next = {
        site: (given.site ?? now.site.value) as Documents['site'],
        plan: (given.plan ?? now.plan.value) as Documents['plan'],
      };
      const problems = referenceProblems(next, new Set(kinds));
      if (problems.length > 0) return { ok: false, status: 400, problems };
      const savedAt = new Date().toISOString();
      const revisions: Saved['revisions'] = {};
      for (const kind of kinds) {
        const revision = sent[kind]!.baseRevision + 1;
        insertDocument(db, id, kind, { revision, json: JSON.stringify(given[kind]), saved_at: savedAt });
        revisions[kind] = revision;
      }
      touchJob(db, id, savedAt);
      return done({ revisions, savedAt });
    })
    .immediate();
  if (outcome.ok) announce(db, id);
  return outcome;
});

/** One document as it is now. */
export const readDocument = useCase(
  'see',
  ({ db }, id: string, kind: string): Outcome<{ revision: number; document: unknown }> => {
    if (!Object.hasOwn(DOCUMENTS, kind)) return refuse(404, `There is no document "${kind.slice(0, 40)}".`);
    if (!findJob(db, id)) return noSuchJob();
    const { revision, value } = documentOf(db, id, kind as DocumentKind);
    return done({ revision, document: value });
  },
);
