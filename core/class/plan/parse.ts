import * as v from 'valibot';
import { type Plan, PlanSchema } from './schema.ts';

/** A problem of a document: its path, e.g. `blocks[1].format.workMs`, and a message. */
export interface Problem {
  path: string;
  message: string;
}

export type Result<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };

/** Checks a value from outside against a schema; problems name the place, at most 20 of them. */
export function parseWith<S extends v.GenericSchema>(schema: S, input: unknown): Result<v.InferOutput<S>> {
  const result = v.safeParse(schema, input);
  if (result.success) return { ok: true, value: result.output };
  return {
    ok: false,
    problems: result.issues.slice(0, 20).map((issue) => ({ path: pathOf(issue), message: issue.message })),
  };
}

/** Checks a class plan from outside. */
export function parsePlan(input: unknown): Result<Plan> {
  return parseWith(PlanSchema, input);
}

function pathOf(issue: v.BaseIssue<unknown>): string {
  let path = '';
  for (const item of issue.path ?? []) {
    path += typeof item.key === 'number' ? `[${item.key}]` : `${path === '' ? '' : '.'}${String(item.key)}`;
  }
  return path === '' ? '(the whole document)' : path;
}
