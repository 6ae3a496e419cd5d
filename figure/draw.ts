import { RADII, REST, SIDES, type Side, STATURE } from './body.ts';
import { anchorOf } from './contact.ts';
import type { Held } from './figure.ts';
import { type Disc, hullPath } from './hull.ts';
import { PLACED, type PlacedKind } from './kit.ts';
import type { Figure, Moment } from './motion.ts';
import { alongOf, momentOf } from './motion.ts';
import { heldPath, placedPath, pointAt, stretchedPath } from './props.ts';
import { FINE, fine, type Seen, seenFrom, UNITS } from './see.ts';
import type { Skeleton } from './skeleton.ts';
import { add, apply, between, radians, type Vec } from './vectors.ts';

/*
 * From a moment to a picture: seven layers of SVG path data, from the back to the front. One metre is a hundred units; the floor is at 0, up is
 * negative, as SVG has it.
 */

/** The layers of a drawing, from back to front. */
export const LAYERS = [
  'room',
  'farKit',
  'farLines',
  'far',
  'trunk',
  'legs',
  'kit',
  'lines',
  'arms',
  'held',
  'heldLines',
  'face',
] as const;
export type Layer = (typeof LAYERS)[number];
export type Picture = Record<Layer, string>;

type Ball = readonly [at: Vec, r: number];

/** The picture of a figure at a moment, ms into its cycle. */
export function drawMoment(figure: Figure, moment: Moment, ms: number): Picture {
  const { view } = figure.text;
  const see = seenFrom(view, alongOf(figure, ms));
  const band = (...balls: Ball[]) =>
    hullPath(
      balls.map(([v, r]): Disc => {
        const [x, y] = see(v);
        return { x, y, r: r * UNITS };
      }),
    );
  const s = moment.skeleton;
  const made: Record<Layer, string> = {
    room: '',
    farKit: '',
    farLines: '',
    far: '',
    trunk: '',
    legs: '',
    kit: '',
    lines: '',
    arms: '',
    held: '',
    heldLines: '',
    face: '',
  };
  if (view === 'quarter') made.room += floorPath(s, see);
  if (figure.laid.placed.some((p) => p.kind === 'seat trainer')) made.room += seatPath(s, see);
  const along = alongOf(figure, ms)[0];
  for (const { kind, at } of figure.laid.placed)
    made.room += placedPath(
      kind,
      ROUND.has(kind) ? rolledTo(kind, moment, at) : kind === 'sled' ? at + along : at,
      view,
      see,
    );
  const isFar = (v: Vec, of: Vec = s.high) => see(v)[2] < see(of)[2] - 0.06;
  for (const side of SIDES) {
    const { knee, ankle, hip } = s.legs[side];
    const far =
      view === 'front'
        ? isFar(knee, s.pelvis) && isFar(ankle, s.pelvis)
        : isFar(knee, s.pelvis) && isFar(hip, s.pelvis);
    made[far ? 'far' : 'legs'] += legPath(s, side, band);
    made[isFar(s.arms[side].elbow) ? 'far' : 'arms'] += armPath(s, side, band);
  }
  made.trunk = trunkPath(s, band);
  made.face = facePath(s, see);
  for (const held of moment.position.held) {
    const { fill, line } = heldPath(held, s, see);
    const far = isFar(holding(s, held));
    const over = IN_ONE_GRIP.has(held.kind);
    made[far ? 'farKit' : over ? 'held' : 'kit'] += fill;
    made[far ? 'farLines' : over ? 'heldLines' : 'lines'] += line;
  }
  // A rope goes round once for each side.
  const ropeMs = figure.text.inTurn ? figure.cycleMs / 2 : figure.cycleMs;
  for (const stretched of moment.position.stretched) made.lines += stretchedPath(stretched, s, see, ms, ropeMs);
  return made;
}

/** What a hand closes round: it is seen before the hand. */
const IN_ONE_GRIP: ReadonlySet<Held['kind']> = new Set(['bell', 'dumbbell', 'plate', 'stick', 'hammer', 'small ball']);

/** What rolls with what rests on it. */
const ROUND: ReadonlySet<PlacedKind> = new Set(['big ball', 'ball', 'small ball', 'roller', 'wheel']);

function rolledTo(kind: PlacedKind, { skeleton, contacts }: Moment, at: number): number {
  for (const [end, contact] of contacts) if (contact.on === kind) return anchorOf(skeleton, end, contact).at[0];
  return at;
}

/** The piece of floor that a body seen from half above lies on. */
const floorPath = (s: Skeleton, see: Seen): string =>
  `M${floorOf(s)
    .map((v) => see(v).slice(0, 2).map(fine).join(' '))
    .join('L')}Z`;

/** Its corners. */
function floorOf(s: Skeleton): Vec[] {
  const xs = pointsOf(s).map(([v]) => v[0]);
  const [from, to] = [Math.min(...xs) - 0.12, Math.max(...xs) + 0.12];
  return [
    [from, 0, -0.45],
    [to, 0, -0.45],
    [to, 0, 0.45],
    [from, 0, 0.45],
  ];
}

/** The seat that rolls below one who rows. */
function seatPath(s: Skeleton, see: Seen): string {
  const [x, y] = see(s.pelvis);
  const top = y + REST.seat * UNITS;
  return `M${fine(x - 15)} ${fine(top)}H${fine(x + 15)}V${fine(top + 4)}H${fine(x - 15)}Z`;
}

const holding = (s: Skeleton, held: Held): Vec => s.arms[held.in === 'left' ? 'left' : 'right'].wrist;

type Band = (...balls: Ball[]) => string;

function legPath(s: Skeleton, side: Side, band: Band): string {
  const l = s.legs[side];
  const calf: Ball = [between(l.knee, l.ankle, 0.3), RADII.knee];
  const heel: Ball = [add(l.heel, lift(l, RADII.heel)), RADII.heel];
  const ball: Ball = [add(l.ball, lift(l, RADII.ball)), RADII.ball];
  return (
    band([l.hip, RADII.thigh], [l.knee, RADII.knee]) +
    band([l.knee, RADII.knee], calf) +
    band(calf, [l.ankle, RADII.ankle]) +
    band([l.ankle, RADII.ankle], heel, ball) +
    band(ball, [add(l.tip, lift(l, RADII.tip)), RADII.tip])
  );
}

const lift = (l: { foot: Skeleton['face'] }, r: number): Vec => apply(l.foot, [0, r, 0]);

function armPath(s: Skeleton, side: Side, band: Band): string {
  const a = s.arms[side];
  const palm: Ball = [between(a.wrist, a.knuckles, 0.55), RADII.wrist * 1.15];
  return (
    band([a.shoulder, RADII.shoulder * 0.86], [a.elbow, RADII.elbow]) +
    band([a.elbow, RADII.elbow], [a.wrist, RADII.wrist]) +
    band([a.wrist, RADII.wrist], palm) +
    band(palm, [a.knuckles, RADII.knuckles * 0.75])
  );
}

function trunkPath(s: Skeleton, band: Band): string {
  const at = (from: Vec, turn: Skeleton['hips'], x: number, y: number, z: number): Vec =>
    add(from, apply(turn, [x, y, z]));
  // Wider than deep: a waist and a chest have a disc at each side.
  const wide = (from: Vec, turn: Skeleton['hips'], y: number, z: number, r: number): Ball[] => [
    [at(from, turn, 0.004, y, -z), r],
    [at(from, turn, 0.004, y, z), r],
  ];
  const waist = wide(s.low, s.belly, 0, 0.05, RADII.waist * 0.96);
  const ribs = wide(s.high, s.belly, 0, 0.045, RADII.waist);
  const { left, right } = { left: s.arms.left.shoulder, right: s.arms.right.shoulder };
  return (
    band(
      [s.legs.left.hip, RADII.hip],
      [s.legs.right.hip, RADII.hip],
      [at(s.pelvis, s.hips, -0.014, 0.015, 0), RADII.pelvis],
      ...waist,
    ) +
    band(...waist, ...ribs) +
    band(
      ...ribs,
      ...wide(s.collar, s.chest, -0.085, 0.055, RADII.chest),
      [left, RADII.shoulder],
      [right, RADII.shoulder],
    ) +
    band([s.collar, RADII.neck * 1.2], [s.crown, RADII.neck]) +
    headPath(s, band)
  );
}

/** An egg that looks: the skull, the jaw, and the tip of the nose. */
function headPath(s: Skeleton, band: Band): string {
  const at = (x: number, y: number): Vec => add(s.head, apply(s.face, [x * STATURE, y * STATURE, 0]));
  return (
    band([at(-0.006, 0.008), RADII.head * 0.95], [at(0.022, -0.032), RADII.head * 0.5]) +
    band([at(0.02, -0.004), 0.03 * STATURE], [at(0.062, -0.012), 0.007 * STATURE])
  );
}

const BROW = [-56, -28, 0, 28, 56].map(
  (a): Vec => [Math.cos(radians(a)) * 0.054 * STATURE, 0.012 * STATURE, Math.sin(radians(a)) * 0.054 * STATURE],
);

/** A line across the face at the height of the eyes, as far as it is turned to the one who looks. */
function facePath(s: Skeleton, see: Seen): string {
  const middle = see(s.head)[2];
  let d = '';
  for (const v of BROW) {
    const [x, y, near] = see(add(s.head, apply(s.face, v)));
    if (near >= middle - 0.004) d += `${d === '' ? 'M' : 'L'}${fine(x)} ${fine(y)}`;
  }
  return d;
}

export type Box = [left: number, top: number, right: number, bottom: number];

/** In the whole numbers of path data. */
export const fineBox = ([left, top, right, bottom]: Box): Box => [left * FINE, top * FINE, right * FINE, bottom * FINE];

/** The bounds of a moment, in units. */
export function boundsOfMoment(figure: Figure, moment: Moment, ms: number): Box {
  const see = seenFrom(figure.text.view, alongOf(figure, ms));
  const box: Box = [
    Number.POSITIVE_INFINITY,
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
  ];
  const put = (v: Vec, r: number) => {
    const [x, y] = see(v);
    box[0] = Math.min(box[0], x - r * UNITS);
    box[1] = Math.min(box[1], y - r * UNITS);
    box[2] = Math.max(box[2], x + r * UNITS);
    box[3] = Math.max(box[3], y + r * UNITS);
  };
  for (const [v, r] of pointsOf(moment.skeleton)) put(v, r);
  if (figure.text.view === 'quarter') for (const v of floorOf(moment.skeleton)) put(v, 0);
  for (const { kind, at } of figure.laid.placed) {
    const { deep, top } = PLACED[kind];
    if (kind === 'wall' || kind === 'mat' || kind === 'straps' || figure.text.view === 'front') continue;
    put([at, Math.min(top, 1.2), 0], deep / 2);
  }
  for (const line of moment.position.stretched) {
    if (line.kind === 'skipping rope') continue;
    put(pointAt(line.from, moment.skeleton), 0.02);
    put(pointAt(line.to, moment.skeleton), 0.02);
  }
  for (const h of moment.position.held) put(moment.skeleton.arms[h.in === 'left' ? 'left' : 'right'].knuckles, 0.2);
  return box;
}

/** The bounds of a figure over all its moments, in units. */
export function boundsOf(figure: Figure): Box {
  const count = 24;
  let box: Box = [0, -60, 0, 0];
  for (let k = 0; k < count; k++) {
    const ms = (k / count) * figure.cycleMs;
    const one = boundsOfMoment(figure, momentOf(figure, ms), ms);
    box = [Math.min(box[0], one[0]), Math.min(box[1], one[1]), Math.max(box[2], one[2]), Math.max(box[3], one[3])];
  }
  return box;
}

/** The points of a body with how thick it is there. */
export function pointsOf(s: Skeleton): Ball[] {
  const all: Ball[] = [
    [s.pelvis, RADII.pelvis],
    [s.low, RADII.waist],
    [s.high, RADII.waist],
    [s.collar, RADII.shoulder],
    [s.head, RADII.head],
  ];
  for (const side of SIDES) {
    const a = s.arms[side];
    const l = s.legs[side];
    all.push([a.shoulder, RADII.shoulder], [a.elbow, RADII.elbow], [a.wrist, RADII.wrist], [a.knuckles, 0.008]);
    all.push([l.knee, RADII.knee], [l.ankle, RADII.ankle], [l.heel, 0], [l.ball, 0], [l.tip, 0]);
  }
  return all;
}
