import type { Calibration } from '../radio/learning/calibration';
import type { Spot } from '../site/model/schema';
import { evidenceOf } from '../evidence/fold';
import { spotIdOf, type EvidenceRows } from '../evidence/rows';

/** A reading that all others contradict, with what is likely behind it. It is pointed out, never dropped. */
export interface OddReading {
  readingId: string;
  spotId: string | null;
  /** How much weaker (negative) or stronger it is than all others say, dB. */
  offDb: number;
  words: string;
}

/** The odd readings of a calibration in words: where, how far off, and the likely reason by its sign. */
export function oddReadings(
  calibration: Pick<Calibration, 'outliers'>,
  spots: readonly Spot[],
  rows: EvidenceRows,
): OddReading[] {
  const { readings } = evidenceOf(rows);
  return calibration.outliers.map(({ id, offDb }) => {
    const reading = readings.find((r) => r.id === id);
    const spotId = reading ? spotIdOf(reading) : null;
    const spot = spots.find((s) => s.id === spotId);
    const where = spot ? `Spot ${spot.number} ${spot.name}` : 'A reading';
    const weaker = offDb < 0;
    const reason = weaker
      ? 'something unsurveyed stands in the way, or it was read elsewhere'
      : 'an opening is missing in the survey, or another unit served it';
    return {
      readingId: id,
      spotId,
      offDb,
      words: `${where} reads ${Math.abs(offDb).toFixed(0)} dB ${weaker ? 'weaker' : 'stronger'} than all others say: ${reason}.`,
    };
  });
}
