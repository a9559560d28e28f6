import type { ColumnId } from '@/core/intake/readingsCsv';

export type Columns = readonly (ColumnId | null)[];

/** Columns with one of them told to hold something else: what it holds now, no other column holds. */
export const withColumn = (columns: Columns, at: number, holds: ColumnId | null): Columns =>
  columns.map((c, i) => (i === at ? holds : c === holds ? null : c));
