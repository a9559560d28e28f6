'use client';
import { Tabs } from 'radix-ui';
import { memo, useMemo, useState, type ReactNode } from 'react';
import { noticeLines } from '@/core/plan/compare/noticeLines';
import { useDerived, useOption } from '@/ui/job/derived';
import { useJob, useJobStore, type BenchPlace } from '@/ui/job/store';
import { useKeys } from '@/ui/keys/useKeys';
import { Button } from '@/ui/pieces/Button';
import { AddUnit } from './find/AddUnit';
import { Fixes } from './find/Fixes';
import type { AddedUnits } from './find/Places';
import { RulesOfThumb } from './find/RulesOfThumb';
import { Suggest } from './find/Suggest';
import { Compare } from './options/Compare';
import { Options } from './options/Options';
import { Papers } from './papers/Papers';
import { Review } from './review/Review';
import { UnitPanel } from './unit/UnitPanel';

type TabId = 'options' | 'find' | 'unit' | 'review' | 'papers';

/** Ways to find a plan, each a place of its own under Find. */
const FINDS = [
  ['suggest', 'Suggest'],
  ['rules', 'Rules of thumb'],
  ['add', 'Good places'],
  ['fix', 'Fix a spot'],
] as const satisfies readonly (readonly [BenchPlace, string])[];

const isFind = (place: BenchPlace): boolean => FINDS.some(([id]) => id === place);
const tabOf = (place: BenchPlace): TabId => (isFind(place) ? 'find' : (place as TabId));

function Tab({ id, children }: { id: TabId; children: ReactNode }) {
  return (
    <Tabs.Trigger
      value={id}
      className="fig cursor-pointer border-b-[3px] border-transparent px-3 py-1.5 text-[14px] font-medium text-ink-2 hover:text-ink data-[state=active]:border-lamp data-[state=active]:font-semibold data-[state=active]:text-ink"
    >
      {children}
    </Tabs.Trigger>
  );
}

/** The chosen unit, or how to choose one. */
function UnitPlace({ onDraw }: { onDraw: (unitId: string) => void }) {
  const option = useOption();
  const selected = useJob((s) => (s.selected?.kind === 'unit' ? s.selected.id : null));
  const unit = option?.units.find((u) => u.id === selected);
  if (!unit || !option)
    return <p className="mt-1">No unit is chosen: press one on the sheet or in the section.</p>;
  return <UnitPanel key={unit.id} unit={unit} option={option} onDraw={onDraw} />;
}

/** How many notices there are, for the tab. */
function ReviewTab() {
  const { shown, of } = useDerived();
  const count = useMemo(() => (shown && of ? noticeLines(shown, of).length : 0), [shown, of]);
  return (
    <Tab id="review">Review{count > 0 && <span className="ml-1 text-[12.5px] text-mains">{count}</span>}</Tab>
  );
}

function UnitTab() {
  const option = useOption();
  const selected = useJob((s) => (s.selected?.kind === 'unit' ? s.selected.id : null));
  const letter = option?.units.find((u) => u.id === selected)?.letter;
  return <Tab id="unit">{letter ? `Unit ${letter}` : 'Unit'}</Tab>;
}

/**
 * The bench beside the sheet: options, ways to find one, the chosen unit, what is to be said of it, and papers. Nothing of it
 * ever lies over the sheet; what is pointed at in it is shown there.
 */
export const Bench = memo(function Bench({
  added,
  onDraw,
}: {
  added: AddedUnits;
  onDraw: (unitId: string) => void;
}) {
  const store = useJobStore();
  const bench = useJob((s) => s.bench);
  const [lastFind, setLastFind] = useState<BenchPlace>('suggest');
  // Whoever opened it: Find leads back to where one was last.
  if (isFind(bench) && bench !== lastFind) setLastFind(bench);
  const go = (place: BenchPlace) => store.getState().set({ bench: place });
  useKeys({
    benchOptions: () => go('options'),
    benchFind: () => go(lastFind),
    benchUnit: () => go('unit'),
    benchReview: () => go('review'),
    benchPapers: () => go('papers'),
    addUnit: () => go('add'),
  });
  const tab = tabOf(bench);
  const panel = 'px-3 pb-2 data-[state=inactive]:hidden';
  return (
    <Tabs.Root
      value={tab}
      onValueChange={(id) => go(id === 'find' ? lastFind : (id as BenchPlace))}
      className="panel shrink-0"
    >
      <Tabs.List
        aria-label="Bench"
        className="sticky top-0 z-10 flex flex-wrap rounded-t-[4px] border-b border-rule bg-sheet"
      >
        <Tab id="options">Options</Tab>
        <Tab id="find">Find</Tab>
        <UnitTab />
        <ReviewTab />
        <Tab id="papers">Papers</Tab>
      </Tabs.List>
      <Tabs.Content value="options" className={`${panel} flex flex-col gap-2 pt-2`}>
        <Options />
        <Compare />
      </Tabs.Content>
      {/* A search goes on, and what it found stays, while one looks elsewhere. */}
      <Tabs.Content value="find" forceMount className={panel}>
        <div className="mt-2 flex flex-wrap gap-1" role="group" aria-label="Ways to find a plan">
          {FINDS.map(([id, label]) => (
            <Button key={id} className="min-h-7 px-2" aria-pressed={bench === id} onClick={() => go(id)}>
              {label}
            </Button>
          ))}
        </div>
        <div hidden={bench !== 'suggest'}>
          <Suggest />
        </div>
        <div hidden={bench !== 'rules'}>
          <RulesOfThumb />
        </div>
        {bench === 'add' && <AddUnit {...added} />}
        {bench === 'fix' && <Fixes />}
      </Tabs.Content>
      <Tabs.Content value="unit" className={panel}>
        <UnitPlace onDraw={onDraw} />
      </Tabs.Content>
      <Tabs.Content value="review" className={`${panel} pt-2`}>
        <Review />
      </Tabs.Content>
      <Tabs.Content value="papers" className={panel}>
        <Papers />
      </Tabs.Content>
    </Tabs.Root>
  );
});
