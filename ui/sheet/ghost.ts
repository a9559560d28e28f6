import type { Look } from '@/core/job/planner';
import type { LaidCable } from '@/core/plan/cost/cables';
import type { UnitChanges } from '@/core/plan/compare/unitChanges';
import type { Option } from '@/core/plan/option/schema';

/** A network drawn in the place of the one at hand: what is new or other is dashed, what goes is faint. */
export interface SheetGhost extends UnitChanges {
  option: Option;
  cables: readonly LaidCable[];
  /** Its shade, and where that is lighter and darker than now; null where nothing is shaded. */
  shade: Look['shade'];
}
