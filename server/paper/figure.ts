import { LAYERS, type Layer, type Still } from '@odd-round/figure';
import type { Doc } from './layout.ts';

/** How each layer is painted on paper, black on white: its fill, the line around it or along it, its width in path units. */
const LOOKS: Record<Layer, { fill?: string; line?: string; width?: number; under?: boolean }> = {
  room: { fill: '#e8e8e8', line: '#777', width: 7 },
  farKit: { fill: '#a8a8a8' },
  farLines: { line: '#a8a8a8', width: 15 },
  far: { fill: '#b4b4b4' },
  trunk: { fill: '#000' },
  legs: { fill: '#000', line: '#fff', width: 8, under: true },
  kit: { fill: '#6a6a6a' },
  lines: { line: '#6a6a6a', width: 15 },
  arms: { fill: '#000', line: '#fff', width: 8, under: true },
  held: { fill: '#6a6a6a' },
  heldLines: { line: '#6a6a6a', width: 15 },
  face: { line: '#fff', width: 12 },
};

/** Draws a figure that stands still as large as its room allows, at the foot of it. */
export function drawFigure(
  doc: Doc,
  { pictures, box, arrow }: Still,
  left: boolean,
  room: { x: number; y: number; width: number; height: number },
): void {
  const [l, t, r, b] = box;
  const scale = Math.min(room.width / (r - l), room.height / (b - t));
  doc.save();
  doc.translate(room.x + (room.width - (r - l) * scale) / 2, room.y + room.height - (b - t) * scale);
  doc.scale(scale);
  doc.translate(-l, -t);
  if (left) doc.translate(l + r, 0).scale(-1, 1);
  doc.lineJoin('round').lineCap('round');
  for (const { picture, dx, dy } of pictures) {
    doc.save();
    doc.translate(dx, dy);
    doc
      .path(`M${l - dx} 0L${r - dx} 0`)
      .lineWidth(7)
      .stroke('#777');
    for (const layer of LAYERS) {
      const d = picture[layer];
      if (d === '') continue;
      const { fill, line, width = 1, under = false } = LOOKS[layer];
      if (line && under) doc.path(d).lineWidth(width).stroke(line);
      if (fill) doc.path(d).fill(fill);
      if (line && !under) doc.path(d).lineWidth(width).stroke(line);
    }
    doc.restore();
  }
  if (arrow) {
    doc.path(arrow.line).lineWidth(15).stroke('#444');
    doc.path(arrow.head).fill('#444');
  }
  doc.restore();
}
