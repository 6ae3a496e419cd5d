import type { Audience, Plan } from '../class/index.ts';
import { readShorthand } from '../class/index.ts';

/*
 * Classes marked by hand before any check looked at them: what is wrong with each, by the check that should say so, and what else may
 * rightly be said. All that the checks say beside these is a false alarm; what they do not say of these is missed.
 */

export interface Marked {
  name: string;
  plan: Plan;
  /** Checks that must speak. */
  faults: readonly string[];
  /** Checks that may: they are right, and nobody would miss them. */
  fair: readonly string[];
}

export const WARM = `warm-up: 1 round, 45/0
  March on the spot
  Half star
  Step touch
  Leg swing, switch at half
  Arm circles
  Hip hinge drill
  Bodyweight squat
  Lunge with reach, switch at half
  Heel flick
break 60
`;
export const TALK = 'talk: 90\n';
export const COOL = `cool-down: holds, hold 25, change 5
  Walking recovery, 120 work
  Quad stretch, each side
  Hamstring stretch, each side
  Calf stretch, each side
  Seat stretch, each side
  Chest opener
  Upper back stretch
`;
/** A class with all that belongs to one, and the main part given. */
export const whole = (main: string) => `${WARM}${TALK}${main}\nbreak 60\n${COOL}`;

interface More {
  fair?: readonly string[];
  audience?: readonly Audience[];
  change?: (plan: Plan) => Plan;
}

/** A class in words, with its marks. */
export function mark(name: string, text: string, faults: readonly string[], more: More = {}): Marked {
  const { plan, problems } = readShorthand(text);
  const wrong = problems[0];
  if (wrong) throw new Error(`${name}, line ${wrong.line}: ${wrong.message}`);
  const own = { ...plan, ...(more.audience ? { audience: [...more.audience] } : {}) };
  return { name, plan: more.change?.(own) ?? own, faults, fair: more.fair ?? [] };
}

export const good = (name: string, text: string, more: More = {}) => mark(name, text, [], more);
