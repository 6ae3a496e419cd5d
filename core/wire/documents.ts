import * as v from 'valibot';
import { type Plan, parsePlan } from '../class/index.ts';
import { type RunEvent, RunEventSchema } from '../time/index.ts';

/** Names a schema of the list that describes the wire to other programs: what stands there in place of this one. */
export const described = (ref: 'Plan' | 'RunEvent') => v.metadata<unknown, { ref: string }>({ ref });

/** A class document of this version. */
export const planOfToday = v.pipe(
  v.unknown(),
  described('Plan'),
  v.rawTransform<unknown, Plan>(({ dataset, addIssue, NEVER }) => {
    const read = parsePlan(dataset.value);
    if (read.ok) return read.value;
    addIssue({ message: `${read.problems[0]?.path}: ${read.problems[0]?.message}` });
    return NEVER;
  }),
);

/** A class document that is handed on and read by whoever gets it. */
export const anyPlan = v.pipe(v.unknown(), described('Plan'));
/** An event of a run, read one by one: a damaged one costs only itself. */
export const anyEvent = v.pipe(v.unknown(), described('RunEvent'));

/** A stored document that cannot be read. */
export const FaultSchema = v.object({ id: v.string(), title: v.string(), problem: v.string() });
export type Fault = v.InferOutput<typeof FaultSchema>;

/** A time as ISO 8601. */
export const time = v.pipe(v.string(), v.isoTimestamp());

/** A value that fits a schema, or null. */
function readOne<S extends v.GenericSchema>(schema: S, value: unknown): v.InferOutput<S> | null {
  const result = v.safeParse(schema, value);
  return result.success ? result.output : null;
}

/** The events among some values, and a fault for each that is none. */
export function readEvents(
  values: readonly unknown[],
  title: string,
  faults: readonly Fault[],
): { events: RunEvent[]; faults: Fault[] } {
  const events: RunEvent[] = [];
  const unread: Fault[] = [];
  for (const [k, one] of values.entries()) {
    const event = readOne(RunEventSchema, one);
    if (event) events.push(event);
    else unread.push({ id: String(k), title, problem: `Entry ${k + 1} cannot be read by this page` });
  }
  return { events, faults: [...faults, ...unread] };
}

/** A page of a long list; `next` asks for the one after it. */
export interface Page<T> {
  items: T[];
  next: string | null;
  faults: Fault[];
  total?: number | undefined;
}

/** What a thing in a list is called, whatever else of it cannot be read. */
const NamedSchema = v.object({
  id: v.optional(v.string()),
  title: v.optional(v.string()),
  plan: v.optional(v.object({ id: v.optional(v.string()), title: v.optional(v.string()) })),
});

function faultOf(item: unknown, problem: string): Fault {
  const named = readOne(NamedSchema, item);
  const [id, title] = [named?.plan?.id ?? named?.id ?? '', named?.plan?.title ?? named?.title ?? 'Without a title'];
  return { id, title, problem: `\u201c${title}\u201d cannot be read by this page: ${problem}` };
}

/** A page of a list of something; what of it this program cannot read stands among the faults. */
export function pageOf<S extends v.GenericSchema>(item: S) {
  return v.pipe(
    v.object({
      items: v.array(v.pipe(v.unknown(), v.metadata({ item }))),
      next: v.nullable(v.string()),
      faults: v.array(FaultSchema),
      total: v.optional(v.number()),
    }),
    v.transform(({ items, next, faults, total }): Page<v.InferOutput<S>> => {
      const read: v.InferOutput<S>[] = [];
      const unread: Fault[] = [];
      for (const one of items) {
        const result = v.safeParse(item, one);
        if (result.success) read.push(result.output);
        else unread.push(faultOf(one, result.issues[0]?.message ?? ''));
      }
      return { items: read, next, faults: [...faults, ...unread], total };
    }),
  );
}

/** The query of a list: words, and a page of so many rows (at most 200) after the `next` of the one before. */
export const LIST_QUERY = {
  q: v.optional(
    v.pipe(
      v.string(),
      v.transform((text) => text.slice(0, 200)),
    ),
  ),
  after: v.optional(v.string()),
  limit: v.optional(v.string()),
};

/** Why something was refused, as RFC 9457 application/problem+json. */
export const ProblemSchema = v.looseObject({
  status: v.number(),
  title: v.string(),
  detail: v.optional(v.string()),
  /** Places in the request that are wrong. */
  problems: v.optional(v.array(v.object({ path: v.string(), message: v.string() }))),
});
