import { NO_DEFAULTS, firmDefaults, firmLearnt, type FirmDefaults, type FirmLearnt } from '@/core/job/firm';
import { lesson, type Lesson } from '@/core/job/lesson';
import type { Db } from '@/db/connection';
import * as rows from '@/db/jobs';
import { storedAs } from '../base/json';
import { useCase } from '../base/useCase';
import { done, type Outcome } from '../base/outcome';

/** What is taken into new jobs; nothing where nobody has pressed for it. */
export function storedDefaults(db: Db): FirmDefaults {
  const json = rows.factOf(db, rows.FIRM_DEFAULTS);
  return (json === null ? null : storedAs<FirmDefaults>(json, firmDefaults)) ?? NO_DEFAULTS;
}

/** What the jobs of the firm add up to, and what it takes into new ones. Nothing of it leaves this machine. */
export const readFirm = useCase('see', ({ db }): Outcome<{ learnt: FirmLearnt; defaults: FirmDefaults }> => {
  // A lesson that is damaged is counted anew when its job is opened.
  const lessons = rows.lessonsOf(db).flatMap((json) => storedAs<Lesson>(json, lesson) ?? []);
  return done({ learnt: firmLearnt(lessons), defaults: storedDefaults(db) });
});

/** Keeps what is taken into new jobs; jobs that are there stay as they are. */
export const keepDefaults = useCase('administer', firmDefaults, ({ db }, sent): Outcome<null> => {
  rows.noteFact(db, rows.FIRM_DEFAULTS, JSON.stringify(sent));
  return done(null);
});
