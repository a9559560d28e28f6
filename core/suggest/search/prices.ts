import { kitById } from '../../kit/catalogue/catalogue';
import { cheapestPacking } from '../../kit/model/materialItems';
import { priceFactor } from '../../kit/catalogue/priceFactor';
import type { KitItem } from '../../kit/model/schema';
import { optionPriceMinor } from '../../plan/cost/optionPrice';
import type { PlanContext } from '../../plan/network/context';
import { atPace } from '../../brief/paces';
import { endingOf, runMin, runUses } from '../../plan/cost/cableParts';
import { adapterLeadsOf } from '../../plan/network/adapterLeads';
import { isCable, parentIdOf } from '../../plan/option/feeds';
import type { Option, Unit } from '../../plan/option/schema';
import { onSwitch, portsOf, type Ports } from './switches';

/** A kit whose price is none by the piece: sold in boxes, or already in the house. Minor units. */
export interface Boxes {
  kitId: string;
  /** Pieces the base wants beyond what is in the house; less than none where some are left over. */
  wanted: number;
  sold: readonly { pieces: number; costMinor: number }[];
}

/** Least prices of what could be added to a network: sums of them are never more than what a plan costs. */
export class LeastPrices {
  /** Kits without a price by the piece. */
  readonly boxes: readonly Boxes[];
  /** Ports of what is there, which cables take. */
  readonly ports: readonly Ports[];
  /** Least the network alone costs beside kits that have no price by the piece, minor units. */
  readonly baseLeastMinor: number;
  private readonly baseMinor: number;

  constructor(
    private readonly context: PlanContext,
    private readonly base: Option,
    private readonly today: Option,
    kitIds: readonly string[],
  ) {
    this.baseMinor = this.priceMinor(base);
    this.ports = portsOf(context, base, (o) => this.priceMinor(o));
    this.boxes = [...new Set([...base.units.map((u) => u.kitId), ...kitIds])].flatMap((kitId): Boxes[] => {
      const kit = kitById(kitId, context.ownKit)!;
      if (this.isByPiece(kit)) return [];
      const factor = priceFactor(kit, context.brief.catalogueRate);
      const sold = [{ pieces: 1, costMinor: kit.costMinor }, ...kit.packs].map((p) => ({
        pieces: p.pieces,
        costMinor: p.costMinor * factor,
      }));
      return [{ kitId, wanted: this.wantedOf(kitId), sold }];
    });
    const boxedMinor = this.boxes.reduce(
      (total, { kitId, wanted }) => total + this.packedMinor(kitById(kitId, context.ownKit)!, wanted),
      0,
    );
    this.baseLeastMinor = Math.max(0, this.baseMinor - boxedMinor);
  }

  /** Least a unit adds beside its kit where that has no price by the piece, minor units. */
  leastMinor(unit: Unit, kit: KitItem): number {
    const n = this.wantedOf(kit.id);
    const ofKit = this.isByPiece(kit) ? 0 : this.packedMinor(kit, n + 1) - this.packedMinor(kit, n);
    // Adapters of one group share the one at the parent, and their pairing.
    const shared = unit.feed.kind === 'coax' || unit.feed.kind === 'powerline' ? 0.5 : 1;
    return Math.max(0, (this.addedMinor(unit) - ofKit - this.nearLeadMinor(unit)) * shared);
  }

  /** Most the cable costs from an adapter at the uplink that others may share, minor units. */
  private nearLeadMinor(unit: Unit): number {
    const { context, base } = this;
    const { labourMinorPerHour, catalogueRate, paces } = context.brief;
    const leads = adapterLeadsOf(context, { ...base, units: [...base.units, unit] }, unit);
    return leads
      .filter((l) => l.end === 'near')
      .reduce((sum, { run }) => {
        const uses = runUses(context, run, 'cat6');
        const partsMinor = uses.reduce(
          (m, u) => m + u.count * u.item.costMinor * priceFactor(u.item, catalogueRate) + 1,
          0,
        );
        const min = atPace(paces, 'cable', runMin(run, endingOf(context, run)));
        return sum + partsMinor + (min / 60) * labourMinorPerHour + 1;
      }, 0);
  }

  /** What a unit adds to the price of the network, from a switch at its parent's side where that is less. */
  private addedMinor(unit: Unit): number {
    const { base, baseMinor } = this;
    const direct = this.priceMinor({ ...base, units: [...base.units, unit] }) - baseMinor;
    const at = isCable(unit.feed) ? this.ports.find((p) => p.parentId === parentIdOf(unit.feed)) : undefined;
    if (!at) return direct;
    const { option } = at.withOne;
    const via = this.priceMinor({ ...option, units: [...option.units, onSwitch(unit, at)] });
    return Math.min(direct, via - baseMinor - at.switchMinor);
  }

  private priceMinor(option: Option): number {
    return optionPriceMinor(this.context, option, this.today);
  }

  private inHouse(kitId: string): number {
    if (!this.context.brief.allowed.reuseOldGear) return 0;
    return this.today.units.filter((u) => u.kitId === kitId).length;
  }

  /** Pieces of a kit the network wants beyond what is in the house. */
  private wantedOf(kitId: string): number {
    return this.base.units.filter((u) => u.kitId === kitId).length - this.inHouse(kitId);
  }

  private isByPiece(kit: KitItem): boolean {
    return kit.packs.length === 0 && this.inHouse(kit.id) === 0;
  }

  /** What some pieces of a kit cost, by the packs that cost the least. */
  private packedMinor(kit: KitItem, pieces: number): number {
    const { costMinor } = cheapestPacking(Math.max(0, pieces), kit.costMinor, kit.packs);
    return costMinor * priceFactor(kit, this.context.brief.catalogueRate);
  }
}
