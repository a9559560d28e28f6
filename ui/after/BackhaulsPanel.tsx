'use client';
import { useMemo, useState } from 'react';
import type { Built } from '@/core/evidence/built';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import { FEED_LABEL } from '@/core/plan/option/placing';
import { parentIdOf } from '@/core/plan/option/feeds';
import type { Unit } from '@/core/plan/option/schema';
import { linkRead } from '@/core/readings/trials';
import { useJob } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import { useRecord } from '@/ui/job/useRecord';
import { Button } from '@/ui/pieces/Button';
import { NumberField } from '@/ui/pieces/fields';
import { speedText } from '@/ui/pieces/format';
import { Problem } from '@/ui/pieces/Problem';
import { TakeRuns } from '@/ui/readings/TakeRuns';

type Before = (() => Promise<string | null>) | undefined;

/** Reads one backhaul: beside its unit, against a wired computer, while the way is full. */
function ReadLink({ unit, network, before }: { unit: Unit; network: Built; before: Before }) {
  const record = useRecord();
  const [down, setDown] = useState<number | null>(null);
  const [up, setUp] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const subject = { kind: 'link', unitId: unit.id, load: 'loaded' } as const;
  const about = { subject, device: 'laptop', deviceName: '', band: 'free' } as const;
  async function put(connected: boolean) {
    if (busy) return;
    if (connected && down === null)
      return setProblem('Type what came down, or say that nothing comes through.');
    setBusy(true);
    const failed =
      (await before?.()) ??
      (await record.reading({ id: newId('rd'), at: new Date().toISOString() }, 'after', network, {
        ...about,
        target: 'house',
        bandSeen: null,
        connected,
        rssiDbm: null,
        downMbps: connected ? down : null,
        upMbps: connected ? (up ?? down) : null,
        loadedMs: null,
        idleMs: null,
        source: 'typed',
        replacesId: null,
        note: '',
      }));
    setBusy(false);
    setProblem(failed);
    if (failed) return;
    setDown(null);
    setUp(null);
  }
  return (
    <div className="mt-1">
      <p className="text-[13px] text-ink-2">
        Two metres from {unit.letter}, on its Wi-Fi or its port, to a wired computer at the gateway.
      </p>
      <TakeRuns about={about} phase="after" network={network} {...(before ? { before } : {})} />
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <div className="w-28">
          <NumberField label="Came down" unit="Mb/s" value={down} max={10000} optional onChange={setDown} />
        </div>
        <div className="w-28">
          <NumberField label="Came up" unit="Mb/s" value={up} max={10000} optional onChange={setUp} />
        </div>
        <Button disabled={busy} onClick={() => void put(true)}>
          Record run beside {unit.letter}
        </Button>
        <Button disabled={busy} onClick={() => void put(false)}>
          Nothing comes through
        </Button>
      </div>
      <Problem words={problem} className="mt-1" />
    </div>
  );
}

/** Every unit's backhaul under load: what was read beside it of what is reckoned, and where nobody has read. */
export function BackhaulsPanel({
  network,
  evaluation,
  before,
}: {
  network: Built;
  evaluation: Evaluation | null | undefined;
  before: Before;
}) {
  const evidence = useJob((s) => s.evidence);
  const links = useMemo(
    () =>
      [...network.option.units]
        .filter((u) => u.feed.kind !== 'line')
        .sort((a, b) => a.letter.localeCompare(b.letter))
        .map((unit) => ({ unit, read: linkRead(unit, evidence) })),
    [network, evidence],
  );
  const [openId, setOpenId] = useState<string | null>(null);
  if (links.length === 0) return null;
  return (
    <section className="panel shrink-0 px-3 py-2" aria-label="Backhauls under load">
      <strong className="font-semibold">Beside each unit, under load</strong>
      <ul>
        {links.map(({ unit, read }) => {
          const parent = network.option.units.find((u) => u.id === parentIdOf(unit.feed));
          const hop = evaluation?.feeds[unit.id];
          const isOpen = openId === unit.id;
          return (
            <li key={unit.id} className="border-t border-rule py-0.5">
              <div className="flex flex-wrap items-center justify-between gap-2">
                <span className="fig">
                  <span className="font-semibold">{unit.letter}</span> {FEED_LABEL[unit.feed.kind]}
                  {parent ? ` from ${parent.letter}` : ''}:{' '}
                  {read === null ? (
                    <span className="text-amber">not read</span>
                  ) : read.downMbps === 0 ? (
                    <span className="font-semibold text-dusk">nothing comes through</span>
                  ) : (
                    `${speedText(read.downMbps)} ↓ ${speedText(read.upMbps)} ↑ Mb/s, ${read.runs} ${read.runs === 1 ? 'run' : 'runs'}`
                  )}
                  {hop && read === null && !hop.measured && (
                    <span className="text-ink-2">
                      {' '}
                      (reckoned {speedText(hop.downRangeMbps[0])} to {speedText(hop.downRangeMbps[1])})
                    </span>
                  )}
                </span>
                <Button
                  aria-expanded={isOpen}
                  aria-label={`Read beside ${unit.letter}`}
                  onClick={() => setOpenId(isOpen ? null : unit.id)}
                >
                  {isOpen ? 'Close' : 'Read'}
                </Button>
              </div>
              {isOpen && <ReadLink unit={unit} network={network} before={before} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
