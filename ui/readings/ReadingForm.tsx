'use client';
import { useEffect, useRef } from 'react';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import type { ClientTypeId } from '@/core/site/model/schema';
import { useJobStore } from '@/ui/job/store';
import { useKeys } from '@/ui/keys/useKeys';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { Box, FIELD } from './RunBox';
import { TakeRuns } from './TakeRuns';
import { TARGETS } from './targets';
import { useReadingForm, type ReadingPlace } from './useReadingForm';

/** The numbers of a run as the form asks for them: what is typed, what it becomes, its unit. */
const SPEEDS = [
  ['down', 'downMbps', 'Mb/s'],
  ['up', 'upMbps', 'Mb/s'],
  ['loaded', 'loadedMs', 'ms'],
] as const;
const BOXES = {
  spot: [...SPEEDS, ['level', 'rssiDbm', 'dBm']],
  line: [...SPEEDS, ['idle', 'idleMs', 'ms']],
} as const;

/**
 * Enters one run: at a spot, or by cable at the gateway (`spot` null). It stays open for the next run, since one test
 * is not a test. R puts the cursor into it.
 */
export function ReadingForm(place: ReadingPlace) {
  const { spot, phase, network, before } = place;
  const store = useJobStore();
  const first = useRef<HTMLInputElement>(null);
  // With the next frame: focus asks for the page to be laid out, which is about to change by the new run. What is asked about it stays in view.
  const form = useReadingForm(place, () =>
    requestAnimationFrame(() => first.current?.focus({ preventScroll: true })),
  );
  const { typed, put, taken, take, wrong, said, busy, submit } = form;
  useKeys({
    reading: (event) => {
      event.preventDefault();
      first.current?.focus();
    },
  });
  // Asked for by a key before this form was open: the cursor goes into it.
  useEffect(() => {
    if (store.getState().readNext === null || store.getState().readNext !== spot?.id) return;
    store.getState().set({ readNext: null });
    first.current?.focus();
  }, [store, spot]);

  return (
    <>
      <TakeRuns
        key={`${spot?.id} ${phase}`}
        about={{
          subject: spot ? { kind: 'spot', spotId: spot.id } : { kind: 'line' },
          device: spot ? taken.device : 'wired',
          deviceName: spot ? spot.deviceName : 'wired laptop',
          band: spot ? taken.band : 'free',
        }}
        phase={phase}
        network={network}
        before={before}
      />
      <form
        className="mt-2"
        data-emptied
        aria-label={spot ? `Reading at spot ${spot.number}, ${spot.name}` : 'Wired test at the gateway'}
        onSubmit={(e) => {
          e.preventDefault();
          void submit(true);
        }}
      >
        {spot && (
          <div className="mb-2 grid grid-cols-3 gap-2">
            <SelectField
              label="Device"
              value={taken.device}
              options={Object.entries(CLIENT_TYPES).map(([value, c]) => ({
                value: value as ClientTypeId,
                label: c.label,
              }))}
              onChange={(device) => take({ device })}
            />
            <SelectField
              label="Band"
              value={taken.band}
              options={[
                { value: 'free', label: 'left free' },
                { value: '2.4', label: 'fixed to 2.4 GHz' },
                { value: '5', label: 'fixed to 5 GHz' },
                { value: '6', label: 'fixed to 6 GHz' },
              ]}
              onChange={(band) => take({ band })}
            />
            <SelectField
              label="Tested against"
              value={taken.target}
              options={TARGETS}
              onChange={(target) => take({ target })}
            />
          </div>
        )}
        <div className="grid grid-cols-4 gap-2">
          {BOXES[spot ? 'spot' : 'line'].map(([key, id, unit]) => (
            <Box
              key={id}
              label={FIELD[id]}
              unit={unit}
              value={typed[key]}
              wrong={wrong?.field === id}
              onChange={put(key)}
              first={id === 'downMbps' ? first : undefined}
            />
          ))}
        </div>
        <div className="mt-1">
          <input
            className="field"
            aria-label="Note to this run"
            placeholder="note, such as: behind the closed door"
            maxLength={200}
            value={typed.note}
            onChange={(e) => put('note')(e.target.value)}
          />
        </div>
        <p className="mt-1 text-[13px] text-ink-2">
          Or all in the first field: {spot ? '-71 38/9 24' : '240/48 30 9'}, then Enter.
          {spot && ' A device that shows bars alone: 3of4 as its signal.'}
        </p>
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <Button type="submit" look="strong" disabled={busy}>
            {busy ? 'Recording' : 'Record run'}
          </Button>
          {spot && (
            <Button disabled={busy} onClick={() => void submit(false)}>
              No connection
            </Button>
          )}
          <span role="status" className={wrong ? 'text-mains' : 'text-ink-2'}>
            {wrong?.words ?? said}
          </span>
        </div>
      </form>
    </>
  );
}
