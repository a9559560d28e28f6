import type { Forecast } from '../evidence/agreement';
import { speedText } from '../site/model/speedText';
import type { SpotVerdict } from './spotVerdicts';

/** What was forecast for a spot when the work was agreed to, held against what was read after it. */
export interface ForecastHeld {
  spotId: string;
  number: number;
  name: string;
  forecast: Forecast;
  downMbps: number;
  upMbps: number;
  /** Whether what came lies within what was forecast, at its low end or above in both directions. */
  held: boolean;
  /** Whether it was said to work and does not. */
  broken: boolean;
}

/** Spots with a forecast that were read after the work, in their order. */
export function forecastsHeld(
  forecasts: readonly Forecast[],
  verdicts: readonly SpotVerdict[],
): ForecastHeld[] {
  const byId = new Map(forecasts.map((f) => [f.spotId, f]));
  return verdicts.flatMap((v) => {
    const forecast = byId.get(v.spotId);
    if (!forecast || !v.after) return [];
    const { downMbps, upMbps } = v.after;
    return [
      {
        spotId: v.spotId,
        number: v.number,
        name: v.name,
        forecast,
        downMbps,
        upMbps,
        held: downMbps >= forecast.downLowMbps && upMbps >= forecast.upLowMbps,
        broken: forecast.verdict === 'works' && v.after.verdict !== 'works',
      },
    ];
  });
}

/** How forecasts came out over a job, and where they failed, in a sentence; null before any spot was read. */
export function heldWords(list: readonly ForecastHeld[]): string | null {
  if (list.length === 0) return null;
  const held = list.filter((f) => f.held).length;
  const broken = list.filter((f) => f.broken);
  const where = broken.map(
    (f) =>
      `${f.number} ${f.name} (forecast ${speedText(f.forecast.downLowMbps)} to ${speedText(f.forecast.downHighMbps)} ↓, read ${speedText(f.downMbps)})`,
  );
  return `The forecast at acceptance held at ${held} of ${list.length} spots read${where.length > 0 ? `; said to work and does not: ${where.join(', ')}` : ''}.`;
}
