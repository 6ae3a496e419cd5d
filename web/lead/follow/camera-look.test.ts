import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CAMERA_PARTS, readLook, writeLook } from './camera-look.ts';

it('an address says what is laid over a picture, and is read back as it was', () => {
  expect(writeLook({ parts: ['time', 'move'], field: '#00a03c' })).toBe('?show=time,move&field=00a03c');
  fc.assert(
    fc.property(fc.subarray([...CAMERA_PARTS]), fc.option(fc.stringMatching(/^[0-9a-f]{6}$/)), (parts, colour) => {
      const look = { parts, field: colour === null ? ('clear' as const) : (`#${colour}` as const) };
      expect(readLook(writeLook(look))).toEqual(look);
    }),
  );
});

it('what an address cannot mean is passed over; one that says nothing is still to be chosen', () => {
  expect(readLook('?show=move,shoes,time&field=javascript')).toEqual({ parts: ['time', 'move'], field: 'clear' });
  expect(readLook('')).toBeNull();
});
