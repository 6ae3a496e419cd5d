import { expose } from 'comlink';
import { applySteps, type Plan } from '../../../core/class/index.ts';
import type { Thresholds } from '../../../core/judge/index.ts';
import { checkPlan, type Finding } from '../../../core/judge/index.ts';
import { type KitItem, type Library, libraryOf, type Move } from '../../../core/moves/index.ts';
import { compile } from '../../../core/time/index.ts';

/** A finding with what each of its fixes does to the length of the class, in ms. */
export interface PricedFinding extends Finding {
  costsMs: number[];
}

/** The library and the kit room; sent once, not with every plan. */
export interface Known {
  moves: readonly Move[];
  kit: readonly KitItem[];
  thresholds: Thresholds;
}

let library: Library = libraryOf([]);
let kitRoom: readonly KitItem[] = [];
let thresholds: Thresholds | undefined;

export const work = {
  know: (known: Known): void => {
    library = libraryOf(known.moves);
    kitRoom = known.kit;
    thresholds = known.thresholds;
  },
  check: (plan: Plan): PricedFinding[] => {
    const nowMs = compile(plan).totalMs;
    return checkPlan(plan, { library, kitRoom, ...(thresholds ? { thresholds } : {}) }).map((f) => ({
      ...f,
      costsMs: f.fixes.map((fix) => compile(applySteps(plan, fix.steps)).totalMs - nowMs),
    }));
  },
};
export type ChecksWork = typeof work;
expose(work);
