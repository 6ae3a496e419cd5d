import * as v from 'valibot';
import { type Plan, type Result, readStoredPlan } from '../../class/index.ts';
import { type RunEvent, RunEventSchema } from '../../time/index.ts';
import { readJson } from './json-fault.ts';

/** The mark of a file that holds one run, and the newest version of its envelope. */
const RUN_FILE_FORMAT = 'odd-round/run';
const RUN_FILE_VERSION = 1;

const EnvelopeSchema = v.object({
  format: v.literal(RUN_FILE_FORMAT),
  version: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(RUN_FILE_VERSION)),
  id: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/)),
  plan: v.unknown(),
  events: v.pipe(v.array(v.unknown()), v.maxLength(20_000)),
});

/** A run as a file holds it: its class as it was led and what happened in it. */
export interface RunFile {
  id: string;
  plan: Plan;
  events: RunEvent[];
  /** How many entries could not be read. */
  unread: number;
}

/** A run as the text of a file, to be kept where a browser keeps nothing, and read again by the log. */
export const writeRunFile = ({
  id,
  plan,
  events,
}: Omit<RunFile, 'unread' | 'events'> & { events: readonly RunEvent[] }) =>
  JSON.stringify({ format: RUN_FILE_FORMAT, version: RUN_FILE_VERSION, id, plan, events }, null, 1);

/** Reads the text of such a file; entries that cannot be read are left out and counted. */
export function readRunFile(text: string): Result<RunFile> {
  const json = readJson(text);
  if (!json.ok) return json;
  const envelope = v.safeParse(EnvelopeSchema, json.value);
  if (!envelope.success)
    return { ok: false, problems: [{ path: 'file', message: 'This is no file of a run of Odd Round' }] };
  const plan = readStoredPlan(envelope.output.plan, { ran: true });
  if (!plan.ok) return { ok: false, problems: plan.problems };
  const events = envelope.output.events.flatMap((one) => {
    const event = v.safeParse(RunEventSchema, one);
    return event.success ? [event.output] : [];
  });
  const unread = envelope.output.events.length - events.length;
  return { ok: true, value: { id: envelope.output.id, plan: plan.value.plan, events, unread } };
}
