import { type ClassKind, moduleOf, type Plan } from '../../class/index.ts';
import type { KitItem, Library, Move } from '../../moves/index.ts';
import { compile, type Timeline, totals } from '../../time/index.ts';
import { type Bout, boutsOf, intensityOf, mainBouts } from '../balance/index.ts';
import { type Changeover, changesOf, type GroupSet, neededChange, pathsOf } from '../changes/index.ts';
import type { Thresholds } from '../thresholds/index.ts';
import { distinctBy } from './parts.ts';
import type { CheckContext } from './types.ts';

/** All that the checks look at, reckoned once; what a change needs when it is asked for. */
export function contextOf(
  plan: Plan,
  library: Library,
  kitRoom: readonly KitItem[],
  thresholds: Thresholds,
): CheckContext {
  const timeline = compile(plan);
  const bouts = boutsOf(plan, timeline, library);
  const paths = pathsOf(plan, timeline, library);
  return {
    plan,
    timeline,
    totals: totals(plan, timeline),
    bouts,
    paths,
    changes: allChanges(paths, timeline),
    needs: neededChange(plan, thresholds),
    intensity: intensityOf(plan, timeline, library, bouts),
    kind: kindOf(plan, bouts),
    library,
    kitRoom,
    thresholds,
  };
}

/** The changes of all groups; those that several groups make alike are there once each. */
const allChanges = (paths: readonly (readonly GroupSet[])[], timeline: Timeline): Changeover[] =>
  distinctBy(
    paths.flatMap((path) => changesOf(path, timeline)),
    ({ from, to }) => `${from.interval.index}:${from.stationIndex}>${to.stationIndex}`,
  );

/** So much of the main part makes a class what it does not say it is. */
const MOSTLY = 0.75;

/** Eases the body rather than works it. */
export const isEasing = (m: Pick<Move, 'pattern' | 'area'>) =>
  m.pattern === 'stretch' || m.pattern === 'mobilise' || m.area === 'mobility';

/** What the class says it is; else mobility, dance or seated where three quarters of the main part are; else intervals. */
function kindOf(plan: Plan, bouts: readonly Bout[]): ClassKind {
  if (plan.kind) return plan.kind;
  const main = mainBouts(plan, bouts);
  const share = (is: (s: Bout) => boolean) => {
    const all = main.reduce((sum, s) => sum + s.ms, 0);
    return all > 0 && main.filter(is).reduce((sum, s) => sum + s.ms, 0) >= MOSTLY * all;
  };
  if (share((s) => s.move !== null && isEasing(s.move))) return 'mobility';
  if (share((s) => s.move?.position === 'seated')) return 'seated';
  const inBeats = (s: Bout) => {
    const block = plan.blocks[s.blockIndex];
    return block !== undefined && moduleOf(block.format).traits.bpm(block.format) !== null;
  };
  return share(inBeats) ? 'dance' : 'intervals';
}
