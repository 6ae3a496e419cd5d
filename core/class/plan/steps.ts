import { same } from '../values/index.ts';
import type { Plan } from './schema.ts';

/*
 * A change of a class is a list of steps. Each is small, JSON, and names its place by ids, so that it does the same to a class
 * that has changed elsewhere meanwhile, and nothing where its place is gone.
 */

/** Keys from the class down; in a list of named things the name stands for the index. */
type Path = readonly string[];

export type Step =
  /** Sets a field, or takes it away when there is no value. */
  | { do: 'set'; path: Path; value?: unknown }
  /** Puts a thing into a list, after another or first. */
  | { do: 'put'; path: Path; after: string | null; item: unknown }
  | { do: 'take'; path: Path; name: string }
  /** Puts a list in order; what is not named keeps its place behind what it followed. */
  | { do: 'order'; path: Path; names: readonly string[] };

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** How the things of a list are named, by the list's key. */
const NAMES: Record<string, (item: Json) => unknown> = {
  blocks: (x) => x.id,
  stations: (x) => x.id,
  fixtures: (x) => x.id,
  cells: (x) => x.round,
  spots: (x) => `${x.blockId}/${x.stationId}`,
  accepted: (x) => x.key,
};
/** Keys whose value says what the other keys of its object mean. */
const KINDS = ['kind', 'mode', 'when'];

/** The names of a list's things; null where they cannot be told apart by name. */
function namesOf(list: readonly unknown[], key: string | undefined): string[] | null {
  const nameOf = key === undefined ? undefined : NAMES[key];
  if (!nameOf || !list.every(isObject)) return null;
  const names = list.map((x) => String(nameOf(x)));
  return new Set(names).size === names.length ? names : null;
}

/** The steps that make one class of another; none where they say the same. */
export function stepsBetween(before: Plan, after: Plan): Step[] {
  const steps: Step[] = [];
  differ(before, after, [], steps);
  return steps;
}

function differ(was: unknown, now: unknown, path: Path, steps: Step[]): void {
  if (was === now) return;
  if (isObject(was) && isObject(now) && KINDS.every((k) => was[k] === now[k])) {
    for (const key of Object.keys({ ...was, ...now })) differ(was[key], now[key], [...path, key], steps);
    return;
  }
  if (Array.isArray(was) && Array.isArray(now)) {
    const [names, next] = [namesOf(was, path.at(-1)), namesOf(now, path.at(-1))];
    if (names && next) {
      listDiffers({ list: was, names }, { list: now, names: next }, path, steps);
      return;
    }
  }
  if (!same(was, now)) steps.push(now === undefined ? { do: 'set', path } : { do: 'set', path, value: now });
}

interface Named {
  list: readonly unknown[];
  names: readonly string[];
}

function listDiffers(was: Named, now: Named, path: Path, steps: Step[]): void {
  const [old, next] = [new Map(was.names.map((n, k) => [n, was.list[k]])), new Set(now.names)];
  const order = was.names.filter((name) => next.has(name));
  for (const name of was.names) if (!next.has(name)) steps.push({ do: 'take', path, name });
  now.names.forEach((name, k) => {
    const item = now.list[k];
    if (old.has(name)) {
      differ(old.get(name), item, [...path, name], steps);
      return;
    }
    const after = now.names[k - 1] ?? null;
    steps.push({ do: 'put', path, after, item });
    order.splice(after === null ? 0 : order.indexOf(after) + 1, 0, name);
  });
  if (order.some((name, k) => name !== now.names[k])) steps.push({ do: 'order', path, names: now.names });
}

/** The class after some steps; the same value when they change nothing. A step whose place is gone does nothing. */
export function applySteps(plan: Plan, steps: readonly Step[]): Plan {
  return steps.reduce<Plan>((p, step) => at(p, step.path, undefined, step) as Plan, plan);
}

/** The steps that take others back, for the class they were applied to. */
export const inverseOf = (before: Plan, steps: readonly Step[]) => stepsBetween(applySteps(before, steps), before);

/**
 * Steps and then more steps as one list, which does what the two do one after the other; a field that is set again, with nothing done
 * to it between, is set once.
 */
export function composed(steps: readonly Step[], more: readonly Step[]): Step[] {
  const all = [...steps];
  for (const step of more) {
    const since = all.findLastIndex((s) => s.do !== 'set' || overlap(s.path, step.path));
    const last = all[since];
    if (step.do === 'set' && last?.do === 'set' && last.path.length === step.path.length) all.splice(since, 1);
    all.push(step);
  }
  return all;
}

/** Whether one path leads to the other or past it. */
const overlap = (a: Path, b: Path) => a.every((key, k) => k >= b.length || b[k] === key);

/**
 * What two people who changed the same class at the same time have still to do, so that both have one class: that of `first`, whose
 * steps count as done first, with those of `second` made on it. Where both set one field, `second` has set it last.
 * @returns the steps that make the class of each, with the own steps done, into the one of both
 */
export function mappedOver(
  plan: Plan,
  first: readonly Step[],
  second: readonly Step[],
): { first: readonly Step[]; second: Step[] } {
  const both = applySteps(applySteps(plan, first), second);
  return { first: second, second: stepsBetween(applySteps(plan, second), both) };
}

/** The value at a path; undefined where there is none. */
export function valueAt(plan: Plan, path: Path): unknown {
  let value: unknown = plan;
  let key: string | undefined;
  for (const head of path) {
    if (Array.isArray(value)) value = value[namesOf(value, key)?.indexOf(head) ?? -1];
    else if (isObject(value)) value = value[head];
    else return undefined;
    key = head;
  }
  return value;
}

/** The value with a step done at a path below it; `key` is the one the value itself stands under. */
function at(value: unknown, path: Path, key: string | undefined, step: Step): unknown {
  const [head, ...rest] = path;
  if (head === undefined) return done(value, key, step);
  if (Array.isArray(value)) {
    const k = namesOf(value, key)?.indexOf(head) ?? -1;
    if (k < 0) return value;
    const item = at(value[k], rest, undefined, step);
    return item === value[k] ? value : value.with(k, item);
  }
  if (!isObject(value)) return value;
  const next = at(value[head], rest, head, step);
  if (next === value[head]) return value;
  if (next !== undefined) return { ...value, [head]: next };
  const { [head]: _, ...without } = value;
  return without;
}

function done(value: unknown, key: string | undefined, step: Step): unknown {
  if (step.do === 'set') return same(value, step.value) ? value : step.value;
  const list = Array.isArray(value) ? value : [];
  const names = namesOf(list, key);
  if (!names) return value;
  switch (step.do) {
    case 'put': {
      const name = namesOf([step.item], key)?.[0];
      if (name === undefined || names.includes(name)) return value;
      const place = step.after === null ? 0 : names.indexOf(step.after) + 1;
      return list.toSpliced(step.after !== null && place === 0 ? list.length : place, 0, step.item);
    }
    case 'take':
      return names.includes(step.name) ? list.toSpliced(names.indexOf(step.name), 1) : value;
    case 'order':
      return ordered(list, names, step.names) ?? value;
  }
}

/** The list in an order; null when it stands so already. */
function ordered(list: readonly unknown[], names: readonly string[], wanted: readonly string[]): unknown[] | null {
  const known = wanted.filter((name) => names.includes(name));
  // What the order does not name follows what it followed before.
  const order = [...known];
  names.forEach((name, k) => {
    if (known.includes(name)) return;
    const before = names[k - 1];
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, name);
  });
  if (order.every((name, k) => name === names[k])) return null;
  return order.map((name) => list[names.indexOf(name)]);
}
