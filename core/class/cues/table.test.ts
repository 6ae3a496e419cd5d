import { expect, it } from 'vitest';
import { CUE_KINDS, CUE_NAMES, CUE_SWITCHES, PHRASES, usualLevel } from './table.ts';

it('an instructor sets the level of each cue but her own lines', () => {
  expect(CUE_NAMES).toEqual(
    'starts countdown nextUp reps half tenSeconds warnings rounds left phases formCues options milestones water'.split(
      ' ',
    ),
  );
});

it('where there is room for one, the lower number is said: what must be, then what comes next, then the rest', () => {
  const byPriority = Object.entries(CUE_KINDS)
    .sort(([, a], [, b]) => a.priority - b.priority)
    .map(([kind, { priority }]) => `${priority} ${kind}`);
  expect(byPriority).toEqual([
    ...['0 tone', '0 side', '0 phase', '1 countdown', '1 layer', '1 count', '2 nextUp', '3 change', '3 reps'],
    ...['4 round', '4 left', '4 water', '5 half', '5 tenSeconds', '5 warning', '6 own', '6 script', '7 form'],
    ...['8 options', '9 milestone'],
  ]);
});

it('a new class has all but the milestones on; a switch that is off silences its cue, and no other', () => {
  expect(Object.entries(CUE_SWITCHES).flatMap(([name, isOn]) => (isOn ? [] : [name]))).toEqual(['milestones']);
  expect(usualLevel('half', CUE_SWITCHES)).toBe('voice');
  expect(usualLevel('half', { ...CUE_SWITCHES, half: false })).toBe('off');
  expect(usualLevel('starts', CUE_SWITCHES)).toBe('tone');
  expect(usualLevel('starts', { ...CUE_SWITCHES, tones: false })).toBe('off');
  // These have no switch: what is written at a station is said, options are only where they are asked for.
  expect(['formCues', 'warnings', 'countdown', 'options'].map((n) => usualLevel(n as 'options', CUE_SWITCHES))).toEqual(
    ['voice', 'voice', 'tone', 'off'],
  );
});

it('every sentence stands once', () => {
  expect(Object.keys(PHRASES)).toHaveLength(36);
  expect(PHRASES).toMatchObject({ nextUp: 'Next: {move}', half: 'Half way', lastFive: 'Last five minutes' });
});
