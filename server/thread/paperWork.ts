import { acceptedOption, asBuilt } from '@/core/evidence/built';
import { writeKitCsv } from '@/core/kit/catalogue/kitCsv';
import { CATALOGUE } from '@/core/kit/catalogue/catalogue';
import { allMaterials } from '@/core/kit/model/materialItems';
import { partsCsv } from '@/core/plan/cost/partsCsv';
import { writeJobZip } from '@/core/job/jobZip';
import type { Planner } from '@/core/job/planner';
import { devicesCsv, readingsCsv, spotsCsv } from '@/core/job/tables';
import type { PaperLanguage } from '@/papers/blocks';
import { planName, plansOf } from '@/papers/drawing';
import { paperHtml } from '@/papers/html';
import { isPaperName, paperOf } from '@/papers/papers';
import { paperPdf, type PageSize } from '@/papers/pdf/pdf';
import { sectionDrawing } from '@/papers/section';
import { drawingSvg } from '@/papers/svg';
import type { Caller } from '../base/caller';
import { exportJob } from '../jobs/files';
import type { OpenJob } from '../jobs/loaded';
import { answered, done, refuse, type Outcome } from '../base/outcome';

/** A file that goes out of a job, by the name it is asked for. */
export interface JobFileOut {
  /** The job's name: the file is called after it. */
  name: string;
  type: string;
  bytes: Uint8Array<ArrayBuffer>;
}

/** Files of a job beside its papers, by name. Keys are in none: they are not in a job. */
const TABLES = {
  'readings.csv': ({ job }: OpenJob) => readingsCsv(job),
  'spots.csv': ({ job }: OpenJob) => spotsCsv(job),
  'devices.csv': ({ job }: OpenJob) => devicesCsv(job),
  'kit.csv': ({ job: { plan } }: OpenJob) =>
    writeKitCsv(
      [...plan.ownKit, ...CATALOGUE.filter((k) => !plan.ownKit.some((o) => o.id === k.id))],
      allMaterials(plan.ownMaterials),
    ),
  'parts.csv': ({ job }: OpenJob, planner: Planner) => {
    const option = acceptedOption(job.plan, job.evidence) ?? job.plan.options[0];
    const e = option && planner.derive(option.id).options[option.id];
    return partsCsv(e?.parts ?? [], job.brief.currency);
  },
} as const;
type TableName = keyof typeof TABLES;
const isTable = (name: string): name is TableName => Object.hasOwn(TABLES, name);

const bytesOf = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text);

const PLAN = /^plan-(\d{1,3})\.svg$/;
/** Room a plan has as a picture of its own, points. */
const PLAN_BOX = { widthPt: 900, heightPt: 700 };

/** What is drawn: as built, else the first option, else the network of today. */
const drawnOption = ({ job }: OpenJob) =>
  asBuilt(job.site, job.plan, job.evidence)?.option ?? job.plan.options[0] ?? job.plan.today;

/** Its plans. */
function drawnPlans(open: OpenJob, planner: Planner) {
  const derived = planner.derive(null);
  const { job } = open;
  const option = drawnOption(open);
  const e = derived.built ?? derived.options[option.id];
  return plansOf(job.site, option, e?.cables ?? [], PLAN_BOX);
}

/** Makes a file of a job: a paper as PDF or HTML, a table, a plan as a drawing, or the whole as an archive. */
export async function fileOf(
  { open, planner }: { open: OpenJob; planner: Planner },
  asked: {
    caller: Caller;
    id: string;
    file: string;
    language: PaperLanguage | null;
    size: PageSize;
    lookedAtId: string | null;
  },
): Promise<Outcome<JobFileOut>> {
  const { job } = open;
  const { name } = job;
  if (isTable(asked.file))
    return done({ name, type: 'text/csv; charset=utf-8', bytes: bytesOf(TABLES[asked.file](open, planner)) });
  if (asked.file === 'job.zip')
    return answered(() => {
      const whole = exportJob(asked.caller, asked.id);
      return whole.ok ? done({ name, type: 'application/zip', bytes: writeJobZip(whole.value) }) : whole;
    });
  const plan = PLAN.exec(asked.file);
  if (plan) {
    const drawn = drawnPlans(open, planner)[Number(plan[1]) - 1];
    if (!drawn) return refuse(404, 'There is no such plan: nothing stands there.');
    const svg = drawingSvg(drawn.drawing, planName(drawn));
    return done({ name, type: 'image/svg+xml', bytes: bytesOf(svg) });
  }
  if (asked.file === 'section.svg') {
    const section = sectionDrawing(job.site, drawnOption(open), PLAN_BOX);
    if (!section) return refuse(404, 'There is no section: nothing is drawn yet.');
    return done({ name, type: 'image/svg+xml', bytes: bytesOf(drawingSvg(section, 'Section')) });
  }
  const [paper, ending] = asked.file.split('.');
  if (!paper || !isPaperName(paper) || (ending !== 'pdf' && ending !== 'html'))
    return refuse(404, 'There is no such file of a job.');
  const derived = planner.derive(asked.lookedAtId);
  const made = paperOf(paper, { ...job, derived }, asked.language, asked.lookedAtId);
  return ending === 'html'
    ? done({ name, type: 'text/html; charset=utf-8', bytes: bytesOf(paperHtml(made)) })
    : done({ name, type: 'application/pdf', bytes: await paperPdf(made, asked.size) });
}
