'use client';
import { COLUMNS, type ColumnId } from '@/core/intake/readingsCsv';
import { SelectField } from '@/ui/pieces/fields';
import { withColumn, type Columns } from './columns';
import type { Opened } from './useReadingsFile';

const CHOICES: readonly { value: ColumnId | ''; label: string }[] = [
  { value: '', label: 'passed over' },
  ...(Object.keys(COLUMNS) as ColumnId[]).map((value) => ({ value, label: COLUMNS[value] })),
];

/** The first rows of a table, with what each column holds to be chosen above it. */
export function ColumnTable({
  opened: { table, rows },
  columns,
  onColumns,
}: {
  opened: Opened;
  columns: Columns;
  onColumns: (next: Columns) => void;
}) {
  return (
    <>
      <div className="mt-3 overflow-x-auto">
        <table className="fig w-full text-[13px]">
          <thead>
            <tr>
              {table.headings.map((h, i) => (
                <th key={`${h} ${i}`} className="min-w-32 px-1 py-1 text-left align-bottom font-semibold">
                  <span className="block truncate">{h || `column ${i + 1}`}</span>
                  <SelectField<ColumnId | ''>
                    hideLabel
                    label={`Column ${h || i + 1} holds`}
                    value={columns[i] ?? ''}
                    options={CHOICES}
                    onChange={(v) => onColumns(withColumn(columns, i, v || null))}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row, i) => (
              <tr key={i} className="border-t border-rule">
                {table.headings.map((_, k) => (
                  <td key={k} className="max-w-40 truncate px-1 py-0.5">
                    {row[k] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-[13px] text-ink-2">
        The first {table.rows.length} of {rows} rows.
      </p>
    </>
  );
}
