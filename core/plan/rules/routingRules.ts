import { kitById } from '../../kit/catalogue/catalogue';
import { kitOf, type PlanContext } from '../network/context';
import { gatewayOf } from '../option/graph';
import type { Option, Unit } from '../option/schema';
import { COPPER_LIMIT_M, FIXED_COPPER_M } from '../../feed/ethernet';
import { lengthText } from '../../site/model/lengths';
import { entryLeadOf } from '../network/cableRun';
import type { RuleNotice } from './ruleNotice';
import { meshRootOf, routersOf, roleOf, hangingWords } from '../network/routing';

/** Whether the box that is on the line today is on it in an option. */
function staysOnLine(option: Option, today: Option | null): boolean {
  const router = today && gatewayOf(today);
  return !router || option.units.some((u) => u.feed.kind === 'line' && u.kitId === router.kitId);
}

/** Who routes, and whether that is one box: routers in series, two address servers, a rival radio, what hangs on the box that goes. */
export function routingNotices(context: PlanContext, option: Option, today: Option | null): RuleNotice[] {
  const out: RuleNotice[] = [];
  const gateway = gatewayOf(option);
  if (!gateway) return out;
  const say = (unit: Unit, severity: RuleNotice['severity'], words: string) =>
    out.push({ unitId: unit.id, severity, words });
  const root = meshRootOf(context, option) ?? gateway;
  const [first, second] = routersOf(context, option);
  for (const u of option.units) {
    const roles = kitById(u.kitId, context.ownKit)?.roles ?? [];
    if (u.role && !roles.includes(u.role))
      say(
        u,
        'blocks',
        `${u.letter} cannot be ${u.role === 'bridge' ? 'bridged' : u.role === 'router' ? 'a router' : 'an access point'}: its kit does not do that.`,
      );
  }
  if (first && second)
    say(
      second,
      'check',
      `${first.letter} stays and routes; ${second.letter} behind it would route a second time and hand out addresses too. Run ${second.letter} as access point, or bridge ${first.letter}, or take ${first.letter} off the line.`,
    );
  const boxHasRadio = kitOf(context, gateway).radios.length > 0;
  if (root !== gateway && boxHasRadio && !(first && second))
    say(
      gateway,
      'check',
      `The radio of ${gateway.letter} stays on beside the mesh of ${root.letter}: give it the same name and key, or switch it off, or devices hang on the wrong one.`,
    );
  if (roleOf(context, option, gateway) === 'bridge' && !first)
    say(
      gateway,
      'blocks',
      `${gateway.letter} is bridged and nothing behind it routes: let ${root === gateway ? 'a unit behind it' : root.letter} route.`,
    );
  const lead = entryLeadOf(context, option, today);
  const leadM = lead?.by === 'cable' ? lead.run.lengthM : 0;
  if (leadM > FIXED_COPPER_M)
    say(
      gateway,
      leadM > COPPER_LIMIT_M ? 'blocks' : 'check',
      `From the entry to ${gateway.letter} are ${lengthText(leadM, context.brief.lengthUnit)} of cable; copper carries the line over ${lengthText(FIXED_COPPER_M, context.brief.lengthUnit)} and its leads: stand it nearer, or take fibre.`,
    );
  const hangs = hangingWords(context);
  if (hangs.length > 0 && option.units.length > 0) {
    const goes = !staysOnLine(option, today);
    if (goes)
      say(
        gateway,
        'check',
        `On the router this plan replaces hangs ${hangs.join(' and ')}: agree with the customer how it goes on.`,
      );
    else if (gateway.role === 'bridge')
      say(
        gateway,
        'check',
        `On ${gateway.letter}, which is bridged, hangs ${hangs.join(' and ')}: a bridged box often drops its telephone, and ports are forwarded on ${root.letter} then. Agree and test.`,
      );
  }
  return out;
}
