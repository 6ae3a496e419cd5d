import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** One change to a disk, as `disk-recorder.cjs` writes it down. */
interface Change {
  op: 'create' | 'write' | 'truncate' | 'fsync' | 'mkdir' | 'rename' | 'unlink' | 'rmdir';
  file: string;
  at: bigint;
  position: number;
  length: number;
  to: string;
  bytes: Buffer;
}

/** Everything a program has done to a folder, in order; several threads are put in order by their moments. */
export function readChanges(log: string): Change[] {
  const folder = path.dirname(log);
  const files = readdirSync(folder).filter((f) => f.startsWith(`${path.basename(log)}.`));
  return files
    .flatMap((f) => readLog(readFileSync(path.join(folder, f))))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}

function readLog(data: Buffer): Change[] {
  const changes: Change[] = [];
  for (let at = 0; at < data.length; ) {
    const end = data.indexOf(10, at);
    const head = JSON.parse(data.toString('utf8', at, end)) as Omit<Change, 'at' | 'bytes'> & {
      at: string;
      bytes: number;
    };
    const bytes = data.subarray(end + 1, end + 1 + head.bytes);
    changes.push({ ...head, at: BigInt(head.at), bytes });
    at = end + 1 + head.bytes;
  }
  return changes;
}

const PAGE = 4096;
const BLANK = Buffer.alloc(PAGE);

/** A file's pages; one is never changed, only replaced, so that two states can share it. */
interface Contents {
  length: number;
  pages: Map<number, Buffer>;
}

/** A file as it is in memory and as the disk is sure to have it. */
class Kept {
  private readonly now: Contents;
  private readonly synced: Contents;
  private readonly dirty = new Set<number>();

  constructor(bytes: Buffer = Buffer.alloc(0)) {
    this.now = { length: 0, pages: new Map() };
    this.synced = { length: 0, pages: new Map() };
    this.write(0, bytes);
    this.sync();
  }

  write(position: number, bytes: Buffer): void {
    for (let done = 0; done < bytes.length; ) {
      const k = Math.floor((position + done) / PAGE);
      const from = position + done - k * PAGE;
      const page = Buffer.from(this.now.pages.get(k) ?? BLANK);
      const copied = bytes.copy(page, from, done, done + PAGE - from);
      this.now.pages.set(k, page);
      this.dirty.add(k);
      done += copied;
    }
    this.now.length = Math.max(this.now.length, position + bytes.length);
  }

  truncate(length: number): void {
    if (length < this.now.length) {
      const last = Math.floor(length / PAGE);
      for (const k of [...this.now.pages.keys()].filter((page) => page > last)) {
        this.now.pages.delete(k);
        this.dirty.add(k);
      }
      const page = Buffer.from(this.now.pages.get(last) ?? BLANK);
      this.now.pages.set(last, page.fill(0, length - last * PAGE));
      this.dirty.add(last);
    }
    this.now.length = length;
  }

  sync(): void {
    for (const k of this.dirty) {
      const page = this.now.pages.get(k);
      if (page) this.synced.pages.set(k, page);
      else this.synced.pages.delete(k);
    }
    this.dirty.clear();
    this.synced.length = this.now.length;
  }

  /** What a power cut leaves: what was synced, and of each later page the old or the new. */
  afterCut(survives: () => boolean): Buffer {
    const { length } = survives() ? this.now : this.synced;
    const left = Buffer.alloc(length);
    for (let k = 0; k * PAGE < length; k++) {
      const source = this.dirty.has(k) && survives() ? this.now : this.synced;
      source.pages.get(k)?.copy(left, k * PAGE);
    }
    return left;
  }
}

export interface Replay {
  changes: readonly Change[];
  /** The cut comes after so many changes. */
  count: number;
  /** The folder that was recorded, and what was in it before. */
  root: string;
  before: string;
  /** Where to make what is left. */
  into: string;
  /** Whether a page written but not yet synced happens to be on the disk. */
  survives: () => boolean;
}

/** What stands in a folder, under the names it has in another one. */
function standing(folder: string, root: string): { files: Map<string, Kept>; dirs: Set<string> } {
  const files = new Map<string, Kept>();
  const dirs = new Set([root]);
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    const full = path.join(entry.parentPath, entry.name);
    const name = path.join(root, path.relative(folder, full));
    if (entry.isDirectory()) dirs.add(name);
    else files.set(name, new Kept(readFileSync(full)));
  }
  return { files, dirs };
}

/**
 * What a power cut after the first `count` changes leaves of a folder: a file's contents are sure as of its last fsync; names are
 * kept in order, as a journalling file system does, and sure as of any fsync.
 */
export function replay({ changes, count, root, before, into, survives }: Replay): void {
  const lastSync = changes.slice(0, count).findLastIndex((c) => c.op === 'fsync');
  const keepsLater = survives();
  const { files, dirs } = standing(before, root);
  const fileOf = (name: string) => {
    const kept = files.get(name) ?? new Kept();
    files.set(name, kept);
    return kept;
  };
  for (const [k, c] of changes.slice(0, count).entries()) {
    const isName = c.op !== 'write' && c.op !== 'truncate' && c.op !== 'fsync';
    if (isName && k > lastSync && !keepsLater) break;
    if (c.op === 'create') fileOf(c.file);
    else if (c.op === 'write') fileOf(c.file).write(c.position, c.bytes);
    else if (c.op === 'truncate') fileOf(c.file).truncate(c.length);
    else if (c.op === 'fsync') files.get(c.file)?.sync();
    else if (c.op === 'mkdir') dirs.add(c.file);
    else if (c.op === 'unlink') files.delete(c.file);
    else if (c.op === 'rmdir') dirs.delete(c.file);
    else move(files, dirs, c.file, c.to);
  }
  const place = (name: string) => path.join(into, path.relative(root, name));
  for (const dir of [...dirs].sort()) mkdirSync(place(dir), { recursive: true, mode: 0o700 });
  for (const [name, kept] of files) {
    mkdirSync(path.dirname(place(name)), { recursive: true, mode: 0o700 });
    writeFileSync(place(name), kept.afterCut(survives), { mode: 0o600 });
  }
}

function move(files: Map<string, Kept>, dirs: Set<string>, from: string, to: string): void {
  const moved = (name: string) => (name === from || name.startsWith(`${from}/`) ? to + name.slice(from.length) : null);
  for (const [name, kept] of [...files]) {
    const next = moved(name);
    if (next === null) continue;
    files.delete(name);
    files.set(next, kept);
  }
  for (const dir of [...dirs]) {
    const next = moved(dir);
    if (next === null) continue;
    dirs.delete(dir);
    dirs.add(next);
  }
}
