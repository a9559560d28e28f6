import type { RegionId } from '@/core/radio/link/regions';
import { capital } from '@/core/site/model/capital';
import { mainsWords } from '@/core/site/model/mainsWords';

/** Rounds of a survey, in working order; each shows its own marks and tools. */
export const PASSES = [
  { id: 'trace', label: 'Trace', about: 'A picture or drawing of each storey to draw over; none is needed.' },
  { id: 'house', label: 'House', about: 'Buildings, storeys, rooms, walls, doors, windows, stairs.' },
  { id: 'way', label: 'In the way', about: 'What takes signal or disturbs it: metal, water, hedges, ovens.' },
  { id: 'wiring', label: 'Wiring', about: 'Line entry, sockets and circuits, coax, data runs, ducts.' },
  { id: 'spots', label: 'Spots', about: 'Where something must work, in the order they are walked.' },
  { id: 'air', label: 'Neighbours', about: 'Networks heard from next door: channel and level, never names.' },
] as const;
export type Pass = (typeof PASSES)[number]['id'];

/** `point` sets one thing, `line` runs from one point to another, `chain` goes on, `box` spans two corners. */
type Shape = 'point' | 'line' | 'chain' | 'box';

interface ToolAbout {
  pass: Pass | null;
  label: string;
  key: string;
  shape: Shape;
  hint: string;
}

export const TOOLS = {
  select: {
    pass: null,
    label: 'Select',
    key: 'Escape',
    shape: 'point',
    hint: 'Press a thing to choose it, Shift adds, Shift and drag frames several. Drag its grip to move it.',
  },
  room: {
    pass: 'house',
    label: 'Room',
    key: 'r',
    shape: 'box',
    hint: 'Two opposite corners, or one and its sizes: type 4.2, Tab, 3. It shares walls it leans on.',
  },
  wall: {
    pass: 'house',
    label: 'Wall',
    key: 'w',
    shape: 'chain',
    hint: 'One end, then the next; or type a length and Enter, or an arrow for its direction. Escape ends.',
  },
  divide: {
    pass: 'house',
    label: 'Divide',
    key: '/',
    shape: 'line',
    hint: 'Two points of a line: a wall along it from wall to wall. An arrow after a typed length gives its direction.',
  },
  door: { pass: 'house', label: 'Door', key: 'd', shape: 'point', hint: 'Press the wall it is in.' },
  window: { pass: 'house', label: 'Window', key: 'i', shape: 'point', hint: 'Press the wall it is in.' },
  gap: {
    pass: 'house',
    label: 'Opening',
    key: 'g',
    shape: 'point',
    hint: 'Press the wall that is open there.',
  },
  stairs: {
    pass: 'house',
    label: 'Stairs',
    key: 't',
    shape: 'box',
    hint: 'Two corners of the stairwell or void. It is cut out of the floor above, at the top out of this one.',
  },
  roomName: {
    pass: 'house',
    label: 'Name',
    key: 'n',
    shape: 'point',
    hint: 'Press inside a closed room, then give it its name.',
  },
  paint: {
    pass: 'house',
    label: 'Paint',
    key: 'p',
    shape: 'point',
    hint: 'Press each wall that has the construction chosen here.',
  },
  obstacle: {
    pass: 'way',
    label: 'Obstacle',
    key: 'k',
    shape: 'box',
    hint: 'Two corners of something large: metal, water, a full bookcase.',
  },
  interference: {
    pass: 'way',
    label: 'Disturber',
    key: 'm',
    shape: 'point',
    hint: 'Press where it stands: microwave oven, cordless phone, baby monitor.',
  },
  hedge: {
    pass: 'way',
    label: 'Hedge',
    key: 'h',
    shape: 'line',
    hint: 'From one end of the hedge to the other.',
  },
  tree: { pass: 'way', label: 'Tree', key: 'y', shape: 'point', hint: 'Press where the tree stands.' },
  router: {
    pass: 'wiring',
    label: 'Router',
    key: 'o',
    shape: 'point',
    hint: 'Press where the line enters and today’s router stands.',
  },
  outlet: {
    pass: 'wiring',
    label: 'Socket',
    key: 'e',
    shape: 'point',
    hint: 'Press where the power socket is.',
  },
  panel: {
    pass: 'wiring',
    label: 'Panel',
    key: 'v',
    shape: 'point',
    hint: 'Press where the panel or sub-panel is.',
  },
  coaxOutlet: {
    pass: 'wiring',
    label: 'Coax outlet',
    key: 'c',
    shape: 'point',
    hint: 'Press where the coax outlet is.',
  },
  splitter: {
    pass: 'wiring',
    label: 'Splitter',
    key: 'x',
    shape: 'point',
    hint: 'Press where the splitter is.',
  },
  coaxCable: {
    pass: 'wiring',
    label: 'Coax cable',
    key: 'l',
    shape: 'line',
    hint: 'From the splitter or outlet nearer the entry to the next; change storey between the two if need be.',
  },
  jack: {
    pass: 'wiring',
    label: 'Jack',
    key: 'f',
    shape: 'point',
    hint: 'Press where a data jack is whose far end is not known yet. A data run drawn from it takes it in.',
  },
  dataRun: {
    pass: 'wiring',
    label: 'Data run',
    key: 'j',
    shape: 'line',
    hint: 'From one jack to the other; change storey between the two if need be.',
  },
  duct: {
    pass: 'wiring',
    label: 'Duct',
    key: 'u',
    shape: 'chain',
    hint: 'Corner by corner from one building to the other; Enter on the last or Escape ends.',
  },
  spot: { pass: 'spots', label: 'Spot', key: 's', shape: 'point', hint: 'Press where something must work.' },
  scale: {
    pass: 'trace',
    label: 'Scale',
    key: 'z',
    shape: 'line',
    hint: 'Two points on the picture, then type how far apart they are.',
  },
  straighten: {
    pass: 'trace',
    label: 'Straighten',
    key: 'q',
    shape: 'line',
    hint: 'Two points on one wall of the picture: it is turned until they lie level or upright.',
  },
  align: {
    pass: 'trace',
    label: 'Align',
    key: 'a',
    shape: 'line',
    hint: 'A corner on the picture, then the same corner on the sheet or on another storey.',
  },
} as const satisfies Record<string, ToolAbout>;
export type Tool = keyof typeof TOOLS;

/** What a tool is called and asks for, in the words of the region a job is in. */
export function toolWords(tool: Tool, region: RegionId): Pick<ToolAbout, 'label' | 'hint'> {
  if (tool !== 'panel') return TOOLS[tool];
  const { panel, subPanel } = mainsWords(region);
  return { label: capital(panel), hint: `Press where the ${panel} or ${subPanel} is.` };
}

export const toolsOf = (pass: Pass): Tool[] =>
  (Object.keys(TOOLS) as Tool[]).filter((t) => TOOLS[t].pass === pass);

export const toolOfKey = (key: string): Tool | undefined =>
  (Object.keys(TOOLS) as Tool[]).find((t) => TOOLS[t].key === (key.length === 1 ? key.toLowerCase() : key));
