import equal from 'fast-deep-equal';
import { CATALOGUE } from './catalogue';
import { MATERIALS, type MaterialItem } from '../model/materialItems';
import type { KitItem } from '../model/schema';

const TABLED = new Set<KitItem | MaterialItem>([...CATALOGUE, ...MATERIALS]);

/** What brings an item's prices into the job's currency: the tabled ones are in EUR, the job's own are in its currency already. */
export const priceFactor = (item: KitItem | MaterialItem, catalogueRate: number): number =>
  TABLED.has(item) ? catalogueRate : 1;

/** An item of kit as it is sold in the job's currency, in whole minor units. */
export function pricedKit(item: KitItem, catalogueRate: number): KitItem {
  const by = priceFactor(item, catalogueRate);
  return {
    ...item,
    costMinor: Math.round(item.costMinor * by),
    packs: item.packs.map((p) => ({ ...p, costMinor: Math.round(p.costMinor * by) })),
  };
}

/** A material as it is sold in the job's currency, to a hundredth of a minor unit: a metre or a clip may cost a part of one. */
export const pricedMaterial = (item: MaterialItem, catalogueRate: number): MaterialItem => ({
  ...item,
  costMinor: Math.round(item.costMinor * priceFactor(item, catalogueRate) * 100) / 100,
});

/** Of items in the job's currency those that say otherwise than the tables do: they become the job's own. */
export function otherThanTabled(
  items: { kit: readonly KitItem[]; materials: readonly MaterialItem[] },
  catalogueRate: number,
): { kit: KitItem[]; materials: MaterialItem[] } {
  const kit = new Map(CATALOGUE.map((k) => [k.id, pricedKit(k, catalogueRate)]));
  const materials = new Map(MATERIALS.map((m) => [m.id, pricedMaterial(m, catalogueRate)]));
  return {
    kit: items.kit.filter((k) => !equal(k, kit.get(k.id))),
    materials: items.materials.filter((m) => !equal(m, materials.get(m.id))),
  };
}
