/** How a light looks, as far as its words say: a colour, how it blinks, and how many bars are lit. */
export interface LightLook {
  colour: 'white' | 'blue' | 'green' | 'amber' | 'red' | 'dark' | 'unknown';
  pattern: 'steady' | 'slow' | 'blinking' | 'fast';
  /** Bars that are lit; null where it is one light. */
  bars: number | null;
}

const COLOURS: readonly [LightLook['colour'], RegExp][] = [
  ['amber', /\b(amber|orange|yellow)\b/i],
  ['white', /\bwhite\b/i],
  ['blue', /\b(blue|cyan)\b/i],
  ['green', /\bgreen\b/i],
  ['red', /\b(red|magenta)\b/i],
  ['dark', /\b(dark|off|no light)\b/i],
];
const NUMBERS: Record<string, number> = { no: 0, one: 1, two: 2, three: 3, four: 4, five: 5 };

/** Reads a light's words, such as "blue, blinking" or "three bars or more"; what they do not say is left unknown. */
export function lightLook(shows: string): LightLook {
  const bars = /\b(no|one|two|three|four|five|[0-5]|all)\b[^,]*\bbars?\b/i.exec(shows);
  const many = bars?.[1]?.toLowerCase();
  const colour = COLOURS.find(([, is]) => is.test(shows))?.[0] ?? 'unknown';
  return {
    colour,
    pattern: /\bfast\b/i.test(shows)
      ? 'fast'
      : /\b(blink|flash)/i.test(shows)
        ? 'blinking'
        : /\b(puls|slow|running|breath)/i.test(shows)
          ? 'slow'
          : 'steady',
    bars: many === undefined ? null : many === 'all' ? 5 : (NUMBERS[many] ?? Number(many)),
  };
}
