import type { Fixture, Layout } from './layout.ts';
import type { Plan } from './schema.ts';

/** A point in the room, m. */
export interface Spot {
  x: number;
  y: number;
}

const tidy = (m: number) => Math.round(m * 100) / 100;
const within = (m: number, most: number) => tidy(Math.min(most, Math.max(0, m)));

/** Changes the room plan; a class without one is left as it is. */
export function updateLayout(plan: Plan, change: (layout: Layout) => Layout): Plan {
  return plan.layout ? { ...plan, layout: change(plan.layout) } : plan;
}

/** The positions of a block's stations, by station id. */
export function spotsOf(plan: Pick<Plan, 'layout'>, blockId: string): Record<string, Spot> {
  const own = plan.layout?.spots.filter((s) => s.blockId === blockId) ?? [];
  return Object.fromEntries(own.map((s) => [s.stationId, { x: s.x, y: s.y }]));
}

/** Puts stations of a block in their places, kept inside the room; those not named stay. */
export function placeStations(plan: Plan, blockId: string, spots: Readonly<Record<string, Spot>>): Plan {
  return updateLayout(plan, (layout) => ({
    ...layout,
    spots: [
      ...layout.spots.filter((s) => s.blockId !== blockId || !(s.stationId in spots)),
      ...Object.entries(spots).map(([stationId, { x, y }]) => ({
        blockId,
        stationId,
        x: within(x, layout.widthM),
        y: within(y, layout.depthM),
      })),
    ],
  }));
}

/** Takes a station out of the room; it stays in its block. */
export function unplaceStation(plan: Plan, blockId: string, stationId: string): Plan {
  return updateLayout(plan, (layout) => ({
    ...layout,
    spots: layout.spots.filter((s) => s.blockId !== blockId || s.stationId !== stationId),
  }));
}

/** Puts a thing in the room, or the one of that id in its new place and size, kept inside the room. */
export function putFixture(plan: Plan, fixture: Fixture): Plan {
  return updateLayout(plan, (layout) => {
    const widthM = Math.min(fixture.widthM, layout.widthM);
    const depthM = Math.min(fixture.depthM, layout.depthM);
    const put = {
      ...fixture,
      widthM,
      depthM,
      x: within(fixture.x, layout.widthM - widthM),
      y: within(fixture.y, layout.depthM - depthM),
    };
    const at = layout.fixtures.findIndex((f) => f.id === fixture.id);
    return { ...layout, fixtures: at < 0 ? [...layout.fixtures, put] : layout.fixtures.with(at, put) };
  });
}

export function removeFixture(plan: Plan, id: string): Plan {
  return updateLayout(plan, (layout) => ({ ...layout, fixtures: layout.fixtures.filter((f) => f.id !== id) }));
}

/** Another shape or size of the room; what would stand outside is moved in. */
export function reshapeRoom(
  plan: Plan,
  room: Partial<Pick<Layout, 'shape' | 'widthM' | 'depthM' | 'cutWidthM' | 'cutDepthM'>>,
): Plan {
  return updateLayout(plan, (before) => {
    const sized = { ...before, ...room };
    const layout = {
      ...sized,
      cutWidthM: Math.min(sized.cutWidthM, sized.widthM - 1),
      cutDepthM: Math.min(sized.cutDepthM, sized.depthM - 1),
    };
    return {
      ...layout,
      fixtures: layout.fixtures.map((f) => ({
        ...f,
        x: within(f.x, Math.max(0, layout.widthM - f.widthM)),
        y: within(f.y, Math.max(0, layout.depthM - f.depthM)),
      })),
      spots: layout.spots.map((s) => ({ ...s, x: within(s.x, layout.widthM), y: within(s.y, layout.depthM) })),
    };
  });
}
