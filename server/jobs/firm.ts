import { NO_DEFAULTS, firmDefaults, firmLearnt, type FirmDefaults, type FirmLearnt } from '@/core/job/firm';
import { lesson, type Lesson } from '@/core/job/lesson';
import type { Db } from '@/db/connection';
import * as rows from '@/db/jobs';
import { useCase } from '../base/useCase';
import { done, type Outcome } from '../base/outcome';

/** A stored text as what it should be; null where it is damaged or of another version: it is counted anew when its job is opened. */
function parsed<T>(json: string, as: { safeParse: (v: unknown) => { data?: T } }): T | null {
  try {
    return as.safeParse(JSON.parse(json)).data ?? null;
  } catch {
    return null;
  }
}

/** What is taken into new jobs; nothing where nobody has pressed for it. */
export function storedDefaults(db: Db): FirmDefaults {
  const json = rows.factOf(db, rows.FIRM_DEFAULTS);
  return (json === null ? null : parsed<FirmDefaults>(json, firmDefaults)) ?? NO_DEFAULTS;
}

/** What the jobs of the firm add up to, and what it takes into new ones. Nothing of it leaves this machine. */
export const readFirm = useCase('see', ({ db }): Outcome<{ learnt: FirmLearnt; defaults: FirmDefaults }> => {
  const lessons = rows.lessonsOf(db).flatMap((json) => parsed<Lesson>(json, lesson) ?? []);
  return done({ learnt: firmLearnt(lessons), defaults: storedDefaults(db) });
});

/** Keeps what is taken into new jobs; jobs that are there stay as they are. */
export const keepDefaults = useCase('administer', firmDefaults, ({ db }, sent): Outcome<null> => {
  rows.noteFact(db, rows.FIRM_DEFAULTS, JSON.stringify(sent));
  return done(null);
});
