import { createRequire } from 'node:module';
import path from 'node:path';
import type PDFDocument from 'pdfkit';

type Doc = InstanceType<typeof PDFDocument>;

const resolve = createRequire(import.meta.url).resolve;
const own = path.dirname(resolve('@fontsource/atkinson-hyperlegible-next/package.json'));
const wide = path.dirname(resolve('dejavu-fonts-ttf/package.json'));

/** The type of paper: the application's own, and one with many more letters for what that has not. */
const FACES = {
  plain: path.join(own, 'files/atkinson-hyperlegible-next-latin-400-normal.woff'),
  bold: path.join(own, 'files/atkinson-hyperlegible-next-latin-700-normal.woff'),
  widePlain: path.join(wide, 'ttf/DejaVuSans.ttf'),
  wideBold: path.join(wide, 'ttf/DejaVuSans-Bold.ttf'),
};

export type Weight = 'plain' | 'bold';

/** What a letter that no face has is drawn as. */
const UNKNOWN = '\u25a1';

/** The faces of one document, and the letters it was asked for that none of them has. */
export class Type {
  readonly missing = new Set<string>();
  private readonly has = new Map<string, (codePoint: number) => boolean>();

  constructor(private readonly doc: Doc) {
    for (const [name, file] of Object.entries(FACES)) doc.registerFont(name, file);
  }

  /** Sets the face that has the letters of a text, and gives the text as that face can draw it. */
  use(text: string, weight: Weight, sizePt: number): string {
    const wideFace = weight === 'bold' ? 'wideBold' : 'widePlain';
    const isPlain = this.covers(weight, text);
    this.doc.font(isPlain ? weight : wideFace).fontSize(sizePt);
    return isPlain ? text : this.drawable(text, wideFace);
  }

  private covers(face: string, text: string): boolean {
    return [...text].every((c) => c === '\n' || this.lettersOf(face)(c.codePointAt(0) ?? 0));
  }

  /** Which letters a face has; it is opened when it is first asked. */
  private lettersOf(face: string): (codePoint: number) => boolean {
    const known = this.has.get(face);
    if (known) return known;
    this.doc.font(face);
    // The face as fontkit has it, which the types do not tell of.
    const { font } = (this.doc as unknown as { _font: { font: { hasGlyphForCodePoint(c: number): boolean } } })._font;
    const letters = new Map<number, boolean>();
    const has = (c: number) => {
      const found = letters.get(c) ?? font.hasGlyphForCodePoint(c);
      letters.set(c, found);
      return found;
    };
    this.has.set(face, has);
    return has;
  }

  private drawable(text: string, face: string): string {
    return [...text.normalize('NFC')]
      .map((c) => {
        if (this.covers(face, c)) return c;
        this.missing.add(c);
        return UNKNOWN;
      })
      .join('');
  }
}
