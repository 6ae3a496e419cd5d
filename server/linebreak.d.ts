declare module 'linebreak' {
  /** Where a text may be broken into lines, by Unicode Standard Annex 14. */
  export default class LineBreaker {
    constructor(text: string);
    /** The next place, as an index into the text, and whether the line must end there; null at the end. */
    nextBreak(): { position: number; required: boolean } | null;
  }
}
