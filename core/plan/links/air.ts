import { BAND_INDEX } from '../../radio/link/bands';
import { quietMbpsAt, type PreparedLink, type RadioEnd } from '../../radio/link/link';
import type { ChainPart } from '../../feed/chain';
import type { PlanContext } from '../network/context';
import { channelMedium } from '../network/radios';
import type { Rates } from './part';

/** Idle round trip the air adds, ms (estimate). */
const AIR_LATENCY_MS = 2;

/** What an access radio's air gives devices, wherever they are: the one place where a link rate becomes a part of a chain. */
export interface Air {
  /** Share of a quiet channel's speed that is left: free airtime as planned, times what readings say of it. */
  free: number;
  /** How unsure that share is, as a natural logarithm. */
  sigmaLn: number;
  latencyMs: number;
  mediumId: string;
  /** Mb/s on this channel where a quiet one gives `quiet`. */
  rates(quiet: Rates): Rates;
  /** The same as a part of a chain. */
  part(quiet: Rates): ChainPart;
  /** Mb/s of a link at a shift of its level, dB. */
  ratesAt(link: PreparedLink, shiftDb: number): Rates;
}

/**
 * What the air of a radio gives, of which a share of the time is free. Ledger, sheet, area served, good places and search all
 * ask here: its round trip holds the queue that readings have found in the band.
 */
export function airOf(context: PlanContext, end: RadioEnd, share: number): Air {
  const { meanLn, sigmaLn } = context.beliefs.speed(end.band);
  const free = share * Math.exp(meanLn);
  const latencyMs = AIR_LATENCY_MS + context.airQueueMs[BAND_INDEX[end.band]];
  const mediumId = channelMedium(end);
  const rates = (quiet: Rates): Rates => ({ downMbps: quiet.downMbps * free, upMbps: quiet.upMbps * free });
  return {
    free,
    sigmaLn,
    latencyMs,
    mediumId,
    rates,
    part: (quiet) => ({ ...rates(quiet), latencyMs, mediumId }),
    ratesAt: (link, shiftDb) => rates(quietMbpsAt(link, shiftDb)),
  };
}
