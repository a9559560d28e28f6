/** One group of a DXF in text form: a code, and its value on the next line. */
export interface DxfGroup {
  code: number;
  value: string;
}

/** Something that begins with a group 0, with the groups up to the next. */
export interface DxfThing {
  type: string;
  groups: readonly DxfGroup[];
}

/**
 * The things of a DXF in text form in order, or the number of the line where it breaks: no group code, or its end before EOF. It reads every line once
 * and nothing a file states (how many corners, which comes next) decides how long it goes on: the reader of drawings
 * that is in common use never ends on a polyline that states a thousand million corners, or is cut after an x.
 */
export function dxfThings(text: string): { things: DxfThing[] } | { brokenLine: number } {
  const lines = text.split(/\r\n|\r|\n/);
  const things: DxfThing[] = [];
  let groups: DxfGroup[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const head = lines[i]!.trim();
    if (!/^\d{1,4}$/.test(head)) {
      // White space at the end is not a group.
      if (lines.slice(i, i + 20).every((l) => l.trim() === '')) break;
      return { brokenLine: i + 1 };
    }
    const group = { code: Number(head), value: lines[i + 1]!.trim() };
    if (group.code !== 0) groups.push(group);
    else {
      groups = [];
      things.push({ type: group.value, groups });
      if (group.value === 'EOF') return { things };
    }
  }
  return { brokenLine: lines.length };
}

/** The first value with a code. */
export const valueOf = (groups: readonly DxfGroup[], code: number): string | undefined =>
  groups.find((g) => g.code === code)?.value;

/** The points of a thing whose x has one code and y that plus ten, in order; an x without its y is left out. */
export function pointsOf(groups: readonly DxfGroup[], xCode: number): { x: number; y: number }[] {
  const out: { x: number; y: number }[] = [];
  let x: number | null = null;
  for (const g of groups) {
    if (g.code === xCode) x = Number(g.value);
    else if (g.code === xCode + 10 && x !== null) {
      const y = Number(g.value);
      if (Number.isFinite(x) && Number.isFinite(y)) out.push({ x, y });
      x = null;
    }
  }
  return out;
}
