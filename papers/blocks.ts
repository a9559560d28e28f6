import type { Drawing } from './drawing';

export type PaperLanguage = 'en' | 'de';

/** A cell of a table: text, perhaps strong, perhaps in the colour of good or bad news. */
export interface Cell {
  text: string;
  strong?: boolean;
  tone?: 'good' | 'bad' | 'soft';
}

/** A length of a paper, in the order it is read. Screen, HTML and PDF are made of the same blocks. */
export type Block =
  | { kind: 'heading'; text: string }
  | { kind: 'para'; text: string; tone?: 'good' | 'bad' | 'soft'; strong?: boolean }
  | { kind: 'list'; items: readonly string[] }
  | {
      kind: 'table';
      head: readonly string[];
      rows: readonly (readonly Cell[])[];
      /** Share of the width each column takes; they add up to 1. */
      widths: readonly number[];
      /** Whether the last column holds amounts: they stand at its right edge. */
      amounts?: boolean;
    }
  | { kind: 'drawing'; drawing: Drawing; caption: string }
  | { kind: 'signatures'; who: readonly string[] };

/** A paper: its title, what stands under it, and its blocks. */
export interface Paper {
  language: PaperLanguage;
  title: string;
  under: readonly string[];
  blocks: readonly Block[];
}

export const cell = (text: string, more: Omit<Cell, 'text'> = {}): Cell => ({ text, ...more });

/** A heading with a list under it; nothing where there is nothing to list. */
export const listBlocks = (heading: string, items: readonly string[]): Block[] =>
  items.length === 0
    ? []
    : [
        { kind: 'heading', text: heading },
        { kind: 'list', items },
      ];
