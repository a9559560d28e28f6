import {
  eavesInFaceM,
  roofShape,
  sectionLayout,
  sectionX,
  storeyShape,
  type SectionPoint,
} from '@/core/site/geometry/section';
import { levelOf } from '@/core/site/model/levels';
import type { Place, Site } from '@/core/site/model/schema';
import { parentIdOf } from '@/core/plan/option/feeds';
import type { Option } from '@/core/plan/option/schema';
import { FEED_STYLE, type Drawing, type Mark } from './drawing';

/** Room round the section for names of storeys and buildings, points. */
const SIDE_PT = 70;
const HEAD_PT = 12;
const FOOT_PT = 22;
/** Mean advance of a letter, as a share of its size. */
const ADVANCE = 0.46;
const NAME_PT = 8;

/** All buildings side by side, cut open, with units and backhauls: the section as a drawing of its own; null without a building. */
export function sectionDrawing(
  { buildings }: Pick<Site, 'buildings'>,
  option: Option,
  box: { widthPt: number; heightPt: number },
): Drawing | null {
  if (buildings.length === 0) return null;
  const layout = sectionLayout(buildings);
  const k = Math.min(
    (box.widthPt - 2 * SIDE_PT) / layout.widthM,
    (box.heightPt - HEAD_PT - FOOT_PT) / (layout.heightM + layout.depthM),
  );
  const widthPt = k * layout.widthM + 2 * SIDE_PT;
  const heightPt = k * (layout.heightM + layout.depthM) + HEAD_PT + FOOT_PT;
  const x = (m: number) => SIDE_PT + k * m;
  const y = (levelM: number) => HEAD_PT + k * (layout.heightM - levelM);
  const at = (p: Place): [number, number] => [x(sectionX(layout, p)), y(levelOf({ buildings }, p))];
  const path = (points: readonly (readonly [number, number])[], widthPt = 1): Mark => ({
    kind: 'path',
    points,
    closed: true,
    widthPt,
    fill: 'paper',
    stroke: 'ink',
  });
  const houses = layout.buildings.flatMap((of): Mark[] => {
    const { building, atM, widthM } = of;
    const [x0, x1] = [x(atM), x(atM + widthM)];
    const drawn = (points: readonly SectionPoint[]) =>
      points.map(([alongM, levelM]) => [x(atM + alongM), y(levelM)] as const);
    const roof = roofShape(of);
    const eavesM = eavesInFaceM(of);
    return [
      ...(roof ? [path(drawn(roof))] : []),
      ...building.storeys.flatMap((s): Mark[] => {
        const [top, foot] = [y(s.floorLevelM + s.heightM), y(s.floorLevelM)];
        return [
          path(drawn(storeyShape(of, s))),
          {
            kind: 'text',
            at: [x0 - 6 - (s.name.length * NAME_PT * ADVANCE) / 2, (top + foot) / 2],
            text: s.name,
            sizePt: NAME_PT,
            ink: 'soft',
          },
        ];
      }),
      ...(eavesM === null
        ? []
        : [
            {
              kind: 'path' as const,
              points: drawn([
                [0, eavesM],
                [widthM, eavesM],
              ]),
              closed: false,
              widthPt: 0.6,
              stroke: 'soft' as const,
            },
          ]),
      { kind: 'text', at: [(x0 + x1) / 2, heightPt - 9], text: building.name, sizePt: 9, ink: 'ink' },
    ];
  });
  const ground: Mark = {
    kind: 'path',
    points: [
      [0, y(0)],
      [widthPt, y(0)],
    ],
    closed: false,
    widthPt: 1.4,
    stroke: 'ink',
  };
  const feeds = option.units.flatMap((u): Mark[] => {
    const parent = option.units.find((p) => p.id === parentIdOf(u.feed));
    if (!parent) return [];
    const { ink, dash, widthPt: feedPt } = FEED_STYLE[u.feed.kind];
    return [
      {
        kind: 'path',
        points: [at(parent.place), at(u.place)],
        closed: false,
        widthPt: feedPt,
        stroke: ink,
        ...(dash ? { dash } : {}),
      },
    ];
  });
  const lamps = option.units.flatMap((u): Mark[] => [
    { kind: 'circle', at: at(u.place), rPt: 7.5, fill: 'lamp', stroke: 'ink', widthPt: 0.8 },
    { kind: 'text', at: at(u.place), text: u.letter, sizePt: 9, strong: true, ink: 'ink' },
  ]);
  return { widthPt, heightPt, marks: [ground, ...houses, ...feeds, ...lamps] };
}
