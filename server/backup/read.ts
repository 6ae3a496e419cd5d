import type { Readable } from 'node:stream';
import { buffer, text } from 'node:stream/consumers';
import * as v from 'valibot';
import { type Entry, openPromise, type ZipFile } from 'yauzl';
import {
  BACKUP_VERSION,
  BadBackup,
  hashOf,
  MANIFEST,
  type Manifest,
  ManifestSchema,
  soundFile,
  TableSum,
  tableFile,
} from './manifest.ts';
import { tablesAt } from './tables.ts';

/** A backup holds this much unpacked at most: what says more is no backup of a club. */
const MAX_BYTES = 8 * 1024 ** 3;
const MAX_ENTRIES = 50_000;
const MAX_MANIFEST_BYTES = 1_000_000;
const MAX_LINE = 16_000_000;

/** A backup file opened for reading. */
export interface OpenBackup {
  manifest: Manifest;
  /** The lines of a table; each is one row as JSON. */
  lines(table: string): AsyncGenerator<string>;
  /** A sound by its name in the file. */
  sound(file: string): Promise<Uint8Array>;
  close(): void;
}

/** Opens a backup; throws `BadBackup` where it is none, or one of a newer program. */
export async function openBackup(file: string): Promise<OpenBackup> {
  const zip = await opened(file);
  try {
    const entries = await entriesOf(zip);
    const stream = async (name: string) => {
      const entry = entries.get(name);
      if (!entry) throw new BadBackup(`The backup has no ${name}`);
      return zip.openReadStreamPromise(entry);
    };
    const head = entries.get(MANIFEST);
    if (!head || head.uncompressedSize > MAX_MANIFEST_BYTES) throw new BadBackup('This file is no backup of Odd Round');
    const manifest = readManifest(await text(await stream(MANIFEST)));
    return {
      manifest,
      async *lines(table) {
        yield* linesOf(await stream(tableFile(table)));
      },
      sound: async (name) => soundOf(name, await buffer(await stream(name))),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error instanceof BadBackup ? error : new BadBackup(`The backup is damaged: ${told(error)}`);
  }
}

const told = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** A sound as it was: its name is the hash of what is in it. */
function soundOf(name: string, bytes: Uint8Array): Uint8Array {
  if (soundFile(hashOf(bytes)) === name) return bytes;
  throw new BadBackup(`The backup is damaged: ${name} is not the sound it was`);
}

/** The lines of a stream of UTF-8, each ended by a line feed. */
async function* linesOf(stream: Readable): AsyncGenerator<string> {
  let rest = '';
  for await (const piece of stream.setEncoding('utf8')) {
    const lines = (rest + String(piece)).split('\n');
    rest = lines.pop() ?? '';
    if (rest.length > MAX_LINE) throw new BadBackup('A row is longer than any can be');
    yield* lines;
  }
  if (rest !== '') yield rest;
}

async function opened(file: string): Promise<ZipFile> {
  try {
    return await openPromise(file, { autoClose: false, lazyEntries: true });
  } catch (error) {
    // What the system says of the file itself (missing, not to be read) is said as it is.
    if (typeof error === 'object' && error !== null && 'syscall' in error) throw error;
    throw new BadBackup('This file is no backup of Odd Round');
  }
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  let bytes = 0;
  for await (const entry of zip.eachEntry()) {
    bytes += entry.uncompressedSize;
    if (entries.size >= MAX_ENTRIES || bytes > MAX_BYTES) throw new BadBackup('The file unpacks to too much');
    entries.set(entry.fileName, entry);
  }
  return entries;
}

function readManifest(json: string): Manifest {
  const read = v.safeParse(v.pipe(v.string(), v.parseJson(), ManifestSchema), json);
  if (!read.success) throw new BadBackup('This file is no backup of Odd Round');
  if (read.output.version > BACKUP_VERSION)
    throw new BadBackup('The backup is of a newer Odd Round; nothing was changed');
  return read.output;
}

/** Reads a whole backup and holds its rows against what it says of them; gives what is wrong, nothing when it is sound. */
export async function verifyBackup(file: string): Promise<{ manifest: Manifest; faults: string[] }> {
  const backup = await openBackup(file);
  const faults: string[] = [];
  try {
    for (const { name, sound } of tablesAt(backup.manifest.migrations))
      try {
        const sum = new TableSum();
        for await (const line of backup.lines(name)) {
          sum.add(line);
          if (sound) await backup.sound(String((JSON.parse(line) as { sound: unknown }).sound));
        }
        const said = backup.manifest.tables[name];
        if (sum.rows !== said?.rows || sum.sum.hash !== said.hash)
          faults.push(`${name}: ${sum.rows} rows, not the ${said?.rows ?? 0} it was made with`);
      } catch (error) {
        faults.push(`${name}: ${told(error)}`);
      }
    return { manifest: backup.manifest, faults };
  } finally {
    backup.close();
  }
}
