'use client';
import { useJob } from '@/ui/job/store';
import { useDrawing, useDrawingStore } from './drawing';
import { ToolChoice } from './ToolRow';
import { PASSES, toolWords } from './tools';
import { Button } from '@/ui/pieces/Button';

/** What the tool in hand asks for and what it puts in, at the head of the sheet, never over the drawing. */
export function Hint() {
  const pass = useDrawing((s) => s.pass);
  const tool = useDrawing((s) => s.tool);
  const message = useDrawing((s) => s.message);
  const region = useJob((s) => s.brief.region);
  return (
    <div className="flex min-h-9 shrink-0 items-center justify-between gap-3 border-b border-rule px-3 py-1">
      <p className="fig leading-tight text-ink-2" role="status">
        {message ||
          (tool === 'select' ? PASSES.find((p) => p.id === pass)!.about : toolWords(tool, region).hint)}
      </p>
      <div className="shrink-0">
        <ToolChoice />
      </div>
    </div>
  );
}

/** What one begins with on an empty plot: a building by its size, or a picture to trace. */
export function Begin({ onBuilding }: { onBuilding: () => void }) {
  const drawing = useDrawingStore();
  const pass = useDrawing((s) => s.pass);
  if (pass === 'trace' || pass === 'air') return null;
  return (
    <div className="pointer-events-none absolute inset-0 grid place-items-center pb-10">
      <div className="pointer-events-auto max-w-80 text-center">
        <p className="fig text-[15px] font-semibold">Nothing on the plot yet</p>
        <p className="mt-1 text-ink-2">
          Begin with the outside size of the house; rooms, doors and wiring are drawn into it.
        </p>
        <div className="mt-3 flex justify-center gap-2">
          <Button look="strong" onClick={onBuilding}>
            Size of the house
          </Button>
          <Button onClick={() => drawing.getState().open('trace')}>A picture to trace</Button>
        </div>
      </div>
    </div>
  );
}
