/**
 * Who sees a field besides the instructor: the screens that follow a class by a code, and the page for home. `elsewhere` is a station's
 * page where it has to do with the other stations.
 */
export type Viewer = 'home' | 'wall' | 'camera' | 'station' | 'elsewhere' | 'squad' | 'remote';

/** Everybody who follows, a station's page also of the other stations: what the course of time is worked out from. */
export const ALL: readonly Viewer[] = ['home', 'wall', 'camera', 'station', 'elsewhere', 'squad', 'remote'];
/** Whoever is shown a set. */
export const SHOWN: readonly Viewer[] = ALL.filter((viewer) => viewer !== 'elsewhere');
/** The viewers that may play the sound of a class. */
export const HEARD: readonly Viewer[] = ['home', 'wall'];
/** The instructor alone. */
export const NOBODY: readonly Viewer[] = [];

/**
 * What a key of a document is, for everything that goes over whole documents: comparing, reading text over a class,
 * copying, renaming, passing on. A key that has no row does not compile.
 */
export interface Field {
  /** What an instructor calls it. */
  words: string;
  /** Whether shorthand says it; what it does not say is kept when text is read over a class. */
  text: 'said' | 'unsaid';
  /** Who sees it besides the instructor. */
  seenBy: readonly Viewer[];
}

/** A field with what it holds. */
export interface FieldOf<T> extends Field {
  /** What of it its viewers see; all of it where this is left out. */
  seenAs?: (value: NonNullable<T>, viewer: Viewer) => NonNullable<T>;
}

/** The keys of a table of fields, typed. */
export const keysOf = <T extends object>(table: T) => Object.keys(table) as (keyof T & string)[];

/**
 * What a viewer sees of a value: the fields whose row names it, nothing else.
 * @param blank what stands in the place of fields that may not be missing
 */
export function seenOf<T extends object>(
  value: T,
  table: { readonly [K in keyof T]-?: FieldOf<T[K]> },
  viewer: Viewer,
  blank: Partial<T> = {},
): T {
  const seen: Partial<T> = { ...blank };
  for (const key of keysOf(table)) {
    const [{ seenBy, seenAs }, own] = [table[key], value[key]];
    if (own === undefined || !seenBy.includes(viewer)) continue;
    seen[key] = own !== null && seenAs ? seenAs(own as NonNullable<T[typeof key]>, viewer) : own;
  }
  return seen as T;
}
