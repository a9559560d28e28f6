/** A door, window or gap in a barrier, as the stretch [s0, s1) of its length and the heights it spans. */
export interface SceneOpening {
  id: string;
  s0: number;
  s1: number;
  sillM: number;
  headM: number;
  construction: number;
}

/** A wall as a vertical rectangle. */
export interface Barrier {
  id: string;
  ax: number;
  ay: number;
  bx: number;
  by: number;
  lengthM: number;
  thicknessM: number;
  baseM: number;
  topM: number;
  construction: number;
  openings: SceneOpening[];
}

/** A floor or roof: a level inside an outline, less its holes and less what lies under a storey above. */
export interface Slab {
  id: string;
  levelM: number;
  outline: Float64Array;
  holes: Float64Array[];
  /** Outlines of the storeys above a wing's roof: there is none under them. */
  under: Float64Array[];
  construction: number;
}

/** A slope of a roof: a plane z = levelM + gx·x + gy·y over an outline, all in m. It counts as a wall does, at whatever angle it is met. */
export interface Slope {
  id: string;
  outline: Float64Array;
  levelM: number;
  gx: number;
  gy: number;
  construction: number;
}

/** A box or prism that costs once when a line passes through it. */
export interface Volume {
  id: string;
  outline: Float64Array;
  baseM: number;
  topM: number;
  construction: number;
}

export interface Leaves {
  outline: Float64Array;
  /** From the ground where it is not given. */
  baseM?: number;
  topM: number;
  inLeaf: boolean;
}
