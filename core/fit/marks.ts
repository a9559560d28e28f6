import type { Unit } from '../plan/option/schema';
import type { Place } from '../site/model/schema';

const tenth = (value: number) => value.toFixed(1);

/** A place in short: it is another where it differs by a tenth of a metre. */
export const placeMark = ({ storeyId, xM, yM, heightM }: Place): string =>
  [storeyId ?? 'yard', tenth(xM), tenth(yM), tenth(heightM)].join(' ');

/** What a unit is placed as: a tick for another box or another place does not count for it. */
export const markOfPlace = (unit: Pick<Unit, 'kitId' | 'place'>): string =>
  `${unit.kitId} ${placeMark(unit.place)}`;

/** What a unit is joined as: where it stands plays no part. */
export const markOfJoin = (unit: Pick<Unit, 'kitId'>): string => unit.kitId;
