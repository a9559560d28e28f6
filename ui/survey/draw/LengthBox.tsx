'use client';
import { useState, type KeyboardEvent } from 'react';
import { parseLength } from '@/core/site/model/lengths';
import type { Place, Point } from '@/core/site/model/schema';
import { scaleByTwoPoints } from '@/core/site/edit/underlay';
import { useJob, useJobStore } from '@/ui/job/store';
import { ARROWS } from '@/ui/sheet/Marks';
import { useDrawing, useDrawingStore } from './drawing';
import { cornerOf, endOf } from './pen';
import type { putIn } from './putIn';
import { TOOLS } from './tools';
import { Button } from '@/ui/pieces/Button';

const FIELDS = {
  line: ['Length', 'Angle, ° from east'],
  chain: ['Length', 'Angle, ° from east'],
  box: ['West to east', 'North to south'],
} as const;

/** Angles of the arrow keys, degrees clockwise from east. */
const angleOfArrow = ([x, y]: readonly [number, number]) => (Math.atan2(y, x) * 180) / Math.PI;

/** The length being typed while something is drawn. Enter sets it; an arrow sets it in that direction. */
export function LengthBox({ put }: { put: ReturnType<typeof putIn> }) {
  const typed = useDrawing((s) => s.typed);
  const from = useDrawing((s) => s.from);
  if (typed === null || !from) return null;
  return <Fields key={`${from.xM},${from.yM}`} first={typed} from={from} put={put} />;
}

function Fields({ first, from, put }: { first: string; from: Place; put: ReturnType<typeof putIn> }) {
  const drawing = useDrawingStore();
  const store = useJobStore();
  const tool = useDrawing((s) => s.tool);
  const unit = useJob((s) => s.brief.lengthUnit);
  const [length, setLength] = useState(first);
  const [second, setSecond] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const shape = TOOLS[tool].shape === 'point' ? 'line' : TOOLS[tool].shape;
  const close = () => drawing.getState().set({ typed: null });

  /** Scales the picture so that the two points pressed are as far apart as typed. */
  function scale(lengthM: number): string | null {
    const { site, storeyId, setSite } = store.getState();
    const underlay = site.underlays.find((u) => u.storeyId === storeyId);
    const [a, b] = drawing.getState().chain;
    if (!underlay || !a || !b) return 'Set the two points first.';
    const scaled = scaleByTwoPoints(underlay, a, b, lengthM);
    if (!scaled.ok) return scaled.message;
    setSite((s) => ({
      ...s,
      underlays: s.underlays.map((u) => (u.id === underlay.id ? scaled.underlay : u)),
    }));
    drawing.getState().set({ from: null, chain: [], typed: null });
    return null;
  }

  /** Where the typed values lead; null with a problem said. */
  function target(arrow: readonly [number, number] | null): Point | null {
    const a = parseLength(length, unit);
    if (!a.ok) {
      setProblem(a.message);
      return null;
    }
    if (tool === 'scale') {
      setProblem(scale(a.lengthM));
      return null;
    }
    const { cross } = drawing.getState();
    if (shape === 'box') {
      const b = parseLength(second, unit);
      if (!b.ok) {
        setProblem(`${FIELDS.box[1]}: ${b.message}`);
        return null;
      }
      return cornerOf(from, cross, a.lengthM, b.lengthM);
    }
    const angle = second.trim() === '' ? null : Number(second.replace(',', '.'));
    if (angle !== null && !Number.isFinite(angle)) {
      setProblem('An angle is a number of degrees, such as 45.');
      return null;
    }
    return endOf(from, cross, a.lengthM, arrow ? angleOfArrow(arrow) : angle);
  }

  function commit(arrow: readonly [number, number] | null): void {
    const p = target(arrow);
    if (!p) return;
    drawing.getState().set({ typed: null, cross: p });
    put.press(p);
  }

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation();
    const arrow = ARROWS[event.key];
    if (event.key === 'Enter') {
      event.preventDefault();
      commit(null);
    } else if (event.key === 'Escape') {
      event.preventDefault();
      close();
    } else if (arrow && shape !== 'box' && tool !== 'scale' && second === '') {
      event.preventDefault();
      commit(arrow);
    }
  };
  return (
    <div
      className="panel absolute top-10 left-1/2 z-10 flex -translate-x-1/2 items-end gap-2 border-ink p-2"
      role="group"
      aria-label="Typed length"
    >
      <label className="fig text-[13px]">
        {FIELDS[shape][0]} ({unit === 'feet' ? `such as 10' 6"` : 'm'})
        <input
          autoFocus
          className="field fig block w-28!"
          value={length}
          aria-invalid={problem !== null}
          onFocus={(e) => e.currentTarget.setSelectionRange(length.length, length.length)}
          onChange={(e) => setLength(e.target.value)}
          onKeyDown={onKeyDown}
        />
      </label>
      {tool !== 'scale' && (
        <label className="fig text-[13px]">
          {FIELDS[shape][1]}
          <input
            className="field fig block w-28!"
            value={second}
            onChange={(e) => setSecond(e.target.value)}
            onKeyDown={onKeyDown}
          />
        </label>
      )}
      <Button look="strong" onClick={() => commit(null)}>
        Set
      </Button>
      <Button onClick={close}>Cancel</Button>
      {problem && (
        <p role="alert" className="fig absolute top-full left-0 mt-1 rounded-[3px] bg-sheet px-2 text-mains">
          {problem}
        </p>
      )}
    </div>
  );
}
