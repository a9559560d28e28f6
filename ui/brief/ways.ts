import type { Brief, Policies } from '@/core/brief/brief';
import type { PricedWays } from '@/core/job/waysPriced';
import { minutesText } from '@/core/plan/cost/duration';
import { deviceMin } from '@/core/plan/cost/work';
import { moneyText } from '@/core/plan/cost/money';

/** A way of working that can be chosen, with what it is like. */
export type Choice<K extends keyof Policies = keyof Policies> = { value: Policies[K]; label: string };

const FEEDS: Choice<'feed'>[] = [
  { value: 'wireFirst', label: 'wire first: steadiest, costs hours' },
  { value: 'wirelessFirst', label: 'wireless first: nothing to run' },
  { value: 'noDrilling', label: 'no drilling: air, powerline, coax' },
  { value: 'spendLeast', label: 'spend least: slower, hands over poorly' },
];
const NAMES: Choice<'names'>[] = [
  { value: 'one', label: 'one name: phones move by themselves' },
  { value: 'two', label: 'a separate name: switched by hand' },
];
const PLACING: Choice<'placing'>[] = [
  { value: 'asNear', label: 'as near as the signal allows' },
  { value: 'halfway', label: 'halfway' },
  { value: 'twoRooms', label: 'two rooms apart' },
  { value: 'twoWalls', label: 'at most two walls' },
];
const JOINING: Choice<'joining'>[] = [
  { value: 'bench', label: 'join on the bench, then carry' },
  { value: 'inPlace', label: 'place first, then join' },
];
const FAMILIES: Choice<'families'>[] = [
  { value: 'one', label: 'one family: one app, updated together' },
  { value: 'mixed', label: 'mixed: cheaper, more to look after' },
];
const ROUTERS: Choice<'router'>[] = [
  { value: 'replace', label: 'replaced by the mesh' },
  { value: 'behind', label: 'stays and routes, the mesh behind it' },
  { value: 'bridge', label: 'stays as a bridge, the mesh routes' },
];
const ADAPTERS: Choice<'adapters'>[] = [
  { value: 'group', label: 'one group: three places, four adapters' },
  { value: 'pairs', label: 'a pair for each place' },
];
const CABLES: Choice<'cables'>[] = [
  { value: 'sockets', label: 'from the reel, data outlets' },
  { value: 'plugs', label: 'from the reel, plugs' },
  { value: 'leads', label: 'ready-made leads in stocked lengths' },
];
const CREWS: Choice<'crew'>[] = [
  { value: 'one', label: 'one person' },
  { value: 'two', label: 'two: a shorter day, the same hands-on hours' },
];

const BANDS: Choice<'bands'>[] = [
  { value: 'one', label: 'one name for all bands' },
  { value: 'perBand', label: 'a name for each band' },
];

/** Old name and key or new ones, with what that takes for the devices of the brief. */
function keyChoices(brief: Brief): Choice<'key'>[] {
  const count = brief.devices.length;
  const takes = (key: Policies['key'], otherwise: string) =>
    count === 0
      ? otherwise
      : `${minutesText(count * deviceMin({ ...brief, policies: { ...brief.policies, key } }))} for ${count} ${count === 1 ? 'device' : 'devices'}`;
  return [
    { value: 'new', label: `new ones: ${takes('new', 'every device is joined')}` },
    { value: 'keep', label: `the old ones: ${takes('keep', 'devices come by themselves')}` },
  ];
}

/** Every way of working, in the order the job meets them. */
export const waysOf = (
  brief: Brief,
): { way: keyof Policies; label: string; choices: readonly Choice[] }[] => [
  { way: 'feed', label: 'Feeds', choices: FEEDS },
  { way: 'names', label: 'Network name', choices: NAMES },
  { way: 'key', label: 'Name and key', choices: keyChoices(brief) },
  { way: 'bands', label: 'Bands', choices: BANDS },
  { way: 'placing', label: 'Placing', choices: PLACING },
  { way: 'joining', label: 'Joining', choices: JOINING },
  { way: 'families', label: 'Kit', choices: FAMILIES },
  { way: 'router', label: 'The router that is there', choices: ROUTERS },
  { way: 'adapters', label: 'Coax and powerline', choices: ADAPTERS },
  { way: 'cables', label: 'New copper', choices: CABLES },
  { way: 'crew', label: 'On the day', choices: CREWS },
];

const SAME = 'the same price and day';

/** What of a choice is its name: the words before what it is like. */
const nameOf = ({ label }: Choice): string => label.split(':')[0]!;

/** More or less of something, in words; null where it is the same. */
const apart = (by: number, text: (amount: number) => string, more: string, less: string): string | null =>
  by === 0 ? null : `${text(Math.abs(by))} ${by > 0 ? more : less}`;

/** What each other choice of a way would make of the price and the day, in words; null where it cannot be told of the plan as it stands. */
export function otherPrices(
  prices: PricedWays | null,
  { way, choices }: { way: keyof Policies; choices: readonly Choice[] },
  now: string,
  currency: string,
): string | null {
  const of = (prices as Readonly<Record<string, PricedWays[keyof PricedWays] | undefined>> | null)?.[way];
  const own = of?.[now];
  if (!of || !own) return null;
  const others = choices
    .filter((c) => c.value !== now)
    .map((c) => {
      const there = of[c.value]!;
      const said = [
        apart(there.totalMinor - own.totalMinor, (m) => moneyText(m, currency), 'more', 'less'),
        apart(Math.round(there.dayMin) - Math.round(own.dayMin), minutesText, 'longer', 'shorter'),
      ].filter((t) => t !== null);
      return { name: nameOf(c), said: said.length === 0 ? SAME : said.join(', ') };
    });
  if (others.length > 1 && others.every((o) => o.said === SAME)) return `the others: ${SAME}`;
  return others.map((o) => `${o.name}: ${o.said}`).join(' · ');
}
