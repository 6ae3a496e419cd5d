import { createHash } from 'node:crypto';
import * as v from 'valibot';

export const BACKUP_FORMAT = 'odd-round/backup';
export const BACKUP_VERSION = 1;
export const MANIFEST = 'manifest.json';
export const tableFile = (table: string) => `tables/${table}.ndjson`;
/** A sound's name in a backup: the SHA-256 of its bytes, in hex, so that it can be held against them. */
export const soundFile = (hash: string) => `sounds/${hash}.wav`;
export const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

const TableSchema = v.strictObject({ rows: v.pipe(v.number(), v.integer(), v.minValue(0)), hash: v.string() });

/** The manifest of a backup; see docs/hosting.md for the whole file. */
export const ManifestSchema = v.object({
  format: v.literal(BACKUP_FORMAT),
  version: v.pipe(v.number(), v.integer(), v.minValue(1)),
  madeAt: v.string(),
  /** The migrations of the database it was made from. */
  migrations: v.array(v.pipe(v.string(), v.regex(/^\d{4}_\w+\.sql$/))),
  tables: v.record(v.string(), TableSchema),
  /** Rows that could not be read, where the backup is a salvage. */
  lost: v.optional(v.record(v.string(), v.number()), {}),
});
export type Manifest = v.InferOutput<typeof ManifestSchema>;

/** A backup that cannot be used, with the reason for whoever chose it. */
export class BadBackup extends Error {}

/** Counts rows and mixes their hashes, whatever their order: two tables with the same sum hold the same rows. */
export class TableSum {
  rows = 0;
  private readonly mixed = Buffer.alloc(32);

  add(line: string): void {
    const hash = createHash('sha256').update(line).digest();
    for (let k = 0; k < 32; k++) this.mixed[k] = (this.mixed[k] ?? 0) ^ (hash[k] ?? 0);
    this.rows += 1;
  }

  get sum(): { rows: number; hash: string } {
    return { rows: this.rows, hash: this.mixed.toString('hex') };
  }
}
