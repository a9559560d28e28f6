/** How lengths are written in a job. */
export type LengthUnit = 'metres' | 'feet';

const INCH_M = 0.0254;
/** A foot, m. */
export const FOOT_M = 0.3048;
/** Longest length anybody means, m. */
const LONGEST_M = 5000;

export type ParsedLength = { ok: true; lengthM: number } | { ok: false; message: string };

const NUMBER = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
const FRACTION = String.raw`(?:\s*(\d+)\s*\/\s*(\d+))?`;
const number = (text: string) => Number(text.replace(',', '.'));

/** Metres as `3.2`, `3,2 m`, `3m20`, `3 m 20 cm`, `320cm`, `3200 mm`. */
function metric(text: string): number | null {
  const split = new RegExp(String.raw`^(\d+)\s*m\s*(\d{1,3})\s*(cm|mm)?$`).exec(text);
  if (split) {
    const [, whole, part, unit] = split;
    // 3m2 is 3.2 m and 3m20 is 3.20 m: the digits stand behind the point, unless a unit is named.
    if (!unit) return Number(`${whole}.${part}`);
    return Number(whole) + Number(part) / (unit === 'cm' ? 100 : 1000);
  }
  const plain = new RegExp(`^${NUMBER}\\s*(m|cm|mm)$`).exec(text);
  if (!plain) return null;
  return number(plain[1]!) / { m: 1, cm: 100, mm: 1000 }[plain[2] as 'm' | 'cm' | 'mm'];
}

/** Inches as `6"`, `6 1/2 in`, `1/2"`; also bare where feet stand before them. */
function inches(text: string, bare: boolean): number | null {
  const unit = bare ? `(?:"|in|inch|inches)?` : `(?:"|in|inch|inches)`;
  const whole = new RegExp(`^${NUMBER}${FRACTION}\\s*${unit}$`).exec(text);
  if (whole) {
    const part = whole[2] ? Number(whole[2]) / Number(whole[3]) : 0;
    return (number(whole[1]!) + part) * INCH_M;
  }
  const part = new RegExp(String.raw`^(\d+)\s*\/\s*(\d+)\s*${unit}$`).exec(text);
  return part ? (Number(part[1]) / Number(part[2])) * INCH_M : null;
}

/** Feet and inches as `10' 6"`, `10ft 6in`, `10'6`, `10-6`, `10 6`, `10.5 ft`. */
function imperial(text: string, unit: LengthUnit): number | null {
  const marked = new RegExp(String.raw`^${NUMBER}\s*(?:'|ft|foot|feet)[\s-]*(.*)$`).exec(text);
  if (marked) {
    const rest = marked[2]! === '' ? 0 : inches(marked[2]!, true);
    return rest === null ? null : number(marked[1]!) * FOOT_M + rest;
  }
  const alone = inches(text, false);
  if (alone !== null) return alone;
  const pair = unit === 'feet' && /^(\d+)(?:\s*-\s*|\s+)(\S.*)$/.exec(text);
  if (!pair) return null;
  const rest = inches(pair[2]!, true);
  return rest === null ? null : Number(pair[1]) * FOOT_M + rest;
}

/** Curly and doubled marks as people and phones write them, as plain ones. */
function plainMarks(text: string): string {
  return text
    .trim()
    .toLowerCase()
    .replaceAll(/[′’‘´`]/g, "'")
    .replaceAll(/[″“”]|''/g, '"')
    .replaceAll(/½/g, ' 1/2')
    .replaceAll(/¼/g, ' 1/4')
    .replaceAll(/¾/g, ' 3/4')
    .replaceAll(/\s+/g, ' ')
    .trim();
}

/**
 * A length as people write it, in metres: `3.2`, `3m20`, `320 cm`, `10' 6"`, `10-6`. A bare number is in the job's own
 * unit. Anything else says how to write it; a length of nothing or beyond 5 km is refused.
 */
export function parseLength(text: string, unit: LengthUnit): ParsedLength {
  const plain = plainMarks(text);
  if (plain === '') return { ok: false, message: 'a length is needed' };
  const bare = new RegExp(`^${NUMBER}$`).exec(plain);
  const lengthM = bare
    ? number(bare[1]!) * (unit === 'feet' ? FOOT_M : 1)
    : (metric(plain) ?? imperial(plain, unit));
  if (lengthM === null || !Number.isFinite(lengthM))
    return {
      ok: false,
      message:
        unit === 'feet' ? `write it as 10' 6", 10.5 or 3.2 m` : `write it as 3.2, 3m20, 320 cm or 10' 6"`,
    };
  if (lengthM > LONGEST_M) return { ok: false, message: `longer than ${LONGEST_M} m: is the unit right?` };
  return { ok: true, lengthM };
}

/** Feet and inches as 10′ 6″, to the inch, or to the half inch where exact. */
function feetText(metres: number, exact: boolean): string {
  const steps = exact ? 2 : 1;
  const halves = Math.round((metres / INCH_M) * steps);
  const feet = Math.trunc(halves / (12 * steps));
  const rest = Math.abs(halves - feet * 12 * steps) / steps;
  return `${feet}′ ${Math.floor(rest)}${rest % 1 ? '½' : ''}″`;
}

/** A length for reading: 12 m, 3.2 m or 10′ 6″. */
export function lengthText(metres: number, unit: LengthUnit): string {
  if (unit === 'feet') return feetText(metres, false);
  return `${metres.toFixed(Math.abs(metres) < 10 ? 1 : 0)} m`;
}

/** A length as it was measured: 3.20 m or 10′ 6½″. */
export function exactLengthText(metres: number, unit: LengthUnit): string {
  return unit === 'feet' ? feetText(metres, true) : `${metres.toFixed(2)} m`;
}

/** A length to be changed in a field, without its unit where that is the job's own: 3.2 or 10' 6½". */
export function lengthInput(metres: number, unit: LengthUnit): string {
  if (unit === 'feet') return feetText(metres, true).replace('′', "'").replace('″', '"');
  return String(Number(metres.toFixed(4)));
}

/** An area for reading: 12.4 m² or 133 ft². */
export function areaText(areaM2: number, unit: LengthUnit): string {
  return unit === 'feet' ? `${Math.round(areaM2 / FOOT_M ** 2)} ft²` : `${areaM2.toFixed(1)} m²`;
}
