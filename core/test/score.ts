import { checkPlan } from '../judge/index.ts';
import type { KitItem, Library } from '../moves/index.ts';
import type { Marked } from './marking.ts';

/** What the checks say of marked classes, against the marks. */
export interface Score {
  faults: number;
  found: number;
  findings: number;
  right: number;
  /** Shares from 0 to 1. */
  recall: number;
  precision: number;
  missed: string[];
  wrong: string[];
  /** Findings of weight 2 or 3 on good classes that are not fair. */
  weighty: string[];
}

/** The boathouse has enough of all but bells. */
const KIT: readonly KitItem[] = [
  { name: 'kettlebell', count: 8, sharedBy: 1 },
  { name: 'low step', count: 20, sharedBy: 1 },
  { name: 'chair', count: 30, sharedBy: 1 },
  { name: 'bench', count: 10, sharedBy: 1 },
  { name: 'dumbbell', count: 24, sharedBy: 1 },
  { name: 'band', count: 30, sharedBy: 1 },
  { name: 'mat', count: 30, sharedBy: 1 },
  { name: 'sandbag', count: 16, sharedBy: 1 },
  { name: 'mooring rope', count: 2, sharedBy: 1 },
  { name: 'box', count: 12, sharedBy: 1 },
  { name: 'medicine ball', count: 16, sharedBy: 1 },
];

export function scoreOf(marked: readonly Marked[], library: Library): Score {
  const score: Score = {
    faults: 0,
    found: 0,
    findings: 0,
    right: 0,
    recall: 0,
    precision: 0,
    missed: [],
    wrong: [],
    weighty: [],
  };
  for (const { name, plan, faults, fair } of marked) {
    const findings = checkPlan(plan, { library, kitRoom: KIT });
    const spoke = new Set(findings.map((f) => f.check));
    score.faults += faults.length;
    score.found += faults.filter((f) => spoke.has(f)).length;
    score.missed.push(...faults.filter((f) => !spoke.has(f)).map((f) => `${name}: ${f}`));
    for (const f of findings) {
      const isRight = faults.includes(f.check) || fair.includes(f.check);
      score.findings += 1;
      score.right += isRight ? 1 : 0;
      if (!isRight) score.wrong.push(`${name}: ${f.check} ${f.text}`);
      if (!isRight && faults.length === 0 && f.weight > 1) score.weighty.push(`${name}: ${f.text}`);
    }
  }
  score.recall = score.found / Math.max(1, score.faults);
  score.precision = score.right / Math.max(1, score.findings);
  return score;
}
