import { describe, expect, test } from '@jest/globals';
import { CATALOGUE, kitById } from './catalogue';
import { readKitCsv, writeKitCsv } from './kitCsv';
import { MATERIALS, materialById } from '../model/materialItems';
import { otherThanTabled, pricedKit, pricedMaterial, priceFactor } from './priceFactor';

const all = (rate: number) => ({
  kit: CATALOGUE.map((k) => pricedKit(k, rate)),
  materials: MATERIALS.map((m) => pricedMaterial(m, rate)),
});

describe('prices in the job’s currency', () => {
  test('tabled items are converted with their boxes, the job’s own are not', () => {
    const mesh = kitById('mesh-dual')!;
    const own = { ...mesh, id: 'own' };
    expect(priceFactor(mesh, 25)).toBe(25);
    expect(pricedKit(mesh, 25).costMinor).toBe(mesh.costMinor * 25);
    expect(pricedKit(mesh, 25).packs.map((p) => p.costMinor)).toEqual(
      mesh.packs.map((p) => p.costMinor * 25),
    );
    expect(pricedKit(own, 25)).toEqual(own);
    expect(pricedMaterial({ ...materialById('clip') }, 25)).toEqual(materialById('clip'));
  });
  test.each([1, 0.85, 1.17, 25, 160])('a table written and read back changes nothing at %d', (rate) => {
    const { kit, materials } = all(rate);
    const read = readKitCsv(writeKitCsv(kit, materials));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.kit).toHaveLength(CATALOGUE.length);
    expect(read.materials).toHaveLength(MATERIALS.length);
    expect(otherThanTabled(read, rate)).toEqual({ kit: [], materials: [] });
  });
  test('one price that is changed makes that item the job’s own, and no other', () => {
    const { kit, materials } = all(0.85);
    const dearer = materials.map((m) => (m.id === 'clip' ? { ...m, costMinor: m.costMinor + 1 } : m));
    const other = otherThanTabled({ kit, materials: dearer }, 0.85);
    expect(other.kit).toEqual([]);
    expect(other.materials.map((m) => m.id)).toEqual(['clip']);
  });
});
