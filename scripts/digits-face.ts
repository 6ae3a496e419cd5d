// The face of the digits, cut to the glyphs and the one shape that are used. Made at the build.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import subsetFont from 'subset-font';

const FILES = 'node_modules/@fontsource-variable/archivo/files';
const MADE = 'node_modules/.odd-round/digits-face';
/** As `digits` in theme.css sets it. */
const AXES = { wdth: 112, wght: 650 };

const range = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, k) => from + k);
const LATIN = [
  ...range(0x20, 0x7e),
  ...range(0xa0, 0xff),
  ...range(0x2013, 0x2026),
  0x2032,
  0x2033,
  0x20ac,
  0x2122,
  0x2212,
];
const LATIN_EXT = [...range(0x100, 0x17f), ...range(0x1e80, 0x1e85), ...range(0x218, 0x21b), 0x1e9e];

/** Cuts the face, unless that has been done; gives the folder the files are in. */
export async function cutDigitsFace(): Promise<string> {
  mkdirSync(MADE, { recursive: true });
  for (const [name, codes] of [
    ['latin', LATIN],
    ['latin-ext', LATIN_EXT],
  ] as const) {
    const made = path.join(MADE, `${name}.woff2`);
    if (existsSync(made)) continue;
    const whole = readFileSync(path.join(FILES, `archivo-${name}-wdth-normal.woff2`));
    const text = String.fromCodePoint(...codes);
    writeFileSync(made, await subsetFont(whole, text, { targetFormat: 'woff2', variationAxes: AXES }));
  }
  return path.resolve(MADE);
}
