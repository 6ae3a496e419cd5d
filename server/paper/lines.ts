import LineBreaker from 'linebreak';

/**
 * A text as lines that fit a width: broken where Unicode lets it (UAX 14), and inside a word that is longer than a line. Each word is measured
 * once, a long one letter by letter, so that the time grows with the text and no faster.
 * @param widthOf the width of some letters, in the unit of `width`; a letter alone always has room
 */
export function linesOf(text: string, width: number, widthOf: (letters: string) => number): string[] {
  const lines: string[] = [];
  let line = '';
  let left = width;
  const end = () => {
    lines.push(line.replace(/\s+$/, ''));
    [line, left] = ['', width];
  };
  const breaker = new LineBreaker(text);
  let from = 0;
  for (let at = breaker.nextBreak(); at; at = breaker.nextBreak()) {
    const word = text.slice(from, at.position);
    from = at.position;
    const wide = widthOf(word);
    if (wide > width)
      for (const letter of word) {
        const own = widthOf(letter);
        if (own > left && line !== '') end();
        line += letter;
        left -= own;
      }
    else {
      if (wide > left && line !== '') end();
      line += word;
      left -= wide;
    }
    if (at.required && at.position < text.length) end();
  }
  if (line !== '') end();
  return lines;
}
