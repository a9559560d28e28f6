/** A colour of the theme as it is now, for what draws on a canvas. */
export const token = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();
