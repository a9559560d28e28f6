import type { PaperGround } from './job';

/** What a step is called in the words of the paper's language; one that the sheet no longer has, by its key. */
export function stepTitle({ job, words, units }: PaperGround, key: string): string {
  const step = job.derived.steps.find((s) => s.key === key);
  const aboutId = key.split(':')[1];
  const unit = units.find((u) => u.id === aboutId);
  const spot = job.site.spots.find((s) => s.id === aboutId);
  const about = unit ? `${unit.letter} ${unit.name}` : spot ? `${spot.number} ${spot.name}` : '';
  return words.step(key, step?.title ?? key, about);
}

/** Cautions of the work that hold on when it is done, each once, in the order of the sheet. */
export function keptCautions({ job, words, built }: PaperGround): string[] {
  if (!built) return [];
  const ids = [...new Set(job.derived.steps.flatMap((s) => s.cautions))];
  return ids.flatMap((id) => words.cautions[id] ?? []);
}
