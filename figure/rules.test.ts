import { describe, expect, it } from 'vitest';
import { faultWords } from './fault-words.ts';
import { framesOf } from './frame-cache.ts';
import { dragged, HANDLES, handleAt, spreadOut } from './handles.ts';
import { hullPath } from './hull.ts';
import { figureOf } from './motion.ts';
import { buildFigure, readFigure, splitFigure, type Written, writeFigure } from './read.ts';
import { faultsOf, type Rule } from './rules.ts';

function broken(text: string): Map<Rule, string> {
  const read = readFigure(text);
  if (!read.ok) throw new Error(`${read.problem} (${read.term})`);
  return new Map(faultsOf(figureOf(read.figure)).map((f) => [f.rule, faultWords(f)]));
}

describe('the rules of good form', () => {
  it('have nothing against a squat, a press-up, a jump with a soft landing', () => {
    expect([...broken('(side, bell at chest): stand → squat deep')]).toEqual([]);
    expect([...broken('(side): plank → plank low')]).toEqual([]);
    expect([
      ...broken(
        '(side): squat half → stand, on toes, 0.3 s → upright, air 28 cm, ankles -40 → squat quarter → back, 0.4 s',
      ),
    ]).toEqual([]);
  });

  it.each<[Rule, string, RegExp]>([
    ['range', 'stand → stand, left elbow 175', /^The left elbow goes \d+° farther than a joint goes$/],
    [
      'misses',
      '(side): sit floor, hands on rail',
      /^The (left|right) hand stays \d+ cm away from where it should rest$/,
    ],
    ['sinks', '(side): lie, shoulders bend -40, elbows 90', /^The (left|right) elbow goes \d+ cm into the floor$/],
    ['slides', '(side): all fours → all fours, left hip 75 out 30', /slides \d+ cm/],
    ['back', '(side, hold bells): stand → hinge, low 30', /^The low back is rounded under load, by \d+° too much$/],
    ['landing', 'squat half → upright, air 20 cm → stand → back', /lands nearly straight/],
    ['balance', '(side): upright, seat on box, lean -60, hips -60, hold 2 s', /would fall over/],
    [
      'knee',
      '(front): upright, feet flat on floor, hips 90 out 10, knees 90 → upright, left foot flat on floor, left hip 90 out -30, left knee 90, face 60',
      /inward of its foot/,
    ],
    ['leaps', '(side): upright, left shoulder bend -60 → left shoulder bend 180, 0.12 s → back, 0.12 s', /leaps/],
  ])('find what %s', (rule, text, words) =>
    expect(broken(text).get(rule) ?? [...broken(text).keys()].join()).toMatch(words),
  );
});

describe('drawing by hand', () => {
  const handle = (name: string) => HANDLES.find((h) => h.name === name) ?? HANDLES[0];
  const place = (w: Written, k: number, name: string) => {
    const read = buildFigure(w);
    if (!read.ok) throw new Error(read.problem);
    return handleAt(read.figure, k, handle(name) as never);
  };

  it('has every joint once', () => {
    expect(HANDLES.map((h) => h.name)).toEqual([
      'head',
      'shoulders',
      'ribs',
      'left elbow',
      'left hand',
      'left knee',
      'left foot',
      'left toes',
      'right elbow',
      'right hand',
      'right knee',
      'right foot',
      'right toes',
    ]);
  });

  it('has its handles on the picture of one that gets on too', () => {
    const read = readFigure('(side, travels): stand → lunge, right foot steps → stand, left foot steps');
    if (!read.ok) throw new Error(read.problem);
    const [left, , right] = framesOf(figureOf(read.figure)).box;
    for (const k of [0, 1, 2])
      for (const h of HANDLES) {
        const { x } = handleAt(read.figure, k, h);
        expect([h.name, k, x >= left && x <= right]).toEqual([h.name, k, true]);
      }
  });

  it('brings an elbow to where it is dragged, and says so in words', () => {
    const from = splitFigure('(side): upright, feet flat on floor, leaning') as Written;
    const at = place(from, 0, 'right elbow');
    // Forward and up: an eighth of a turn of the upper arm, 316 mm at 500 units a metre.
    const to = { x: at.x + 158 * Math.SQRT1_2, y: at.y - 158 * (1 - Math.SQRT1_2) };
    const made = dragged(from, 0, handle('right elbow') as never, to, false);
    const now = place(made, 0, 'right elbow');
    expect(Math.hypot(now.x - to.x, now.y - to.y)).toBeLessThan(6);
    expect(writeFigure(made)).toMatch(/, right shoulder 4[3-7] out -?\d$/);
  });

  it('moves both sides alike where that is asked', () => {
    const from = splitFigure('(front): upright, feet flat on floor, leaning') as Written;
    const at = place(from, 0, 'right elbow');
    const made = dragged(from, 0, handle('right elbow') as never, { x: at.x + 90, y: at.y - 40 }, true);
    const [right, left] = [place(made, 0, 'right elbow'), place(made, 0, 'left elbow')];
    expect(right.x + left.x).toBeCloseTo(0, 0);
    expect(writeFigure(made)).toMatch(/shoulders -?\d+ out \d+$/);
  });

  it('goes no farther than the joint goes, and puts a joint in one term', () => {
    const from = splitFigure(
      '(side): upright, right foot flat on floor, leaning, left knee 20 → left knee 40',
    ) as Written;
    const at = place(from, 0, 'left foot');
    const far = dragged(from, 0, handle('left foot') as never, { x: at.x + 900, y: at.y - 900 }, false);
    expect(far.positions[0]?.filter((t) => t.startsWith('left knee'))).toEqual(['left knee 0']);
    expect(far.positions[1]).toEqual(['left knee 40']);
  });

  it('says in each position what was said throughout, but what is of the whole', () => {
    const spread = spreadOut(
      splitFigure('(side, in turn, box at 0.5, arms at 90, bell at chest): stand → squat half') as Written,
    );
    expect(spread.whole).toEqual(['side', 'in turn', 'box at 0.5']);
    expect(spread.positions[1]).toEqual(['squat half', 'arms at 90', 'bell at chest']);
  });
});

describe('an outline', () => {
  it('is a circle round one disc, a band round two, in whole numbers', () => {
    expect(hullPath([{ x: 10, y: 0, r: 2 }])).toBe('M40 0A10 10 0 1 1 60 0A10 10 0 1 1 40 0Z');
    // Two discs of 2 units, 10 apart: straight sides at ±2, five to a unit.
    expect(
      hullPath([
        { x: 0, y: 0, r: 2 },
        { x: 10, y: 0, r: 2 },
      ]),
    ).toBe('M0 -10L50 -10A10 10 0 1 1 50 10L0 10A10 10 0 0 1 0 -10Z');
  });

  it('leaves out a disc within another, and has no hole', () => {
    expect(
      hullPath([
        { x: 0, y: 0, r: 4 },
        { x: 1, y: 0, r: 1 },
      ]),
    ).toBe(hullPath([{ x: 0, y: 0, r: 4 }]));
    const three = hullPath([
      { x: 0, y: 0, r: 3 },
      { x: 20, y: 0, r: 2 },
      { x: 10, y: 15, r: 1 },
    ]);
    expect(three.match(/M/g)).toHaveLength(1);
    expect(three.match(/A/g)?.length).toBeGreaterThanOrEqual(3);
  });
});
