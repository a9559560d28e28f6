import { kitOf, type PlanContext } from '../network/context';
import type { Access } from '../links/access';

/** A client sticks to a unit heard at this level or better and less than this below the best (estimates); under two names to any not yet lost. */
const STICK_DBM = -72;
const STICK_WITHIN_DB = 8;

/**
 * Whether a device may stay on a unit though another serves it better. A unit with a name of its own (an extender under two
 * names) is never left by itself; two that both hand devices over (roaming) under one name are; else by the levels.
 */
export function mayStick(context: PlanContext, best: Access, other: Access): boolean {
  const [kit, bestKit] = [kitOf(context, other.unit), kitOf(context, best.unit)];
  const isExtender = kit.kind === 'extender' || bestKit.kind === 'extender';
  if (context.brief.policies.names === 'two' && isExtender) return other.downMbps > 0;
  if (other.unit !== best.unit && kit.roams && bestKit.roams) return false;
  return other.levelDbm >= STICK_DBM && other.levelDbm > best.levelDbm - STICK_WITHIN_DB;
}
