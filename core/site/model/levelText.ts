/** A level as it is written, with a minus sign: −67 dBm. */
export const levelText = (dbm: number): string => `${dbm.toFixed(0).replace('-', '−')} dBm`;
