import { capital } from '@/core/site/model/capital';
import type { Block, Cell } from './blocks';
import { cell } from './blocks';
import type { PaperGround } from './job';
import type { SpotVerdict } from '@/core/readings/spotVerdicts';
import type { PhaseResult } from '@/core/readings/judgeRuns';

/** "4 Barn, 7 Loft". */
export const spotList = (verdicts: readonly Pick<SpotVerdict, 'number' | 'name'>[]): string =>
  verdicts.map((v) => `${v.number} ${v.name}`).join(', ');

/** What is done at a spot, in the words of the customer's language. */
export function activitiesText({ job, words }: PaperGround, spotId: string): string {
  const spot = job.site.spots.find((s) => s.id === spotId);
  const list = (spot?.activities ?? []).map(
    (a) => `${words.activities[a.activity]}${a.count > 1 ? ` ×${a.count}` : ''}`,
  );
  return list.length > 0 ? list.join(', ') : words.activities.messages;
}

/** What was read in a phase, with the device it was read with. */
function phaseCell({ words, speed }: PaperGround, p: PhaseResult | null): Cell {
  if (!p) return cell(words.notRead, { tone: 'soft' });
  const device = p.device === 'wired' ? words.wired : words.devices[p.device];
  if (p.downMbps === 0 && p.upMbps === 0) return cell(`${words.noConnection}\n${device}`);
  const trip = p.latencyMs === null ? words.noTrip : `${Math.round(p.latencyMs)} ms`;
  return cell(`${words.speeds(speed(p.downMbps), speed(p.upMbps))}\n${trip}, ${device}`);
}

function resultCell({ words }: PaperGround, v: SpotVerdict): Cell {
  if (v.gone) return cell(words.gone, { strong: true, tone: 'good' });
  if (v.worse) return cell(words.worseNow(words.verdicts[v.after!.verdict]), { tone: 'bad' });
  if (v.wasDead)
    return v.after ? cell(words.notProven(words.verdicts[v.after.verdict])) : cell(words.deadUnread);
  return v.after
    ? cell(words.verdicts[v.after.verdict])
    : v.before
      ? cell(words.beforeOnly(words.verdicts[v.before.verdict]))
      : cell(words.notRead, { tone: 'soft' });
}

/** Before and after of every spot in figures, and the dead ones in words. */
export function spotBlocks(g: PaperGround): Block[] {
  const { words, job, speed } = g;
  const { verdicts } = job.derived;
  if (verdicts.length === 0) return [];
  const c = words.columns;
  const inWords = verdicts
    .filter((v) => v.wasDead && v.after)
    .map((v) => {
      const after = v.after!;
      // What fails is told; where all is well the speed that is nearest to its need.
      const speedBy = after.upMbps / v.need.upMbps < after.downMbps / v.need.downMbps ? 'up' : 'down';
      const by = v.gone ? speedBy : after.decidedBy;
      const [read, need, unit] =
        by === 'latency' && after.latencyMs !== null
          ? [String(Math.round(after.latencyMs)), String(v.need.latencyMs), 'ms']
          : by === 'up'
            ? [speed(after.upMbps), speed(v.need.upMbps), words.mbps]
            : [speed(after.downMbps), speed(v.need.downMbps), words.mbps];
      const say = v.gone ? words.works : words.fails;
      return say(capital(activitiesText(g, v.spotId)), `${v.number} ${v.name}`, read, need, unit);
    });
  return [
    { kind: 'heading', text: words.proof },
    ...(inWords.length > 0 ? [{ kind: 'list', items: inWords } as const] : []),
    {
      kind: 'table',
      head: [c.number, c.where, c.before, c.after, c.result],
      widths: [0.05, 0.33, 0.23, 0.23, 0.16],
      rows: verdicts.map((v) => [
        cell(String(v.number)),
        cell(
          `${v.name}\n${activitiesText(g, v.spotId)}; ${words.needs(speed(v.need.downMbps), speed(v.need.upMbps), v.need.latencyMs)}`,
        ),
        phaseCell(g, v.before),
        phaseCell(g, v.after),
        resultCell(g, v),
      ]),
    },
    { kind: 'para', text: words.method, tone: 'soft' },
  ];
}
