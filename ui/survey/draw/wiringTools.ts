import { mainsWords } from '@/core/site/model/mainsWords';
import { wireLengthM } from '@/core/feed/ethernet';
import type { Jack, Place, Point } from '@/core/site/model/schema';
import { newId } from '@/ui/job/newId';
import { withRouter } from '@/core/plan/option/placing';
import { roomNameAt } from '@/core/site/geometry/roomName';
import { distanceM, nameFor, type Hand } from './hand';

/** How near a press has to be to a coax point for a cable, m. */
const COAX_REACH_M = 1;
/** How near an end of a data run has to be to a jack to be that jack, m. */
const JACK_REACH_M = 0.5;

const atJack = (jack: Jack, end: Place): boolean =>
  jack.place.storeyId === end.storeyId && distanceM(jack.place, end) < JACK_REACH_M;

/** Height above the floor until it is changed, m. */
const HEIGHT_M = {
  outlet: 0.3,
  panel: 1.5,
  coaxOutlet: 0.3,
  splitter: 1,
  dataRun: 0.3,
  interference: 1,
} as const;

/** Tools of the wiring: line entry, sockets, panels, coax, data runs, ducts. */
export function wiringTools({ job, pen, site, storeys, say, choose, place }: Hand) {
  function coaxPoints() {
    const open = storeys();
    const { outlets, splitters } = site().coax;
    return [...outlets, ...splitters].filter((x) => x.place.storeyId === null || open.has(x.place.storeyId));
  }

  /** A cable hangs on coax points, so its ends are found by where one presses; `from` remembers the first. */
  function coaxCable(p: Point): void {
    const near = coaxPoints()
      .map((x) => ({ x, m: distanceM(x.place, p) }))
      .sort((a, b) => a.m - b.m)[0];
    if (!near || near.m > COAX_REACH_M) return say('A coax cable joins outlets and splitters: press one.');
    const { from } = pen();
    if (!from)
      return pen().set({ from: near.x.place, message: `From ${near.x.name}: press where it leads.` });
    const all = [...site().coax.outlets, ...site().coax.splitters];
    const first = all.find((x) => x.place === from) ?? all.find((x) => distanceM(x.place, from) < 0.01);
    if (!first || first.id === near.x.id) return say('It has to lead to another outlet or splitter.');
    const isSplitter = (id: string) => site().coax.splitters.some((s) => s.id === id);
    const [up, down] = !isSplitter(first.id) && isSplitter(near.x.id) ? [near.x, first] : [first, near.x];
    const used = site().coax.cables.filter((c) => c.upId === up.id).length;
    const splitter = site().coax.splitters.find((s) => s.id === up.id);
    job().setSite((s) => ({
      ...s,
      coax: {
        ...s.coax,
        cables: [
          ...s.coax.cables,
          {
            id: newId('cab'),
            upId: up.id,
            downId: down.id,
            cable: 'rg6',
            lengthM: Math.max(0.5, Math.round(wireLengthM(s, up.place, down.place) * 10) / 10),
            certainty: 'guessed',
          },
        ],
      },
    }));
    pen().set({
      from: null,
      message:
        splitter && used >= splitter.ways
          ? `${up.name} has only ${splitter.ways} outputs and now ${used + 1} cables: is it a larger one?`
          : `${up.name} to ${down.name}, guessed until it is traced.`,
    });
  }

  function dataRun(p: Point): void {
    const { from } = pen();
    const to = place(p, HEIGHT_M.dataRun);
    if (!from) return pen().set({ from: to, message: 'Press where it leads; another storey will do.' });
    const id = newId('run');
    const ends = [from, to];
    job().setSite((s) => ({
      ...s,
      // A jack at either end is now known to lead somewhere.
      jacks: s.jacks.filter((j) => !ends.some((end) => atJack(j, end))),
      dataRuns: [
        ...s.dataRuns,
        {
          id,
          name: nameFor(s, from, `to ${roomNameAt(s, to)}`, s.dataRuns),
          from,
          to,
          category: 'cat5e',
          lengthM: Math.max(0.5, Math.round(wireLengthM(s, from, to) * 10) / 10),
          negotiatedMbps: null,
          certainty: 'guessed',
        },
      ],
    }));
    choose({ kind: 'dataRun', id });
    pen().set({ from: null, message: '' });
  }

  function jack(p: Point): void {
    const at = place(p, HEIGHT_M.dataRun);
    const id = newId('jac');
    job().setSite((s) => ({
      ...s,
      jacks: [...s.jacks, { id, name: nameFor(s, at, 'jack', s.jacks), place: at }],
    }));
    choose({ kind: 'jack', id });
  }

  function endDuct(): void {
    const { chain } = pen();
    pen().set({ from: null, chain: [], message: '' });
    if (chain.length < 2) return;
    const id = newId('duc');
    job().setSite((s) => ({
      ...s,
      ducts: [
        ...s.ducts,
        { id, name: 'Duct', path: [...chain].slice(0, 20), isFull: false, certainty: 'guessed' },
      ],
    }));
    choose({ kind: 'duct', id });
  }

  function duct(p: Point): void {
    const { chain } = pen();
    const last = chain[chain.length - 1];
    if (last && distanceM(last, p) < 0.05) return endDuct();
    pen().set({ chain: [...chain, p], from: place(p, 0), message: '' });
  }

  function outlet(p: Point): void {
    const at = place(p, HEIGHT_M.outlet);
    const id = newId('out');
    job().setSite((s) => {
      const name = nameFor(s, at, 'socket', s.outlets);
      return {
        ...s,
        outlets: [...s.outlets, { id, name, place: at, circuitId: null, freeSockets: 1, strip: false }],
      };
    });
    choose({ kind: 'outlet', id });
  }

  function panel(p: Point): void {
    const at = place(p, HEIGHT_M.panel);
    const id = newId('pan');
    const first = site().panels.find((x) => x.fedFromId === null);
    const words = mainsWords(job().brief.region);
    job().setSite((s) => ({
      ...s,
      panels: [
        ...s.panels,
        {
          id,
          name: nameFor(s, at, first ? words.subPanel : words.panel, s.panels),
          place: at,
          fedFromId: first?.id ?? null,
        },
      ],
      circuits: [
        ...s.circuits,
        {
          id: newId('cir'),
          name: first ? `${roomNameAt(s, at)} circuit` : 'Sockets',
          panelId: id,
          leg: 'L1',
          protection: 'rcd',
          oldWiring: false,
        },
      ],
    }));
    choose({ kind: 'panel', id });
  }

  function coaxPoint(p: Point, kind: 'coaxOutlet' | 'splitter'): void {
    const at = place(p, HEIGHT_M[kind]);
    const id = newId(kind === 'splitter' ? 'spl' : 'cox');
    job().setSite((s) => ({
      ...s,
      coax:
        kind === 'splitter'
          ? {
              ...s.coax,
              splitters: [
                ...s.coax.splitters,
                {
                  id,
                  name: nameFor(s, at, 'splitter', s.coax.splitters),
                  place: at,
                  ways: 4,
                  ratedMoca: false,
                  amplifier: 'none',
                },
              ],
            }
          : {
              ...s.coax,
              outlets: [
                ...s.coax.outlets,
                { id, name: nameFor(s, at, 'coax outlet', s.coax.outlets), place: at },
              ],
            },
    }));
    choose({ kind, id });
  }

  function router(p: Point): void {
    const at = place(p, 1);
    job().act(() => ({
      plan: {
        ...job().plan,
        today: withRouter(job().plan.today, at, roomNameAt(site(), at), newId('unit')),
      },
      site: { ...site(), lineEntry: at },
    }));
    pen().take('select');
  }

  return { coaxCable, dataRun, jack, endDuct, duct, outlet, panel, coaxPoint, router };
}
