import type PDFDocument from 'pdfkit';
import type { Paper, Part } from '../../core/paper/index.ts';
import type { Type, Weight } from './fonts.ts';

export type Doc = InstanceType<typeof PDFDocument>;

/** All in pt. */
export interface Page {
  width: number;
  height: number;
  margin: number;
}

type Table = Extract<Part, { kind: 'table' }>;
type Row = Exclude<Part, { kind: 'table' }>;

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

const weightOf = (row: Row): Weight => (row.kind === 'heading' || row.look === 'strong' ? 'bold' : 'plain');
const scaleOf = (row: Row) => (row.kind === 'heading' ? HEADING : row.look === 'small' ? SMALL : 1);

/** The parts of a sheet as pieces of type of one size, for columns of one width. */
export function piecesOf(doc: Doc, type: Type, parts: readonly Part[], sizePt: number, width: number): Piece[] {
  const rows = parts.filter((p): p is Row => p.kind !== 'table');
  const widest = (text: (row: Row) => string, most: number) =>
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
      ? tablePieces(doc, type, part, sizePt, width)
      : [rowPiece(doc, type, part, sizePt, width, leadWidth)],
  );
}

function widthOf(doc: Doc, type: Type, text: string, weight: Weight, sizePt: number): number {
  return doc.widthOfString(type.use(text, weight, sizePt));
}

/** A text set in a width, wrapped between words, and inside one that is longer than a line. */
function setText(
  doc: Doc,
  type: Type,
  text: string,
  weight: Weight,
  sizePt: number,
  width: number,
  align: 'left' | 'right',
) {
  const options = { width, align, lineGap: sizePt * LINE_GAP };
  const drawn = text === '' ? '' : type.use(text, weight, sizePt);
  return {
    height: drawn === '' ? 0 : doc.heightOfString(drawn, options),
    draw: (x: number, y: number) => {
      if (drawn === '') return;
      type.use(text, weight, sizePt);
      doc.fillColor('#000').text(drawn, x, y, options);
    },
  };
}

function rowPiece(doc: Doc, type: Type, row: Row, sizePt: number, width: number, leadWidth: number): Piece {
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
  return {
    height: above + Math.max(lead.height, text.height, tail.height) + sizePt * PAD,
    keeps: row.kind === 'heading',
    head: null,
    draw(x, y) {
      if (row.kind === 'heading')
        doc
          .moveTo(x, y + above * 0.6)
          .lineTo(x + width, y + above * 0.6)
          .lineWidth(1)
          .strokeColor('#000')
          .stroke();
      lead.draw(x, y + above);
      text.draw(x + indent, y + above);
      tail.draw(x + width - tailWidth, y + above);
    },
  };
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

function tablePieces(doc: Doc, type: Type, table: Table, sizePt: number, width: number): Piece[] {
  const pad = sizePt * 0.3;
  const widths = columnWidths(doc, type, table, sizePt, width, pad);
  const rowOf = (cells: readonly string[], weight: Weight, isHead: boolean): Piece => {
    const set = cells.map((text, c) =>
      setText(doc, type, text, weight, sizePt, Math.max(1, (widths[c] ?? 0) - 2 * pad), 'left'),
    );
    const least = isHead ? 0 : table.boxes.length > 0 ? sizePt * 1.5 : 0;
    const height = Math.max(least, ...set.map((s) => s.height)) + 2 * pad;
    return {
      height,
      keeps: isHead,
      head: null,
      draw(x, y) {
        let at = x;
        set.forEach((s, c) => {
          s.draw(at + pad, y + pad);
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
  };
  const head = rowOf(table.heads, 'bold', true);
  return [head, ...table.rows.map((cells) => ({ ...rowOf(cells, 'plain', false), head }))];
}

/** A piece at its place: which page, which column, how far down. */
export interface Placed {
  piece: Piece;
  page: number;
  column: number;
  y: number;
}

/** Sets pieces one below the other into columns of a height, page after page; the first page's columns may be shorter. */
export function flow(pieces: readonly Piece[], columns: number, firstHeight: number, height: number): Placed[] {
  const placed: Placed[] = [];
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

/** What a sheet's type may be made as small as, before it goes on to a second page. */
export const LEAST_PT = 8;
const STEP_PT = 0.5;

/** The pieces of a sheet in their places, with the size of type and the columns they were set in. */
export interface SetPaper {
  placed: Placed[];
  sizePt: number;
  columns: number;
  columnWidth: number;
  pages: number;
}

/** How far columns stand apart, pt. */
export const GUTTER = 18;

/**
 * Sets a sheet: one that is promised to be one page in the largest type that lets it be one, in one column or two; others in the type they ask for.
 * What does not fit on a page even in the smallest type goes on to the next.
 */
export function setPaper(doc: Doc, type: Type, paper: Paper, page: Page, headHeight: number): SetPaper {
  const inner = page.width - 2 * page.margin;
  const height = page.height - 2 * page.margin;
  const trial = (sizePt: number, columns: number): SetPaper => {
    const columnWidth = (inner - GUTTER * (columns - 1)) / columns;
    const pieces = piecesOf(doc, type, paper.parts, sizePt, columnWidth);
    const placed = flow(pieces, columns, height - headHeight, height);
    // A single piece that is higher than a page would be cut at its foot.
    const isWhole = placed.every((p) => p.y + p.piece.height <= height + 0.5);
    const pages = Math.max(1, ...placed.map((p) => p.page + 1));
    return { placed, sizePt, columns, columnWidth, pages: isWhole ? pages : Number.POSITIVE_INFINITY };
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
  if (!paper.onePage) return largest(1, (set) => set.pages < Number.POSITIVE_INFINITY) ?? trial(LEAST_PT, 1);
  const [one, two] = [1, 2].map((columns) => largest(columns, (set) => set.pages === 1));
  // One column is read more easily: two must be worth it.
  if (one && (!two || one.sizePt >= two.sizePt)) return one;
  return two ?? trial(LEAST_PT, 2);
}
