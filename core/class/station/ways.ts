import type { Station } from './schema.ts';

/** One way to do a station, and where it stands: the base is the station's move itself. */
export interface Way {
  name: string;
  level: 'lowImpact' | 'easier' | 'base' | 'harder';
}

export const WAY_WORDS: Record<Way['level'], string> = {
  lowImpact: 'low impact',
  easier: 'easier',
  base: 'as planned',
  harder: 'harder',
};

/** All ways to do a station from the easiest to the hardest, the base among them; the low-impact one first unless it is one of them. */
export function waysOf({
  move,
  easier = [],
  harder = [],
  lowImpact,
}: Pick<Station, 'move' | 'easier' | 'harder' | 'lowImpact'>): Way[] {
  const level = (names: readonly string[], of: Way['level']) =>
    names.map((name): Way => ({ name, level: name === lowImpact ? 'lowImpact' : of }));
  const listed = [...level(easier, 'easier'), { name: move, level: 'base' as const }, ...level(harder, 'harder')];
  if (lowImpact === undefined || listed.some((w) => w.name === lowImpact)) return listed;
  return [{ name: lowImpact, level: 'lowImpact' }, ...listed];
}

/** The station with these ways around its base, and no others, whatever the library knows. */
export function withWays(station: Station, easier: readonly string[], harder: readonly string[]): Station {
  return { ...station, easier: [...easier], harder: [...harder] };
}
