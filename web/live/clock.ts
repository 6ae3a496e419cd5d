/** One question to the server and its answer; all in ms. */
export interface ClockSample {
  /** Of the local clock, before and after. */
  sentMs: number;
  cameMs: number;
  serverMs: number;
}

const KEPT = 12;

/**
 * Estimates another clock from questions and answers: of the last samples, that with the shortest way counts, since on
 * it the answer can be off by half the way at most. The local clock must be steady (performance.now), so that setting
 * the device's clock changes nothing.
 */
export class ClockEstimate {
  private samples: ClockSample[] = [];

  add(sample: ClockSample): void {
    if (sample.cameMs < sample.sentMs) return;
    this.samples = [...this.samples, sample].slice(-KEPT);
  }

  /** Forgets what was measured: the machine slept, and the steady clock may have stood still. */
  reset(): void {
    this.samples = [];
  }

  get isSet(): boolean {
    return this.samples.length > 0;
  }

  /** The other clock less the local one, ms; 0 before the first sample. */
  get offsetMs(): number {
    const best = this.samples.reduce<ClockSample | null>(
      (a, b) => (a === null || b.cameMs - b.sentMs < a.cameMs - a.sentMs ? b : a),
      null,
    );
    return best === null ? 0 : best.serverMs - (best.sentMs + best.cameMs) / 2;
  }

  /** Half the shortest way: how far off the estimate can be, ms. */
  get doubtMs(): number {
    return this.samples.length === 0
      ? Number.POSITIVE_INFINITY
      : Math.min(...this.samples.map((s) => (s.cameMs - s.sentMs) / 2));
  }
}

/** Asks the server's clock once and adds the answer; a question that fails changes nothing. */
export async function askClock(estimate: ClockEstimate, address: string, signal?: AbortSignal): Promise<void> {
  const sentMs = performance.now();
  try {
    const res = await fetch(address, { cache: 'no-store', ...(signal ? { signal } : {}) });
    const cameMs = performance.now();
    const body = (await res.json()) as { nowMs?: unknown };
    if (res.ok && typeof body.nowMs === 'number') estimate.add({ sentMs, cameMs, serverMs: body.nowMs });
  } catch {
    // The next question may get through.
  }
}
