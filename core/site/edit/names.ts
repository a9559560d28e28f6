/** A name no thing of a list has yet: "Kitchen socket", or "Kitchen socket 2" where that is taken. */
export function nameOutside(wanted: string, taken: readonly { name: string }[]): string {
  const base = wanted.slice(0, 74);
  for (let n = 1; ; n++) {
    const name = n === 1 ? base : `${base} ${n}`;
    if (!taken.some((t) => t.name === name)) return name;
  }
}
