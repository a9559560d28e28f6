'use client';
import { memo, useCallback, useMemo, useState } from 'react';
import type { KitItem } from '@/core/kit/schema';
import type { Prediction } from '@/core/plan/evaluate/predict';
import { TOUCH_WORDS } from '@/core/plan/evaluate/touch';
import { ACTIVITIES, activityId, type ActivityId } from '@/core/site/model/needs';
import type { Place } from '@/core/site/model/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { directionOf, factsOf, rowOf } from '@/ui/ledger/rows';
import { useAccepted, useDerived, useOption, useSettling } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { Workbench } from '@/ui/pieces/Workbench';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { Pipe } from '@/ui/ledger/Pipe';
import { VERDICT_TONE } from '@/ui/ledger/tones';
import { Words } from '@/ui/ledger/Words';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { SelectField } from '@/ui/pieces/fields';
import Link from 'next/link';
import { rangeWords } from '@/core/plan/evaluate/words';
import { speedText } from '@/ui/pieces/format';
import { newId } from '@/ui/pieces/newId';
import { Section } from '@/ui/section/Section';
import type { SheetMark } from '@/ui/sheet/marks';
import { Sheet } from '@/ui/sheet/Sheet';
import { useShade } from '@/ui/sheet/useShade';
import { AccessChoice } from './AccessChoice';
import { AddUnit } from './AddUnit';
import { Options } from './Options';
import { UnitPanel } from './UnitPanel';
import { newUnit, withoutUnit } from '@/core/plan/option/placing';
import { Button } from '@/ui/pieces/Button';

/** Numbers of a prediction in words, for readers of the track. */
function predictionLabel(p: Prediction): string {
  const up = p.decidedBy === 'up';
  const range = up ? p.upRangeMbps : p.downRangeMbps;
  return `${p.runs > 0 ? 'read' : 'predicted'} ${speedText(up ? p.upMbps : p.downMbps)} Mb/s ${up ? 'up' : 'down'}, ${rangeWords(p, range, speedText)}, needed ${speedText(up ? p.need.upMbps : p.need.downMbps)}`;
}

function usePlanRows(): LedgerRow[] {
  const spots = useJob((s) => s.site.spots);
  const today = useJob((s) => s.plan.today);
  const { predictions, predictionsToday, derived, of: option } = useDerived();
  return useMemo(
    () =>
      factsOf(spots, derived?.verdicts, option ? predictions : predictionsToday).map((f): LedgerRow => {
        const { spot, prediction: p, verdict } = f;
        const before = verdict?.before;
        if (!p)
          return rowOf(f, before?.decidedBy, ['before'], {
            trackLabel: 'working it out',
            result: 'working it out',
            tone: 'plain',
            detail: <Words spot={spot} />,
          });
        const up = directionOf(p.decidedBy) === 'up';
        return rowOf(f, p.decidedBy, ['before', 'predicted', 'range'], {
          trackLabel: predictionLabel(p),
          result: before && before.verdict !== p.verdict ? `${before.verdict} → ${p.verdict}` : p.verdict,
          note: `${speedText(up ? p.upMbps : p.downMbps)} of ${speedText(up ? p.need.upMbps : p.need.downMbps)} Mb/s${p.runs > 0 ? ', read' : ''}`,
          tone: VERDICT_TONE[p.verdict],
          detail: (
            <>
              <Words spot={spot} />
              <Pipe prediction={p} option={option ?? today} />
              <AccessChoice spotId={spot.id} />
            </>
          ),
        });
      }),
    [spots, derived, predictions, predictionsToday, option, today],
  );
}

/** Proofs that what was changed in the accepted option ends, said before anything is built. */
const EndedProofs = memo(function EndedProofs() {
  const { derived, of } = useDerived();
  const accepted = useAccepted();
  if (!derived || !of || accepted?.optionId !== of.id) return null;
  const ended = derived.verdicts.filter((v) => v.past.length > 0 && v.rounds.length === 0);
  if (ended.length === 0) return null;
  const standing = derived.verdicts.filter((v) => v.after).length;
  return (
    <p className="panel shrink-0 border-l-4 border-l-lamp px-3 py-1.5" role="status">
      <strong className="font-semibold">This change ends proofs: </strong>
      {ended
        .map((v) => `${v.number} ${v.name} (${TOUCH_WORDS[v.past[v.past.length - 1]!.because ?? 'way']})`)
        .join(', ')}
      . {standing > 0 ? `${standing} other ${standing === 1 ? 'proof stands' : 'proofs stand'}.` : ''}
    </p>
  );
});

const Notices = memo(function Notices() {
  const { shown } = useDerived();
  const notices = useMemo(() => {
    if (!shown) return [];
    // Units that hear each other fill one channel together: its fullest place is said once.
    const over = shown.loads.filter(
      (l, i, all) => l.load > l.limit && all.findIndex((o) => o.medium === l.medium) === i,
    );
    const busy = over.map((l) => ({
      weight: 'care' as const,
      words: `At the busiest hour ${l.label} is used to ${(l.load * 100).toFixed(0)} %; plan at most ${l.limit * 100} %.`,
    }));
    return [...shown.notices, ...busy];
  }, [shown]);
  if (notices.length === 0) return null;
  return (
    <ul className="panel shrink-0 divide-y divide-rule" aria-label="What a practitioner would object to">
      {notices.map((n) => (
        <li key={n.words} className={`px-3 py-1.5 ${n.weight === 'stop' ? 'text-mains' : ''}`}>
          <strong className="font-semibold">{n.weight === 'stop' ? 'Will not do: ' : 'Take care: '}</strong>
          {n.words}
        </li>
      ))}
    </ul>
  );
});

/** Says that the numbers are older than the hand. */
function Settling() {
  const settling = useSettling();
  return settling && <span className="fig text-[13px] text-ink-2">settling</span>;
}

/** The ledger of Plan; it follows the numbers, not the hand. */
const PlanLedger = memo(function PlanLedger() {
  const rows = usePlanRows();
  return (
    <Ledger
      rows={rows}
      head={
        <>
          <TrackKey before predicted />
          <Settling />
        </>
      }
      empty="No spots yet. Put them in Survey: one where each thing must work."
    />
  );
});

/** Plan: units and feeds on the sheet, light and shade under the hand, the ledger beside it. */
export function PlanStop() {
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const selected = useJob((s) => s.selected);
  const setOption = useJob((s) => s.setOption);
  const setPlan = useJob((s) => s.setPlan);
  const select = useJob((s) => s.select);
  const store = useJobStore();
  const ownKit = useJob((s) => s.plan.ownKit);
  const option = useOption();
  const { predictions, line } = useDerived();
  const network = useMemo(() => (option ? { option, kit: ownKit } : null), [option, ownKit]);
  const [activity, setActivity] = useState<ActivityId | ''>('');
  const shade = useShade(network, storeyId, activity || null);
  const unserved = useMemo(
    () => site.spots.filter((s) => predictions.get(s.id)?.verdict !== 'serves'),
    [site.spots, predictions],
  );
  useNextKey(useMemo(() => unserved.map((s) => ({ id: s.id, storeyId: s.place.storeyId })), [unserved]));

  useKeys({
    delete: () => {
      const { selected: s } = store.getState();
      if (s?.kind !== 'unit') return;
      setOption((o) => withoutUnit(o, s.id));
      select(null);
    },
    letGo: () => select(null),
  });
  const moving = useMemo(
    () => ({
      kinds: new Set(['unit'] as const),
      move: (mark: SheetMark, place: Place) =>
        setOption((o) => ({
          ...o,
          units: o.units.map((u) => (u.id === mark.id ? { ...u, place } : u)),
        })),
    }),
    [setOption],
  );
  const unit = selected?.kind === 'unit' ? option?.units.find((u) => u.id === selected.id) : undefined;
  const addUnit = useCallback(
    (kit: KitItem) => {
      const state = store.getState();
      const { site, selected, storeyId } = state;
      const option = shownOption(state);
      const near = site.spots.find((s) => selected?.kind === 'spot' && s.id === selected.id)?.place;
      const storey = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId);
      const middle = storey && {
        storeyId: storey.id,
        xM: storey.outline.reduce((sum, p) => sum + p.xM, 0) / storey.outline.length,
        yM: storey.outline.reduce((sum, p) => sum + p.yM, 0) / storey.outline.length,
        heightM: 1.2,
      };
      const place: Place = near ? { ...near, xM: near.xM + 0.8, heightM: 1.2 } : (middle ?? site.lineEntry);
      const added = newUnit(
        site,
        state.brief,
        option ?? { id: '', name: '', units: [], wiredSpots: [] },
        kit,
        place,
        newId('unit'),
      );
      // The first unit begins an option: one act for both.
      if (option) setOption((o) => ({ ...o, units: [...o.units, added] }));
      else
        setPlan((p) => ({
          ...p,
          options: [...p.options, { id: newId('opt'), name: 'First', units: [added], wiredSpots: [] }],
        }));
      select({ kind: 'unit', id: added.id });
    },
    [store, setOption, setPlan, select],
  );

  const setChannels = useCallback(async () => {
    const now = shownOption(store.getState());
    if (!line || !now) return;
    const planned = await line.withChannels(now).catch(() => null);
    if (!planned) return;
    const { units } = planned;
    const radios = new Map(units.map((u) => [u.id, u.radios]));
    // Only the channels: what was changed while they were planned stays.
    setOption((o) => ({ ...o, units: o.units.map((u) => ({ ...u, radios: radios.get(u.id) ?? u.radios })) }));
  }, [line, store, setOption]);
  const hasUnits = (option?.units.length ?? 0) > 0;
  const foot = useMemo(
    () => (
      <>
        <AddUnit onAdd={addUnit} />
        {hasUnits && (
          <Button disabled={!line} onClick={() => void setChannels()}>
            Set channels
          </Button>
        )}
        <div className="w-36">
          <SelectField<ActivityId | ''>
            hideLabel
            label="Shade against"
            value={activity}
            options={[
              { value: '', label: 'Shade: as wanted' },
              ...activityId.options.map((a) => ({ value: a, label: `Shade: ${ACTIVITIES[a].label}` })),
            ]}
            onChange={setActivity}
          />
        </div>
      </>
    ),
    [addUnit, setChannels, hasUnits, line, activity],
  );
  return (
    <Workbench
      sheet={
        <Sheet
          label="Plan sheet: units and feeds"
          option={option}
          shade={shade}
          failing={useMemo(
            () =>
              new Set(unserved.filter((s) => predictions.get(s.id)?.verdict !== 'tight').map((s) => s.id)),
            [unserved, predictions],
          )}
          onMove={moving}
          foot={foot}
        />
      }
      section={<Section option={option} />}
      side={
        <>
          <Options />
          <p className="text-[13px] text-ink-2">
            Figures are estimates with their range unless marked measured or read.{' '}
            <Link href="/how-true" className="link">
              How true is this?
            </Link>
          </p>
          {unit && option && <UnitPanel key={unit.id} unit={unit} option={option} />}
          <EndedProofs />
          <Notices />
          <PlanLedger />
        </>
      }
    />
  );
}
