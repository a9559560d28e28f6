'use client';
import type { Roof } from '@/core/site/model/roof';
import { NumberField, Tick } from '@/ui/pieces/fields';
import { LengthField } from '@/ui/pieces/LengthField';

/** Rooms under slopes as they are found most: a low wall of a metre, the slope of a tiled roof. */
const USUAL = { kneeM: 1, slopeDeg: 40 };

/** Whether the slopes of a roof come down into the uppermost storey, and how: low wall, slope, direction of the ridge. */
export function RoomsInRoof({
  roof,
  turned,
  isWide,
  change,
}: {
  roof: Roof;
  /** How far the building has been turned since it was drawn, degrees clockwise: its ridge has turned with it. */
  turned: number;
  isWide: boolean;
  change: (roof: Roof) => void;
}) {
  const { rooms, ...level } = roof;
  const set = (values: Partial<NonNullable<Roof['rooms']>>) =>
    change({ ...roof, rooms: { ...rooms!, ...values } });
  const half = (deg: number) => ((deg % 180) + 180) % 180;
  return (
    <>
      <div className="col-span-2">
        <Tick
          label="Rooms in the roof: its slopes come down into the uppermost storey"
          checked={rooms !== undefined}
          onChange={(on) =>
            change(on ? { ...level, rooms: { ...USUAL, ridgeDeg: half((isWide ? 0 : 90) - turned) } } : level)
          }
        />
      </div>
      {rooms && (
        <>
          <LengthField
            label="Wall at the eaves"
            valueM={rooms.kneeM}
            maxM={5}
            onChange={(kneeM) => kneeM !== null && set({ kneeM })}
          />
          <NumberField
            label="Slope"
            unit="°"
            value={rooms.slopeDeg}
            min={10}
            max={75}
            onChange={(slopeDeg) => slopeDeg !== null && set({ slopeDeg })}
          />
          <NumberField
            label="Ridge, 0: west to east"
            unit="° clockwise"
            value={Math.round(half(rooms.ridgeDeg + turned) * 10) / 10}
            min={0}
            max={180}
            onChange={(deg) => deg !== null && set({ ridgeDeg: half(deg - turned) })}
          />
        </>
      )}
    </>
  );
}
