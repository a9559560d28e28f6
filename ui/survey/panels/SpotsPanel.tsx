'use client';
import { ArrowDown, ArrowUp, Footprints, Merge, Plus } from 'lucide-react';
import { memo, useMemo } from 'react';
import { addUsualSpot } from '@/core/site/usual/usualSpot';
import { readingsAt } from '@/core/evidence/fold';
import { planAfterMerge } from '@/core/plan/option/moveUnits';
import { mergeSpots } from '@/core/site/edit/mergeSpots';
import { activitiesLabel } from '@/core/site/model/needs';
import { inWalkingOrder } from '@/core/site/geometry/walkingRoute';
import type { Spot } from '@/core/site/model/schema';
import { suggestSpots } from '@/core/site/check/suggestSpots';
import { useDerived } from '@/ui/job/derived';
import { useJob, useJobStore } from '@/ui/job/store';
import { thingsSelected } from '@/ui/job/selection';
import { newId } from '@/ui/job/newId';
import { useSettled } from '@/ui/pieces/useSettled';
import { useDrawingStore } from '../draw/drawing';
import { SpotEditor } from '@/ui/pieces/SpotEditor';
import { Button } from '@/ui/pieces/Button';

const SpotRow = memo(function SpotRow({
  spot,
  isOpen,
  first,
  last,
  onMove,
}: {
  spot: Spot;
  isOpen: boolean;
  first: boolean;
  last: boolean;
  onMove: (id: string, by: 1 | -1) => void;
}) {
  const select = useJob((s) => s.select);
  const showStorey = useJob((s) => s.showStorey);
  return (
    <li
      className={`border-t border-rule ${isOpen ? 'border-l-4 border-l-lamp bg-lamp-wash' : ''}`}
      data-spot={spot.number}
    >
      <div className="flex items-center">
        <button
          type="button"
          className="flex min-w-0 flex-1 cursor-pointer items-center gap-3 px-3 py-1.5 text-left"
          aria-expanded={isOpen}
          onClick={() => {
            select(isOpen ? null : { kind: 'spot', id: spot.id });
            if (!isOpen && spot.place.storeyId) showStorey(spot.place.storeyId);
          }}
        >
          <span className="fig grid h-6 w-6 shrink-0 place-items-center rounded-[3px] border border-ink text-[13px] font-semibold">
            {spot.number}
          </span>
          <span className="fig truncate font-semibold">{spot.name}</span>
          <span className="fig ml-auto truncate text-[13px] text-ink-2">
            {activitiesLabel(spot.activities)}
          </span>
        </button>
        {isOpen && (
          <span className="flex pr-2">
            <Button
              look="bare"
              className="px-1.5"
              aria-label={`Walk to ${spot.name} earlier`}
              disabled={first}
              onClick={() => onMove(spot.id, -1)}
            >
              <ArrowUp size={15} aria-hidden="true" />
            </Button>
            <Button
              look="bare"
              className="px-1.5"
              aria-label={`Walk to ${spot.name} later`}
              disabled={last}
              onClick={() => onMove(spot.id, 1)}
            >
              <ArrowDown size={15} aria-hidden="true" />
            </Button>
          </span>
        )}
      </div>
      {isOpen && (
        <div className="px-4 pb-3">
          <SpotEditor spot={spot} />
        </div>
      )}
    </li>
  );
});

/** Spots worth having: one for each room without one. */
function Suggestions() {
  const site = useJob((s) => s.site);
  const settled = useSettled(site, 400) ?? site;
  const suggested = useMemo(() => suggestSpots(settled), [settled]);
  const setSite = useJob((s) => s.setSite);
  if (suggested.length === 0) return null;
  const add = (list: typeof suggested) =>
    setSite((s) =>
      list.reduce(
        (next, x) =>
          addUsualSpot(next, newId('spot'), { storeyId: x.storeyId, ...x.at, heightM: 1 }, x.name, x.name),
        s,
      ),
    );
  return (
    <section className="panel shrink-0 p-3" aria-label="Suggested spots">
      <div className="flex items-center justify-between gap-2">
        <h2 className="head2">Rooms without a spot</h2>
        <Button onClick={() => add(suggested)}>
          <Plus size={15} aria-hidden="true" /> All {suggested.length}
        </Button>
      </div>
      <ul className="mt-1 flex max-h-36 flex-wrap gap-1 overflow-y-auto">
        {suggested.map((x) => (
          <li key={x.key}>
            <Button title={x.because} onClick={() => add([x])}>
              <Plus size={14} aria-hidden="true" /> {x.name}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Complaints of the brief that are tied to no spot yet: the chosen spot takes one, or a new one is put in for it. */
function Complaints() {
  const complaints = useJob((s) => s.brief.complaints);
  const spots = useJob((s) => s.site.spots);
  const selected = useJob((s) => s.selected);
  const setBrief = useJob((s) => s.setBrief);
  const drawing = useDrawingStore();
  const chosen = spots.find((s) => selected?.kind === 'spot' && s.id === selected.id);
  const putSpot = (c: { id: string; words: string }) => {
    drawing.getState().take('spot');
    drawing.getState().set({ forComplaint: c.id, message: `Press where it is: “${c.words}”` });
  };
  const open = complaints.filter((c) => c.words.trim() && !spots.some((s) => s.id === c.spotId));
  if (open.length === 0) return null;
  return (
    <section className="panel shrink-0 p-3" aria-label="Complaints without a spot">
      <h2 className="head2">Complaints without a spot</h2>
      <ul className="mt-1 space-y-1">
        {open.map((c) => (
          <li key={c.id} className="flex items-center justify-between gap-2">
            <span>“{c.words}”</span>
            <span className="flex shrink-0 gap-1">
              {chosen && (
                <Button
                  onClick={() =>
                    setBrief((b) => ({
                      ...b,
                      complaints: b.complaints.map((x) => (x.id === c.id ? { ...x, spotId: chosen.id } : x)),
                    }))
                  }
                >
                  It is spot {chosen.number}
                </Button>
              )}
              <Button onClick={() => putSpot(c)}>
                <Plus size={14} aria-hidden="true" /> Its spot
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Spots: suggested by room, listed in the order they are walked, merged where two mean one place. */
export function SpotsPanel() {
  const store = useJobStore();
  const spots = useJob((s) => s.site.spots);
  const given = useJob((s) => s.site.walk);
  const { derived } = useDerived();
  const walk = given.length > 0 ? given : (derived?.walk ?? given);
  const selected = useJob((s) => s.selected);
  const also = useJob((s) => s.also);
  const setSite = useJob((s) => s.setSite);
  const order = useMemo(() => inWalkingOrder({ spots, walk }), [spots, walk]);
  const chosen = thingsSelected({ selected, also }).filter((t) => t.kind === 'spot');
  const evidence = useJob((s) => s.evidence);
  const readAt = (id: string) => readingsAt(evidence, new Set([id])) > 0;
  const bothRead = chosen.length === 2 && chosen.every((t) => readAt(t.id));
  const move = useMemo(
    () => (id: string, by: 1 | -1) => {
      store.getState().setSite((s) => {
        const ids = inWalkingOrder({ spots: s.spots, walk }).map((x) => x.id);
        const at = ids.indexOf(id);
        const [other] = ids.splice(at + by, 1, id);
        ids.splice(at, 1, other!);
        return { ...s, walk: ids };
      });
    },
    [store, walk],
  );
  return (
    <>
      <Complaints />
      <Suggestions />
      <section className="panel flex min-h-56 flex-1 flex-col" aria-label="Spots">
        <div className="flex items-center justify-between gap-2 px-3 py-2">
          <h2 className="head2">Spots, in walking order</h2>
          <div className="flex gap-2">
            {chosen.length === 2 && (
              <Button
                disabled={bothRead}
                title={bothRead ? 'Both have readings: delete the one that is too much' : undefined}
                onClick={() => {
                  const [keep, gone] = readAt(chosen[1]!.id)
                    ? [chosen[1]!, chosen[0]!]
                    : [chosen[0]!, chosen[1]!];
                  const job = store.getState();
                  const complaints = job.brief.complaints.map((c) =>
                    c.spotId === gone.id ? { ...c, spotId: keep.id } : c,
                  );
                  job.act((d) => ({
                    site: mergeSpots(d.site, keep.id, gone.id),
                    brief: { ...d.brief, complaints },
                    plan: planAfterMerge(d.plan, keep.id, gone.id),
                  }));
                }}
              >
                <Merge size={15} aria-hidden="true" /> Merge the two
              </Button>
            )}
            <Button
              disabled={given.length === 0}
              title={
                given.length === 0
                  ? 'It is the shortest: through doors, by the stairs, storey by storey'
                  : undefined
              }
              onClick={() => setSite((s) => ({ ...s, walk: [] }))}
            >
              <Footprints size={15} aria-hidden="true" /> Shortest walk
            </Button>
          </div>
        </div>
        {spots.length === 0 ? (
          <p className="border-t border-rule p-3">
            No spots yet. Press S, then click where something must work.
          </p>
        ) : (
          <ul className="min-h-0 flex-1 overflow-y-auto">
            {order.map((s, i) => (
              <SpotRow
                key={s.id}
                spot={s}
                isOpen={selected?.kind === 'spot' && selected.id === s.id && also.length === 0}
                first={i === 0}
                last={i === order.length - 1}
                onMove={move}
              />
            ))}
          </ul>
        )}
      </section>
    </>
  );
}
