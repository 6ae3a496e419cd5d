import * as v from 'valibot';
import { documentId as id } from '../values/index.ts';

/** Shapes of a room; all but the rectangle leave out a part of it, as wide and deep as `cut` says. */
export const ROOM_SHAPES = ['rectangle', 'corner', 'tee', 'bay'] as const;
export type RoomShape = (typeof ROOM_SHAPES)[number];

/** The kinds of fixture in a room. Nobody can walk through a wall, a rack or a post. */
export const FIXTURES = ['wall', 'rack', 'post', 'door', 'power', 'water', 'mats'] as const;
export type FixtureKind = (typeof FIXTURES)[number];

const metres = (minimum: number, maximum: number) => v.pipe(v.number(), v.minValue(minimum), v.maxValue(maximum));

/** A thing in the room: its corner nearest the origin and its size, m. */
export const FixtureSchema = v.strictObject({
  id,
  kind: v.picklist(FIXTURES),
  x: metres(0, 80),
  y: metres(0, 80),
  widthM: metres(0.1, 80),
  depthM: metres(0.1, 80),
});
export type Fixture = v.InferOutput<typeof FixtureSchema>;

/** The position of a station: its middle, m. */
export const PlacedStationSchema = v.strictObject({ blockId: id, stationId: id, x: metres(0, 80), y: metres(0, 80) });

/** A room to scale, in metres from its upper left corner, x to the right and y down, with the stations set out in it. */
export const LayoutSchema = v.strictObject({
  shape: v.picklist(ROOM_SHAPES),
  widthM: metres(3, 80),
  depthM: metres(3, 80),
  cutWidthM: metres(0, 79),
  cutDepthM: metres(0, 79),
  fixtures: v.pipe(v.array(FixtureSchema), v.maxLength(80)),
  spots: v.pipe(v.array(PlacedStationSchema), v.maxLength(400)),
});
export type Layout = v.InferOutput<typeof LayoutSchema>;

/** The size a thing usually has, m. */
export const USUAL_SIZE: Record<FixtureKind, { widthM: number; depthM: number }> = {
  wall: { widthM: 3, depthM: 0.2 },
  rack: { widthM: 4, depthM: 0.6 },
  post: { widthM: 0.4, depthM: 0.4 },
  door: { widthM: 1.2, depthM: 0.2 },
  power: { widthM: 0.3, depthM: 0.3 },
  water: { widthM: 0.6, depthM: 0.4 },
  mats: { widthM: 4, depthM: 2 },
};

/** A room to begin with: 12 by 8 m, with a door. */
export function newLayout(): Layout {
  return {
    shape: 'rectangle',
    widthM: 12,
    depthM: 8,
    cutWidthM: 4,
    cutDepthM: 3,
    fixtures: [{ id: 'door', kind: 'door', x: 5.4, y: 7.8, ...USUAL_SIZE.door }],
    spots: [],
  };
}
