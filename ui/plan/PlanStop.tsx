'use client';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { KitItem } from '@/core/kit/schema';
import type { Prediction } from '@/core/plan/evaluate/predict';
import { TOUCH_WORDS } from '@/core/plan/evaluate/touch';
import { ACTIVITIES, activityId, type ActivityId } from '@/core/site/model/needs';
import { least } from 'd3-array';
import type { Place, Spot } from '@/core/site/model/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { useAccepted, useDerived, useOption } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { Workbench } from '@/ui/pieces/Workbench';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { SelectField } from '@/ui/pieces/fields';
import Link from 'next/link';
import { newId } from '@/ui/pieces/newId';
import { Section } from '@/ui/section/Section';
import type { SheetMark } from '@/ui/sheet/marks';
import { Sheet } from '@/ui/sheet/Sheet';
import { useShade } from '@/ui/sheet/useShade';
import { AddUnit } from './AddUnit';
import { Options } from './Options';
import { UnitPanel } from './UnitPanel';
import { newUnit, withoutUnit } from '@/core/plan/option/placing';
import { withMoved } from '@/core/plan/option/movedUnit';
import { middleOf } from '@/core/site/geometry/rooms';
import { sheetStoreys } from '@/core/site/model/levels';
import { usePlanChannels } from './usePlanChannels';
import { PlanLedger } from './PlanLedger';

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
  const store = useJobStore();
  const { shown } = useDerived();
  const notices = useMemo(() => {
    if (!shown) return [];
    // Units that hear each other fill one channel together: its fullest place is said once.
    const over = shown.loads.filter(
      (l, i, all) => l.load > l.limit && all.findIndex((o) => o.medium === l.medium) === i,
    );
    const busy = over.map((l) => ({
      unitId: null,
      weight: 'care' as const,
      words: `At the busiest hour ${l.label} is used to ${(l.load * 100).toFixed(0)} %; plan at most ${l.limit * 100} %.`,
    }));
    return [...shown.notices, ...busy];
  }, [shown]);
  const open = useCallback(
    (unitId: string) => {
      const state = store.getState();
      const place = shownOption(state)?.units.find((u) => u.id === unitId)?.place;
      if (!place) return;
      state.select({ kind: 'unit', id: unitId });
      if (place.storeyId) state.showStorey(place.storeyId);
      state.set({ lookAt: { xM: place.xM, yM: place.yM } });
    },
    [store],
  );
  if (notices.length === 0) return null;
  return (
    <ul className="panel shrink-0 divide-y divide-rule" aria-label="What a practitioner would object to">
      {notices.map((n) => (
        <li key={n.words} className={`px-3 py-1.5 ${n.weight === 'stop' ? 'text-mains' : ''}`}>
          <strong className="font-semibold">{n.weight === 'stop' ? 'Will not do: ' : 'Take care: '}</strong>
          {n.words}
          {n.unitId !== null && (
            <button type="button" className="link ml-2" onClick={() => open(n.unitId!)}>
              show it
            </button>
          )}
        </li>
      ))}
    </ul>
  );
});

const GRAVE = { silent: 0, short: 1, tight: 2, serves: 3 } as const;

/** The spot that is served worst, by the numbers there are; undefined before there are any. */
function worstOf(spots: readonly Spot[], predictions: ReadonlyMap<string, Prediction>): Spot | undefined {
  return least(
    spots.filter((s) => predictions.has(s.id)),
    (s) => GRAVE[predictions.get(s.id)!.verdict],
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
  const showStorey = useJob((s) => s.showStorey);
  const store = useJobStore();
  const ownKit = useJob((s) => s.plan.ownKit);
  const option = useOption();
  const { predictions } = useDerived();
  const planChannels = usePlanChannels();
  const network = useMemo(() => (option ? { option, kit: ownKit } : null), [option, ownKit]);
  const [activity, setActivity] = useState<ActivityId | ''>('');
  const shade = useShade(network, storeyId, activity || null);
  const unserved = useMemo(
    () => site.spots.filter((s) => predictions.get(s.id)?.verdict !== 'serves'),
    [site.spots, predictions],
  );
  const unservedNow = useRef(unserved);
  const predictionsNow = useRef(predictions);
  useEffect(() => {
    unservedNow.current = unserved;
    predictionsNow.current = predictions;
  });
  useNextKey(useMemo(() => unserved.map((s) => ({ id: s.id, storeyId: s.place.storeyId })), [unserved]));

  useKeys({
    delete: () => {
      const { selected: s } = store.getState();
      if (s?.kind !== 'unit') return;
      setOption((o) => withoutUnit(o, s.id));
      select(null);
      void planChannels();
    },
    letGo: () => select(null),
  });
  const moving = useMemo(
    () => ({
      kinds: new Set(['unit'] as const),
      move: (mark: SheetMark, place: Place) =>
        setOption((o) => withMoved(store.getState().site, o, mark.id, place)),
    }),
    [setOption, store],
  );
  const unit = selected?.kind === 'unit' ? option?.units.find((u) => u.id === selected.id) : undefined;
  const addUnit = useCallback(
    (kit: KitItem) => {
      const state = store.getState();
      const { site, selected, storeyId } = state;
      const option = shownOption(state);
      const open = new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id));
      // Where it is wanted: at the chosen spot, else at the first spot of the open sheet that is not served.
      const wanted =
        site.spots.find((s) => selected?.kind === 'spot' && s.id === selected.id) ??
        worstOf(
          unservedNow.current.filter((s) => s.place.storeyId !== null && open.has(s.place.storeyId)),
          predictionsNow.current,
        );
      const storey = site.buildings.flatMap((b) => b.storeys).find((s) => s.id === storeyId);
      const place: Place = wanted
        ? { ...wanted.place, heightM: 1.2 }
        : storey
          ? { storeyId: storey.id, ...middleOf(storey.outline), heightM: 1.2 }
          : site.lineEntry;
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
      if (added.place.storeyId) showStorey(added.place.storeyId);
      void planChannels();
    },
    [store, setOption, setPlan, select, showStorey, planChannels],
  );
  const foot = useMemo(
    () => (
      <>
        <AddUnit onAdd={addUnit} />
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
    [addUnit, activity],
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
          {unit && option && <UnitPanel key={unit.id} unit={unit} option={option} />}
          <EndedProofs />
          <Notices />
          <p className="text-[13px] text-ink-2">
            Figures are estimates with their range unless marked measured or read.{' '}
            <Link href="/how-true" className="link">
              How true is this?
            </Link>
          </p>
        </>
      }
      ledger={<PlanLedger />}
    />
  );
}
