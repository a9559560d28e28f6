import type { z } from 'zod';
import type { Circuit } from './schema';
import type { regionId } from './radioTerms';

/** What the parts of a house's mains are called where the job is. */
export interface MainsWords {
  /** Where the breakers are, as it stands within a sentence, and one that is fed from it. */
  panel: string;
  subPanel: string;
  /** One of the conductors of the supply. */
  leg: string;
  protection: Record<Circuit['protection'], string>;
}

const EUROPE: MainsWords = {
  panel: 'consumer unit',
  subPanel: 'sub-board',
  leg: 'phase',
  protection: { none: 'MCB only', rcd: 'RCD', afci: 'AFDD' },
};
const NORTH_AMERICA: MainsWords = {
  panel: 'panel',
  subPanel: 'sub-panel',
  leg: 'leg',
  protection: { none: 'breaker only', rcd: 'GFCI', afci: 'AFCI' },
};

const BY_REGION: Record<z.infer<typeof regionId>, MainsWords> = {
  europe: EUROPE,
  unitedStates: NORTH_AMERICA,
  canada: NORTH_AMERICA,
};

/** Words of the trade for the mains by the region of a job. */
export const mainsWords = (region: z.infer<typeof regionId>): MainsWords => BY_REGION[region];
