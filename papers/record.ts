import { kitById } from '@/core/kit/catalogue/catalogue';
import { serialAt, ticksOf } from '@/core/evidence/fold';
import { portMap } from '@/core/fit/portMap';
import { serialStepOf } from '@/core/fit/serials';
import { isolated } from '@/core/evidence/isolation';
import type { EvidenceRow, Reading } from '@/core/evidence/rows';
import { forecastsHeld } from '@/core/readings/forecastHeld';
import { cell, listBlocks, type Block, type Cell, type Paper, type PaperLanguage } from './blocks';
import { paperGround, type PaperGround, type PaperJob } from './job';
import { stepTitle } from './steps';
import { backhaulText } from './units';

/** When something was done, as the record has it: day and time where it is read. */
function whenText({ words }: PaperGround, iso: string): string {
  return new Intl.DateTimeFormat(words.locale, { dateStyle: 'short', timeStyle: 'short' }).format(
    new Date(iso),
  );
}

function unitRows(g: PaperGround): Cell[][] {
  const { built, units, words, job, evidence } = g;
  if (!built) return [];
  const ports = new Map(portMap(built.option, built.kit, job.site.spots).map((p) => [p.unit.id, p.uses]));
  const optionId = evidence.accepted?.optionId ?? built.option.id;
  return units.map((u) => {
    const channels = (['2.4', '5', '6'] as const).flatMap((band) => {
      const set = u.radios[band];
      const has = kitById(u.kitId, built.kit)?.radios.some((r) => r.role === 'access' && r.band === band);
      if (!has) return [];
      return [words.channel(band, set?.channel ?? null, set?.widthMhz ?? null, set?.powerDbm ?? null)];
    });
    return [
      cell(u.letter, { strong: true }),
      cell(
        `${words.goods(kitById(u.kitId, built.kit)?.label ?? u.kitId)}\n${u.name}\n${backhaulText(g, u, units)}`,
      ),
      cell(serialAt(job.evidence, optionId, serialStepOf(u)) ?? words.notNoted),
      cell(channels.join('\n')),
      cell((ports.get(u.id) ?? []).join('\n')),
    ];
  });
}

/** What a reading is about, in a word or two. */
function aboutText({ job, units, words }: PaperGround, { subject: s }: Reading): string {
  const letter = (id: string) => units.find((u) => u.id === id)?.letter ?? id;
  switch (s.kind) {
    case 'spot':
    case 'together': {
      const spot = job.site.spots.find((p) => p.id === s.spotId);
      return spot ? `${spot.number} ${spot.name}` : s.spotId;
    }
    case 'line':
      return words.feeds.line;
    case 'link':
      return words.beside(letter(s.unitId));
    case 'walk':
      return `${letter(s.fromUnitId)} – ${letter(s.toUnitId)}`;
    default:
      return s.kind;
  }
}

/** Steps, notes, tries, moves, remedies and remarks as rows: when, what, who. */
function doneRow(g: PaperGround, row: EvidenceRow): Cell[] | null {
  const { job, units, words } = g;
  const letter = (id: string) => units.find((u) => u.id === id)?.letter ?? id;
  const spot = (id: string) => {
    const s = job.site.spots.find((p) => p.id === id);
    return s ? `${s.number} ${s.name}` : id;
  };
  const title = (key: string) => stepTitle(g, key);
  const what = (): string | null => {
    switch (row.kind) {
      case 'step':
        if (row.act === 'undone') return words.recordUndone(title(row.stepKey));
        if (row.act === 'photo') return `${title(row.stepKey)}: ${words.recordPhoto}`;
        return row.act === 'done' ? title(row.stepKey) : `${title(row.stepKey)}: ${row.text}`;
      case 'try':
        return `${letter(row.unitId)}: ${[row.light ? words.lights[row.light] : '', row.levelDbm === null ? '' : `${row.levelDbm} dBm`, row.linkMbps === null ? '' : `${row.linkMbps} ${words.mbps}`].filter(Boolean).join(', ')}`;
      case 'move':
        return row.leftOut ? words.leftUnit(letter(row.unitId)) : words.recordMoved(letter(row.unitId));
      case 'device': {
        const name = job.brief.devices.find((d) => d.id === row.deviceId)?.name ?? row.deviceId;
        return row.joined ? words.recordJoined(name) : words.missingDevices(name);
      }
      case 'correction':
        return row.act === 'setAside' ? words.recordSetAside(row.reason) : words.recordTakenBack;
      case 'remedy':
        if (row.takesBackId !== undefined) return words.recordUndone(`${spot(row.spotId)}: ${row.label}`);
        return `${spot(row.spotId)}: ${row.label}`;
      case 'remark':
        return `${row.spotId ? `${spot(row.spotId)}: ` : ''}${row.text}`;
      case 'acceptance':
        return words.agreed(row.optionName, row.signedBy ?? '', g.date(row.at));
      case 'extra':
        return words.extra(row.what);
      case 'isolation':
        return words.apartShown(words.apartNetworks[row.network], isolated(row), g.date(row.at));
      case 'signOff':
        return words.signed(row.who, g.date(row.at));
      default:
        return null;
    }
  };
  const text = what();
  return text === null ? null : [cell(whenText(g, row.at)), cell(text), cell(row.by)];
}

/** What was forecast when the work was agreed to, held against what was read after it. */
function forecastBlocks({ words, evidence, job, speed }: PaperGround): Block[] {
  const held = forecastsHeld(evidence.accepted?.forecast ?? [], job.derived.verdicts);
  if (held.length === 0) return [];
  const kept = held.filter((f) => f.held).length;
  return [
    { kind: 'heading', text: `${words.recordForecast} (${kept}/${held.length})` },
    {
      kind: 'table',
      head: [words.columns.where, words.columns.what, words.columns.after, words.columns.result],
      widths: [0.28, 0.28, 0.18, 0.26],
      rows: held.map((f) => [
        cell(`${f.number} ${f.name}`),
        cell(
          `${words.forecastRange(speed(f.forecast.downLowMbps), speed(f.forecast.downHighMbps))} ${words.mbps}`,
        ),
        cell(`${speed(f.downMbps)} ${words.mbps}`),
        f.broken
          ? cell(words.forecastBroken, { tone: 'bad' })
          : cell(f.held ? words.forecastHeld : words.forecastLess),
      ]),
    },
  ];
}

/** The installer's record: everything of a job that is not a secret, with who did what when. */
export function recordPaper(job: PaperJob, language: PaperLanguage): Paper {
  const g = paperGround(job, language);
  const { words, evidence, speed, built } = g;
  const c = words.columns;
  const runs = evidence.valid.map((r): Cell[] => [
    cell(whenText(g, r.at)),
    cell(aboutText(g, r)),
    cell(
      r.connected
        ? words.readAs(
            r.downMbps === null ? '–' : speed(r.downMbps),
            r.upMbps === null ? '–' : speed(r.upMbps),
            r.loadedMs === null ? null : Math.round(r.loadedMs),
          )
        : words.noConnection,
    ),
    cell(
      [
        r.device === 'wired' ? words.wired : r.deviceName || words.devices[r.device],
        r.subject.kind === 'together' ? words.withOthers(r.subject.phones) : '',
        r.rssiDbm === null ? '' : `${Math.round(r.rssiDbm)} dBm`,
        r.bandSeen ? `${r.bandSeen} GHz` : '',
        evidence.states.get(r.stateId)?.phase === 'before'
          ? words.recordBefore
          : words.recordRound(evidence.roundOf.get(r.stateId) ?? 1),
        r.by,
      ]
        .filter(Boolean)
        .join(', '),
    ),
  ]);
  // As it happened, whenever it came in.
  const inTime = [...job.evidence].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const done = inTime.flatMap((row) => {
    const cells = doneRow(g, row);
    return cells ? [cells] : [];
  });
  const ticked = built ? ticksOf(job.evidence, evidence.accepted?.optionId ?? built.option.id).size : 0;
  return {
    language,
    title: `${words.record}: ${job.name}`,
    under: [[job.brief.customer, job.brief.address].filter(Boolean).join(', '), job.brief.installer].filter(
      Boolean,
    ),
    blocks: [
      { kind: 'heading', text: words.recordPorts },
      {
        kind: 'table',
        head: [c.unit, c.kind, c.serial, words.recordChannels, words.recordPortsShort],
        widths: [0.07, 0.33, 0.16, 0.24, 0.2],
        rows: unitRows(g),
      },
      ...listBlocks(
        words.recordOld,
        job.brief.oldRouter.sheet.map(
          (l) => `${words.oldLines[l.kind]}: ${l.text || '–'} (${words.oldBecame[l.became]})`,
        ),
      ),
      { kind: 'heading', text: `${words.recordSteps} (${ticked})` },
      { kind: 'table', head: [c.when, c.what, c.who], widths: [0.2, 0.62, 0.18], rows: done },
      ...forecastBlocks(g),
      { kind: 'heading', text: `${words.recordRuns} (${runs.length})` },
      {
        kind: 'table',
        head: [c.when, c.where, c.test, c.kind],
        widths: [0.2, 0.22, 0.32, 0.26],
        rows: runs,
      } satisfies Block,
    ],
  };
}
