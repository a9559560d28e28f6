/** A speed as it stands everywhere: one digit after the point below ten. */
export function speedText(mbps: number): string {
  return mbps < 9.95 ? mbps.toFixed(1) : Math.round(mbps).toString();
}
