import type { Brief } from '../brief/brief';
import { oldLineText, openOldLines } from '../brief/oldRouter';
import { evidenceOf, serialAt } from '../evidence/fold';
import { isolated } from '../evidence/isolation';
import type { EvidenceRows } from '../evidence/rows';
import type { Option } from '../plan/option/schema';
import { RUNS_WANTED } from '../readings/enough';
import type { SpotVerdict } from '../readings/spotVerdicts';
import { missingDevices } from './devices';
import { serialStepOf } from './serials';
import type { Step } from './step';

/** What evidence says of a step: that it is done, since when and why; or what is still lacking. */
export type Settled = { isDone: true; at: string; why: string } | { isDone: false; lacks: string };

/** Most places that are named where readings are lacking. */
const MOST_NAMED = 3;

function readSettled(rows: EvidenceRows, verdicts: readonly SpotVerdict[]): Settled | null {
  if (verdicts.length === 0) return null;
  const lacking = verdicts.filter((v) => (v.after?.runs ?? 0) < RUNS_WANTED);
  if (lacking.length > 0) {
    const named = lacking.slice(0, MOST_NAMED).map((v) => `${v.number} ${v.name}`);
    const more = lacking.length - named.length;
    return {
      isDone: false,
      lacks: `After lacks runs at ${named.join(', ')}${more > 0 ? ` and ${more} more` : ''}.`,
    };
  }
  const { states, valid } = evidenceOf(rows);
  const after = valid.filter((r) => states.get(r.stateId)?.phase === 'after');
  const at = after.reduce((latest, r) => (r.at > latest ? r.at : latest), after[0]?.at ?? '');
  return at === '' ? null : { isDone: true, at, why: 'Every spot has its runs in After.' };
}

function labelsSettled(rows: EvidenceRows, option: Option, units: readonly string[]): Settled | null {
  const lacking = option.units.filter(
    (u) => units.includes(u.id) && serialAt(rows, option.id, serialStepOf(u)) === null,
  );
  return lacking.length > 0
    ? { isDone: false, lacks: `No serial is noted for ${lacking.map((u) => u.letter).join(', ')}.` }
    : null;
}

function devicesSettled(step: Step, brief: Brief, rows: EvidenceRows): Settled | null {
  const { devices } = evidenceOf(rows);
  const own = brief.devices.filter((d) => d.matters === (step.key === 'devicesFirst'));
  const missing = missingDevices({ devices: own }, devices);
  if (own.length === 0) return null;
  if (missing.length > 0)
    return {
      isDone: false,
      lacks: `Not on the network yet: ${missing.map((d) => d.name || 'a device').join(', ')}.`,
    };
  const at = own.reduce((latest, d) => (devices.get(d.id)!.at > latest ? devices.get(d.id)!.at : latest), '');
  return { isDone: true, at, why: 'Every device is on the network.' };
}

/** What of the old router's sheet is still open; its tests are ticked by hand all the same. */
function oldRouterSettled({ oldRouter }: Pick<Brief, 'oldRouter'>): Settled | null {
  const open = openOldLines(oldRouter.sheet);
  return open.length === 0
    ? null
    : { isDone: false, lacks: `Of the old router’s sheet is open: ${open.map(oldLineText).join('; ')}.` };
}

function apartSettled(network: string, rows: EvidenceRows): Settled | null {
  const row = evidenceOf(rows).isolations.get(network);
  if (!row) return null;
  switch (isolated(row)) {
    case 'apart':
      return {
        isDone: true,
        at: row.at,
        why: 'Shown: the internet is reached from there, the house is not.',
      };
    case 'notApart':
      return {
        isDone: false,
        lacks: 'Not apart: the laptop was reached from there. Switch isolation on, and show it again.',
      };
    case 'notShown':
      return {
        isDone: false,
        lacks: 'Not shown: something was not reached where it should be. Show it once more.',
      };
  }
}

/** What evidence says of a step; null where it says nothing. */
function settledOf(
  step: Step,
  brief: Brief,
  option: Option,
  rows: EvidenceRows,
  verdicts: readonly SpotVerdict[],
): Settled | null {
  const [kind, about] = step.key.split(':');
  switch (kind) {
    case 'read':
      return readSettled(rows, verdicts);
    case 'devices':
    case 'devicesFirst':
      return devicesSettled(step, brief, rows);
    case 'apart':
      return apartSettled(about!, rows);
    case 'old':
      return oldRouterSettled(brief);
    default:
      return step.serialOf.length > 0 ? labelsSettled(rows, option, step.serialOf) : null;
  }
}

/** What evidence says of the steps it can settle: that After is full, that every device is back, and which serials are not noted. */
export const settledBy = (
  steps: readonly Step[],
  brief: Brief,
  option: Option,
  rows: EvidenceRows,
  verdicts: readonly SpotVerdict[],
): Map<string, Settled> =>
  new Map(
    steps.flatMap((s) => {
      const said = settledOf(s, brief, option, rows, verdicts);
      return said ? [[s.key, said] as const] : [];
    }),
  );
