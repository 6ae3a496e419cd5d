import type { Readable } from 'node:stream';

/** Where the command line reads and writes. */
export interface Streams {
  stdin: Readable;
  stdout: { write(text: string): unknown };
  stderr: { write(text: string): unknown };
}
