import type { PoeType } from '../kit/model/schema';

/** IEEE 802.3 power, W, at the source and what is left at the device after 100 m. */
export const POE_W: Record<PoeType, { label: string; sourceW: number; deviceW: number }> = {
  af: { label: '802.3af (type 1)', sourceW: 15.4, deviceW: 12.95 },
  at: { label: '802.3at (type 2)', sourceW: 30, deviceW: 25.5 },
  bt3: { label: '802.3bt type 3', sourceW: 60, deviceW: 51 },
  bt4: { label: '802.3bt type 4', sourceW: 90, deviceW: 71.3 },
};

const ORDER: readonly PoeType[] = ['af', 'at', 'bt3', 'bt4'];

/** Whether a source of one type feeds a device of another. */
export function sourceFeeds(source: PoeType, device: PoeType): boolean {
  return ORDER.indexOf(source) >= ORDER.indexOf(device);
}

export interface PoeResult {
  neededW: number;
  budgetW: number;
  ok: boolean;
  /** What is wrong, in words; empty when it fits. */
  problems: string[];
}

/** Checks devices against a switch: its ports' type and its budget ≥ Σ source power of the devices' classes. */
export function poeBudget(
  devices: readonly PoeType[],
  source: { type: PoeType; budgetW: number },
): PoeResult {
  const neededW = devices.reduce((sum, d) => sum + POE_W[d].sourceW, 0);
  const problems: string[] = [];
  for (const d of new Set(devices))
    if (!sourceFeeds(source.type, d))
      problems.push(
        `A device needs ${POE_W[d].label}, the switch gives ${POE_W[source.type].label}: take a stronger switch or an injector for it.`,
      );
  if (neededW > source.budgetW)
    problems.push(
      `The devices need ${neededW.toFixed(1)} W at the source, the switch has ${source.budgetW} W: take a larger budget or fewer devices.`,
    );
  return { neededW, budgetW: source.budgetW, ok: problems.length === 0, problems };
}
