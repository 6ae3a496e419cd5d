import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fromMulaw, toMulaw } from './mulaw.ts';

it('codes the values of G.711 as its table has them', () => {
  // Silence is 0xFF, the loudest 0x80 and 0x00; 8031 with the bias of 132 is 8163: segment 5, step 15.
  expect([...toMulaw(Float32Array.of(0, 1, -1, 8031 / 32_768, -8031 / 32_768))]).toEqual([
    0xff, 0x80, 0x00, 0xa0, 0x20,
  ]);
  expect([...fromMulaw(Uint8Array.of(0xff, 0x80, 0x00))].map((x) => Math.round(x * 32_768))).toEqual([
    0, 32_124, -32_124,
  ]);
});

it('gives back every code as it was, and every sample within its step', () => {
  const codes = Uint8Array.from({ length: 256 }, (_, k) => k);
  const back = toMulaw(fromMulaw(codes));
  // Minus nothing and nothing are both silence.
  expect([...back].filter((code, k) => code !== k && k !== 0x7f)).toEqual([]);
  fc.assert(
    fc.property(fc.double({ min: -1, max: 1, noNaN: true }), (x) => {
      const [y = 0] = fromMulaw(toMulaw(Float32Array.of(x)));
      // A step is a sixteenth of its segment: at most a thirtieth of the value, and 8 of 32,768 near silence.
      expect(Math.abs(x - y)).toBeLessThan(Math.abs(x) / 30 + 9 / 32_768 + 0.02 * Math.max(0, Math.abs(x) - 0.97));
    }),
  );
});
