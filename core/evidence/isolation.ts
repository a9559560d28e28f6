import { z } from 'zod';
import { APART_NETWORKS } from '../brief/apart';
import { base } from './rowBase';

/** What a phone reached that went from the network of the house to one that is to be apart, and back. */
export const isolation = z.strictObject({
  kind: z.literal('isolation'),
  ...base,
  network: z.enum(APART_NETWORKS),
  /** Whether it reached a computer of the house from the network of the house, before and after. */
  mainBefore: z.boolean(),
  mainAfter: z.boolean(),
  /** Whether it reached that computer, and the internet, from the network that is to be apart. */
  houseFromApart: z.boolean(),
  internetFromApart: z.boolean(),
});

/** What the test shows: apart, not apart, or nothing, since a device that reaches nothing anywhere proves nothing. */
export type Isolated = 'apart' | 'notApart' | 'notShown';

export function isolated(
  row: Pick<z.infer<typeof isolation>, 'mainBefore' | 'mainAfter' | 'houseFromApart' | 'internetFromApart'>,
): Isolated {
  if (row.houseFromApart) return 'notApart';
  return row.mainBefore && row.mainAfter && row.internetFromApart ? 'apart' : 'notShown';
}
