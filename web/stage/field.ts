import type { CSSProperties } from 'react';
import type { Field } from '../../core/stage/index.ts';

/** The colours of a field; textures laid over it read `--field`. */
export const fieldStyle = (phase: Field): CSSProperties => ({
  ['--field' as string]: `var(--field-${phase})`,
  backgroundColor: `var(--field-${phase})`,
  ['--field-ink' as string]: `var(--field-${phase}-ink)`,
  color: `var(--field-${phase}-ink)`,
});
