'use client';
import { FileUp } from 'lucide-react';
import { DialogButton } from '@/ui/pieces/DialogButton';
import { SelectField } from '@/ui/pieces/fields';
import { Problem } from '@/ui/pieces/Problem';
import { ColumnTable } from './ColumnTable';
import { NamesToSpots } from './NamesToSpots';
import { RowsFound } from './RowsFound';
import { TARGETS } from './targets';
import { useReadingsFile, type FileTarget } from './useReadingsFile';

function Inside(props: FileTarget) {
  const file = useReadingsFile(props);
  const { opened, columns, problem, said, read } = file;
  return (
    <>
      <Problem words={problem} className="mt-2" />
      {said !== '' && (
        <p className="mt-2 font-semibold" role="status">
          {said}
        </p>
      )}
      <label className="btn mt-3">
        <FileUp size={15} aria-hidden="true" /> Choose a file
        <input
          type="file"
          className="sr-only"
          aria-label="File of readings"
          accept=".csv,.tsv,.txt,.json,text/csv,application/json"
          onChange={async (e) => {
            const picked = e.target.files?.[0];
            e.target.value = '';
            if (picked) await file.open(await picked.text());
          }}
        />
      </label>
      {opened && (
        <>
          <ColumnTable opened={opened} columns={columns} onColumns={(next) => void file.look(next)} />
          <div className="mt-2 w-64">
            <SelectField
              label="Tested against"
              value={file.target}
              options={TARGETS}
              onChange={file.setTarget}
            />
          </div>
          {!columns.includes('spot') && (
            <p className="mt-2 text-mains">Say which column names the spot, by its number or its name.</p>
          )}
          {read && (
            <NamesToSpots
              names={[...new Set([...file.named.keys(), ...read.unknown.map((n) => n.toLowerCase())])]}
              named={file.named}
              onName={(word, spotId) => void file.name(word, spotId)}
            />
          )}
          {read && (
            <RowsFound rows={read} done={file.done} onTake={() => void file.take()} onNothing={file.close} />
          )}
        </>
      )}
    </>
  );
}

/** Readings from a file: a table whose columns are chosen, or what a phone has saved. */
export function FromFile(props: FileTarget) {
  return (
    <DialogButton
      icon={FileUp}
      label="From a file"
      title="Readings from a file"
      about="A table (CSV or a JSON list) with a row a run, or the file a phone has saved on the walk."
      wide
    >
      <Inside {...props} />
    </DialogButton>
  );
}
