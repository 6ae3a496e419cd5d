import type { Plan } from '../../../core/class/index.ts';
import { type Library, resolvePlan } from '../../../core/moves/index.ts';
import { writeClassCsv } from '../../../core/out/index.ts';

/** The class as a table, with what the library knows of its moves; fetched when it is asked for. */
export const classTable = (plan: Plan, library: Library) => writeClassCsv(resolvePlan(plan, library));
