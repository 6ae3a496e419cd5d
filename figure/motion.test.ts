import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { centreOfMass } from './balance.ts';
import { LENGTHS, RADII } from './body.ts';
import { cachedFrames, framesOf } from './frame-cache.ts';
import { alongOf, type Figure, figureOf, flightMs, momentOf, type Tempo } from './motion.ts';
import { pacedMs } from './pace.ts';
import { spokenAt } from './point.ts';
import { readFigure } from './read.ts';
import { stillOf } from './still.ts';
import { cross, distance, dot, minus, times, unit } from './vectors.ts';

function figure(text: string, tempo: Tempo | null = null): Figure {
  const read = readFigure(text);
  if (!read.ok) throw new Error(`${read.problem} (${read.term})`);
  return figureOf(read.figure, tempo);
}

const SQUAT = '(side, bell at chest): stand → squat deep';
const JUMP =
  '(side): squat half → stand, on toes, 0.3 s → upright, air 28 cm, ankles -40 → squat quarter → back, 0.4 s';

describe('where a body rests', () => {
  it('stands with its soles on the floor and its weight over them', () => {
    const { keys } = figure(SQUAT).laid;
    for (const { skeleton } of keys) {
      const { heel, tip, ankle } = skeleton.legs.right;
      expect(heel[1]).toBeCloseTo(0, 3);
      expect(tip[1]).toBeCloseTo(0, 3);
      expect(ankle[1]).toBeCloseTo(LENGTHS.ankleHeight, 3);
      const [x] = centreOfMass(skeleton);
      expect(x).toBeGreaterThan(heel[0]);
      expect(x).toBeLessThan(tip[0]);
    }
  });

  it('keeps planted hands and feet where they are, through the whole way', () => {
    const pressUp = figure('(side): plank → plank low');
    const first = momentOf(pressUp, 0).skeleton;
    for (let ms = 0; ms < pressUp.cycleMs; ms += 40) {
      const s = momentOf(pressUp, ms).skeleton;
      expect(distance(s.arms.left.wrist, first.arms.left.wrist)).toBeLessThan(0.003);
      expect(distance(s.legs.right.ball, first.legs.right.ball)).toBeLessThan(0.003);
    }
    expect(momentOf(pressUp, pressUp.ways[1]?.startMs ?? 0).skeleton.collar[1]).toBeLessThan(first.collar[1] - 0.2);
  });

  it('sits on what it sits on, lies on the floor, hangs from the rail', () => {
    expect(figure('sit chair').laid.keys[0]?.skeleton.pelvis[1]).toBeCloseTo(0.45 + 0.0952, 4);
    const lying = figure('lie').laid.keys[0]?.skeleton;
    expect(lying?.head[1]).toBeGreaterThan(RADII.head);
    expect(lying?.head[0]).toBeLessThan(0);
    const hanging = figure('(front): upright, hands on rail, shoulders bend 0 out 164, elbows 4').laid.keys[0]
      ?.skeleton;
    expect(hanging?.arms.left.wrist[1]).toBeGreaterThan(2.1);
    expect(hanging?.legs.left.tip[1]).toBeGreaterThan(0);
  });

  it('bends the knee of a flat foot the way its toes look', () => {
    const leg = figure('(front): squat wide').laid.keys[0]?.skeleton.legs.right;
    if (!leg) throw new Error('No leg');
    // From the line between hip and ankle the knee lies ahead along the foot, and neither to the left nor to the right of it.
    const line = unit(minus(leg.ankle, leg.hip));
    const out = minus(leg.knee, leg.hip);
    const ahead = minus(out, times(line, dot(out, line)));
    const toes = unit(minus(leg.tip, leg.heel));
    expect(dot(ahead, cross(toes, [0, 1, 0]))).toBeCloseTo(0, 3);
    expect(dot(ahead, toes)).toBeGreaterThan(0.2);
    expect(leg.knee[2]).toBeGreaterThan(leg.hip[2] + 0.1);
  });

  it('puts feet that hop out and back where they were', () => {
    const { keys } = figure(
      '(side): squat hands down → plank, feet step, 0.3 s → squat hands down, feet step, 0.3 s',
    ).laid;
    const at = (k: number) => keys[k]?.anchors.get('left foot')?.at ?? [9, 9, 9];
    expect(at(0)[0] - at(1)[0]).toBeGreaterThan(0.3);
    expect(distance(at(2), at(0))).toBeLessThan(1e-9);
  });
});

describe('time', () => {
  it('takes the usual, what is said, and the digits of a tempo: 3-1-2-1', () => {
    expect(figure(SQUAT).cycleMs).toBe(2600);
    expect(figure('stand → squat half, 0.5 s, hold 1 s → back, 0.7 s').cycleMs).toBe(2200);
    const slow = figure(SQUAT, { downMs: 3000, holdMs: 1000, upMs: 2000, topMs: 1000 });
    expect(slow.cycleMs).toBe(7000);
    expect(slow.ways.map((w) => [w.startMs, w.ms, w.holdMs])).toEqual([
      [0, 3000, 1000],
      [4000, 2000, 1000],
    ]);
    // Low through the whole hold.
    expect(momentOf(slow, 3500).skeleton).toBe(momentOf(slow, 3000).skeleton);
  });

  it('begins anew after a cycle', () => {
    const f = figure(SQUAT);
    expect(momentOf(f, 700 + 3 * f.cycleMs).skeleton.head).toEqual(momentOf(f, 700).skeleton.head);
  });

  it('takes both sides in turn, each the mirror image of the other', () => {
    const march = figure('(side, in turn): stand → knee up, 0.4 s → back, 0.4 s');
    expect(march.ways).toHaveLength(4);
    const right = momentOf(march, 400).skeleton;
    const left = momentOf(march, 400 + march.cycleMs / 2).skeleton;
    expect(right.legs.right.knee[1]).toBeGreaterThan(right.legs.left.knee[1] + 0.3);
    expect(left.legs.left.knee[1]).toBeCloseTo(right.legs.right.knee[1], 3);
  });

  it('goes on by as much as it steps, and is followed', () => {
    const walk = figure('(side, in turn, travels): walk → back, left foot steps, 0.6 s');
    const [on] = walk.laid.onM;
    expect(on).toBeGreaterThan(0.8);
    expect(on).toBeLessThan(1.6);
    expect(alongOf(walk, walk.cycleMs / 2)[0]).toBeCloseTo(on / 2, 9);
  });
});

describe('flight', () => {
  it('lasts as long as a fall of its height: \u221a(2 · 0.28 / 9.81) s', () => {
    expect(flightMs(0.28)).toBeCloseTo(238.9, 1);
  });

  it('has the centre of mass rise by what is said and fall as a thrown thing does', () => {
    const f = figure(JUMP);
    const rise = f.ways.find((w) => w.kind === 'rise');
    const fall = f.ways.find((w) => w.kind === 'fall');
    if (!rise || !fall) throw new Error('It does not fly');
    const height = (ms: number) => centreOfMass(momentOf(f, ms).skeleton)[1];
    expect(height(fall.startMs) - height(rise.startMs)).toBeCloseTo(0.28, 2);
    expect(rise.ms).toBeCloseTo(238.9, 0);
    // Half of the time is a quarter of the way down from the top: s = g t² / 2.
    const drop = height(fall.startMs) - height(fall.startMs + fall.ms - 0.01);
    expect(height(fall.startMs) - height(fall.startMs + fall.ms / 2)).toBeCloseTo(drop / 4, 1);
  });

  it('lands where it left, or so far on as is said', () => {
    const middle = (f: Figure, k: number) => {
      const s = f.laid.keys[k]?.skeleton;
      return ((s?.legs.left.ball[0] ?? 0) + (s?.legs.right.ball[0] ?? 0)) / 2;
    };
    const up = figure(JUMP);
    expect(middle(up, 3)).toBeCloseTo(middle(up, 0), 2);
    const on = figure(JUMP.replace('air 28 cm', 'air 28 cm, shift ahead 50 cm').replace('(side)', '(side, travels)'));
    expect(middle(on, 3) - middle(on, 0)).toBeCloseTo(0.5, 2);
  });
});

describe('the beat', () => {
  it('makes a cycle a whole number of beats, but not at another speed altogether', () => {
    const f = figure(SQUAT); // 2,600 ms
    // 500 ms a beat: 5 beats, 2,500 ms.
    expect(pacedMs(f, 2500, 500)).toBeCloseTo(2600, 6);
    expect(pacedMs(f, 1000, null)).toBe(1000);
    // One beat of 6 s would be less than half the speed.
    expect(pacedMs(f, 1000, 6000)).toBe(1000);
    expect(pacedMs(figure(`${SQUAT.replace('(side', '(side, beats 4')}`), 2000, 500)).toBeCloseTo(2600, 6);
  });

  it('hurries no flight', () => {
    expect(pacedMs(figure(JUMP), 1234, 400)).toBe(1234);
  });
});

describe('what is drawn', () => {
  it('is drawn once for each sixtieth of a second', () => {
    const frames = framesOf(figure(SQUAT));
    expect(frames.at(100)).toBe(frames.at(100 + 2600));
    expect(frames.at(0)).not.toBe(frames.at(800));
    expect(frames.at(800).legs).toMatch(/^M-?\d+ -?\d+L/);
    expect(frames.at(0).held).not.toBe('');
    expect(frames.at(0).farKit).toBe('');
  });

  it('lies within its box at every moment', () => {
    const frames = framesOf(figure('(side): stand → stand, arms overhead, lift → back, lower'));
    const [left, top, right, bottom] = frames.box;
    for (let ms = 0; ms < frames.figure.cycleMs; ms += 100)
      for (const [, x, y] of Object.values(frames.at(ms))
        .join('')
        .matchAll(/[ML](-?\d+) (-?\d+)/g)) {
        expect(Number(x)).toBeGreaterThanOrEqual(left - 1);
        expect(Number(x)).toBeLessThanOrEqual(right + 1);
        expect(Number(y)).toBeGreaterThanOrEqual(top - 1);
        expect(Number(y)).toBeLessThanOrEqual(bottom + 10);
      }
  });

  it('is kept by its text and tempo, and null where the text says nothing', () => {
    expect(cachedFrames(SQUAT)).toBe(cachedFrames(SQUAT));
    const slow = { downMs: 4000, holdMs: 0, upMs: 1000, topMs: 0 };
    expect(cachedFrames(SQUAT, slow)?.figure.cycleMs).toBe(5000);
    expect(cachedFrames('flap')).toBeNull();
  });

  it('stands as a pair with an arrow the way of what moves most; held, alone and without', () => {
    const pair = stillOf(figure('(side): stand → arms forward, lift → back, lower'));
    expect(pair.pictures).toHaveLength(2);
    expect(pair.pictures[1]?.dx).toBeGreaterThan(100);
    expect(pair.arrow?.line).toMatch(/^M/);
    const [, , right] = pair.box;
    for (const [x] of pair.arrow?.points ?? []) expect(x * 5).toBeLessThan(right);
    const plank = stillOf(figure('(side): plank, hold 2 s'));
    expect(plank.pictures).toHaveLength(1);
    expect(plank.arrow).toBeNull();
    // What lies is shown one below the other.
    const low = stillOf(figure('(side): plank → plank low'));
    expect([low.pictures[1]?.dx, (low.pictures[1]?.dy ?? 0) > 100]).toEqual([0, true]);
  });

  it('takes any moment of any figure without a number that is none', () => {
    const f = framesOf(figure(JUMP));
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (ms) => {
        expect(Object.values(f.at(ms)).join('')).not.toMatch(/NaN|Infinity|undefined/);
      }),
      { numRuns: 60 },
    );
  });
});

describe('what a cue speaks of', () => {
  const moment = momentOf(figure(SQUAT), 0);
  const { legs, arms, head, pelvis } = moment.skeleton;

  it.each([
    ['Knees follow toes', legs.right.knee],
    ['Heels down', legs.right.heel],
    ['Elbows inside knees', arms.right.elbow],
    ['Eyes on the horizon', head],
    ['Bell at the chest', arms.right.knuckles],
  ])('“%s”', (cue, at) => expect(spokenAt(cue, moment)).toEqual(at));

  it('points near the hips for the seat, and at nothing where it names no part', () => {
    expect(distance(spokenAt('Sit back', moment) ?? [9, 9, 9], pelvis)).toBeLessThan(0.1);
    expect(spokenAt('Breathe', moment)).toBeNull();
  });
});
