'use client';
import { useState } from 'react';
import { photosAt } from '@/core/evidence/fold';
import { serialStepOf } from '@/core/fit/serials';
import { labelSaid, type CodeRead, type LabelSaid } from '@/core/intake/labelCodes';
import type { Unit } from '@/core/plan/option/schema';
import { useJob } from '@/ui/job/store';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { Problem } from '@/ui/pieces/Problem';
import { readCodes } from './readCodes';

const NOTHING = 'No code was found on it: nearer, straight on, without glare, then choose it again.';

/** Reads serials off photos of labels, here or as the phone sent them; nothing is noted before somebody says whose it is. */
export function SerialPhoto({ optionId, units }: { optionId: string; units: readonly Unit[] }) {
  const jobId = useJob((s) => s.id);
  const sent = useJob((s) => photosAt(s.evidence, optionId, 'labels'));
  const [said, setSaid] = useState<LabelSaid | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  async function read(pictures: readonly Promise<Blob>[]) {
    if (busy || pictures.length === 0) return;
    setBusy(true);
    setSaid(null);
    const looked: (CodeRead[] | null)[] = [];
    // One after the other: a photo as it comes from a camera takes tens of megabytes while it is read.
    for (const picture of pictures) looked.push(await picture.then(readCodes).catch(() => null));
    const found = labelSaid(looked.flatMap((codes) => codes ?? []));
    const unread = looked.filter((codes) => codes === null).length;
    setBusy(false);
    setSaid(found);
    setProblem(
      unread > 0
        ? `${unread} of ${looked.length} could not be read as a picture: take it again as JPEG or PNG, under 30 MB.`
        : found.serials.length + found.addresses.length === 0
          ? NOTHING
          : null,
    );
  }
  return (
    <div className="mt-2">
      <label className="btn focus-within:outline-2">
        Read them from photos of the labels
        <input
          type="file"
          accept="image/*"
          multiple
          className="sr-only"
          disabled={busy}
          onChange={(e) => {
            void read([...(e.target.files ?? [])].map((f) => Promise.resolve<Blob>(f)));
            e.target.value = '';
          }}
        />
      </label>
      {sent.length > 0 && (
        <Button
          className="mt-1"
          disabled={busy}
          onClick={() =>
            void read(
              sent.map((picture) => fetch(`/api/jobs/${jobId}/pictures/${picture}`).then((r) => r.blob())),
            )
          }
        >
          {sent.length === 1 ? 'Read the photo' : `Read the ${sent.length} photos`} from the phone
        </Button>
      )}
      {busy && <p role="status">Reading.</p>}
      {said && (
        <ul className="mt-1 space-y-1" aria-label="Read from the labels">
          {said.serials.map((serial) => (
            <FoundSerial key={serial} serial={serial} optionId={optionId} units={units} />
          ))}
          {said.addresses.map((a) => (
            <li key={a} className="text-ink-2">
              hardware address {a}
            </li>
          ))}
        </ul>
      )}
      {said?.heldKey && (
        <p className="mt-1 text-[13px] text-ink-2">
          A code held a name and key as well: that was let go of at once. It belongs to the customer alone.
        </p>
      )}
      <Problem words={problem} className="mt-1" />
    </div>
  );
}

/** A serial that was read, and the unit it is noted for. */
function FoundSerial({
  serial,
  optionId,
  units,
}: {
  serial: string;
  optionId: string;
  units: readonly Unit[];
}) {
  const record = useRecord();
  const [unitId, setUnitId] = useState(units.length === 1 ? units[0]!.id : '');
  const [says, setSays] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const unit = units.find((u) => u.id === unitId);
  return (
    <li className="flex flex-wrap items-center gap-2">
      <code className="fig">{serial}</code>
      <select
        className="field w-40!"
        aria-label={`Unit of ${serial}`}
        value={unitId}
        onChange={(e) => setUnitId(e.target.value)}
      >
        <option value="">whose is it?</option>
        {units.map((u) => (
          <option key={u.id} value={u.id}>
            {u.letter} {u.name}
          </option>
        ))}
      </select>
      <Button
        disabled={!unit || busy}
        onClick={() => {
          setBusy(true);
          void record.step(optionId, serialStepOf(unit!), 'serial', serial.slice(0, 80)).then((wrong) => {
            setBusy(false);
            setSays(wrong ?? `noted for ${unit!.letter}`);
          });
        }}
      >
        Note
      </Button>
      {says && <span role="status">{says}</span>}
    </li>
  );
}
