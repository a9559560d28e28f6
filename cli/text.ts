import { speedText } from '../core/site/model/speedText';
import type { PredictReport, VerifyReport, surveyReport } from './reports';
import { VERDICT_WORDS } from '../core/site/model/verdict';

/** Rows as aligned columns. */
export function table(rows: string[][]): string {
  const widths = rows[0]!.map((_, i) => Math.max(...rows.map((r) => r[i]!.length)));
  return rows
    .map((r) =>
      r
        .map((cell, i) => cell.padEnd(widths[i]!))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}

export function predictLines(report: PredictReport): string {
  const rows = report.spots.map((s) => [
    String(s.number),
    s.name,
    s.band ? `${s.band} GHz` : '–',
    s.rssiDbm === null ? '–' : `${s.rssiDbm.toFixed(0)} dBm`,
    `${speedText(s.downMbps)} (${speedText(s.downRangeMbps[0])}–${speedText(s.downRangeMbps[1])}) of ${speedText(s.needDownMbps)}`,
    `${speedText(s.upMbps)} (${speedText(s.upRangeMbps[0])}–${speedText(s.upRangeMbps[1])}) of ${speedText(s.needUpMbps)}`,
    [VERDICT_WORDS[s.verdict], ...(s.runs > 0 ? ['read'] : []), ...(s.evening ? [s.evening] : [])].join(', '),
    s.heldBackBy,
  ]);
  const { calibration } = report;
  const learnt = calibration
    ? [
        calibration.taught,
        `Learnt from ${calibration.readings} levels: each told from all others it is missed by ${calibration.leaveOneOutDb.toFixed(1)} dB.`,
        ...(calibration.leftOut > 0
          ? [`The ${calibration.leftOut} oldest groups of readings are left out.`]
          : []),
        ...calibration.odd.map((o) => o.words),
        ...calibration.contradicted.map((c) => c.words),
      ]
    : ['No readings yet: from the survey alone.'];
  return `${report.job} · ${report.option} (estimates)\n${learnt.join('\n')}\n${table([['no', 'spot', 'band', 'level', 'down Mb/s', 'up Mb/s', 'verdict', 'held back by'], ...rows])}`;
}

export function verifyLines(report: VerifyReport): string {
  const phase = (p: { downMbps: number; upMbps: number; runs: number } | null) =>
    p ? `${speedText(p.downMbps)}/${speedText(p.upMbps)} Mb/s, ${p.runs} runs` : 'not read';
  const rows = report.spots.map((s) => [
    String(s.number),
    s.name,
    phase(s.before),
    phase(s.after),
    s.gone
      ? 'gone'
      : s.worse && s.verdict
        ? `worse: ${VERDICT_WORDS[s.verdict]}`
        : s.verdict
          ? VERDICT_WORDS[s.verdict]
          : 'unknown',
    [
      s.missing.length > 0 ? `missing: ${s.missing.join('; ')}` : '',
      s.elsewhere ? `${s.elsewhere.runs} runs read where the spot stood before` : '',
      ...s.unproving,
      ...s.doubted.map((words) => `said to be right: ${words}`),
    ]
      .filter((w) => w !== '')
      .join('; '),
  ]);
  const made = report.practised ? ' (practice: the readings are made up)' : '';
  return `${report.job}${made}: ${report.gone} of ${report.deadBefore} dead spots gone${report.worse > 0 ? `, ${report.worse} worse than before` : ''}\n${table([['no', 'spot', 'before', 'after', 'verdict', ''], ...rows])}`;
}

/** One spot in words: the chain part by part, what holds it back and what would follow. */
export function explainLines(s: PredictReport['spots'][number]): string {
  const lines = [`${s.number} ${s.name}: ${VERDICT_WORDS[s.verdict]}, decided by ${s.decidedBy}.`];
  if (s.band && s.rssiDbm !== null)
    lines.push(
      `Its device uses ${s.band} GHz at ${s.rssiDbm.toFixed(0)} dBm, link rate ${speedText(s.phyMbps)} Mb/s (estimate).`,
    );
  for (const part of s.pipe)
    lines.push(
      `  ${part.label}: ${speedText(part.downMbps)} down, ${speedText(part.upMbps)} up Mb/s, ${part.latencyMs.toFixed(1)} ms${part.measured ? ', measured' : ''}. ${part.because}.`,
    );
  lines.push(
    `Together ${speedText(s.downMbps)} down (${speedText(s.downRangeMbps[0])} to ${speedText(s.downRangeMbps[1])}) of ${speedText(s.needDownMbps)}, ${speedText(s.upMbps)} up (${speedText(s.upRangeMbps[0])} to ${speedText(s.upRangeMbps[1])}) of ${speedText(s.needUpMbps)} Mb/s, ${s.latencyMs.toFixed(0)} ms under load.`,
  );
  lines.push(
    s.decidedBy === 'latency'
      ? `Held back by the round trip of ${s.heldBackBy}.`
      : `Held back by ${s.heldBackBy}; without that limit it would get ${speedText(s.wouldGiveMbps)} Mb/s, then held back by ${s.thenHeldBackBy}.`,
  );
  if (s.stuck)
    lines.push(
      `A device that does not let go may get ${speedText(s.stuck.downMbps)} down, ${speedText(s.stuck.upMbps)} up.`,
    );
  if (s.problem) lines.push(`${s.problem}.`);
  return lines.join('\n');
}

export function surveyLines(report: ReturnType<typeof surveyReport>): string {
  return [
    report.job,
    ...report.rooms.map(
      (r) => `  ${r.building}, ${r.storey}: ${r.name ?? 'not named'}, ${r.areaM2.toFixed(1)} m²`,
    ),
    `walk: ${report.walk.map((s) => `${s.number} ${s.name}`).join(', ') || 'no spots'}`,
    ...(report.suggestedSpots.length > 0
      ? [`rooms without a spot: ${report.suggestedSpots.join(', ')}`]
      : []),
    ...report.notices.map((n) => `worth a look: ${n.message}`),
  ].join('\n');
}
