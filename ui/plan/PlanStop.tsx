'use client';
import { Plus } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { kitById } from '@/core/kit/catalogue/catalogue';
import { moneyText } from '@/core/plan/cost/money';
import { isLocked } from '@/core/plan/option/locks';
import { withMoved } from '@/core/plan/network/movedUnit';
import { withoutUnit } from '@/core/plan/option/placing';
import { placeOn } from '@/core/site/edit/plot';
import { ACTIVITIES, activityId, type ActivityId } from '@/core/site/model/needs';
import { sheetStoreys } from '@/core/site/model/levels';
import { servedOf } from '@/core/site/model/verdict';
import { CLIENT_TYPES } from '@/core/radio/link/clients';
import type { ClientTypeId, Place } from '@/core/site/model/schema';
import { useKeys } from '@/ui/keys/useKeys';
import { useDerived, useOption } from '@/ui/job/derived';
import { shownOption, useJob, useJobStore } from '@/ui/job/store';
import { useNextKey } from '@/ui/ledger/useNextKey';
import { Button } from '@/ui/pieces/Button';
import { SelectField } from '@/ui/pieces/fields';
import { Workbench } from '@/ui/pieces/Workbench';
import { Section } from '@/ui/section/Section';
import type { SheetMark } from '@/ui/sheet/marks';
import { Sheet } from '@/ui/sheet/Sheet';
import { useShade, useSheetQuestion } from '@/ui/sheet/useShade';
import { Bench } from './Bench';
import { SHELF_M } from './find/placeWanted';
import { GoodPlaceLayer, useGoodPlaces } from './find/Places';
import { useAddUnit } from './find/useAddUnit';
import { PlanLedger } from './PlanLedger';
import { GhostContext, useGhost, type Ghost } from './point/useGhost';
import { EndedProofs } from './review/PlanNotices';
import { useDrawWay } from './useDrawWay';

/** Says that a unit is locked where somebody tried to move or delete it. */
const lockedWords = (letter: string) => `${letter} is locked: unlock it in its panel first.`;

/** What is shaded against, and for which device. */
function Foot({
  activity,
  setActivity,
  client,
  setClient,
}: {
  client: ClientTypeId;
  setClient: (client: ClientTypeId) => void;
  activity: ActivityId | '';
  setActivity: (a: ActivityId | '') => void;
}) {
  return (
    <>
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
      <div className="w-36">
        <SelectField<ClientTypeId>
          hideLabel
          label="Device the shade is for"
          value={client}
          options={Object.entries(CLIENT_TYPES).map(([value, c]) => ({
            value: value as ClientTypeId,
            label: `Shade for a ${c.label}`,
          }))}
          onChange={setClient}
        />
      </div>
    </>
  );
}

/** A unit that is chosen anywhere is on the bench. */
function useBenchFollows(): void {
  const store = useJobStore();
  const unitId = useJob((s) => (s.selected?.kind === 'unit' ? s.selected.id : null));
  useEffect(() => {
    if (unitId !== null) store.getState().set({ bench: 'unit', pointed: null });
  }, [unitId, store]);
}

/** What is shown in the place of the network at hand, in words. */
function toldOf(ghost: Ghost | null, currency: string, spots: number): string | null {
  if (!ghost) return null;
  const { pointed, evaluation } = ghost;
  const served = servedOf(evaluation.predictions).length;
  const keys = pointed.take ? ' Enter takes it, Escape leaves it.' : '';
  return `${pointed.label}: ${moneyText(evaluation.price.totalMinor, currency)}, ${served} of ${spots} work.${keys}`;
}

/** Plan: units and feeds on the sheet, light and shade in the drag preview, the ledger beside it. */
export function PlanStop() {
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const setOption = useJob((s) => s.setOption);
  const select = useJob((s) => s.select);
  const store = useJobStore();
  const ownKit = useJob((s) => s.plan.ownKit);
  const option = useOption();
  const { predictions, shown } = useDerived();
  const network = useMemo(() => (option ? { option, kit: ownKit } : null), [option, ownKit]);
  const [activity, setActivity] = useState<ActivityId | ''>('');
  const [client, setClient] = useState<ClientTypeId>('phone');
  const placing = useJob((s) => (s.bench === 'add' ? s.placing : null));
  const currency = useJob((s) => s.brief.currency);
  // The unit that was held while locked: the words go when it is let free.
  const [heldId, setHeldId] = useState<string | null>(null);
  const sheet = useSheetQuestion(storeyId, activity || null, client);
  const shade = useShade(network, sheet);
  const ghost = useGhost(sheet);
  const goodPlaces = useGoodPlaces(option, placing);
  useBenchFollows();
  const way = useDrawWay();
  const unserved = useMemo(
    () => site.spots.filter((s) => predictions.get(s.id)?.verdict !== 'works'),
    [site.spots, predictions],
  );
  const addUnit = useAddUnit();
  useNextKey(useMemo(() => unserved.map((s) => ({ id: s.id, storeyId: s.place.storeyId })), [unserved]));

  useKeys({
    delete: () => {
      const state = store.getState();
      const { selected: s } = state;
      if (s?.kind !== 'unit') return;
      const of = shownOption(state);
      const unit = of?.units.find((u) => u.id === s.id);
      if (of && unit && isLocked(of, unit.id)) return setHeldId(unit.id);
      setOption((o) => withoutUnit(o, s.id));
      select(null);
    },
    letGo: () => {
      const state = store.getState();
      if (state.pointed) state.set({ pointed: null });
      else if (state.bench === 'add' && state.placing !== null) state.set({ placing: null });
      else select(null);
    },
    take: (event) => {
      const take = store.getState().pointed?.take;
      // A button, a mark or a row that has the cursor is pressed by itself; a place of the bench is open already.
      const on = (event.target as HTMLElement).closest('button, a, [role=button], summary');
      if (!take || (on && on.getAttribute('role') !== 'tab')) return;
      event.preventDefault();
      take();
    },
  });
  const moving = useMemo(
    () => ({
      kinds: new Set(['unit'] as const),
      // A locked one stays where it is, and the move is answered with words.
      carries: (mark: SheetMark) => {
        const of = shownOption(store.getState());
        return of !== null && !isLocked(of, mark.id);
      },
      move: (mark: SheetMark, place: Place) => {
        const of = shownOption(store.getState());
        const unit = of?.units.find((u) => u.id === mark.id);
        if (of && unit && isLocked(of, mark.id)) return setHeldId(unit.id);
        setHeldId(null);
        setOption((o) => withMoved(store.getState().site, o, mark.id, place));
      },
    }),
    [setOption, store],
  );
  const foot = useMemo(
    () => (
      <>
        <Button look="strong" onClick={() => store.getState().set({ bench: 'add' })}>
          <Plus size={16} aria-hidden="true" /> Add a unit
        </Button>
        <Foot activity={activity} setActivity={setActivity} client={client} setClient={setClient} />
      </>
    ),
    [store, activity, client],
  );
  const putAt = useCallback(
    (place: Place) => {
      const kit = placing === null ? undefined : kitById(placing, ownKit);
      if (kit) addUnit(kit, place);
    },
    [placing, ownKit, addUnit],
  );
  const over = useMemo(() => {
    if (!goodPlaces || placing === null) return null;
    const open = new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id));
    return (
      <GoodPlaceLayer
        goodPlaces={goodPlaces}
        shown={(p) => p.storeyId === null || open.has(p.storeyId)}
        onPut={putAt}
      />
    );
  }, [goodPlaces, placing, site, storeyId, putAt]);
  const pressed = (xM: number, yM: number) =>
    putAt(placeOn(site, new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id)), { xM, yM }, SHELF_M));
  const now = ghost?.predictions ?? predictions;
  const added = useMemo(() => ({ goodPlaces, unserved, predictions }), [goodPlaces, unserved, predictions]);
  const drawn = option?.units.find((u) => u.id === way.unitId);
  const held = option?.units.find((u) => u.id === heldId && isLocked(option, u.id));
  return (
    <GhostContext.Provider value={ghost}>
      <Workbench
        sheet={
          <Sheet
            label="Plan sheet: units and backhauls"
            option={option}
            cables={shown?.cables}
            shade={shade}
            ghost={ghost?.sheet ?? null}
            told={toldOf(ghost, currency, site.spots.length)}
            failing={useMemo(
              () =>
                new Set(
                  site.spots
                    .filter((s) => !['works', 'tight'].includes(now.get(s.id)?.verdict ?? ''))
                    .map((s) => s.id),
                ),
              [site.spots, now],
            )}
            onMove={moving}
            onPoint={drawn ? way.point : placing !== null ? pressed : undefined}
            inertMarks={drawn !== undefined}
            cursor={drawn || placing !== null ? 'crosshair' : undefined}
            over={over}
            foot={foot}
          />
        }
        section={<Section option={ghost?.sheet.option ?? option} changed={ghost?.sheet.changed} />}
        side={
          <>
            {drawn && (
              <div className="panel flex shrink-0 flex-wrap items-center gap-2 border-l-4 border-l-lamp px-3 py-1.5">
                <span role="status" className="min-w-0 flex-1">
                  Press where the cable of {drawn.letter} goes past, in order: {way.points}{' '}
                  {way.points === 1 ? 'point' : 'points'}. Enter ends, Escape leaves it as it was.
                </span>
                <Button look="strong" onClick={way.done}>
                  Done
                </Button>
                <Button onClick={way.leave}>Leave it</Button>
              </div>
            )}
            {held && (
              <p className="panel shrink-0 border-l-4 border-l-mains px-3 py-1.5" role="alert">
                {lockedWords(held.letter)}
              </p>
            )}
            <EndedProofs />
            <Bench added={added} onDraw={way.begin} />
          </>
        }
        ledger={<PlanLedger />}
      />
    </GhostContext.Provider>
  );
}
