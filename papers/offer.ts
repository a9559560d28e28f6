import { diggingWords, exclusionsOf, priceToAgree, withTax } from '@/core/evidence/agreed';
import { optionFacts } from '@/core/plan/compare/facts';
import { hoursText } from '@/core/plan/cost/duration';
import { kitById } from '@/core/kit/catalogue/catalogue';
import type { Option } from '@/core/plan/option/schema';
import { lengthText } from '@/core/site/model/lengths';
import { cell, listBlocks, type Block, type Paper, type PaperLanguage } from './blocks';
import { plansOf } from './drawing';
import { priceBlocks, priceTable } from './price';
import { backhaulText, drawn } from './units';
import { paperGround, type PaperGround, type PaperJob } from './job';

const DRAWING_BOX = { widthPt: 480, heightPt: 230 };

/** One option as the customer reads it: what it does, where each unit goes, what is bought, what it costs. */
function optionBlocks(g: PaperGround, option: Option, index: number): Block[] {
  const { words, job, money, date, evidence } = g;
  const { brief } = job;
  const e = job.derived.options[option.id];
  if (!e) return [];
  const facts = optionFacts(e);
  const isAccepted = evidence.accepted?.optionId === option.id;
  const totals = withTax(facts.totalMinor, brief.offer.taxPercent);
  const short = e.predictions.filter((p) => p.verdict !== 'works');
  const digging = diggingWords(brief, e.cables);
  const cable = facts.cableM > 0 ? lengthText(facts.cableM, brief.lengthUnit) : null;
  const units = [...option.units].sort((a, b) => a.letter.localeCompare(b.letter));
  const c = words.columns;
  return [
    { kind: 'heading', text: `${index + 1} · ${option.name}: ${money(totals.totalMinor)}` },
    ...(isAccepted && evidence.accepted
      ? [
          {
            kind: 'para',
            tone: 'good',
            text: words.agreed(option.name, evidence.accepted.signedBy ?? '', date(evidence.accepted.at)),
          } as const,
        ]
      : []),
    {
      kind: 'para',
      text: [
        words.offerServes(facts.served, facts.spots, brief.people),
        ...(short.length > 0
          ? [
              words.offerShort(
                short.map((p) => `${p.number} ${p.name} (${words.verdicts[p.verdict]})`).join(', '),
              ),
            ]
          : []),
        words.offerWork(hoursText(facts.hours), cable, facts.holes),
      ].join(' '),
    },
    {
      kind: 'table',
      head: [c.unit, c.kind, c.place, c.backhaul],
      widths: [0.08, 0.34, 0.36, 0.22],
      rows: units.map((u) => [
        cell(u.letter, { strong: true }),
        cell(words.goods(kitById(u.kitId, job.plan.ownKit)?.label ?? u.kitId)),
        cell(u.name),
        cell(backhaulText(g, u, units)),
      ]),
    },
    priceTable(g, { agreed: priceToAgree(brief, e), extras: [], ...totals }),
    ...drawn(words, plansOf(job.site, option, e.cables, DRAWING_BOX, 'units')),
    ...(digging ? [{ kind: 'para', text: `${words.exclusions}: ${digging}`, tone: 'soft' } as const] : []),
  ];
}

/** The offer: number and date, each option with its price line by line and where its units go; nothing that is for the installer alone. */
export function offerPaper(job: PaperJob, language: PaperLanguage): Paper {
  const g = paperGround(job, language);
  const { words, date } = g;
  const { brief, plan } = job;
  const offered = plan.options.filter((o) => o.units.length > 0);
  return {
    language,
    title: `${words.offer}: ${job.name}`,
    under: [
      brief.offer.number || brief.offer.date
        ? words.offerNumber(brief.offer.number || '–', brief.offer.date ? date(brief.offer.date) : '–')
        : '',
      [brief.customer, brief.address].filter(Boolean).join(', '),
      brief.installer ? words.offerFrom(brief.installer) : '',
    ].filter(Boolean),
    blocks: [
      { kind: 'para', text: words.offerHolds(brief.offer.validDays) },
      ...(offered.length === 0
        ? [{ kind: 'para', text: words.offerNothing } as const]
        : offered.flatMap((o, i) => optionBlocks(g, o, i))),
      ...(g.price?.accepted ? priceBlocks(g) : []),
      ...listBlocks(
        words.trades,
        brief.consents.map((c) => words.consent(words.consents[c.what], c.who, c.got)),
      ),
      { kind: 'heading', text: words.exclusions },
      { kind: 'para', text: exclusionsOf(brief) },
      ...listBlocks(words.guarantee, [brief.offer.guarantee.trim()].filter(Boolean)),
      { kind: 'signatures', who: [words.signHere(words.installer), words.signHere(words.customer)] },
    ],
  };
}
