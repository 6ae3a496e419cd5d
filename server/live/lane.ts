/**
 * A way in that is as wide as few have come through it wrongly of late. Each look-up takes a place; a right one gives it back, a wrong one
 * gives it back after a while. When all are taken, look-ups that wait go one by one, so many ms apart. Those who show the same guess
 * share a place. When too many different ones wait, one of them by chance is sent away: a flood does not keep the others out for good.
 */
export class Lane {
  private readonly inside = new Map<string, { n: number; right: boolean; slow: boolean }>();
  private readonly waiting = new Map<string, ((mayGo: boolean) => void)[]>();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private taken = 0;
  private wrongs = 0;

  /**
   * @param width so many places
   * @param forgetMs after which a wrong one is forgotten
   * @param slowlyEveryMs between two that go though no place is free
   * @param most different guesses that may wait
   */
  constructor(
    private readonly width: number,
    private readonly forgetMs: number,
    private readonly slowlyEveryMs: number,
    private readonly most: number,
  ) {}

  /** Nothing is known of it: it may be forgotten. */
  get isIdle(): boolean {
    return this.taken === 0 && this.waiting.size === 0 && this.inside.size === 0;
  }

  /**
   * Waits until the look-up of a guess may be made; false when it must not.
   * @param isTight as many were wrong at other servers: no place is free here either
   */
  enter(guess: string, isTight = false): boolean | Promise<boolean> {
    const same = this.inside.get(guess);
    if (same) {
      same.n += 1;
      return true;
    }
    if (!isTight && this.taken < this.width && this.waiting.size === 0) {
      this.go(guess, 1, false);
      return true;
    }
    return new Promise((go) => {
      const own = this.waiting.get(guess);
      if (own) own.push(go);
      else {
        if (this.waiting.size >= this.most) this.sendAway();
        this.waiting.set(guess, [go]);
      }
      this.goSlowly();
    });
  }

  /** The look-up of a guess is made. Gives whether so many were wrong with it that others must wait from now on. */
  leave(guess: string, isRight: boolean): boolean {
    const own = this.inside.get(guess);
    if (!own) return false;
    own.right ||= isRight;
    own.n -= 1;
    if (own.n > 0) return false;
    this.inside.delete(guess);
    if (own.right) {
      if (!own.slow) this.free();
      return false;
    }
    this.wrongs += 1;
    const isMany = this.wrongs === this.width;
    setTimeout(() => {
      this.wrongs -= 1;
      if (!own.slow) this.free();
    }, this.forgetMs).unref();
    return isMany;
  }

  private go(guess: string, n: number, slow: boolean): void {
    this.inside.set(guess, { n, right: false, slow });
    if (!slow) this.taken += 1;
  }

  private free(): void {
    this.taken -= 1;
    if (this.taken < this.width) this.letNext(false);
  }

  private letNext(slow: boolean): void {
    const [next] = this.waiting;
    if (!next) return;
    const [guess, all] = next;
    this.waiting.delete(guess);
    this.go(guess, all.length, slow);
    for (const go of all) go(true);
  }

  private goSlowly(): void {
    this.timer ??= setTimeout(() => {
      this.timer = null;
      this.letNext(true);
      if (this.waiting.size > 0) this.goSlowly();
    }, this.slowlyEveryMs);
  }

  private sendAway(): void {
    const [guess, all] = [...this.waiting][Math.floor(Math.random() * this.waiting.size)] ?? [];
    if (guess === undefined) return;
    this.waiting.delete(guess);
    for (const go of all ?? []) go(false);
  }
}
