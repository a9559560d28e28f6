'use client';
import { INTERFERENCE_REACH_M } from '@/core/plan/network/surroundings';
import { lengthText } from '@/core/site/model/lengths';
import type { Foliage, Interference, Obstacle } from '@/core/site/model/schema';
import { useJob } from '@/ui/job/store';
import { NameField, SelectField, Tick } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';
import { constructionChoices } from '../draw/constructionChoices';
import { DISTURBERS } from '../draw/disturbers';
import { Editor } from './Editor';

/** What an obstacle is, how high it stands and how high it is. */
export function ObstacleEditor({ obstacle }: { obstacle: Obstacle }) {
  const custom = useJob((s) => s.site.customConstructions);
  const setSite = useJob((s) => s.setSite);
  const set = (values: Partial<Obstacle>) =>
    setSite((s) => ({
      ...s,
      obstacles: s.obstacles.map((o) => (o.id === obstacle.id ? { ...o, ...values } : o)),
    }));
  return (
    <Editor title="Obstacle" thing={{ kind: 'obstacle', id: obstacle.id }} deleteLabel="obstacle">
      <NameField
        label="What it is"
        value={obstacle.name}
        onChange={(name) => set({ name: name.slice(0, 80) })}
      />
      <SelectField
        label="Takes signal like"
        value={obstacle.construction}
        options={constructionChoices('obstacle', custom)}
        onChange={(construction) => set({ construction })}
      />
      <LengthField
        label="Stands above floor"
        valueM={obstacle.baseM}
        maxM={20}
        onChange={(baseM) => baseM !== null && set({ baseM })}
      />
      <LengthField
        label="Height"
        valueM={obstacle.heightM}
        minM={0.05}
        maxM={20}
        onChange={(heightM) => heightM !== null && set({ heightM })}
      />
    </Editor>
  );
}

/** Name, height and leaf of a hedge or tree. */
export function FoliageEditor({ foliage }: { foliage: Foliage }) {
  const setSite = useJob((s) => s.setSite);
  const set = (values: Partial<Foliage>) =>
    setSite((s) => ({
      ...s,
      foliage: s.foliage.map((f) => (f.id === foliage.id ? { ...f, ...values } : f)),
    }));
  return (
    <Editor title="Hedge or tree" thing={{ kind: 'foliage', id: foliage.id }} deleteLabel="hedge">
      <NameField
        label="What it is"
        value={foliage.name}
        onChange={(name) => set({ name: name.slice(0, 80) })}
      />
      <LengthField
        label="Height"
        valueM={foliage.heightM}
        minM={0.2}
        maxM={40}
        onChange={(heightM) => heightM !== null && set({ heightM })}
      />
      <Tick
        label="In leaf while it matters"
        checked={foliage.inLeaf}
        onChange={(inLeaf) => set({ inLeaf })}
      />
    </Editor>
  );
}

/** Kind and name of something that disturbs radio. */
export function InterferenceEditor({ source }: { source: Interference }) {
  const unit = useJob((s) => s.brief.lengthUnit);
  const setSite = useJob((s) => s.setSite);
  const set = (values: Partial<Interference>) =>
    setSite((s) => ({
      ...s,
      interference: s.interference.map((x) => (x.id === source.id ? { ...x, ...values } : x)),
    }));
  return (
    <Editor title="Disturber" thing={{ kind: 'interference', id: source.id }} deleteLabel="disturber">
      <NameField label="Name" value={source.name} onChange={(name) => set({ name: name.slice(0, 80) })} />
      <SelectField label="Kind" value={source.kind} options={DISTURBERS} onChange={(kind) => set({ kind })} />
      <p className="fig col-span-2 text-[13px] text-ink-2">
        Plan says so where a unit stands within {lengthText(INTERFERENCE_REACH_M, unit)} of it. Not part of
        the computed signal.
      </p>
    </Editor>
  );
}
