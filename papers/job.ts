import { asBuilt, acceptedOption, type Built } from '@/core/evidence/built';
import { priceNow, type PriceNow } from '@/core/evidence/agreed';
import { evidenceOf, ticksOf, type Evidence } from '@/core/evidence/fold';
import type { EvidenceRows } from '@/core/evidence/rows';
import type { Brief } from '@/core/brief/brief';
import type { Derived } from '@/core/job/planner';
import { missingDevices } from '@/core/fit/devices';
import { openSteps } from '@/core/fit/done';
import { settledBy } from '@/core/fit/settled';
import { minorDigits } from '@/core/plan/cost/money';
import type { Evaluation } from '@/core/plan/evaluate/evaluate';
import type { Option, Plan, Unit } from '@/core/plan/option/schema';
import type { Site } from '@/core/site/model/schema';
import { de } from './words/de';
import { en, type PaperWords } from './words/en';
import type { PaperLanguage } from './blocks';

/** A job as papers are made of it: its documents, its evidence, and what was computed of both. */
export interface PaperJob {
  name: string;
  brief: Brief;
  site: Site;
  plan: Plan;
  evidence: EvidenceRows;
  derived: Derived;
  /** The option that stands in while none is accepted. */
  shown: Option | null;
}

export const PAPER_WORDS: Readonly<Record<PaperLanguage, PaperWords>> = { en, de };

export const isPaperLanguage = (name: string): name is PaperLanguage => Object.hasOwn(PAPER_WORDS, name);

/** A job with everything its papers share, looked up once. */
export interface PaperGround {
  job: PaperJob;
  words: PaperWords;
  evidence: Evidence;
  /** What is fitted, or else planned. */
  built: Built | null;
  evaluation: Evaluation | null;
  isAccepted: boolean;
  units: readonly Unit[];
  price: PriceNow | null;
  openSteps: readonly { key: string }[];
  missing: readonly string[];
  number: (value: number, digits?: number) => string;
  speed: (mbps: number) => string;
  date: (iso: string) => string;
  money: (minor: number) => string;
}

export function paperGround(job: PaperJob, language: PaperLanguage): PaperGround {
  const { brief, site, plan, evidence: rows, derived, shown } = job;
  const words = PAPER_WORDS[language];
  const evidence = evidenceOf(rows);
  const accepted = acceptedOption(plan, rows);
  const asFitted = asBuilt(site, plan, rows);
  const built = asFitted ?? (shown && { option: shown, kit: plan.ownKit });
  const evaluation = derived.built ?? (shown ? (derived.options[shown.id] ?? null) : null);
  const planned = accepted ? (derived.options[accepted.id] ?? null) : evaluation;
  const price = priceNow(rows, brief, planned);
  const ticks = ticksOf(rows, accepted?.id ?? built?.option.id ?? '');
  const settled = built ? settledBy(derived.steps, brief, built.option, rows, derived.verdicts) : new Map();
  const open = openSteps(derived.steps, ticks, settled);
  const openKeys = new Set(open.map((s) => s.key));
  // A step that was ticked as a whole has its devices back.
  const missing = missingDevices(brief, evidence.devices).filter((d) =>
    openKeys.has(d.matters ? 'devicesFirst' : 'devices'),
  );
  const currency = price?.agreed.currency ?? brief.currency;
  const money = new Intl.NumberFormat(words.locale, { style: 'currency', currency, currencyDisplay: 'code' });
  const day = new Intl.DateTimeFormat(words.locale, { day: 'numeric', month: 'long', year: 'numeric' });
  const number = (value: number, most = 0) =>
    value.toLocaleString(words.locale, { minimumFractionDigits: most, maximumFractionDigits: most });
  return {
    job,
    words,
    evidence,
    built,
    evaluation,
    isAccepted: evidence.accepted !== null,
    units: [...(built?.option.units ?? [])].sort((a, b) => a.letter.localeCompare(b.letter)),
    price,
    openSteps: open,
    missing: missing.map((d) => d.name || '?'),
    number,
    // One digit after the point below ten, as everywhere.
    speed: (mbps) => number(mbps, mbps < 9.95 ? 1 : 0),
    date: (iso) => day.format(new Date(iso)),
    money: (minor) => money.format(minor / 10 ** minorDigits(currency)),
  };
}
