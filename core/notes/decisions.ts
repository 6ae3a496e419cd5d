import type { Span } from './items.ts';
import type { Choices, NoteRole } from './types.ts';

/** Something that can be taken in several ways, and the way it was taken. */
export interface Decision {
  key: string;
  place: Span;
  role: NoteRole;
  ways: readonly (readonly [id: string, words: string])[];
  taken: string;
}

/** Asks which way a thing is taken: as was chosen, else in the usual way. */
export class Decisions {
  readonly list: Decision[] = [];

  constructor(private readonly choices: Choices) {}

  ask<T extends string>(
    key: string,
    place: Span,
    role: NoteRole,
    ways: readonly (readonly [T, string])[],
    usual: T,
  ): T {
    const chosen = ways.find(([id]) => id === this.choices[key])?.[0];
    const taken = chosen ?? usual;
    this.list.push({ key, place, role, ways, taken });
    return taken;
  }
}
