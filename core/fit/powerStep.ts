import { kitOf } from '../plan/network/context';
import { turnedDown } from '../plan/network/radioPower';
import { settingKey } from '../plan/network/radios';
import { look } from './acts';
import { called, type Fitting } from './fitting';
import type { Step } from './step';

/** Share of its power a radio sends with so much less, percent: pages that know no dBm often know this. */
const percentOf = (lessDb: number): number => Math.round(100 * 10 ** (-lessDb / 10));

/** The step that turns units down as planned, so that devices let go of them at the doorway; none where none is. */
export function powerSteps({ context, option, timed }: Fitting): Step[] {
  const turned = option.units.flatMap((unit) =>
    turnedDown(unit, kitOf(context, unit)).map((t) => ({ unit, ...t, key: settingKey(t.radio) })),
  );
  if (turned.length === 0) return [];
  return [
    timed('power', 'Turn the power down, so that devices let go at the doorway', {
      acts: turned.map(({ unit, key, powerDbm, lessDb }) =>
        look(
          `${called(unit)}, ${key === 'backhaul' ? 'own backhaul radio' : `${key} GHz`}: ${Math.round(powerDbm)} dBm, ${Math.round(lessDb)} dB less than its most (a page with percents: ${percentOf(lessDb)} %).`,
        ),
      ),
      notes: [
        'A page with words alone: the word nearest to it, never below. One without such a setting: leave it, and take the power out of the plan.',
      ],
      good: 'Walked from one unit to the next, a phone changes over by itself (the walk in After), and every spot still works.',
      cautions: ['radio'],
      mark: turned.map(({ unit, key, powerDbm }) => `${unit.id} ${key} ${powerDbm}`).join(' '),
      after: ['names'],
    }),
  ];
}
