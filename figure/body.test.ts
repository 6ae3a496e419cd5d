import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { centreOfMass, outsideOf, supportOf } from './balance.ts';
import { LENGTHS, MASSES } from './body.ts';
import { bendTo, poleOf } from './limb.ts';
import { mirrored, PARTS, partIndex, upright } from './posture.ts';
import { skeletonOf } from './skeleton.ts';
import { distance } from './vectors.ts';

const set = (values: Record<string, number>) => {
  const p = upright();
  for (const [name, value] of Object.entries(values)) {
    const [side, joint, way] = name.split('.') as ['left' | 'right' | '', 'hip', string];
    p[partIndex(joint, side === '' ? null : side, way)] = value;
  }
  return p;
};

describe('the body', () => {
  it('has lengths of the table for a stature of 1.70 m', () => {
    // 0.245, 0.246 and 0.186 of the stature.
    expect(LENGTHS.thigh).toBeCloseTo(0.4165, 6);
    expect(LENGTHS.shank).toBeCloseTo(0.4182, 6);
    expect(LENGTHS.upperArm).toBeCloseTo(0.3162, 6);
  });

  it('weighs a whole body', () => {
    const { headAndNeck, chest, belly, pelvis, ...limbs } = MASSES;
    const sum =
      [headAndNeck, chest, belly, pelvis].reduce((n, p) => n + p.share, 0) +
      2 * Object.values(limbs).reduce((n, p) => n + p.share, 0);
    expect(sum).toBeCloseTo(1, 3);
  });

  it('stands straight at zero in all', () => {
    const s = skeletonOf(upright());
    // Pelvis, belly and chest: 0.05 + 0.1 + 0.138 of 1.7 m.
    expect(s.collar[1]).toBeCloseTo(0.4896, 6);
    expect(s.legs.right.knee[1]).toBeCloseTo(-0.4165, 6);
    expect(s.legs.right.ankle[1]).toBeCloseTo(-0.8347, 6);
    expect(s.arms.right.wrist[1]).toBeCloseTo(0.4896 - 0.02 - 0.3162 - 0.2482, 6);
    expect(s.legs.right.hip[2]).toBeCloseTo(-(s.legs.left.hip[2] ?? 0), 9);
    expect(s.legs.right.hip[2]).toBeGreaterThan(0);
  });

  it('counts a thigh from the trunk: bent by 90 on a trunk that leans 30 it hangs 60 forward', () => {
    const { hip, knee } = skeletonOf(set({ '.body.lean': 30, 'right.hip.bend': 90 })).legs.right;
    expect(knee[0] - hip[0]).toBeCloseTo(0.4165 * Math.sin(Math.PI / 3), 6);
    expect(knee[1] - hip[1]).toBeCloseTo(-0.4165 * 0.5, 6);
  });

  it('takes arms and legs out away from the middle, and heels to the seat', () => {
    const s = skeletonOf(set({ 'left.shoulder.out': 90, 'right.hip.out': 30, 'right.knee.bend': 90 }));
    expect(s.arms.left.wrist[2]).toBeLessThan(-0.6);
    expect(s.legs.right.knee[2] - s.legs.right.hip[2]).toBeCloseTo(0.4165 / 2, 6);
    expect(s.legs.right.ankle[0] - s.legs.right.knee[0]).toBeCloseTo(-0.4182, 6);
  });

  it('keeps the length of every part, whatever the angles', () => {
    const angles = fc.array(fc.double({ min: -170, max: 170, noNaN: true }), {
      minLength: PARTS.length,
      maxLength: PARTS.length,
    });
    fc.assert(
      fc.property(angles, (values) => {
        const p = upright();
        for (const part of PARTS) p[part.index] = part.joint === 'girdle' ? 0.02 : (values[part.index] as number);
        const s = skeletonOf(p);
        for (const side of ['left', 'right'] as const) {
          expect(distance(s.legs[side].hip, s.legs[side].knee)).toBeCloseTo(LENGTHS.thigh, 9);
          expect(distance(s.arms[side].elbow, s.arms[side].wrist)).toBeCloseTo(LENGTHS.foreArm, 9);
        }
        expect(distance(s.low, s.high)).toBeCloseTo(LENGTHS.belly, 9);
      }),
      { numRuns: 40 },
    );
  });

  it('changes sides and back, and is seen as in a mirror', () => {
    const values = fc.array(fc.integer({ min: -40, max: 40 }), { minLength: PARTS.length, maxLength: PARTS.length });
    fc.assert(
      fc.property(values, (some) => {
        const p = Float64Array.from(some);
        for (const { joint, index } of PARTS) if (joint === 'girdle') p[index] = 0;
        expect([...mirrored(mirrored(p))].map((x) => x + 0)).toEqual([...p]);
        const [one, other] = [skeletonOf(p), skeletonOf(mirrored(p))];
        const [x, y, z] = one.arms.right.wrist;
        expect(distance(other.arms.left.wrist, [x, y, -z])).toBeLessThan(1e-9);
      }),
      { numRuns: 40 },
    );
  });
});

describe('a limb that reaches', () => {
  it('bends by the law of cosines: 3 and 4 to a point 5 away is a right angle', () => {
    const { bend, missM, upper } = bendTo([0, 0, 0], [0, -0.5, 0], [0.3, 0.4], [1, 0, 0], -1);
    expect(bend).toBeCloseTo(90, 6);
    expect(missM).toBeCloseTo(0, 9);
    // Its middle joint points the way it was told: 0.3 · 0.4 / 0.5 before the line.
    expect(-upper[3] * 0.3).toBeCloseTo(0.24, 6);
  });

  it('says how far it falls short, and is not locked', () => {
    const { bend, missM } = bendTo([0, 0, 0], [0, -0.8, 0], [0.3, 0.4], [1, 0, 0], -1);
    expect(missM).toBeCloseTo(0.1, 3);
    expect(bend).toBeCloseTo(2, 6);
  });

  it('points where its joint was, and where it was straight the way that stands in', () => {
    expect(poleOf([0, 0, 0], [0.1, -0.5, 0], [0, -1, 0], [0, 0, 1])).toEqual([
      expect.closeTo(0.1, 9),
      expect.closeTo(0, 9),
      expect.closeTo(0.02, 9),
    ]);
    expect(poleOf([0, 0, 0], [0, -0.5, 0], [0, -1, 0], [0, 0, 1])[2]).toBeCloseTo(0.02, 9);
  });
});

describe('balance', () => {
  it('has the centre of mass of who stands a little above the hips, in the middle', () => {
    const [x, y, z] = centreOfMass(skeletonOf(upright()));
    expect(z).toBeCloseTo(0, 9);
    expect(Math.abs(x)).toBeLessThan(0.03);
    // 0.56 of the stature above the floor in the same book; the soles are 0.9 m below the hips.
    expect((y + 0.901) / 1.7).toBeGreaterThan(0.53);
    expect((y + 0.901) / 1.7).toBeLessThan(0.59);
  });

  it('moves towards what is held', () => {
    const [x] = centreOfMass(skeletonOf(upright()), [{ at: [1, 0, 0], share: 0.25 }]);
    expect(x).toBeCloseTo(0.2 + (centreOfMass(skeletonOf(upright()))[0] ?? 0) * 0.8, 6);
  });

  it('tells how far a point is beside what is stood on', () => {
    const square = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    expect(outsideOf(square, [0.5, 0.5])).toBe(0);
    expect(outsideOf(square, [1.25, 0.5])).toBeCloseTo(0.25, 9);
    expect(outsideOf(square, [0.5, -2])).toBeCloseTo(2, 9);
  });

  it('stands on the whole of a flat foot, on the front of one that is on its toes', () => {
    const s = skeletonOf(upright());
    const flat = supportOf(s, new Map([['right foot', { manner: 'flat', on: 'floor' }]]));
    const toes = supportOf(s, new Map([['right foot', { manner: 'toes', on: 'floor' }]]));
    expect(Math.min(...flat.map(([x]) => x))).toBeCloseTo(-LENGTHS.heel, 6);
    expect(Math.min(...toes.map(([x]) => x))).toBeCloseTo(LENGTHS.ball, 6);
  });
});
