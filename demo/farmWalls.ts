import type { Site } from '@/core/site/model/schema';
import { at, box, door, pane, walls } from './build';

/** Footprints of the farm's buildings. */
export const HOUSE = box(0, 0, 14, 10);
export const STUDIO = box(23, 1, 31, 8);
export const BARN = box(30, 20, 39.5, 27);

export function farmhouse(): Pick<Site, 'walls' | 'openings'> {
  return {
    walls: [
      ...walls('fg', 'f-ground', 'rubbleStone', HOUSE, true),
      ...walls('fg-spine', 'f-ground', 'brickSingle', [at(0, 6), at(14, 6)]),
      ...walls('fg-snug', 'f-ground', 'lathPlaster', [at(5, 0), at(5, 6)]),
      ...walls('fg-dairy', 'f-ground', 'brickSingle', [at(9.5, 0), at(9.5, 6)]),
      ...walls('fg-porch', 'f-ground', 'lathPlaster', [at(3, 6), at(3, 10)]),
      ...walls('fg-parlour', 'f-ground', 'lathPlaster', [at(9, 6), at(9, 10)]),
      ...walls('fu', 'f-upper', 'rubbleStone', HOUSE, true),
      ...walls('fu-spine', 'f-upper', 'lathPlaster', [at(0, 4.5), at(14, 4.5)]),
      ...walls('fu-main', 'f-upper', 'plasterboard', [at(6, 0), at(6, 4.5)]),
      ...walls('fu-guest', 'f-upper', 'plasterboard', [at(9, 4.5), at(9, 10)]),
      ...walls('fu-land', 'f-upper', 'plasterboard', [at(4.5, 4.5), at(4.5, 10)]),
      ...walls('fa-gable-w', 'f-attic', 'rubbleStone', [at(0, 0), at(0, 10)]),
      ...walls('fa-gable-e', 'f-attic', 'rubbleStone', [at(14, 0), at(14, 10)]),
      ...walls('fa-knee-n', 'f-attic', 'foilGaps', [at(0, 1.6), at(14, 1.6)]),
      ...walls('fa-knee-s', 'f-attic', 'foilGaps', [at(0, 8.4), at(14, 8.4)]),
      ...walls('fa-study', 'f-attic', 'plasterboard', [at(7, 1.6), at(7, 8.4)]),
    ],
    openings: [
      door('fg-front', 'fg-4', 1.6, 'timberDoor', 1),
      pane('fg-w-kitchen', 'fg-1', 1.8),
      pane('fg-w-snug', 'fg-1', 6.6),
      pane('fg-w-dairy', 'fg-2', 2, 0.6),
      pane('fg-w-parlour', 'fg-2', 7.2, 1.2),
      pane('fg-w-hall', 'fg-3', 7, 1.2),
      door('fg-d-porch', 'fg-porch-1', 1.4),
      door('fg-d-parlour', 'fg-parlour-1', 1.2),
      door('fg-d-kitchen', 'fg-spine-1', 3.6),
      door('fg-d-snug', 'fg-spine-1', 7.2, 'open'),
      door('fg-d-dairy', 'fg-dairy-1', 3.8),
      pane('fu-w-main', 'fu-1', 2.4),
      pane('fu-w-back', 'fu-1', 9.5),
      pane('fu-w-guest', 'fu-2', 6.8),
      pane('fu-w-land', 'fu-3', 7, 1),
      door('fu-d-main', 'fu-spine-1', 4.8),
      door('fu-d-back', 'fu-spine-1', 7.4),
      door('fu-d-guest', 'fu-guest-1', 1),
      pane('fa-w-east', 'fa-gable-e-1', 4.2, 0.9),
      door('fa-d-study', 'fa-study-1', 2.8),
    ],
  };
}

export function outbuildings(): Pick<Site, 'walls' | 'openings'> {
  return {
    walls: [
      ...walls('st', 's-ground', 'brickCavity', STUDIO, true),
      ...walls('st-kiln', 's-ground', 'brickCavity', [at(27, 1), at(27, 8)]),
      ...walls('by', 'b-byre', 'timberCladding', BARN, true),
      ...walls('lo', 'b-loft', 'timberCladding', BARN, true),
    ],
    openings: [
      door('st-door', 'st-4', 3.6, 'timberDoor', 1.1),
      pane('st-w-glaze', 'st-3', 5.2, 1.4),
      pane('st-w-kiln', 'st-1', 5.4, 0.8),
      door('st-d-kiln', 'st-kiln-1', 4.6, 'metalDoor'),
      door('by-door', 'by-4', 2.6, 'timberDoor', 1.8),
      door('lo-hatch', 'lo-4', 3, 'timberDoor', 1),
    ],
  };
}
