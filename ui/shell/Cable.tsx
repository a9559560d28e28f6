'use client';
import { Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useSelectedLayoutSegment } from 'next/navigation';
import { memo } from 'react';
import { progressOf } from '@/core/job/progress';
import { STOPS } from '@/core/job/stops';
import { useAccepted, useDerived } from '@/ui/job/derived';
import { shownOption, useJob } from '@/ui/job/store';
import { clockText } from '@/ui/pieces/format';
import { Mark } from '@/ui/pieces/Mark';
import { ThemeButton } from '@/ui/pieces/ThemeButton';
import type { useUndo } from './useUndo';

function SaveNote() {
  const saving = useJob((s) => s.saving);
  const savedAt = useJob((s) => s.savedAt);
  const text =
    saving === 'saving'
      ? 'saving'
      : saving === 'failed'
        ? 'not saved'
        : savedAt
          ? `saved ${clockText(savedAt)}`
          : 'saved';
  return (
    <span role="status" className={saving === 'failed' ? 'font-semibold text-lamp' : ''}>
      {text}
    </span>
  );
}

function UndoButtons({ undo }: { undo: ReturnType<typeof useUndo> }) {
  const style =
    'grid h-8 w-8 cursor-pointer place-items-center rounded-[3px] text-head-ink hover:text-lamp disabled:cursor-default disabled:opacity-40';
  return (
    <>
      <span aria-live="polite" className="sr-only">
        {undo.said}
      </span>
      <button
        type="button"
        className={style}
        disabled={undo.back === null}
        aria-label="Undo"
        title={undo.back === null ? undefined : `Take back ${undo.back}`}
        onClick={() => void undo.go('undo')}
      >
        <Undo2 size={18} aria-hidden="true" />
      </button>
      <button
        type="button"
        className={style}
        disabled={undo.ahead === null}
        aria-label="Redo"
        title={undo.ahead === null ? undefined : `Do again ${undo.ahead}`}
        onClick={() => void undo.go('redo')}
      >
        <Redo2 size={18} aria-hidden="true" />
      </button>
    </>
  );
}

/** The headline: how many dead spots are gone, and what is worse than it was. */
function Headline() {
  const spots = useJob((s) => s.site.spots.length);
  const { derived } = useDerived();
  const h = derived?.headline;
  const text = !h
    ? 'working it out'
    : h.dead === 0
      ? 'No dead spot read yet'
      : h.gone > 0
        ? `${h.gone} of ${h.dead} dead spots gone`
        : `${h.dead} dead ${h.dead === 1 ? 'spot' : 'spots'}`;
  return (
    <div className="fig mr-2 text-right leading-tight">
      <div className="text-[15px] font-medium">{text}</div>
      <div className="text-[13px] text-head-ink-2">
        {h && h.worse > 0 ? (
          <strong className="font-semibold text-lamp">{h.worse} worse than before</strong>
        ) : (
          `${spots} spots${h?.practised ? ', practice' : ''}`
        )}
      </div>
    </div>
  );
}

/** One stop as a plug on the cable; drawn anew only where what it says changes. */
const Plug = memo(function Plug({
  stop,
  index,
  jobId,
  isHere,
  done,
  outstanding,
  solid,
}: {
  stop: (typeof STOPS)[number];
  index: number;
  jobId: string;
  isHere: boolean;
  done: boolean;
  outstanding: string;
  /** Whether the cable is drawn solid up to it. */
  solid: boolean;
}) {
  return (
    <li className="relative flex flex-1 justify-center">
      {index > 0 && (
        <span
          aria-hidden="true"
          className={`absolute top-[12px] right-[calc(50%+13px)] left-[calc(-50%+13px)] border-t-2 ${solid ? 'border-lamp' : 'border-dotted border-head-ink-2'}`}
        />
      )}
      <Link
        href={`/jobs/${jobId}/${stop.id}`}
        aria-current={isHere ? 'step' : undefined}
        className="fig relative flex flex-col items-center gap-0.5 rounded-[3px] px-1 text-[14px] leading-tight"
      >
        <span
          className={`grid h-6 w-6 place-items-center rounded-[3px] border-2 text-[13px] font-semibold ${
            isHere
              ? 'border-head-ink bg-[#fbfcfa] text-[#1c2a2e]'
              : done
                ? 'border-lamp bg-lamp text-[#1c2a2e]'
                : 'border-head-ink-2 text-head-ink-2'
          }`}
        >
          {index + 1}
        </span>
        <span className={isHere ? 'font-semibold' : 'text-head-ink-2'}>{stop.label}</span>
        <span className="h-4 text-[12px] whitespace-nowrap text-head-ink-2">{done ? '' : outstanding}</span>
      </Link>
    </li>
  );
});

/** The seven stops as plugs on a run of cable; it follows the numbers, not the hand. */
const Plugs = memo(function Plugs() {
  const here = useSelectedLayoutSegment();
  const id = useJob((s) => s.id);
  const brief = useJob((s) => s.brief);
  const buildings = useJob((s) => s.site.buildings.length);
  const spots = useJob((s) => s.site.spots.length);
  const evidence = useJob((s) => s.evidence);
  const { derived, of: option, worked: known } = useDerived();
  const accepted = useAccepted();
  const worked = known?.of.plan.options.find((o) => o.id === accepted?.optionId) ?? option;
  const predictions = new Map(
    (derived?.options[worked?.id ?? '']?.predictions ?? []).map((p) => [p.spotId, p]),
  );
  const progress = progressOf(
    { brief, buildings, spots, option: worked, evidence },
    derived && { verdicts: derived.verdicts, predictions, steps: derived.steps },
  );
  // The cable is drawn solid as far as the job has come without a gap.
  const firstOpen = STOPS.findIndex((stop) => !progress[stop.id].done);
  const solidTo = firstOpen < 0 ? STOPS.length : firstOpen;
  return (
    <ol className="flex min-w-[560px] justify-between lg:mx-auto lg:max-w-[760px]">
      {STOPS.map((stop, i) => (
        <Plug
          key={stop.id}
          stop={stop}
          index={i}
          jobId={id}
          isHere={here === stop.id}
          done={progress[stop.id].done}
          outstanding={progress[stop.id].outstanding}
          solid={i <= solidTo}
        />
      ))}
    </ol>
  );
});

/** Name of the job, the option being looked at in Plan, and whether all is saved. */
function JobName() {
  const here = useSelectedLayoutSegment();
  const name = useJob((s) => s.name);
  const shown = useJob((s) => shownOption(s)?.name ?? null);
  return (
    <div className="min-w-0 leading-tight">
      <div className="fig truncate text-[15px] font-medium">{name}</div>
      <div className="fig truncate text-[13px] text-head-ink-2">
        {shown !== null && here === 'plan' ? `${shown} · ` : ''}
        <SaveNote />
      </div>
    </div>
  );
}

/** The head of every stop: the job, the seven stops, what is left. */
export function Cable({ undo }: { undo: ReturnType<typeof useUndo> }) {
  return (
    <header className="on-head no-print relative flex flex-wrap items-center gap-x-6 gap-y-1 bg-head px-4 py-2 text-head-ink">
      <div className="flex min-w-56 flex-1 items-center gap-3 lg:max-w-72">
        <Link href="/" className="flex items-center gap-2" aria-label="Nestle, all jobs">
          <Mark />
          <span className="fig text-xl font-semibold">Nestle</span>
        </Link>
        <JobName />
      </div>
      <nav aria-label="Stops" className="order-last w-full overflow-x-auto lg:order-none lg:w-auto lg:flex-1">
        <Plugs />
      </nav>
      <div className="flex flex-1 items-center justify-end gap-2 lg:max-w-64">
        <Headline />
        <UndoButtons undo={undo} />
        <ThemeButton />
      </div>
      {undo.said && (
        // Over the page, not in it: what is said about a change must not move what was changed.
        <p
          className="fig pointer-events-none absolute top-full right-3 z-20 rounded-b-[3px] bg-head px-3 pb-1.5 text-[13px] text-head-ink"
          aria-hidden="true"
        >
          {undo.said}
        </p>
      )}
    </header>
  );
}
