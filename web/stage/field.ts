import type { CSSProperties } from 'react';
import type { Field } from '../../core/stage/index.ts';

/** Fields that are dark in either theme. */
const DARK: readonly Field[] = ['rest', 'break'];

/** The colours of a field; textures laid over it read `--field`. */
export const fieldStyle = (phase: Field): CSSProperties => ({
  ['--field' as string]: `var(--field-${phase})`,
  backgroundColor: `var(--field-${phase})`,
  ['--field-ink' as string]: `var(--field-${phase}-ink)`,
  color: `var(--field-${phase}-ink)`,
  // Accents that are seen on it.
  ['--field-kit' as string]: DARK.includes(phase) ? '#e8794f' : '#b8431f',
  ['--field-way' as string]: DARK.includes(phase) ? '#79b8c1' : '#2c636c',
});
