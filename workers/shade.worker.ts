import { expose } from 'comlink';
import { planContext, type LineState } from '../core/plan/context';
import type { Brief } from '../core/plan/brief';
import { shadeGrid, type ShadeGrid } from '../core/plan/shade';
import type { Option, Plan } from '../core/plan/schema';
import type { Box } from '../core/site/levels';
import type { ActivityId } from '../core/site/needs';
import type { Site } from '../core/site/schema';

export interface ShadeRequest {
  job: { site: Site; brief: Brief; plan: Pick<Plan, 'ownKit'> };
  line: LineState;
  option: Option;
  storeyIds: string[];
  box: Box;
  cellM: number;
  activity: ActivityId | null;
}

const api = {
  shade(request: ShadeRequest): ShadeGrid {
    const context = planContext(request.job, request.line);
    return shadeGrid(
      context,
      request.option,
      request.storeyIds,
      request.box,
      request.cellM,
      request.activity,
    );
  },
};
export type ShadeWorker = typeof api;
expose(api);
