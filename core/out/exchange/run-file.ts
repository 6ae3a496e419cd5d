import type { Plan } from '../../class/index.ts';
import type { RunEvent } from '../../time/index.ts';

/** The format of a file that holds one run, and the newest version of its envelope. */
export const RUN_FILE_FORMAT = 'odd-round/run';
export const RUN_FILE_VERSION = 1;

/** A run as a file holds it: its class as it was led and what happened in it. */
export interface RunFile {
  id: string;
  plan: Plan;
  events: RunEvent[];
  /** How many entries could not be read. */
  unread: number;
}

/** A run as the text of a file, to be kept where a browser keeps nothing, and read again by the log (`read-run-file.ts`). */
export const writeRunFile = ({
  id,
  plan,
  events,
}: Omit<RunFile, 'unread' | 'events'> & { events: readonly RunEvent[] }) =>
  JSON.stringify({ format: RUN_FILE_FORMAT, version: RUN_FILE_VERSION, id, plan, events }, null, 1);
