import * as v from 'valibot';
import { type Result, readStoredPlan } from '../../class/index.ts';
import { RunEventSchema } from '../../time/index.ts';
import { readJson } from './json-fault.ts';
import { RUN_FILE_FORMAT, RUN_FILE_VERSION, type RunFile } from './run-file.ts';

const EnvelopeSchema = v.object({
  format: v.literal(RUN_FILE_FORMAT),
  version: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(RUN_FILE_VERSION)),
  id: v.pipe(v.string(), v.regex(/^[A-Za-z0-9_-]{8,64}$/)),
  plan: v.unknown(),
  events: v.pipe(v.array(v.unknown()), v.maxLength(20_000)),
});

/** Reads a file of a run; entries that cannot be read are left out and counted. */
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
