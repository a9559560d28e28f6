import { CLIENT_TYPES } from '@/core/radio/link/clients';
import type { LineTest } from '@/core/readings/line';
import { isolated } from '@/core/evidence/isolation';
import { signedNow, isAsSigned } from '@/core/evidence/signed';
import { listBlocks, type Block, type Paper, type PaperLanguage } from './blocks';
import { paperGround, type PaperGround, type PaperJob } from './job';
import { priceBlocks } from './price';
import { remedyText } from './remedy';
import { keptCautions, stepTitle } from './steps';
import { spotBlocks, spotList } from './spots';
import { togetherBlocks } from './together';
import { drawingBlocks, stayBlocks, triageBlocks, unitBlocks } from './units';

/** Room a drawing has on a page, points: A4 and Letter with their margins hold it, two to a page where they are flat. */
const DRAWING_BOX = { widthPt: 480, heightPt: 330 };

/** How the job stands, said before anything else: nobody signs for what is not there. */
function summaryBlocks(g: PaperGround): Block[] {
  const { words, job, openSteps, missing, built, isAccepted } = g;
  const { verdicts, headline } = job.derived;
  const dead = verdicts.filter((v) => v.wasDead);
  const gone = dead.filter((v) => v.gone);
  const worse = verdicts.filter((v) => v.worse);
  const unread = verdicts.filter((v) => !v.after);
  const open: string[] = [];
  if (!built || built.option.units.length === 0) open.push(words.nothingPlanned);
  else {
    if (!isAccepted) open.push(words.notAccepted);
    if (openSteps.length > 0) open.push(words.openSteps(openSteps.length, stepTitle(g, openSteps[0]!.key)));
    if (missing.length > 0) open.push(words.missingDevices(missing.join(', ')));
    if (unread.length > 0) open.push(words.unread(spotList(unread)));
  }
  return [
    {
      kind: 'para',
      strong: true,
      text:
        dead.length === 0
          ? words.noneDead
          : gone.length === dead.length
            ? words.allGone(dead.length)
            : words.someGone(gone.length, dead.length),
    },
    ...(headline.practised ? [{ kind: 'para', text: words.practice, tone: 'bad' } as const] : []),
    ...(worse.length > 0 ? [{ kind: 'para', text: words.worse(spotList(worse)), tone: 'bad' } as const] : []),
    ...open.map((text): Block => ({ kind: 'para', text })),
  ];
}

function lineBlocks({ words, job, speed }: PaperGround): Block[] {
  const { line } = job.brief;
  const text = (t: LineTest) =>
    t.downMbps === null || t.upMbps === null
      ? words.notTested
      : words.lineTest(
          speed(t.downMbps),
          speed(t.upMbps),
          t.riseMs === null ? null : t.riseMs.toFixed(0),
          t.runs,
        );
  const paid = `${speed(line.downMbps)} / ${speed(line.upMbps)}`;
  return [
    { kind: 'heading', text: words.line },
    {
      kind: 'para',
      text: words.lineText(paid, text(job.derived.lines.before), text(job.derived.lines.after)),
    },
  ];
}

/** What was left and why: spots that are not gone with their cause, and units that were not fitted. */
function leftItems({ words, job, evidence }: PaperGround): string[] {
  const { verdicts, causes } = job.derived;
  const spots = verdicts
    .filter((v) => v.wasDead && v.after && !v.gone)
    .map((v) => {
      const cause = causes.find((c) => c.spotId === v.spotId && c.phase === 'after');
      return words.leftSpot(`${v.number} ${v.name}`, cause ? words.causes[cause.first.kind] : words.notKnown);
    });
  const units = [...evidence.moves.values()].filter((m) => m.leftOut);
  const accepted = job.plan.options.find((o) => o.id === evidence.accepted?.optionId);
  return [
    ...spots,
    ...units.flatMap((m) => {
      const unit = accepted?.units.find((u) => u.id === m.unitId);
      return unit ? [words.leftUnit(`${unit.letter} ${unit.name}`)] : [];
    }),
  ];
}

/** The most each kind of device at the spots can do. */
function limitItems({ words, job, number }: PaperGround): string[] {
  const kinds = [...new Set(job.site.spots.map((s) => s.client))];
  return kinds.map((kind) => {
    const names = job.site.spots.filter((s) => s.client === kind && s.deviceName).map((s) => s.deviceName);
    const name = [...new Set(names)].slice(0, 4).join(', ') || words.devices[kind];
    return words.limit(name, number(CLIENT_TYPES[kind].ceilingMbps));
  });
}

/** Who signed for what, and whether that is still what stands above; else lines to sign on. */
function signBlocks(g: PaperGround): Block[] {
  const { words, evidence, job, date } = g;
  const last = evidence.signed[evidence.signed.length - 1];
  if (!last)
    return [{ kind: 'signatures', who: [words.signHere(words.installer), words.signHere(words.customer)] }];
  return [
    { kind: 'heading', text: words.signedTitle },
    ...evidence.signed.map((s): Block => ({
      kind: 'para',
      text: [
        words.signed(s.who, date(s.at)),
        s.shown ? words.signedFor(s.shown.gone, s.shown.dead) : '',
        s.says,
      ]
        .filter(Boolean)
        .join(' '),
    })),
    ...(isAsSigned(last, signedNow(job, g.price))
      ? []
      : [{ kind: 'para', text: words.changedSince, tone: 'bad' } as const]),
  ];
}

/** The customer's pages: what was asked, what was wrong, what was done, the proof, and what to do when something stops. */
export function handOver(job: PaperJob, language: PaperLanguage): Paper {
  const g = paperGround(job, language);
  const { words, date, units, evidence } = g;
  const { brief } = job;
  const when = job.evidence.findLast((r) => r.kind === 'reading')?.at;
  const gateway = units.find((u) => u.feed.kind === 'line')?.letter ?? 'A';
  const complaints = brief.complaints.map((c) => c.words.trim()).filter(Boolean);
  return {
    language,
    title: job.name,
    under: [
      [brief.customer, brief.address, when && date(when)].filter(Boolean).join(', '),
      brief.installer ? words.fittedBy(brief.installer) : '',
    ].filter(Boolean),
    blocks: [
      ...summaryBlocks(g),
      ...listBlocks(
        words.wrong,
        complaints.map((c) => `“${c}”`),
      ),
      ...listBlocks(
        words.done,
        evidence.remedies.map((r) => remedyText(g, r)),
      ),
      ...spotBlocks(g),
      ...togetherBlocks(g),
      ...lineBlocks(g),
      ...drawingBlocks(g, DRAWING_BOX),
      ...unitBlocks(g),
      ...stayBlocks(g),
      ...listBlocks(words.kept, keptCautions(g)),
      ...listBlocks(words.trouble, words.troubleItems(gateway)),
      ...triageBlocks(g),
      ...listBlocks(words.limits, limitItems(g)),
      ...listBlocks(words.left, leftItems(g)),
      ...listBlocks(words.trades, [
        ...brief.consents.map((c) => words.consent(words.consents[c.what], c.who, c.got)),
        ...[...evidence.stepNotes.values()].flat(),
      ]),
      { kind: 'heading', text: words.network },
      {
        kind: 'para',
        text: words.networkName(brief.networkName || words.notNoted),
      },
      ...brief.apart.map((network): Block => {
        const row = evidence.isolations.get(network);
        const shown = row ? isolated(row) : null;
        return {
          kind: 'para',
          text: words.apartShown(words.apartNetworks[network], shown, row ? date(row.at) : ''),
        };
      }),
      ...priceBlocks(g),
      ...listBlocks(words.guarantee, [brief.offer.guarantee.trim()].filter(Boolean)),
      ...signBlocks(g),
    ],
  };
}
