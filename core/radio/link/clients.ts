import type { ClientTypeId } from '../../site/model/schema';
import type { Band, PerBand } from './bands';
import type { Standard } from './rates';

export interface ClientType {
  label: string;
  bands: readonly Band[];
  standard: Standard;
  streams: number;
  maxWidthMhz: number;
  /** Radiated power at 2.4, 5 and 6 GHz, dBm EIRP (estimates). */
  eirpDbm: PerBand;
  /** Receiving antenna gain, dBi (estimates). */
  gainDbi: PerBand;
  /** Hand and body, dB, both ways; 0 where nobody holds it. */
  bodyDb: number;
  /** What the device itself can move at most, Mb/s (estimates). */
  ceilingMbps: number;
}

/** From this share of what a device or a line can move on, a speed says only "at least" (estimate). */
export const CEILING_SHARE = 0.85;

/** Noise figure of a client and of a unit, dB (estimates). */
export const CLIENT_NOISE_FIGURE_DB = 9;
export const UNIT_NOISE_FIGURE_DB = 7;

/** Kinds of device, docs/model.md "Devices" (powers, gains and ceilings are estimates). */
export const CLIENT_TYPES: Record<ClientTypeId, ClientType> = {
  phone: {
    label: 'phone',
    bands: ['2.4', '5'],
    standard: 'ax',
    streams: 2,
    maxWidthMhz: 80,
    eirpDbm: [13, 12, 12],
    gainDbi: [-3, -3, -3],
    bodyDb: 4,
    ceilingMbps: 700,
  },
  tablet: {
    label: 'tablet',
    bands: ['2.4', '5'],
    standard: 'ac',
    streams: 2,
    maxWidthMhz: 80,
    eirpDbm: [14, 13, 13],
    gainDbi: [-1, -1, -1],
    bodyDb: 4,
    ceilingMbps: 550,
  },
  laptop: {
    label: 'laptop',
    bands: ['2.4', '5', '6'],
    standard: 'ax',
    streams: 2,
    maxWidthMhz: 160,
    eirpDbm: [16, 16, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 1500,
  },
  newLaptop: {
    label: 'new laptop',
    bands: ['2.4', '5', '6'],
    standard: 'be',
    streams: 2,
    maxWidthMhz: 320,
    eirpDbm: [16, 16, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 2400,
  },
  oldLaptop: {
    label: 'old laptop',
    bands: ['2.4', '5'],
    standard: 'ac',
    streams: 2,
    maxWidthMhz: 80,
    eirpDbm: [16, 15, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 400,
  },
  smartDevice: {
    label: 'smart device, 2.4 GHz only',
    bands: ['2.4'],
    standard: 'n',
    streams: 1,
    maxWidthMhz: 20,
    eirpDbm: [14, 14, 14],
    gainDbi: [-2, -2, -2],
    bodyDb: 0,
    ceilingMbps: 20,
  },
  camera: {
    label: 'camera',
    bands: ['2.4', '5'],
    standard: 'n',
    streams: 1,
    maxWidthMhz: 40,
    eirpDbm: [15, 15, 15],
    gainDbi: [0, 0, 0],
    bodyDb: 0,
    ceilingMbps: 60,
  },
};
