declare module 'subset-font' {
  /** Cuts a font to the glyphs of a text, and its axes to a value each. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'woff2'; variationAxes: Record<string, number> },
  ): Promise<Buffer>;
}
