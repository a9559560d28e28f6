'use client';
import { useJob } from '@/ui/job/store';
import { SelectField } from '@/ui/pieces/fields';
import { constructionChoices } from './constructionChoices';
import { DISTURBERS } from './disturbers';
import { useDrawing, useDrawingStore } from './drawing';
import { TOOLS, toolWords, toolsOf, type Tool } from './tools';
import { Button } from '@/ui/pieces/Button';

const WITH_CONSTRUCTION: ReadonlySet<Tool> = new Set(['wall', 'divide', 'room', 'paint']);

/** What the tool in hand puts in: construction of walls, kind of obstacle or disturber. */
export function ToolChoice() {
  const drawing = useDrawingStore();
  const tool = useDrawing((s) => s.tool);
  const construction = useDrawing((s) => s.construction);
  const obstacle = useDrawing((s) => s.obstacle);
  const disturber = useDrawing((s) => s.disturber);
  const custom = useJob((s) => s.site.customConstructions);
  const { set } = drawing.getState();
  if (WITH_CONSTRUCTION.has(tool))
    return (
      <div className="w-52">
        <SelectField
          hideLabel
          label="Construction of new walls"
          value={construction}
          options={constructionChoices('wall', custom)}
          onChange={(value) => set({ construction: value })}
        />
      </div>
    );
  if (tool === 'obstacle')
    return (
      <div className="w-52">
        <SelectField
          hideLabel
          label="Kind of obstacle"
          value={obstacle}
          options={constructionChoices('obstacle', custom)}
          onChange={(value) => set({ obstacle: value })}
        />
      </div>
    );
  if (tool === 'interference')
    return (
      <div className="w-52">
        <SelectField
          hideLabel
          label="Kind of disturber"
          value={disturber}
          options={DISTURBERS}
          onChange={(value) => set({ disturber: value })}
        />
      </div>
    );
  return null;
}

/** Tools of the open round of the survey, with their keys. */
export function ToolRow({ onBuilding }: { onBuilding: () => void }) {
  const drawing = useDrawingStore();
  const pass = useDrawing((s) => s.pass);
  const tool = useDrawing((s) => s.tool);
  const region = useJob((s) => s.brief.region);
  return (
    <div role="group" aria-label="Drawing" className="flex flex-wrap gap-0.5">
      {pass === 'house' && (
        <Button className="px-[5px]" onClick={onBuilding} aria-keyshortcuts="b">
          Building
        </Button>
      )}
      {(['select', ...toolsOf(pass)] as Tool[]).map((t) => (
        <Button
          key={t}
          className="px-[5px]"
          aria-pressed={tool === t}
          aria-keyshortcuts={TOOLS[t].key}
          title={`${toolWords(t, region).hint} Key: ${TOOLS[t].key.length === 1 ? TOOLS[t].key.toUpperCase() : TOOLS[t].key}`}
          onClick={() => drawing.getState().take(t)}
        >
          {toolWords(t, region).label}
        </Button>
      ))}
    </div>
  );
}
