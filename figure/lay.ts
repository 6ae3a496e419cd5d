import { STATURE } from './body.ts';
import { carriersOf } from './carry.ts';
import type { End } from './contact.ts';
import type { FigureText, PlacedProp, Position } from './figure.ts';
import type { PlacedKind } from './kit.ts';
import { mirroredPosition } from './mirror.ts';
import { moved } from './skeleton.ts';
import { anchorAs, type Course, type Solved, solveOne } from './solve.ts';
import { add, distance, minus, type Vec } from './vectors.ts';

/*
 * Lays all positions of a figure one after another, and the things of the room where they are needed.
 */

/** All positions of a figure in their order, those of the other side too, the first once more at the end. */
export interface Laid {
  keys: readonly Solved[];
  /** How far one time through has brought the body along, m. */
  onM: Vec;
  placed: readonly { kind: PlacedKind; at: number }[];
}

export function layFigure(figure: FigureText): Laid {
  const own = figure.positions;
  const first = own[0] as Position;
  const there: Position = { ...first, ...figure.back, shiftM: [0, 0] };
  const wall = { x: figure.placed.find((p) => p.kind === 'wall')?.at ?? null };
  const keys: Solved[] = [];
  const course: Course = { before: null, wall, places: new Map(), ground: null, jumped: [0, 0, 0] };
  const put = (position: Position) => {
    course.before = solveOne(position, course);
    keys.push(course.before);
  };
  for (const position of own) put(position);
  if (figure.inTurn) {
    put({ ...mirroredPosition(first), ...figure.back, going: goingBack(figure, figure.back.going, keys) });
    for (const position of own.slice(1)) put(mirroredPosition(position));
  }
  const mirrorGoing = mirroredPosition(there).going;
  const back: Position = { ...there, going: goingBack(figure, figure.inTurn ? mirrorGoing : figure.back.going, keys) };
  // Back to the first position: as it was, moved by how far what carries it has come.
  const start = keys[0] as Solved;
  const last = keys.at(-1) as Solved;
  const [stays] = carriersOf(start.contacts, (e) => last.anchors.has(e) && !back.going.has(e));
  const b = stays ? start.anchors.get(stays)?.at : undefined;
  const a = stays ? anchorAs(last, stays, start.contacts.get(stays)?.manner ?? 'flat')?.at : undefined;
  const onM: Vec = figure.travels && a && b ? minus(a, b) : [0, 0, 0];
  const anchors = new Map([...start.anchors].map(([e, at]) => [e, { ...at, at: add(at.at, onM) }]));
  keys.push({ ...start, skeleton: moved(start.skeleton, onM), anchors, position: back });
  return { keys, onM, placed: placeAll(figure, keys, wall.x) };
}

/** What has to step to be where it was at first, where the text does not say it. */
function goingBack(figure: FigureText, said: Position['going'], keys: readonly Solved[]): Position['going'] {
  if (said.size > 0 || figure.travels) return said;
  const [start, last] = [keys[0] as Solved, keys.at(-1) as Solved];
  const going = new Map<End, 'steps'>();
  for (const [end, contact] of start.contacts) {
    const [was, is] = [start.anchors.get(end), anchorAs(last, end, contact.manner)];
    if (was && is && last.contacts.get(end)?.on === contact.on && distance(was.at, is.at) > STATURE / 100)
      going.set(end, 'steps');
  }
  return going;
}

/** Where the things of the room stand: where they are said to, else where the body first rests on them. */
function placeAll(
  figure: FigureText,
  keys: readonly Solved[],
  wallX: number | null,
): { kind: PlacedKind; at: number }[] {
  const placed = new Map<PlacedKind, number | null>();
  for (const key of keys)
    for (const [end, c] of key.contacts) {
      if (c.on === 'floor' || placed.get(c.on as PlacedKind) != null) continue;
      const at = key.anchors.get(end)?.at;
      placed.set(c.on as PlacedKind, at?.[0] ?? null);
    }
  if (wallX !== null) placed.set('wall', wallX);
  for (const { kind, at } of figure.placed as readonly PlacedProp[]) placed.set(kind, at ?? placed.get(kind) ?? 0);
  return [...placed].map(([kind, at]) => ({ kind, at: at ?? 0 }));
}
