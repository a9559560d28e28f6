import type { RowOf } from '@/core/evidence/rows';
import type { PaperGround } from './job';
import { backhaulText } from './units';

/** What was done against a spot that did not work, in the words of the paper's language. */
export function remedyText(g: PaperGround, { label, act, unitId }: RowOf<'remedy'>): string {
  const unit = g.units.find((u) => u.id === unitId);
  const built = unit ? `${unit.letter} ${unit.name}: ${backhaulText(g, unit, g.units)}` : '';
  return g.words.remedy(label, act, built);
}

/** What an extra is for: one that came of a remedy is told as that is. */
export function extraText(g: PaperGround, what: string): string {
  const remedy = g.evidence.remedies.find((r) => r.label.slice(0, what.length) === what && what !== '');
  return remedy ? remedyText(g, remedy) : what;
}
