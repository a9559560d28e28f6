import { countedOnce, isPractised, provesNothing, type ProvesNothing } from './proves';
import type { EvidenceRows, Reading, RowOf, StateRow } from './rows';

/** When something of a run sheet was ticked, and what for: its mark, empty in older rows. */
export interface Tick {
  at: string;
  mark: string;
}
/** What is ticked of the run sheet of an option, by key: the newest row of each decides. */
export type Ticks = ReadonlyMap<string, Tick>;

/** What the rows of a job add up to. */
export interface Evidence {
  /** Networks that were read, by id, in the order they were first read. */
  states: ReadonlyMap<string, StateRow>;
  /** Number of the round of an as-built network; the first is 1. */
  roundOf: ReadonlyMap<string, number>;
  /** All readings, struck out or not. */
  readings: readonly Reading[];
  struck: ReadonlySet<string>;
  /** Readings that count, each once, and the same by spot. */
  valid: readonly Reading[];
  bySpot: ReadonlyMap<string, readonly Reading[]>;
  /** Of them those that prove nothing, with why. */
  unproving: ReadonlyMap<string, ProvesNothing>;
  /** Whether they are made up: something was read by the practice meter. */
  practised: boolean;
  /** Readings that count of links and trials. */
  links: readonly Reading[];
  /** Readings that count of walks from unit to unit. */
  walks: readonly Reading[];
  /** Readings that count of spots while others were read beside them. */
  together: readonly Reading[];
  /** What was seen that is no number, oldest first. */
  remarks: readonly RowOf<'remark'>[];
  /** Steps of a run sheet by option: those done, and the newest serial of each. */
  stepsDone: ReadonlyMap<string, Ticks>;
  serials: ReadonlyMap<string, string>;
  /** What was noted at steps, and who did them where somebody said; oldest first. */
  stepNotes: ReadonlyMap<string, readonly string[]>;
  /** Ids of the pictures taken at steps, oldest first. */
  photos: ReadonlyMap<string, readonly string[]>;
  /** The option agreed to last; null before any. */
  accepted: RowOf<'acceptance'> | null;
  /** Extras that count, oldest first: those another one replaced are left out, and so are those at 0. */
  extras: readonly RowOf<'extra'>[];
  /** Places units were tried at, oldest first. */
  tries: readonly RowOf<'try'>[];
  /** Whether each device is on the new network, the newest row of each. */
  devices: ReadonlyMap<string, RowOf<'device'>>;
  /** What was built otherwise than planned, the newest of each unit. */
  moves: ReadonlyMap<string, RowOf<'move'>>;
  /** What was chosen against spots that did not work and was not taken back, oldest first. */
  remedies: readonly RowOf<'remedy'>[];
  /** Whether networks that are to be apart are, the newest test of each. */
  isolations: ReadonlyMap<string, RowOf<'isolation'>>;
  /** Who signed for what was done, oldest first. */
  signed: readonly RowOf<'signOff'>[];
}

const folded = new WeakMap<EvidenceRows, Evidence>();

/** Adds up the rows of a job; a list that was added up before is not added up again. */
export function evidenceOf(rows: EvidenceRows): Evidence {
  let known = folded.get(rows);
  if (!known) folded.set(rows, (known = addUp(rows)));
  return known;
}

const serialKey = (optionId: string, stepKey: string) => `${optionId}|${stepKey}`;

function addUp(rows: EvidenceRows): Evidence {
  const states = new Map<string, StateRow>();
  const roundOf = new Map<string, number>();
  const readings: Reading[] = [];
  const struck = new Set<string>();
  const stepsDone = new Map<string, Map<string, Tick>>();
  const serials = new Map<string, string>();
  const stepNotes = new Map<string, string[]>();
  const photos = new Map<string, string[]>();
  const moves = new Map<string, RowOf<'move'>>();
  const remarks: RowOf<'remark'>[] = [];
  const tries: RowOf<'try'>[] = [];
  const devices = new Map<string, RowOf<'device'>>();
  const remedies = new Map<string, RowOf<'remedy'>>();
  const signed: RowOf<'signOff'>[] = [];
  const isolations = new Map<string, RowOf<'isolation'>>();
  const extras = new Map<string, RowOf<'extra'>>();
  let accepted: RowOf<'acceptance'> | null = null;
  for (const row of rows) {
    if (row.kind === 'state') states.set(row.id, row);
    else if (row.kind === 'round') roundOf.set(row.stateId, row.number);
    else if (row.kind === 'reading') readings.push(row);
    else if (row.kind === 'remark') remarks.push(row);
    else if (row.kind === 'extra') {
      if (row.replacesId) extras.delete(row.replacesId);
      extras.set(row.id, row);
    } else if (row.kind === 'correction') {
      if (row.act === 'setAside') struck.add(row.readingId);
      else struck.delete(row.readingId);
    } else if (row.kind === 'try') tries.push(row);
    else if (row.kind === 'device') devices.set(row.deviceId, row);
    else if (row.kind === 'move') moves.set(row.unitId, row);
    else if (row.kind === 'acceptance') accepted = row;
    else if (row.kind === 'remedy') {
      if (row.takesBackId === undefined) remedies.set(row.id, row);
      else remedies.delete(row.takesBackId);
    } else if (row.kind === 'signOff') signed.push(row);
    else if (row.kind === 'isolation') isolations.set(row.network, row);
    else if (row.kind === 'step') {
      let done = stepsDone.get(row.optionId);
      if (!done) stepsDone.set(row.optionId, (done = new Map()));
      if (row.act === 'done') done.set(row.stepKey, { at: row.at, mark: row.text });
      else if (row.act === 'undone') done.delete(row.stepKey);
      else {
        const key = serialKey(row.optionId, row.stepKey);
        if (row.act === 'serial') serials.set(key, row.text);
        else if (row.act === 'photo') photos.set(key, [...(photos.get(key) ?? []), row.text]);
        else stepNotes.set(key, [...(stepNotes.get(key) ?? []), row.text]);
      }
    }
  }
  const valid = countedOnce(readings.filter((r) => !struck.has(r.id)));
  const bySpot = new Map<string, Reading[]>();
  const links: Reading[] = [];
  const walks: Reading[] = [];
  const together: Reading[] = [];
  for (const r of valid) {
    if (r.subject.kind !== 'spot') {
      if (r.subject.kind === 'walk') walks.push(r);
      else if (r.subject.kind === 'together') together.push(r);
      else if (r.subject.kind !== 'line') links.push(r);
      continue;
    }
    const list = bySpot.get(r.subject.spotId);
    if (list) list.push(r);
    else bySpot.set(r.subject.spotId, [r]);
  }
  return {
    states,
    roundOf,
    readings,
    struck,
    valid,
    bySpot,
    unproving: provesNothing(states, valid),
    practised: isPractised(readings),
    links,
    walks,
    together,
    remarks,
    extras: [...extras.values()].filter((x) => x.minor !== 0),
    stepsDone,
    serials,
    stepNotes,
    photos,
    accepted,
    tries,
    devices,
    moves,
    remedies: [...remedies.values()],
    signed,
    isolations,
  };
}

const NOTHING: Ticks = new Map();

/** What is ticked of the run sheet of an option. */
export const ticksOf = (rows: EvidenceRows, optionId: string): Ticks =>
  evidenceOf(rows).stepsDone.get(optionId) ?? NOTHING;

/** The serial noted last at a step, or null. */
export const serialAt = (rows: EvidenceRows, optionId: string, stepKey: string): string | null =>
  evidenceOf(rows).serials.get(serialKey(optionId, stepKey)) ?? null;

const NO_NOTES: readonly string[] = [];

/** What was noted at a step, oldest first. */
export const notesAt = (rows: EvidenceRows, optionId: string, stepKey: string): readonly string[] =>
  evidenceOf(rows).stepNotes.get(serialKey(optionId, stepKey)) ?? NO_NOTES;

/** Ids of the pictures taken at a step, oldest first. */
export const photosAt = (rows: EvidenceRows, optionId: string, stepKey: string): readonly string[] =>
  evidenceOf(rows).photos.get(serialKey(optionId, stepKey)) ?? NO_NOTES;

/** Every picture that evidence shows. */
export const picturesShown = (rows: EvidenceRows): string[] => [...evidenceOf(rows).photos.values()].flat();

/** How many readings were taken at some spots, struck out or not. */
export const readingsAt = (rows: EvidenceRows, spotIds: ReadonlySet<string>): number =>
  evidenceOf(rows).readings.reduce(
    (n, { subject }) => n + Number(subject.kind === 'spot' && spotIds.has(subject.spotId)),
    0,
  );
