import { cachedFrames } from '@odd-round/figure';
import { create } from 'qrcode';
import type { StationCard } from '../../core/out/index.ts';
import { bytesOf, drawFeet, newDocument, type PaperSize, pageOf } from './draw.ts';
import { drawFigure } from './figure.ts';
import { Type, type Weight } from './fonts.ts';
import type { Doc } from './layout.ts';

interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface CardsWanted {
  perPage: 1 | 4;
  /** The address that a card's code opens; null for a card without one. */
  addressOf: (card: StationCard) => string | null;
}

/** Cards for the stations as PDF, one a page or four, black on white. */
export async function drawCards(
  title: string,
  cards: readonly StationCard[],
  size: PaperSize,
  want: CardsWanted,
): Promise<Buffer> {
  const doc = newDocument(size, title);
  const type = new Type(doc);
  const page = pageOf(size);
  const [columns, rows] = want.perPage === 4 ? [2, 2] : [1, 1];
  const gap = 14;
  const width = (page.width - 2 * page.margin - gap * (columns - 1)) / columns;
  const height = (page.height - 2 * page.margin - gap * (rows - 1) - 10) / rows;
  cards.forEach((card, k) => {
    const at = k % want.perPage;
    if (k > 0 && at === 0) doc.addPage();
    drawCard(doc, type, card, want.addressOf(card), {
      x: page.margin + (at % columns) * (width + gap),
      y: page.margin + Math.floor(at / columns) * (height + gap),
      width,
      height,
    });
  });
  if (cards.length === 0) {
    const drawn = type.use('This class has no stations yet.', 'plain', 14);
    doc.text(drawn, page.margin, page.margin);
  }
  drawFeet(doc, type, title, page);
  return bytesOf(doc);
}

/** The lines of a card from its head down; all sizes are shares of the card's own. */
interface CardLine {
  text: string;
  weight: Weight;
  size: number;
}

const linesOf = (card: StationCard, unit: number): CardLine[] => [
  ...card.facts.map((text): CardLine => ({ text, weight: 'bold', size: 1.5 * unit })),
  ...card.ways.map(([level, name]): CardLine => ({ text: `${level}: ${name}`, weight: 'plain', size: 1.25 * unit })),
  ...card.cues.map((text): CardLine => ({ text: `\u2013 ${text}`, weight: 'plain', size: 1.25 * unit })),
  ...(card.kit.length > 0
    ? [{ text: `Kit: ${card.kit.join(', ')}`, weight: 'plain' as const, size: 1.25 * unit }]
    : []),
];

/** How high a figure is at least, as a part of its card. */
const DRAWN = 0.38;

function drawCard(doc: Doc, type: Type, card: StationCard, address: string | null, frame: Frame): void {
  const { x, y, width, height } = frame;
  doc.rect(x, y, width, height).lineWidth(1).strokeColor('#000').stroke();
  const pad = width * 0.04;
  const inner = width - 2 * pad;
  const qr = address === null ? 0 : Math.min(width, height) * 0.26;
  // What must be whole is made smaller until it is, the drawing among it; a place to draw is what is left.
  const foot = Math.max(qr, card.figure ? Math.min(width, height) * DRAWN : 0);
  for (let unit = width / 20; ; unit *= 0.93) {
    const used = drawLines(doc, type, card, unit, { x: x + pad, y: y + pad, width: inner, height }, false);
    if (used + foot + 2 * pad > height - pad && unit > 4) continue;
    drawLines(doc, type, card, unit, { x: x + pad, y: y + pad, width: inner, height }, true);
    drawFoot(
      doc,
      type,
      { figure: card.figure, address },
      { x: x + pad, y: y + pad + used, width: inner, height: height - used - 2 * pad },
      qr,
    );
    return;
  }
}

/** Draws the words of a card, or only measures them; gives their height. */
function drawLines(
  doc: Doc,
  type: Type,
  card: StationCard,
  unit: number,
  { x, y, width }: Frame,
  isDrawn: boolean,
): number {
  let at = y;
  const put = ({ text, weight, size }: CardLine) => {
    const drawn = type.use(text, weight, size);
    const options = { width, lineGap: size * 0.08 };
    if (isDrawn) doc.fillColor('#000').text(drawn, x, at, options);
    at += doc.heightOfString(drawn, options) + size * 0.2;
  };
  const over = [card.place, card.block].filter(Boolean).join(' \u00b7 ');
  put({ text: over, weight: 'plain', size: 1.1 * unit });
  put({ text: card.move, weight: 'bold', size: nameSize(doc, type, card.move, 3.4 * unit, width) });
  for (const line of linesOf(card, unit)) put(line);
  return at - y;
}

/** The size at which the longest word of a name has room in a width. */
function nameSize(doc: Doc, type: Type, name: string, size: number, width: number): number {
  const widest = Math.max(...name.split(/\s+/).map((word) => doc.widthOfString(type.use(word, 'bold', size))));
  return widest > width ? (size * width) / widest : size;
}

/** The move as it is drawn, or room to draw it, and the code that opens the station's page. */
function drawFoot(
  doc: Doc,
  type: Type,
  { figure, address }: { figure: StationCard['figure']; address: string | null },
  { x, y, width, height }: Frame,
  qr: number,
): void {
  const frames = figure && cachedFrames(figure.text);
  const room = { x, y: y + 6, width: address === null ? width : width - qr - 10, height: height - 12 };
  if (room.height > 30 && frames) drawFigure(doc, frames.still(), figure?.left ?? false, room);
  else if (room.height > 30) {
    doc
      .rect(room.x, room.y, room.width, room.height)
      .lineWidth(0.4)
      .dash(3, { space: 3 })
      .strokeColor('#000')
      .stroke()
      .undash();
    const label = type.use('Drawing', 'plain', 7);
    doc.fillColor('#000').text(label, room.x + 3, room.y + 3, { lineBreak: false });
  }
  if (address !== null) drawCode(doc, address, x + width - qr, y + height - qr - 6, qr);
}

function drawCode(doc: Doc, address: string, x: number, y: number, side: number): void {
  const { modules } = create(address, { errorCorrectionLevel: 'M' });
  const cell = side / modules.size;
  for (let row = 0; row < modules.size; row++)
    for (let col = 0; col < modules.size; col++)
      // A hair wider, so that no white lines stand between.
      if (modules.get(row, col)) doc.rect(x + col * cell, y + row * cell, cell + 0.05, cell + 0.05);
  doc.fillColor('#000').fill();
}
