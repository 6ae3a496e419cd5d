import type PDFDocument from 'pdfkit';
import type { Paper, PaperSection } from '../../core/out/index.ts';
import type { Type, Weight } from './fonts.ts';
import { linesOf } from './lines.ts';

export type Doc = InstanceType<typeof PDFDocument>;

/** All in pt. */
export interface PageFormat {
  width: number;
  height: number;
  margin: number;
}

type Table = Extract<PaperSection, { kind: 'table' }>;
type LinePart = Exclude<PaperSection, { kind: 'table' }>;

/** Something with its height that is drawn at a place: never across the end of a column. */
interface Piece {
  height: number;
  /** It stands at the foot of no column: what follows comes along. */
  keeps: boolean;
  /** Drawn again at the head of the next column while its table goes on. */
  head: Piece | null;
  draw(x: number, y: number): void;
}

const SMALL = 0.72;
const HEADING = 1.08;
const LINE_GAP = 0.12;
const PAD = 0.22;
/** What a lead and a tail may take of a line's width. */
const MOST_LEAD = 0.34;
const MOST_TAIL = 0.3;

const weightOf = (row: LinePart): Weight => (row.kind === 'heading' || row.look === 'strong' ? 'bold' : 'plain');
const scaleOf = (row: LinePart) => (row.kind === 'heading' ? HEADING : row.look === 'small' ? SMALL : 1);

/** What a piece has to go into, pt. */
interface Column {
  width: number;
  height: number;
}

/** The parts of a sheet as pieces of type of one size, for columns of one size; none is higher than a column. */
export function piecesOf(
  doc: Doc,
  type: Type,
  parts: readonly PaperSection[],
  sizePt: number,
  column: Column,
): Piece[] {
  const { width } = column;
  const rows = parts.filter((p): p is LinePart => p.kind !== 'table');
  const widest = (text: (row: LinePart) => string, most: number) =>
    Math.min(
      most * width,
      Math.max(
        0,
        ...rows
          .filter((r) => text(r) !== '')
          .map((r) => widthOf(doc, type, text(r), weightOf(r), sizePt * scaleOf(r)) + 1),
      ),
    );
  const leadWidth = widest((r) => r.lead, MOST_LEAD);
  return parts.flatMap((part) =>
    part.kind === 'table'
      ? tablePieces(doc, type, part, sizePt, column)
      : rowPieces(doc, type, part, sizePt, column, leadWidth),
  );
}

function widthOf(doc: Doc, type: Type, text: string, weight: Weight, sizePt: number): number {
  return doc.widthOfString(type.use(text, weight, sizePt));
}

/** A text set in a width: its lines, and how they are drawn. */
interface SetText {
  lines: readonly string[];
  /** Of one line. */
  lineHeight: number;
  /** Draws the lines from one to another, the first at the place. */
  draw(x: number, y: number, from?: number, to?: number): void;
}

function setText(
  doc: Doc,
  type: Type,
  text: string,
  weight: Weight,
  sizePt: number,
  width: number,
  align: 'left' | 'right',
): SetText {
  const drawn = text === '' ? '' : type.use(text, weight, sizePt);
  const lines = linesOf(drawn, width, (letters) => doc.widthOfString(letters));
  const lineHeight = drawn === '' ? 0 : doc.currentLineHeight(true) + sizePt * LINE_GAP;
  return {
    lines,
    lineHeight,
    draw(x, y, from = 0, to = lines.length) {
      if (drawn === '') return;
      type.use(text, weight, sizePt);
      doc.fillColor('#000');
      for (const [k, line] of lines.slice(from, to).entries()) {
        const indent = align === 'right' ? width - doc.widthOfString(line) : 0;
        doc.text(line, x + indent, y + k * lineHeight, { lineBreak: false });
      }
    },
  };
}

const heightOf = ({ lines, lineHeight }: SetText) => lines.length * lineHeight;

/** A row as a piece; as several where it is higher than a column. */
function rowPieces(
  doc: Doc,
  type: Type,
  row: LinePart,
  sizePt: number,
  { width, height: most }: Column,
  leadWidth: number,
): Piece[] {
  const size = sizePt * scaleOf(row);
  const weight = weightOf(row);
  const gap = sizePt * 0.6;
  const tailWidth = row.tail === '' ? 0 : Math.min(MOST_TAIL * width, widthOf(doc, type, row.tail, weight, size) + 1);
  const indent = leadWidth === 0 ? 0 : leadWidth + gap;
  const textWidth = width - indent - (tailWidth === 0 ? 0 : tailWidth + gap);
  const lead = setText(doc, type, row.lead, weight, size, leadWidth, 'left');
  const text = setText(doc, type, row.text, weight, size, textWidth, 'left');
  const tail = setText(doc, type, row.tail, weight, size, tailWidth, 'right');
  const above = row.kind === 'heading' ? sizePt * 0.45 : 0;
  return inColumns([lead, text, tail], above + sizePt * PAD, most).map(({ from, to, height }) => ({
    height,
    keeps: row.kind === 'heading' && from === 0,
    head: null,
    draw(x, y) {
      if (row.kind === 'heading' && from === 0)
        doc
          .moveTo(x, y + above * 0.6)
          .lineTo(x + width, y + above * 0.6)
          .lineWidth(1)
          .strokeColor('#000')
          .stroke();
      lead.draw(x, y + above, from, to);
      text.draw(x + indent, y + above, from, to);
      tail.draw(x + width - tailWidth, y + above, from, to);
    },
  }));
}

/** The lines of texts that stand beside one another, as many to a piece as a column is high. */
function inColumns(texts: readonly SetText[], around: number, most: number) {
  const all = Math.max(0, ...texts.map((t) => t.lines.length));
  const lineHeight = Math.max(0, ...texts.map((t) => t.lineHeight));
  const height = Math.max(0, ...texts.map(heightOf)) + around;
  if (height <= most || lineHeight === 0) return [{ from: 0, to: all, height }];
  const each = Math.max(1, Math.floor((most - around) / lineHeight));
  return Array.from({ length: Math.ceil(all / each) }, (_, k) => {
    const [from, to] = [k * each, Math.min(all, (k + 1) * each)];
    return { from, to, height: (to - from) * lineHeight + around };
  });
}

/** The widths of a table's columns by their shares, each at least as wide as its longest word, as far as there is room. */
function columnWidths(doc: Doc, type: Type, table: Table, sizePt: number, width: number, pad: number): number[] {
  const widest = (text: string, weight: Weight) =>
    Math.max(0, ...text.split(/\s+/).map((word) => (word === '' ? 0 : widthOf(doc, type, word, weight, sizePt))));
  const least = table.heads.map(
    (head, c) =>
      2 * pad + 1 + Math.max(widest(head, 'bold'), ...table.rows.map((row) => widest(row[c] ?? '', 'plain'))),
  );
  const all = table.shares.reduce((sum, s) => sum + s, 0);
  const wanted = table.shares.map((s) => (s / all) * width);
  const lacks = wanted.map((w, c) => Math.max(0, (least[c] ?? 0) - w));
  const spare = wanted.map((w, c) => Math.max(0, w - (least[c] ?? 0)));
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  const given = Math.min(1, sum(spare) / Math.max(1e-9, sum(lacks)));
  const taken = Math.min(1, sum(lacks) / Math.max(1e-9, sum(spare)));
  return wanted.map((w, c) => w + (lacks[c] ?? 0) * given - (spare[c] ?? 0) * taken);
}

function tablePieces(doc: Doc, type: Type, table: Table, sizePt: number, { width, height: most }: Column): Piece[] {
  const pad = sizePt * 0.3;
  const widths = columnWidths(doc, type, table, sizePt, width, pad);
  const rowOf = (cells: readonly string[], weight: Weight, isHead: boolean, room: number): Piece[] => {
    const set = cells.map((text, c) =>
      setText(doc, type, text, weight, sizePt, Math.max(1, (widths[c] ?? 0) - 2 * pad), 'left'),
    );
    const least = isHead ? 0 : table.boxes.length > 0 ? sizePt * 1.5 : 0;
    return inColumns(set, 2 * pad, room).map(({ from, to, ...piece }) => {
      const height = Math.max(least + 2 * pad, piece.height);
      return {
        height,
        keeps: isHead,
        head: null,
        draw(x, y) {
          let at = x;
          set.forEach((s, c) => {
            s.draw(at + pad, y + pad, from, to);
            const w = widths[c] ?? 0;
            if (!isHead && table.boxes.includes(c))
              doc
                .rect(at + 1, y + 1, w - 2, height - 2)
                .lineWidth(0.7)
                .strokeColor('#000')
                .stroke();
            at += w;
          });
          doc
            .moveTo(x, y + height)
            .lineTo(x + width, y + height)
            .lineWidth(isHead ? 1.2 : 0.3)
            .strokeColor('#000')
            .stroke();
        },
      };
    });
  };
  // A head that would fill the column itself is drawn once, in parts, and at the head of no other.
  const heads = rowOf(table.heads, 'bold', true, most / 2);
  const [head = null] = heads.length === 1 ? heads : [];
  const room = most - (head?.height ?? 0);
  return [
    ...heads,
    ...table.rows.flatMap((cells) => rowOf(cells, 'plain', false, room).map((piece) => ({ ...piece, head }))),
  ];
}

/** A piece at its place: which page, which column, how far down. */
export interface LaidPiece {
  piece: Piece;
  page: number;
  column: number;
  y: number;
}

/** Sets pieces one below the other into columns of a height, page after page; the first page's columns may be shorter. */
export function flow(pieces: readonly Piece[], columns: number, firstHeight: number, height: number): LaidPiece[] {
  const placed: LaidPiece[] = [];
  let column = 0;
  let y = 0;
  const room = () => (column < columns ? firstHeight : height);
  pieces.forEach((piece, k) => {
    let needs = piece.height;
    for (let j = k; pieces[j]?.keeps && pieces[j + 1]; j++) needs += pieces[j + 1]?.height ?? 0;
    if (y > 0 && y + needs > room()) {
      column += 1;
      y = 0;
      if (piece.head) {
        placed.push({ piece: piece.head, page: Math.floor(column / columns), column: column % columns, y });
        y += piece.head.height;
      }
    }
    placed.push({ piece, page: Math.floor(column / columns), column: column % columns, y });
    y += piece.height;
  });
  return placed;
}

/** The smallest type of a sheet before it goes on to a second page, pt. */
export const LEAST_PT = 8;
const STEP_PT = 0.5;

/** The pieces of a sheet in their places, with the size of type and the columns they were set in. */
export interface SetPaper {
  placed: LaidPiece[];
  sizePt: number;
  columns: number;
  columnWidth: number;
  pages: number;
}

/** The gap between columns, pt. */
export const GUTTER = 18;

/**
 * Sets a sheet: one that is promised to be one page in the largest type that lets it be one, in one column or two; others in the type they ask for.
 * What does not fit on a page even in the smallest type goes on to the next.
 */
export function setPaper(doc: Doc, type: Type, paper: Paper, page: PageFormat, headHeight: number): SetPaper {
  const inner = page.width - 2 * page.margin;
  const height = page.height - 2 * page.margin;
  const trial = (sizePt: number, columns: number): SetPaper => {
    const columnWidth = (inner - GUTTER * (columns - 1)) / columns;
    const first = height - headHeight;
    const pieces = piecesOf(doc, type, paper.parts, sizePt, { width: columnWidth, height: first });
    const placed = flow(pieces, columns, first, height);
    const pages = placed.reduce((most, p) => Math.max(most, p.page + 1), 1);
    return { placed, sizePt, columns, columnWidth, pages };
  };
  const steps = Math.max(0, Math.floor((paper.sizePt - LEAST_PT) / STEP_PT));
  /** The largest type that does, found by halving; null where not even the smallest does. */
  const largest = (columns: number, does: (set: SetPaper) => boolean): SetPaper | null => {
    let found: SetPaper | null = null;
    for (let low = 0, high = steps; low <= high; ) {
      const middle = Math.ceil((low + high) / 2);
      const set = trial(LEAST_PT + middle * STEP_PT, columns);
      if (does(set)) {
        found = set;
        low = middle + 1;
      } else high = middle - 1;
    }
    return found;
  };
  if (!paper.onePage) return trial(LEAST_PT + steps * STEP_PT, 1);
  const [one, two] = [1, 2].map((columns) => largest(columns, (set) => set.pages === 1));
  // One column is read more easily: two must be worth it.
  if (one && (!two || one.sizePt >= two.sizePt)) return one;
  return two ?? trial(LEAST_PT, 2);
}
