import { checkPlan, type Finding, type Thresholds } from '../../core/checks/index.ts';
import { type KitItem, type Library, libraryOf, type Move } from '../../core/moves/index.ts';
import { applySteps, type Plan } from '../../core/plan/index.ts';
import { compile } from '../../core/timeline/index.ts';

/** First what is known, then one plan after the other; answers carry the number they were asked under. */
export type ChecksRequest =
  | { kind: 'know'; moves: readonly Move[]; kit: readonly KitItem[]; thresholds: Thresholds }
  | { kind: 'check'; turn: number; plan: Plan };

/** A finding with what each of its fixes does to the length of the class, in ms. */
export interface PricedFinding extends Finding {
  costsMs: number[];
}
export interface ChecksAnswer {
  turn: number;
  findings: PricedFinding[];
}

let library: Library = libraryOf([]);
let kitRoom: readonly KitItem[] = [];
let thresholds: Thresholds | undefined;

self.addEventListener('message', ({ data }: MessageEvent<ChecksRequest>) => {
  if (data.kind === 'know') {
    library = libraryOf(data.moves);
    kitRoom = data.kit;
    thresholds = data.thresholds;
    return;
  }
  const nowMs = compile(data.plan).totalMs;
  const findings = checkPlan(data.plan, { library, kitRoom, ...(thresholds ? { thresholds } : {}) }).map((f) => ({
    ...f,
    costsMs: f.fixes.map((fix) => compile(applySteps(data.plan, fix.steps)).totalMs - nowMs),
  }));
  const answer: ChecksAnswer = { turn: data.turn, findings };
  postMessage(answer);
});
