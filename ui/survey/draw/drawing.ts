'use client';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import type { Interference, Place, Point } from '@/core/site/model/schema';
import type { SnapKind } from '@/core/site/geometry/snap';
import type { AgeId } from '@/core/site/usual/ages';
import type { Thing } from '@/core/site/edit/things';
import { TOOLS, type Pass, type Tool } from './tools';

/** What the hand is doing on the survey sheet. It lives beside the job: moving a cross-hair draws nothing anew but itself. */
export interface DrawingState {
  pass: Pass;
  tool: Tool;
  /** Where the line, box or chain under way began. */
  from: Place | null;
  /** Corners of a chain that is one thing in the end, such as a duct. */
  chain: readonly Point[];
  cross: Point | null;
  caught: SnapKind;
  message: string;
  /** A length being typed; null while nobody types. */
  typed: string | null;
  construction: string;
  obstacle: string;
  disturber: Interference['kind'];
  /** A question before things with evidence are deleted. */
  asking: { things: readonly Thing[]; readings: number } | null;
  /** Complaint the next spot is put in for; null for none. */
  forComplaint: string | null;
  /** Outline of the room that is pointed at in its list; null for none. */
  pointed: readonly Point[] | null;
  /** When the house was built, once somebody has said it; null before. */
  age: AgeId | null;
  /** Rooms as they would be laid while they are typed. */
  sketch: readonly (readonly Point[])[];
  /** Things copied, to be put in again. */
  copied: readonly Thing[];
  set(values: Partial<Omit<DrawingState, 'set' | 'take' | 'open'>>): void;
  /** Takes a tool in hand, and turns to the round it belongs to. */
  take(tool: Tool): void;
  /** Turns to a round of the survey. */
  open(pass: Pass): void;
}

const IDLE = { from: null, chain: [], typed: null, message: '', forComplaint: null } as const;

export function createDrawing() {
  return createStore<DrawingState>()((set) => ({
    pass: 'house',
    tool: 'select',
    ...IDLE,
    cross: null,
    caught: 'free',
    construction: 'plasterboard',
    obstacle: 'fridge',
    disturber: 'microwave',
    asking: null,
    pointed: null,
    age: null,
    sketch: [],
    copied: [],
    set,
    take: (tool) => set((s) => ({ ...IDLE, tool, pass: TOOLS[tool].pass ?? s.pass })),
    open: (pass) => set({ ...IDLE, pass, tool: 'select' }),
  }));
}

export type Drawing = ReturnType<typeof createDrawing>;
export const DrawingContext = createContext<Drawing | null>(null);

export function useDrawingStore(): Drawing {
  const drawing = useContext(DrawingContext);
  if (!drawing) throw new Error('nothing is being surveyed here');
  return drawing;
}

export function useDrawing<T>(pick: (s: DrawingState) => T): T {
  return useStore(useDrawingStore(), pick);
}
