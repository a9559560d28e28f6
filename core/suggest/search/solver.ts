/** What came of a program: its best values with their objective, that it has none, or that the nodes did not reach. */
export type Solved = { kind: 'best'; objective: number } | { kind: 'none' } | { kind: 'unfinished' };
/** What is solved with: the text of a program in LP format. */
export type Solve = (lp: string) => Promise<Solved>;

/** As much of the solver's one-shot interface as is used: a program as text, to its objective. */
export interface LpSolver {
  solve(
    problem: string,
    options: Record<string, string | number | boolean>,
  ): { Status: string; ObjectiveValue: number };
}

/** Nodes of one program's search at most: a count, not a clock, so that the same job gives the same plan. */
const MOST_NODES = 20_000;

/** Solving by HiGHS: exact to the last minor unit, or unfinished where the nodes did not reach. */
export const solveWith =
  (solver: LpSolver): Solve =>
  (lp) => {
    const answer = solver.solve(lp, {
      output_flag: false,
      mip_rel_gap: 0,
      mip_abs_gap: 1e-3,
      mip_max_nodes: MOST_NODES,
      random_seed: 1,
      presolve: 'off',
    });
    if (answer.Status === 'Infeasible') return Promise.resolve({ kind: 'none' });
    if (answer.Status !== 'Optimal') return Promise.resolve({ kind: 'unfinished' });
    return Promise.resolve({ kind: 'best', objective: answer.ObjectiveValue });
  };
