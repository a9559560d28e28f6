import { addSpot } from '@/core/site/edit/plot';
import type { Point } from '@/core/site/model/schema';
import { alignBy, straightenBy } from '@/core/site/edit/underlay';
import type { JobStore } from '@/ui/job/store';
import { newId } from '@/ui/job/newId';
import { roomNameAt } from '@/core/site/geometry/roomName';
import type { Drawing } from './drawing';
import { distanceM, handOf } from './hand';
import { houseTools } from './houseTools';
import { wayTools } from './wayTools';
import { wiringTools } from './wiringTools';

/** Puts things in as a person presses points of the sheet. Each change is one step of undo. */
export function putIn(store: JobStore, drawing: Drawing) {
  const hand = handOf(store, drawing);
  const { job, pen, site, say, choose, place, begin } = hand;
  const house = houseTools(hand);
  const way = wayTools(hand);
  const wiring = wiringTools(hand);

  function spot(p: Point): void {
    const at = place(p, 1);
    const id = newId('spot');
    const { forComplaint } = pen();
    const next = addSpot(site(), id, at, roomNameAt(site(), at));
    if (forComplaint === null) job().setSite(() => next);
    else {
      const { brief } = job();
      const complaints = brief.complaints.map((c) => (c.id === forComplaint ? { ...c, spotId: id } : c));
      // One step of undo for both.
      job().act(() => ({ site: next, brief: { ...brief, complaints } }));
      pen().take('select');
    }
    choose({ kind: 'spot', id });
  }

  /** Tools on the picture of the open storey; scaling waits for a typed length. */
  function picture(p: Point, tool: 'scale' | 'straighten' | 'align'): void {
    const underlay = site().underlays.find((u) => u.storeyId === job().storeyId);
    if (!underlay) return say('This storey has no picture yet: add one at the right.');
    const { from } = pen();
    if (!from) return begin(p);
    if (distanceM(from, p) < 0.001) return say('The two points lie together: set them farther apart.');
    if (tool === 'scale') return pen().set({ chain: [from, p], typed: '' });
    const next = tool === 'align' ? alignBy(underlay, from, p) : straightenBy(underlay, from, p);
    job().setSite((s) => ({ ...s, underlays: s.underlays.map((u) => (u.id === next.id ? next : u)) }));
    pen().set({ from: null, message: '' });
  }

  function press(p: Point): void {
    const { tool } = pen();
    switch (tool) {
      case 'select':
        return;
      case 'door':
      case 'window':
      case 'gap':
        return house.opening(p, tool);
      case 'scale':
      case 'straighten':
      case 'align':
        return picture(p, tool);
      case 'coaxOutlet':
      case 'splitter':
        return wiring.coaxPoint(p, tool);
      default:
        return { ...house, ...way, ...wiring, spot }[tool](p);
    }
  }
  return { press, endDuct: wiring.endDuct };
}
