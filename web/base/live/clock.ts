/** One question to the server and its answer; all in ms. */
export interface ClockSample {
  /** Of the local clock, before and after. */
  sentMs: number;
  cameMs: number;
  serverMs: number;
}

const KEPT = 12;
/** An answer that takes longer is no use. */
const PATIENCE_MS = 2000;
/** What two clocks may part by themselves while the kept samples were taken, ms. */
const DRIFT_MS = 5;
const SURPRISE_MS = 500;

/**
 * Estimates another clock from questions and answers. The answer was given between its question and its arrival, so each
 * sample says that the offset lies between two bounds; the middle of what all of them allow is taken (the quickest way out
 * and the quickest way back count, of whichever samples). The local clock must be steady (performance.now), so that setting
 * the device's clock changes nothing. An answer that cannot be true together with the others voids them: one of the two
 * clocks stood still or was set.
 */
export class ClockEstimate {
  /** The other clock goes on while its machine sleeps. */
  runsInSleep = false;
  private samples: ClockSample[] = [];

  constructor(private readonly steadyNow: () => number = () => performance.now()) {}

  add(sample: ClockSample): void {
    if (sample.cameMs < sample.sentMs) return;
    const [low, high] = this.bounds();
    const agrees =
      sample.serverMs - sample.cameMs <= high + DRIFT_MS && sample.serverMs - sample.sentMs >= low - DRIFT_MS;
    this.samples = [...(agrees ? this.samples : []), sample].slice(-KEPT);
  }

  get isSet(): boolean {
    return this.samples.length > 0;
  }

  /** The other clock less the local one, ms; 0 before the first sample. */
  get offsetMs(): number {
    const [low, high] = this.bounds();
    return this.isSet ? (low + high) / 2 : 0;
  }

  /** Whether a time that the other clock has just told, its way included, is far from the estimate: ask it again. */
  isSurprisedBy(serverMs: number): boolean {
    return this.isSet && Math.abs(this.steadyNow() + this.offsetMs - serverMs) > SURPRISE_MS;
  }

  /** How far off the estimate can be, ms. */
  get doubtMs(): number {
    const [low, high] = this.bounds();
    return Math.max(0, high - low) / 2;
  }

  private bounds(): [low: number, high: number] {
    return [
      Math.max(...this.samples.map((s) => s.serverMs - s.cameMs)),
      Math.min(...this.samples.map((s) => s.serverMs - s.sentMs)),
    ];
  }
}

/**
 * Asks another clock once and adds the answer; a question that fails, or takes longer than two seconds, changes nothing.
 * @param ask gives the other clock's time in ms
 */
export async function askClock(
  estimate: ClockEstimate,
  ask: (signal: AbortSignal) => Promise<{ nowMs: number; runsInSleep?: boolean }>,
  signal?: AbortSignal,
): Promise<void> {
  const late = AbortSignal.timeout(PATIENCE_MS);
  const sentMs = performance.now();
  try {
    const { nowMs, runsInSleep = false } = await ask(signal ? AbortSignal.any([signal, late]) : late);
    estimate.runsInSleep = runsInSleep;
    estimate.add({ sentMs, cameMs: performance.now(), serverMs: nowMs });
  } catch {
    // The next question may get through.
  }
}
