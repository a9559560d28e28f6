/** Level a place or an uplink is planned for, dBm (numbers: −67 where units overlap). */
export const PLANNED_DBM = -67;
/** Level below which the signal is taken as the first cause, and an uplink as a thin link, dBm: the planning level less a usual miss (estimate). */
export const WEAK_DBM = -70;
