import type { PlanContext } from '../network/context';
import type { Option } from '../option/schema';
import { partsOf } from './parts';
import { priceOf } from './price';
import { workOf } from './work';

/** What a network costs, minor units, without asking what it gives. */
export const optionPriceMinor = (context: PlanContext, option: Option, today: Option): number =>
  priceOf(partsOf(context, option, today), workOf(context, option, today), context.brief).totalMinor;
