import { fine } from './see.ts';

/** A disc on the picture, in its units; y goes down. */
export interface Disc {
  x: number;
  y: number;
  r: number;
}

/** Nearer than this two discs of a size are one, units: seen from the side a body's left and right lie on each other. */
const SAME = 0.3;

function distinct(discs: readonly Disc[]): Disc[] {
  const found: Disc[] = [];
  for (const d of discs)
    if (!found.some((f) => Math.abs(f.x - d.x) < SAME && Math.abs(f.y - d.y) < SAME && Math.abs(f.r - d.r) < SAME))
      found.push(d);
  return found;
}

/** The band round two discs, without an angle being reckoned. */
function capsule(a: Disc, b: Disc): string {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const apart = Math.sqrt(dx * dx + dy * dy);
  if (apart <= Math.abs(a.r - b.r) + 1e-6) return circle(a.r >= b.r ? a : b);
  const c = (a.r - b.r) / apart;
  const s = Math.sqrt(1 - c * c);
  const [ux, uy] = [dx / apart, dy / apart];
  // The two ways from the middles to where the band touches.
  const [px, py] = [ux * c + uy * s, uy * c - ux * s];
  const [qx, qy] = [ux * c - uy * s, uy * c + ux * s];
  const [ra, rb] = [fine(a.r), fine(b.r)];
  return `M${fine(a.x + a.r * px)} ${fine(a.y + a.r * py)}L${fine(b.x + b.r * px)} ${fine(b.y + b.r * py)}A${rb} ${rb} 0 ${c > 0 ? 0 : 1} 1 ${fine(b.x + b.r * qx)} ${fine(b.y + b.r * qy)}L${fine(a.x + a.r * qx)} ${fine(a.y + a.r * qy)}A${ra} ${ra} 0 ${c > 0 ? 1 : 0} 1 ${fine(a.x + a.r * px)} ${fine(a.y + a.r * py)}Z`;
}

function circle({ x, y, r }: Disc): string {
  // The middle is rounded, not the ends: two half circles need exactly their diameter.
  const [cx, cy, size] = [fine(x), fine(y), fine(r)];
  return `M${cx - size} ${cy}A${size} ${size} 0 1 1 ${cx + size} ${cy}A${size} ${size} 0 1 1 ${cx - size} ${cy}Z`;
}

const FULL = 2 * Math.PI;

/**
 * The outline of a rubber band round some discs, as SVG path data: arcs of the discs that it touches and the tangents between them (gift
 * wrapping: of all next discs the one is taken to which the band turns least).
 */
export function hullPath(all: readonly Disc[]): string {
  const discs = all.length > 2 ? distinct(all) : all;
  if (discs.length === 1) return circle(discs[0] as Disc);
  if (discs.length === 2) return capsule(discs[0] as Disc, discs[1] as Disc);
  let start = discs[0];
  for (const d of discs) if (start === undefined || d.x + d.r > start.x + start.r) start = d;
  if (start === undefined) return '';
  const edge = (d: Disc, angle: number) => `${fine(d.x + d.r * Math.cos(angle))} ${fine(d.y + d.r * Math.sin(angle))}`;
  let path = `M${edge(start, 0)}`;
  let at = start;
  let angle = 0;
  for (let guard = 0; guard <= discs.length * 2; guard++) {
    let next: Disc | null = null;
    let turn = FULL - angle;
    for (const d of discs) {
      if (d === at) continue;
      const [dx, dy] = [d.x - at.x, d.y - at.y];
      const apart = Math.hypot(dx, dy);
      if (apart <= Math.abs(at.r - d.r) + 1e-6) continue;
      const normal = Math.atan2(dy, dx) - Math.acos((at.r - d.r) / apart);
      let by = (normal - angle) % FULL;
      if (by < -1e-9) by += FULL;
      if (by < turn - 1e-9) {
        turn = by;
        next = d;
      }
    }
    const to = angle + turn;
    if (turn > 1e-6) {
      // A whole disc is drawn as two halves.
      if (turn > Math.PI * 1.9) path += `A${fine(at.r)} ${fine(at.r)} 0 0 1 ${edge(at, angle + turn / 2)}`;
      const large = turn > Math.PI && turn <= Math.PI * 1.9 ? 1 : 0;
      path += `A${fine(at.r)} ${fine(at.r)} 0 ${large} 1 ${edge(at, to)}`;
    }
    if (next === null) break;
    path += `L${edge(next, to)}`;
    at = next;
    angle = to;
  }
  return `${path}Z`;
}
