/** Work done one after the other, in the order asked. */
export class SerialQueue {
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  /** @param most so many may be under way or wait; whoever takes a turn looks at `isFull` first */
  constructor(private readonly most: number) {}

  get isFull(): boolean {
    return this.waiting >= this.most;
  }

  take<T>(work: () => Promise<T>): Promise<T> {
    this.waiting += 1;
    const turn = this.last.then(work).finally(() => {
      this.waiting -= 1;
    });
    this.last = turn.catch(() => {});
    return turn;
  }
}
