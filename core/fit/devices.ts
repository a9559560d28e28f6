import type { Brief } from '../brief/brief';
import type { ScheduledStep } from './step';

export type RejoinDevice = Brief['devices'][number];

/** A device that goes back on the network, with what it needs to be told. */
export interface DeviceLine {
  id: string;
  name: string;
  /** The network it joins; empty where none is named in the brief. */
  network: string;
  /** How it is brought there, and its trick where it speaks 2.4 GHz alone. */
  words: string[];
  /** Whether it must not be long without network: alarm, telephone, office. */
  matters: boolean;
}

const ONLY_24 = [
  'It speaks 2.4 GHz alone. Its app asks for the phone to be on the same band:',
  'switch 5 GHz off for the minutes of joining (or use a guest network on 2.4 GHz alone),',
  'or join it from the far end of the garden, where the phone hears 2.4 GHz alone. Then 5 GHz on again.',
];

/** What each device is told, those that matter first, then those with a trick: they take longest. */
export function deviceLines(brief: Brief): DeviceLine[] {
  const keeps = brief.policies.key === 'keep';
  return [...brief.devices]
    .sort((a, b) => Number(b.matters) - Number(a.matters) || Number(b.only24) - Number(a.only24))
    .map((d) => ({
      id: d.id,
      name: d.name || 'a device',
      network: brief.networkName,
      matters: d.matters,
      words: keeps
        ? [
            'It comes by itself: name and key are the old ones. Look that it is there.',
            ...(d.only24 ? ['It speaks 2.4 GHz alone.'] : []),
          ]
        : d.only24
          ? [ONLY_24.join(' ')]
          : [],
    }));
}

/** Minutes the devices of a home are without network: from the old router out until each step that brings them back is over. */
export interface OfflineBudget {
  /** Those that matter, and all others; 0 where nothing is taken out. */
  mattersMin: number;
  othersMin: number;
}

export function offlineBudget(sheet: readonly ScheduledStep[], brief: Brief): OfflineBudget {
  const at = (key: string) => sheet.find((s) => s.key === key);
  const out = at('modem');
  if (!out) return { mattersMin: 0, othersMin: 0 };
  const back = (key: string): number => {
    // With the old name and key they come by themselves once the network has its name.
    const step = brief.policies.key === 'keep' ? at('network') : at(key);
    return step
      ? Math.max(0, (brief.policies.key === 'keep' ? step.waitEndMin : step.handsEndMin) - out.startMin)
      : 0;
  };
  return {
    mattersMin: brief.devices.some((d) => d.matters) ? back('devicesFirst') : 0,
    othersMin: back('devices'),
  };
}

/** Devices that are not on the new network yet, by what was ticked. */
export const missingDevices = (
  brief: Pick<Brief, 'devices'>,
  joined: ReadonlyMap<string, { joined: boolean }>,
): RejoinDevice[] => brief.devices.filter((d) => !joined.get(d.id)?.joined);
