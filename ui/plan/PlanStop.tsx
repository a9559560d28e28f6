'use client';
import { useEffect, useMemo, useState } from 'react';
import type { KitItem } from '@/core/kit/schema';
import { withChannels } from '@/core/plan/channels/channelPlan';
import { loadsOf } from '@/core/plan/evaluate/load';
import type { Prediction } from '@/core/plan/evaluate/predict';
import { ruleNotices } from '@/core/plan/rules/rules';
import { ACTIVITIES, activityId, type ActivityId } from '@/core/site/model/needs';
import type { Place } from '@/core/site/model/schema';
import { isTyping } from '@/ui/keys/Shortcuts';
import { useDerived } from '@/ui/job/derived';
import { useJob, useJobStore } from '@/ui/job/store';
import { Workbench } from '@/ui/pieces/Workbench';
import { Ledger, type LedgerRow } from '@/ui/ledger/Ledger';
import { Pipe } from '@/ui/ledger/Pipe';
import { VERDICT_TONE } from '@/ui/ledger/tones';
import { Words } from '@/ui/ledger/Words';
import { TrackKey } from '@/ui/ledger/Track';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { SelectField } from '@/ui/pieces/fields';
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

/** Numbers of a prediction in words, for readers of the track. */
function predictionLabel(p: Prediction): string {
  const up = p.decidedBy === 'up';
  const [low, high] = up ? p.upRangeMbps : p.downRangeMbps;
  return `predicted ${speedText(up ? p.upMbps : p.downMbps)} Mb/s ${up ? 'up' : 'down'}, range ${speedText(low)} to ${speedText(high)}, needed ${speedText(up ? p.need.upMbps : p.need.downMbps)}`;
}

function usePlanRows(): LedgerRow[] {
  const site = useJob((s) => s.site);
  const { predictions, predictionsToday, verdicts, option } = useDerived();
  return useMemo(
    () =>
      [...site.spots]
        .sort((a, b) => a.number - b.number)
        .map((spot): LedgerRow => {
          const p = (option ? predictions : predictionsToday).get(spot.id)!;
          const v = verdicts.find((x) => x.spotId === spot.id);
          const up = p.decidedBy === 'up';
          const before = v?.before;
          return {
            spot,
            direction: up ? 'up' : 'down',
            marks: {
              need: up ? p.need.upMbps : p.need.downMbps,
              before: before ? (up ? before.upMbps : before.downMbps) : null,
              predicted: up ? p.upMbps : p.downMbps,
              range: up ? p.upRangeMbps : p.downRangeMbps,
            },
            trackLabel: predictionLabel(p),
            result: before && before.verdict !== p.verdict ? `${before.verdict} → ${p.verdict}` : p.verdict,
            note: `${speedText(up ? p.upMbps : p.downMbps)} of ${speedText(up ? p.need.upMbps : p.need.downMbps)} Mb/s`,
            tone: VERDICT_TONE[p.verdict],
            detail: (
              <>
                <Words spot={spot} />
                <Pipe prediction={p} />
                <AccessChoice spotId={spot.id} />
              </>
            ),
          };
        }),
    [site.spots, predictions, predictionsToday, verdicts, option],
  );
}

function Notices() {
  const { context, option } = useDerived();
  const { predictions } = useDerived();
  const today = useJob((s) => s.plan.today);
  const notices = useMemo(() => {
    if (!option) return [];
    // Units that hear each other fill one channel together: its fullest place is said once.
    const over = loadsOf(context, option, [...predictions.values()]).filter(
      (l, i, all) => l.load > l.limit && all.findIndex((o) => o.medium === l.medium) === i,
    );
    const busy = over.map((l) => ({
      weight: 'care' as const,
      words: `At the busiest hour ${l.label} is used to ${(l.load * 100).toFixed(0)} %; plan at most ${l.limit * 100} %.`,
    }));
    return [...ruleNotices(context, option, today), ...busy];
  }, [context, option, today, predictions]);
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
}

/** Plan: units and feeds on the sheet, light and shade under the hand, the ledger beside it. */
export function PlanStop() {
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const selected = useJob((s) => s.selected);
  const setOption = useJob((s) => s.setOption);
  const setPlan = useJob((s) => s.setPlan);
  const select = useJob((s) => s.select);
  const store = useJobStore();
  const { context, option, predictions } = useDerived();
  const [activity, setActivity] = useState<ActivityId | ''>('');
  const shade = useShade(option, storeyId, activity || null);
  const rows = usePlanRows();
  const unserved = useMemo(
    () => site.spots.filter((s) => predictions.get(s.id)?.verdict !== 'serves'),
    [site.spots, predictions],
  );
  useNextKey(useMemo(() => unserved.map((s) => ({ id: s.id, storeyId: s.place.storeyId })), [unserved]));

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      const { selected: s } = store.getState();
      if ((event.key === 'Delete' || event.key === 'Backspace') && s?.kind === 'unit') {
        setOption((o) => withoutUnit(o, s.id));
        select(null);
      } else if (event.key === 'Escape') select(null);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [store, setOption, select]);

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
  const addUnit = (kit: KitItem) => {
    const near = site.spots.find((s) => selected?.kind === 'spot' && s.id === selected.id)?.place;
    const storey = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId);
    const middle = storey && {
      storeyId: storey.id,
      xM: storey.outline.reduce((sum, p) => sum + p.xM, 0) / storey.outline.length,
      yM: storey.outline.reduce((sum, p) => sum + p.yM, 0) / storey.outline.length,
      heightM: 1.2,
    };
    const place: Place = near ? { ...near, xM: near.xM + 0.8, heightM: 1.2 } : (middle ?? site.lineEntry);
    if (!option) {
      const begun = { id: 'opt-1', name: 'First', units: [], wiredSpots: [] };
      setPlan((p) => ({ ...p, options: [...p.options, begun], chosenId: begun.id }));
    }
    const added = newUnit(
      site,
      context.brief,
      option ?? { id: '', name: '', units: [], wiredSpots: [] },
      kit,
      place,
      newId('unit'),
    );
    setOption((o) => ({ ...o, units: [...o.units, added] }));
    select({ kind: 'unit', id: added.id });
  };

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
          foot={
            <>
              <AddUnit onAdd={addUnit} />
              {option && option.units.length > 0 && (
                <button
                  type="button"
                  className="btn"
                  onClick={() => setOption((o) => withChannels(context, o))}
                >
                  Set channels
                </button>
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
          }
        />
      }
      section={<Section option={option} />}
      side={
        <>
          <Options />
          {unit && option && <UnitPanel key={unit.id} unit={unit} option={option} />}
          <Notices />
          <Ledger
            rows={rows}
            head={<TrackKey before predicted />}
            empty="No spots yet. Put them in Survey: one where each thing must work."
          />
        </>
      }
    />
  );
}
