type Json = Record<string, unknown>;

const isObject = (v: unknown): v is Json => v !== null && typeof v === 'object' && !Array.isArray(v);

/** A thing with one of its fields under another name, in its place; whatever is no object stays as it is. */
function renamed(thing: unknown, from: string, to: string): unknown {
  if (!isObject(thing) || !Object.hasOwn(thing, from)) return thing;
  return Object.fromEntries(Object.entries(thing).map(([key, value]) => [key === from ? to : key, value]));
}

const each = (list: unknown, lift: (thing: unknown) => unknown): unknown =>
  Array.isArray(list) ? list.map(lift) : list;

/** The survey of version 3: how well a cable is known is its certainty; evidence is what was measured. */
export function liftSite3(site: unknown): unknown {
  if (!isObject(site)) return site;
  const known = (list: unknown) => each(list, (thing) => renamed(thing, 'evidence', 'certainty'));
  const { dataRuns, ducts, coax } = site;
  return {
    ...site,
    ...('dataRuns' in site ? { dataRuns: known(dataRuns) } : {}),
    ...('ducts' in site ? { ducts: known(ducts) } : {}),
    ...(isObject(coax) ? { coax: { ...coax, cables: known(coax.cables) } } : {}),
  };
}

const VERDICTS_3: Record<string, string> = { serves: 'works', short: 'tooSlow', silent: 'noSignal' };

/** A row of evidence of version 3, also from a phone that has waited since: verdicts and corrections in today's words. */
export function liftRow3(row: unknown): unknown {
  if (!isObject(row)) return row;
  if (row.kind === 'correction') return row.act === 'strikeOut' ? { ...row, act: 'setAside' } : row;
  if (row.kind !== 'acceptance') return row;
  const forecast = each(row.forecast, (f) =>
    isObject(f) && typeof f.verdict === 'string' ? { ...f, verdict: VERDICTS_3[f.verdict] ?? f.verdict } : f,
  );
  return { ...row, forecast };
}

/** The evidence of version 3. */
export const liftEvidence3 = (rows: unknown): unknown => each(rows, liftRow3);
