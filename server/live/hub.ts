import type { RunCommand, RunEvent } from '../../core/run/index.ts';

/** An event as it came to the server. */
export interface CameEvent {
  n: number;
  event: RunEvent;
}

/** What goes through the hub: news for every stream of a run, and what is asked of its desk. */
export type LiveMessage =
  | { kind: 'events'; events: readonly CameEvent[] }
  | { kind: 'clock'; offsetMs: number }
  | { kind: 'command'; id: string; command: RunCommand };

interface Listener {
  /** A desk hears commands too. */
  desk: boolean;
  hear: (message: LiveMessage) => void;
}

/** Passes on what happens in a run to the streams that are open now; what they missed they read from the database. */
export class RunHub {
  private readonly listeners = new Map<string, Set<Listener>>();

  listen(runId: string, listener: Listener): () => void {
    const own = this.listeners.get(runId) ?? new Set();
    own.add(listener);
    this.listeners.set(runId, own);
    return () => {
      own.delete(listener);
      if (own.size === 0) this.listeners.delete(runId);
    };
  }

  publish(runId: string, message: LiveMessage): void {
    for (const { desk, hear } of this.listeners.get(runId) ?? []) if (desk || message.kind !== 'command') hear(message);
  }

  /** Whether a desk of the run is connected. */
  hasDesk(runId: string): boolean {
    return [...(this.listeners.get(runId) ?? [])].some((l) => l.desk);
  }

  /** Streams open now, over all runs. */
  get open(): number {
    let sum = 0;
    for (const own of this.listeners.values()) sum += own.size;
    return sum;
  }

  openFor(runId: string): number {
    return this.listeners.get(runId)?.size ?? 0;
  }
}
