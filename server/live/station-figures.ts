import type { Plan } from '../../core/class/index.ts';
import { figuresOf, libraryOf } from '../../core/moves/index.ts';
import type { Queryable } from '../db/database.ts';
import { listMoves } from '../db/moves.ts';

/** Runs and stations of them whose figures are kept at a time. */
const MOST = 100;

/** The figures of runs: read from the library once for the names of each, since a whole hall asks at the same moment. */
export class StationFigures {
  private readonly kept = new Map<string, { names: string; figures: Promise<Record<string, string>> }>();

  constructor(private readonly db: Queryable) {}

  /**
   * @param what the run, and the station where it is one's alone
   * @param plan its class as it is seen there, where the moves are done
   */
  of(what: string, names: readonly string[], plan: Plan): Promise<Record<string, string>> {
    const places = plan.blocks.flatMap((b) => b.stations.map((s) => s.position ?? ''));
    const key = [...names, ...places].join('\n');
    const known = this.kept.get(what);
    if (known?.names === key) return known.figures;
    const figures = listMoves(this.db).then((moves) => figuresOf(names, libraryOf(moves), plan));
    this.kept.delete(what);
    this.kept.set(what, { names: key, figures });
    const oldest = this.kept.keys().next();
    if (this.kept.size > MOST && !oldest.done) this.kept.delete(oldest.value);
    // A question that failed is asked anew.
    figures.catch(() => this.kept.delete(what));
    return figures;
  }
}
