import type { Plan } from '../../class/index.ts';
import { compareEvents, counts, isUndoable, lastUndoable, leaderAfter, leaderOf, type RunEvent } from './events.ts';
import { applyEvent, foldRun } from './fold.ts';
import { initialState, type RunState } from './state.ts';

/**
 * A run's events and their fold, kept up with as events come. One that comes after all others costs the same however many
 * came before; one that comes late, or takes another back, folds all anew. The state is always that of `foldRun`.
 */
export class RunLog {
  private readonly byId = new Map<string, RunEvent>();
  private list: RunEvent[] = [];
  private last: RunEvent | null = null;
  private folded: RunState;
  private leading: string | null = null;
  private undoable: RunEvent | null = null;

  constructor(
    readonly plan: Plan,
    events: readonly RunEvent[] = [],
  ) {
    this.folded = initialState(plan);
    this.add(events);
  }

  /** The events, each once, as they came; another list after every change. */
  get events(): readonly RunEvent[] {
    return this.list;
  }

  /** The state right after the last event. */
  get state(): RunState {
    return this.folded;
  }

  /** The desk that leads; null when none has said. */
  get leader(): string | null {
    return this.leading;
  }

  /** The last event that can be taken back, or null. */
  get lastUndoable(): RunEvent | null {
    return this.undoable;
  }

  /** The highest sequence number so far; 0 before the first event. */
  get lastSeq(): number {
    return this.last?.seq ?? 0;
  }

  has(id: string): boolean {
    return this.byId.has(id);
  }

  get(id: string): RunEvent | undefined {
    return this.byId.get(id);
  }

  /** Takes events in, each id once: the first to arrive counts. Gives those that were new. */
  add(events: readonly RunEvent[]): RunEvent[] {
    const news: RunEvent[] = [];
    let anew = false;
    for (const event of events) {
      if (this.byId.has(event.id)) continue;
      this.byId.set(event.id, event);
      news.push(event);
      anew = !this.follow(event) || anew;
    }
    if (news.length > 0) this.list = [...this.list, ...news];
    if (anew) this.foldAnew();
    return news;
  }

  /** Applies an event that comes after all others; false when the fold must be made anew. */
  private follow(event: RunEvent): boolean {
    const isLast = this.last === null || compareEvents(this.last, event) < 0;
    if (!isLast) return false;
    this.last = event;
    this.leading = leaderAfter(this.leading, event);
    if (!counts(event, this.leading)) return true;
    if (event.type === 'undo' || event.type === 'reopen') return false;
    this.folded = applyEvent(this.folded, event);
    if (isUndoable(event)) this.undoable = event;
    return true;
  }

  private foldAnew(): void {
    this.folded = foldRun(this.plan, this.list);
    this.leading = leaderOf(this.list);
    this.undoable = lastUndoable(this.list);
    this.last = this.list.reduce<RunEvent | null>((a, b) => (a && compareEvents(a, b) > 0 ? a : b), null);
  }
}
