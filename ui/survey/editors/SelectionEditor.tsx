'use client';
import { Copy, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { paintWalls } from '@/core/site/edit/walls';
import type { Site } from '@/core/site/model/schema';
import { copyThings, type Thing } from '@/core/site/edit/things';
import { useJob, useJobStore } from '@/ui/job/store';
import { thingsSelected } from '@/ui/job/selection';
import { SelectField } from '@/ui/pieces/fields';
import { newId } from '@/ui/job/newId';
import { askDelete } from '../draw/askDelete';
import { constructionChoices } from '../draw/constructionChoices';
import { useDrawingStore } from '../draw/drawing';
import { OpeningEditor, RoomEditor, StairsEditor, WallEditor } from './houseEditors';
import { FoliageEditor, InterferenceEditor, ObstacleEditor } from './wayEditors';
import {
  CoaxOutletEditor,
  DataRunEditor,
  DuctEditor,
  JackEditor,
  OutletEditor,
  PanelEditor,
  SplitterEditor,
} from './wiringEditors';
import { Button } from '@/ui/pieces/Button';

/** What several chosen things have in common: painted, copied, deleted together. */
function ManyEditor({ things }: { things: readonly Thing[] }) {
  const store = useJobStore();
  const drawing = useDrawingStore();
  const custom = useJob((s) => s.site.customConstructions);
  const setSite = useJob((s) => s.setSite);
  const walls = things.filter((t) => t.kind === 'wall').map((t) => t.id);
  const copy = () => {
    let copies: Thing[] = [];
    setSite((s) => {
      const made = copyThings(s, things, 0.5, 0.5, newId);
      copies = made.copies;
      return made.site;
    });
    store.getState().selectAll(copies);
  };
  return (
    <section className="panel shrink-0 p-3" aria-label="Selected things">
      <h2 className="head2">{things.length} things chosen</h2>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {walls.length > 0 && (
          <div className="w-64">
            <SelectField
              label={`Construction of ${walls.length} walls`}
              value=""
              options={[{ value: '', label: 'paint them as' }, ...constructionChoices('wall', custom)]}
              onChange={(c) => c && setSite((s) => paintWalls(s, new Set(walls), c))}
            />
          </div>
        )}
        <Button onClick={copy}>
          <Copy size={15} aria-hidden="true" /> Copy
        </Button>
        <Button onClick={() => askDelete(store, drawing, things)}>
          <Trash2 size={15} aria-hidden="true" /> Delete all
        </Button>
      </div>
    </section>
  );
}

/** The editor of one thing; null for those that are edited in their list (spots) or nowhere. */
function editorOf(site: Site, { kind, id }: Thing): ReactNode {
  const find = <T extends { id: string }>(list: readonly T[]) => list.find((t) => t.id === id);
  const show = <T,>(found: T | undefined, draw: (t: T) => ReactNode) => (found ? draw(found) : null);
  switch (kind) {
    case 'wall':
      return show(find(site.walls), (wall) => <WallEditor key={id} wall={wall} />);
    case 'opening':
      return show(find(site.openings), (o) => <OpeningEditor key={id} opening={o} />);
    case 'room':
      return show(find(site.rooms), (room) => <RoomEditor key={id} room={room} />);
    case 'stairs':
      return show(find(site.buildings.flatMap((b) => b.storeys.flatMap((s) => s.holes))), (h) => (
        <StairsEditor key={id} id={h.id} name={h.name} />
      ));
    case 'obstacle':
      return show(find(site.obstacles), (o) => <ObstacleEditor key={id} obstacle={o} />);
    case 'foliage':
      return show(find(site.foliage), (f) => <FoliageEditor key={id} foliage={f} />);
    case 'interference':
      return show(find(site.interference), (x) => <InterferenceEditor key={id} source={x} />);
    case 'outlet':
      return show(find(site.outlets), (o) => <OutletEditor key={id} outlet={o} />);
    case 'panel':
      return show(find(site.panels), (p) => <PanelEditor key={id} panel={p} />);
    case 'coaxOutlet':
      return show(find(site.coax.outlets), (o) => <CoaxOutletEditor key={id} outlet={o} />);
    case 'splitter':
      return show(find(site.coax.splitters), (s) => <SplitterEditor key={id} splitter={s} />);
    case 'dataRun':
      return show(find(site.dataRuns), (r) => <DataRunEditor key={id} run={r} />);
    case 'jack':
      return show(find(site.jacks), (j) => <JackEditor key={id} jack={j} />);
    case 'duct':
      return show(find(site.ducts), (d) => <DuctEditor key={id} duct={d} />);
    default:
      return null;
  }
}

/** Fields of what is selected on the survey sheet. */
export function SelectionEditor() {
  const site = useJob((s) => s.site);
  const selected = useJob((s) => s.selected);
  const also = useJob((s) => s.also);
  const things = thingsSelected({ selected, also });
  if (things.length > 1) return <ManyEditor things={things} />;
  return things[0] ? editorOf(site, things[0]) : null;
}
