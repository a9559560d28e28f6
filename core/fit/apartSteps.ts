import { APART_WORDS } from '../brief/apart';
import { look } from './acts';
import type { Fitting } from './fitting';
import type { Step } from './step';

/** Networks beside that of the house, each shown to be apart by a phone that goes there and back. */
export function apartSteps({ context: { brief }, timed }: Fitting): Step[] {
  return brief.apart.map((network) => {
    const name = [brief.networkName, network === 'guest' ? 'guest' : 'kids'].filter(Boolean).join(' ');
    return timed(`apart:${network}`, `A ${APART_WORDS[network]}, apart from the house`, {
      acts: [
        look(`A name of its own: “${name}”; the customer types its key.`),
        look('Devices there reach the internet alone: isolation on, no way into the network of the house.'),
        ...(network === 'children' ? [look('Hours and what is let through, as the parents say.')] : []),
        look(
          'Show it with the phone, its mobile data off: from the network of the house, from the new one, and back.',
        ),
      ],
      notes: ['The page stays open on the phone while it changes its Wi-Fi.'],
      good: 'From there a web page opens, and the laptop is not reached.',
      after: ['names'],
    });
  });
}
