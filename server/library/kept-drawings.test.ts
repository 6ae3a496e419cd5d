import { cuePlaces, figureOf, framesOf, HANDLES, handleAt, type Picture, readFigure, stillOf } from '@odd-round/figure';
import { expect, it } from 'vitest';
import { HELD, PLACED, STRETCHED } from '../../figure/kit.ts';
import { kept, sumOfNumbers } from '../test/kept.ts';
import { readShippedMoves } from './read.ts';

/*
 * Every drawing is as it was when it was last looked at. One that is meant to be another is looked at in the Moves screen, and
 * kept with `npx vitest run server/library/kept-drawings -u`.
 */

const whole = (box: readonly number[]) => box.map((x) => Math.round(x)).join(' ');
const drawnPart = (picture: Picture) => Object.fromEntries(Object.entries(picture).filter(([, path]) => path !== ''));

/** How long a figure takes, ms; left, top, right, bottom of its moments and of how it stands; the sum of its pictures. */
function lineOf(name: string, text: string, cues: readonly string[] = []): string {
  const read = readFigure(text);
  if (!read.ok) throw new Error(`${name}: ${read.problem}`);
  const figure = figureOf(read.figure);
  const frames = framesOf(figure);
  const { pictures, box, arrow } = stillOf(figure);
  const halfWays = figure.ways.map(({ startMs, ms }) => drawnPart(frames.at(startMs + ms / 2)));
  const stands = pictures.map((p) => ({ ...p, picture: drawnPart(p.picture) }));
  const sum = sumOfNumbers([halfWays, stands, arrow, cuePlaces(figure, 0, cues)]);
  return `${name}: ${Math.round(figure.cycleMs)} ms, ${whole(frames.box)}, stands ${whole(box)}, ${sum}`;
}

it('the figures that ship are drawn as they were looked at', async () => {
  const lines = readShippedMoves().flatMap((m) => (m.figure ? [lineOf(m.name, m.figure, m.cues)] : []));
  expect(lines.length).toBeGreaterThan(400);
  await kept(lines, 'kept-drawings.txt');
});

it('so is all kit, from each side, and where a hand finds the joints', async () => {
  const views = ['side', 'front', 'quarter'];
  const texts = views.flatMap((view) => [
    ...Object.keys(PLACED).map((kit) => `(${view}, ${kit} at 0.6): stand`),
    ...Object.keys(HELD).map((kit) => `(${view}, hold ${kit}): stand → squat half`),
    ...STRETCHED.map((kit) => `(${view}, ${kit} from left hand to right hand): stand`),
  ]);
  const joints = views.flatMap((view) => {
    const read = readFigure(`(${view}): lunge → plank`);
    if (!read.ok) throw new Error(read.problem);
    const { figure } = read;
    return HANDLES.map((handle) => {
      const [a, b] = [0, 1].map((position) => handleAt(figure, position, handle));
      return `${view}, ${handle.name}: ${whole([a?.x ?? 0, a?.y ?? 0, b?.x ?? 0, b?.y ?? 0])}`;
    });
  });
  const lines = [...texts.map((text) => lineOf(text, text)), ...joints];
  await kept(lines, 'kept-kit.txt');
});
