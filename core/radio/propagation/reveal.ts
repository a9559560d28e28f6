/** Steps of how much of an opening is open; between them losses go straight. */
export const REVEAL_STEPS = 64;

/**
 * Loss of an opening of which the reveal hides a part, dB by band at 3 · step + band: the open share of the power goes by what
 * fills the opening, the rest by the wall. `solid` holds losses at 3 · construction + band.
 */
export function revealTable(solid: Float64Array, fill: number, wall: number): Float64Array {
  return Float64Array.from({ length: 3 * (REVEAL_STEPS + 1) }, (_, i) => {
    const b = i % 3;
    const open = (i - b) / 3 / REVEAL_STEPS;
    return (
      -10 *
      Math.log10(open * 10 ** (-solid[3 * fill + b]! / 10) + (1 - open) * 10 ** (-solid[3 * wall + b]! / 10))
    );
  });
}

/** Loss at an open share between 0 and 1, dB. */
export function revealAt(table: Float64Array, open: number, b: 0 | 1 | 2): number {
  const at = open * REVEAL_STEPS;
  const i = at | 0;
  const below = table[3 * i + b]!;
  return i === REVEAL_STEPS ? below : below + (at - i) * (table[3 * i + 3 + b]! - below);
}
