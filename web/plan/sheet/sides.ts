import { defaultSides, type Sides } from '../../../core/class/index.ts';

/** How sides are shared, as the list of them offers it: one side only is two of its kind. */
export const SIDES: { value: string; mark: string; word: string; make: () => Sides }[] = [
  { value: 'none', mark: '\u00b7', word: 'Both sides at once', make: () => defaultSides('none') },
  { value: 'alternating', mark: 'L/R', word: 'Alternating', make: () => defaultSides('alternating') },
  { value: 'each', mark: 'L+R', word: 'Each side in turn', make: () => defaultSides('each') },
  { value: 'split', mark: 'L|R', word: 'Switch at half time', make: () => defaultSides('split') },
  { value: 'byRound', mark: 'L\u00b7R', word: 'By round', make: () => defaultSides('byRound') },
  { value: 'chain', mark: 'L\u2192R', word: 'Chain', make: () => defaultSides('chain') },
  { value: 'one left', mark: 'L', word: 'Left only', make: () => ({ mode: 'one', side: 'left' }) },
  { value: 'one right', mark: 'R', word: 'Right only', make: () => ({ mode: 'one', side: 'right' }) },
];
/** What one clock for all groups cannot give. */
export const APART = ['each', 'chain'];

/** What the list of sides has chosen for a station. */
export const sidesValue = (sides: Sides) => (sides.mode === 'one' ? `one ${sides.side}` : sides.mode);

/** The mark of a station's sides, the side that is first before the other. */
export function sidesMark(sides: Sides): string {
  const { mark = '' } = SIDES.find((s) => s.value === sidesValue(sides)) ?? {};
  return 'first' in sides && sides.first === 'right' ? [...mark].reverse().join('') : mark;
}
