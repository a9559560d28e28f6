'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { CATALOGUE, kitById } from '@/core/kit/catalogue/catalogue';
import { isLocked } from '@/core/plan/option/locks';
import { withMoved } from '@/core/plan/network/movedUnit';
import { withoutUnit } from '@/core/plan/option/placing';
import { ACTIVITIES, activityId, type ActivityId } from '@/core/site/model/needs';
import { sheetStoreys } from '@/core/site/model/levels';
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
import { useShade } from '@/ui/sheet/useShade';
import { AddUnit } from './AddUnit';
import { AreaLine } from './AreaLine';
import { Options } from './Options';
import { GoodPlaceLayer, GoodPlaceWords, useGoodPlaces } from './Places';
import { PlanLedger } from './PlanLedger';
import { EndedProofs, Notices } from './PlanNotices';
import { PlanTools } from './PlanTools';
import { UnitPanel } from './UnitPanel';
import { useAddUnit } from './useAddUnit';
import { useDrawWay } from './useDrawWay';

/** Says that a unit is locked where somebody tried to move or delete it. */
const lockedWords = (letter: string) => `${letter} is locked: unlock it in its panel first.`;

/** What is shaded against, and for which kit the places that would help glow. */
function Foot({
  activity,
  setActivity,
  client,
  setClient,
  placesKit,
  setPlacesKit,
}: {
  client: ClientTypeId;
  setClient: (client: ClientTypeId) => void;
  activity: ActivityId | '';
  setActivity: (a: ActivityId | '') => void;
  placesKit: string;
  setPlacesKit: (kitId: string) => void;
}) {
  const ownKit = useJob((s) => s.plan.ownKit);
  const kits = [...ownKit, ...CATALOGUE.filter((k) => !ownKit.some((o) => o.id === k.id))].filter(
    (k) => k.radios.some((r) => r.role === 'access') && k.kind !== 'router',
  );
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
      <div className="w-36">
        <SelectField
          hideLabel
          label="Good places for"
          value={placesKit}
          options={[
            { value: '', label: 'Places: hidden' },
            ...kits.map((k) => ({ value: k.id, label: `Places: ${k.label}` })),
          ]}
          onChange={setPlacesKit}
        />
      </div>
    </>
  );
}

/** Plan: units and feeds on the sheet, light and shade in the drag preview, the ledger beside it. */
export function PlanStop() {
  const site = useJob((s) => s.site);
  const storeyId = useJob((s) => s.storeyId);
  const selected = useJob((s) => s.selected);
  const setOption = useJob((s) => s.setOption);
  const select = useJob((s) => s.select);
  const store = useJobStore();
  const ownKit = useJob((s) => s.plan.ownKit);
  const option = useOption();
  const { predictions, shown } = useDerived();
  const network = useMemo(() => (option ? { option, kit: ownKit } : null), [option, ownKit]);
  const [activity, setActivity] = useState<ActivityId | ''>('');
  const [client, setClient] = useState<ClientTypeId>('phone');
  const [placesKit, setPlacesKit] = useState('');
  // The unit that was held while locked: the words go when it is let free.
  const [heldId, setHeldId] = useState<string | null>(null);
  const shade = useShade(network, storeyId, activity || null, client);
  const goodPlaces = useGoodPlaces(option, placesKit || null);
  const way = useDrawWay();
  const unserved = useMemo(
    () => site.spots.filter((s) => predictions.get(s.id)?.verdict !== 'works'),
    [site.spots, predictions],
  );
  const addUnit = useAddUnit(unserved, predictions);
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
    letGo: () => select(null),
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
  const unit = selected?.kind === 'unit' ? option?.units.find((u) => u.id === selected.id) : undefined;
  const foot = useMemo(
    () => (
      <>
        <AddUnit onAdd={addUnit} />
        <Foot
          activity={activity}
          setActivity={setActivity}
          client={client}
          setClient={setClient}
          placesKit={placesKit}
          setPlacesKit={setPlacesKit}
        />
      </>
    ),
    [addUnit, activity, client, placesKit],
  );
  const over = useMemo(() => {
    if (!goodPlaces || !placesKit) return null;
    const open = new Set(sheetStoreys(site, storeyId).map((r) => r.storey.id));
    return (
      <GoodPlaceLayer
        goodPlaces={goodPlaces}
        shown={(p) => p.storeyId === null || open.has(p.storeyId)}
        onPut={(place) => {
          const kit = kitById(placesKit, ownKit);
          if (kit) addUnit(kit, place);
        }}
      />
    );
  }, [goodPlaces, placesKit, site, storeyId, ownKit, addUnit]);
  const drawn = option?.units.find((u) => u.id === way.unitId);
  const held = option?.units.find((u) => u.id === heldId && isLocked(option, u.id));
  return (
    <Workbench
      sheet={
        <Sheet
          label="Plan sheet: units and backhauls"
          option={option}
          cables={shown?.cables}
          shade={shade}
          failing={useMemo(
            () =>
              new Set(unserved.filter((s) => predictions.get(s.id)?.verdict !== 'tight').map((s) => s.id)),
            [unserved, predictions],
          )}
          onMove={moving}
          onPoint={drawn ? way.point : undefined}
          inertMarks={drawn !== undefined}
          cursor={drawn ? 'crosshair' : undefined}
          over={over}
          foot={foot}
        />
      }
      section={<Section option={option} />}
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
          <Options />
          <PlanTools />
          <AreaLine />
          {placesKit && <GoodPlaceWords goodPlaces={goodPlaces} kitId={placesKit} />}
          {unit && option && <UnitPanel key={unit.id} unit={unit} option={option} onDraw={way.begin} />}
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
