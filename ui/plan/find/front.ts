/** Plans in the order of their price, and of them those that nothing cheaper or as cheap is surer than. */
export function tradeFront<P extends { priceMinor: number; chance: number }>(
  points: readonly P[],
): { byPrice: P[]; front: P[] } {
  const byPrice = [...points].sort((a, b) => a.priceMinor - b.priceMinor || b.chance - a.chance);
  let surest = -1;
  const front = byPrice.filter((p) => {
    const surer = p.chance > surest;
    if (surer) surest = p.chance;
    return surer;
  });
  return { byPrice, front };
}
