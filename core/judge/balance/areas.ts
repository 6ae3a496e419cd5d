import type { Plan } from '../../class/index.ts';
import type { BodyPart } from '../../moves/index.ts';
import { type Bout, balanceOf, mainBouts } from './work.ts';

/**
 * Parts that are moved, or let go, together: a drill for one reaches the others. The trunk asks for neither: it is held, and moves
 * with everything.
 */
const END_AREAS = {
  warmUp: [
    ['frontThighs', 'hipFront', 'innerThighs'],
    ['backThighs', 'seat'],
    ['calves'],
    ['chest', 'shoulders', 'arms', 'upperBack'],
  ],
  coolDown: [
    ['frontThighs', 'hipFront', 'innerThighs'],
    ['backThighs', 'seat'],
    ['calves'],
    ['chest', 'shoulders', 'arms'],
    ['upperBack'],
  ],
} as const satisfies Record<string, readonly (readonly BodyPart[])[]>;

interface WorkedArea {
  /** All parts of the area. */
  area: readonly BodyPart[];
  /** Those of it that are worked long enough, the most worked first. */
  parts: BodyPart[];
  /** Work on the most worked of them, ms. */
  ms: number;
}

/**
 * The areas that the known main moves work for at least so long, the most worked first. Helpers do not count, nor does holding
 * the trunk.
 */
export function workedAreas(
  plan: Pick<Plan, 'blocks'>,
  bouts: readonly Bout[],
  role: keyof typeof END_AREAS,
  fromMs: number,
): WorkedArea[] {
  const main = mainBouts(plan, bouts).filter((s) => s.sure && s.move !== null && s.move.pattern !== 'brace');
  const { parts } = balanceOf(main.map((s) => (s.move ? { ...s, move: { ...s.move, helpers: [] } } : s)));
  return END_AREAS[role]
    .flatMap((area: readonly BodyPart[]): WorkedArea[] => {
      const worked = area.filter((p) => parts[p] >= fromMs).sort((a, b) => parts[b] - parts[a]);
      const [most] = worked;
      return most === undefined ? [] : [{ area, parts: worked, ms: parts[most] }];
    })
    .sort((a, b) => b.ms - a.ms);
}
