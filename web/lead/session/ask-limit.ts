/** How many asks of phones and walls a desk heeds in a minute: more than a full hall writes down, less than holds it up. */
const MOST = 150;
const MINUTE_MS = 60_000;

/** Counts what is asked of the desk; past so many in a minute asks are left out, and counted, so that it can be told. */
export class AskLimit {
  private times: number[] = [];
  /** Asks left out since the run was opened. */
  dropped = 0;

  /** Whether an ask at a moment (ms) is heeded. */
  heeds(nowMs: number): boolean {
    this.times = this.times.filter((t) => nowMs - t < MINUTE_MS);
    if (this.times.length >= MOST) {
      this.dropped += 1;
      return false;
    }
    this.times.push(nowMs);
    return true;
  }
}
