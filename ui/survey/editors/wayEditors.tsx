'use client';
import { INTERFERENCE_REACH_M } from '@/core/plan/network/surroundings';
import { lengthText } from '@/core/site/model/lengths';
import type { Foliage, Interference, Obstacle } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { FieldTable, type Field } from '@/ui/pieces/FieldTable';
import { constructionChoices } from '../draw/constructionChoices';
import { DISTURBERS } from '../draw/disturbers';
import { Editor } from './Editor';
import { useChange } from './useChange';

/** What an obstacle is, how high it stands and how high it is. */
export function ObstacleEditor({ obstacle }: { obstacle: Obstacle }) {
  const custom = useJob((s) => s.site.customConstructions);
  const table: Field<Obstacle>[] = [
    { name: 'name', label: 'What it is' },
    { select: 'construction', label: 'Takes signal like', options: constructionChoices('obstacle', custom) },
    { lengthM: 'baseM', label: 'Stands above floor', maxM: 20 },
    { lengthM: 'heightM', label: 'Height', minM: 0.05, maxM: 20 },
  ];
  return (
    <Editor title="Obstacle" thing={{ kind: 'obstacle', id: obstacle.id }} deleteLabel="obstacle">
      <FieldTable of={obstacle} set={useChange('obstacles', obstacle.id)} table={table} />
    </Editor>
  );
}

const FOLIAGE: readonly Field<Foliage>[] = [
  { name: 'name', label: 'What it is' },
  { lengthM: 'heightM', label: 'Height', minM: 0.2, maxM: 40 },
  { tick: 'inLeaf', label: 'In leaf while it matters' },
];

/** Name, height and leaf of a hedge or tree. */
export function FoliageEditor({ foliage }: { foliage: Foliage }) {
  return (
    <Editor title="Hedge or tree" thing={{ kind: 'foliage', id: foliage.id }} deleteLabel="hedge">
      <FieldTable of={foliage} set={useChange('foliage', foliage.id)} table={FOLIAGE} />
    </Editor>
  );
}

const DISTURBER: readonly Field<Interference>[] = [
  { name: 'name', label: 'Name' },
  { select: 'kind', label: 'Kind', options: DISTURBERS },
];

/** Kind and name of something that disturbs radio. */
export function InterferenceEditor({ source }: { source: Interference }) {
  const unit = useJob((s) => s.brief.lengthUnit);
  return (
    <Editor title="Disturber" thing={{ kind: 'interference', id: source.id }} deleteLabel="disturber">
      <FieldTable of={source} set={useChange('interference', source.id)} table={DISTURBER} />
      <p className="fig col-span-2 text-[13px] text-ink-2">
        Plan says so where a unit stands within {lengthText(INTERFERENCE_REACH_M, unit)} of it. Not part of
        the computed signal.
      </p>
    </Editor>
  );
}
