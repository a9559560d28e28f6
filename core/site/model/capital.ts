/** Words at the head of a line or label. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
