import PDFDocument from 'pdfkit';
import type { Paper } from '../../core/out/index.ts';
import { Type } from './fonts.ts';
import { type Doc, GUTTER, type PageFormat, setPaper } from './layout.ts';

/** Sizes of paper, pt. */
export const SIZES = { A4: [595.28, 841.89], Letter: [612, 792] } as const;
export type PaperSize = keyof typeof SIZES;

const MARGIN = 34;
const TITLE_PT = 26;
const UNDER_PT = 12;
const FOOT_PT = 8;

export const pageOf = (size: PaperSize): PageFormat => ({
  width: SIZES[size][0],
  height: SIZES[size][1],
  margin: MARGIN,
});

export function newDocument(size: PaperSize, title: string): Doc {
  return new PDFDocument({
    size: [...SIZES[size]],
    margin: 0,
    bufferPages: true,
    info: { Title: title, Creator: 'Odd Round', Producer: 'Odd Round' },
  });
}

/** The bytes of a document once it is closed. */
export function bytesOf(doc: Doc): Promise<Buffer> {
  return new Promise((done, fail) => {
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => done(Buffer.concat(parts)));
    doc.on('error', fail);
    doc.end();
  });
}

/** A sheet of paper as PDF, black on white. */
export async function drawPaper(paper: Paper, size: PaperSize): Promise<Buffer> {
  const doc = newDocument(size, paper.title);
  const type = new Type(doc);
  const page = pageOf(size);
  const inner = page.width - 2 * page.margin;
  const headHeight = drawHead(doc, type, paper, page, inner);
  const body = { ...page, height: page.height - FOOT_PT - 4 };
  const set = setPaper(doc, type, paper, body, headHeight);
  for (let k = 1; k < set.pages; k++) doc.addPage();
  for (const { piece, page: n, column, y } of set.placed) {
    doc.switchToPage(n);
    piece.draw(page.margin + column * (set.columnWidth + GUTTER), page.margin + (n === 0 ? headHeight : 0) + y);
  }
  drawFeet(doc, type, paper.title, page);
  return bytesOf(doc);
}

function drawHead(doc: Doc, type: Type, { title, under }: Paper, { margin }: PageFormat, width: number): number {
  let y = margin;
  const put = (text: string, weight: 'plain' | 'bold', sizePt: number) => {
    const drawn = type.use(text, weight, sizePt);
    doc.fillColor('#000').text(drawn, margin, y, { width });
    y += doc.heightOfString(drawn, { width });
  };
  put(title, 'bold', TITLE_PT);
  for (const text of under) put(text, 'plain', UNDER_PT);
  return y - margin + 6;
}

/** At the foot of every page: whose it is, which page of how many, and letters that could not be drawn. */
export function drawFeet(doc: Doc, type: Type, title: string, { width, height, margin }: PageFormat): void {
  const { count } = doc.bufferedPageRange();
  const missing = [...type.missing];
  const told =
    missing.length === 0
      ? ''
      : ` \u00b7 ${missing.length === 1 ? 'a letter' : `${missing.length} letters`} this paper has no type for: ${missing
          .map((c) => `U+${(c.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`)
          .join(', ')}`;
  for (let k = 0; k < count; k++) {
    doc.switchToPage(k);
    const text = `${title} \u00b7 ${count > 1 ? `page ${k + 1} of ${count} \u00b7 ` : ''}Odd Round${told}`;
    const drawn = type.use(text, 'plain', FOOT_PT);
    doc.fillColor('#000').text(drawn, margin, height - margin - 2, {
      width: width - 2 * margin,
      lineBreak: false,
      ellipsis: true,
      height: FOOT_PT * 2,
    });
  }
}
