import type { KitKind } from '@/core/kit/model/schema';
import type { Place } from '@/core/site/model/schema';
import type { Thing } from '@/core/site/edit/things';

/** Small marks of the survey, by what they stand for. */
export type ThingSymbolId =
  | 'outlet'
  | 'panel'
  | 'coaxOutlet'
  | 'splitter'
  | 'jack'
  | 'jackLoose'
  | 'interference'
  | 'lineEntry'
  | 'grip';

/** How a unit is drawn: as one that is there, as one that is pointed at, as one that would go. */
export type UnitLook = 'there' | 'new' | 'gone';

/** Something drawn on the sheet that can be chosen and moved. Names are told apart by `id` within a kind. */
export type SheetMark = { id: string; place: Place; name: string } & (
  | { kind: 'spot'; number: number; fails: boolean }
  | { kind: 'unit'; letter: string; kitKind: KitKind; look: UnitLook }
  | { kind: 'thing'; thing: Thing; symbol: ThingSymbolId; faint: boolean; what: string }
);
export type MarkKind = SheetMark['kind'];

/** Half the size of a mark and the space around it, px. */
export const MARK_REACH_PX: Record<MarkKind, number> = { spot: 13, unit: 13, thing: 9 };

/** Whether two marks are drawn alike, so that one need not be drawn again. */
export function sameMark(a: SheetMark, b: SheetMark): boolean {
  const keys = Object.keys(a) as (keyof SheetMark)[];
  return keys.every((key) => (key === ('thing' as keyof SheetMark) ? true : a[key] === (b as typeof a)[key]));
}
