import { statfs } from 'node:fs/promises';

/** What PostgreSQL needs to end what it has begun: two pieces of its log and what a checkpoint writes. */
const RESERVE_BYTES = 64 * 1_048_576;
const LOOK_EVERY_MS = 1000;

/** The room left where the data is. Saves are refused before it is gone: a database that cannot write its log hangs. */
export class DiskSpace {
  private lookedAt = Number.NEGATIVE_INFINITY;
  private free = Number.POSITIVE_INFINITY;

  /** @param reserve bytes that must stay free */
  constructor(
    private readonly dir: string,
    private readonly reserve = RESERVE_BYTES,
  ) {}

  /** Free bytes, as of the last second; infinite where it cannot be told. */
  async freeBytes(): Promise<number> {
    if (performance.now() - this.lookedAt < LOOK_EVERY_MS) return this.free;
    this.lookedAt = performance.now();
    this.free = await statfs(this.dir).then(
      (s) => s.bavail * s.bsize,
      () => Number.POSITIVE_INFINITY,
    );
    return this.free;
  }

  async isFull(): Promise<boolean> {
    return (await this.freeBytes()) < this.reserve;
  }

  /** Room for so many bytes more, and the reserve. */
  async hasRoomFor(bytes: number): Promise<boolean> {
    return (await this.freeBytes()) > this.reserve + bytes;
  }
}
