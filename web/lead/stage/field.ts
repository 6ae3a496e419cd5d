import type { CSSProperties } from 'react';
import type { Field } from '../../../core/voice/index.ts';

/** Fields that are dark in either theme. */
const DARK: readonly Field[] = ['rest', 'break'];

/** The colours of a field; textures laid over it read `--field`, accents on it `--field-live` and `--field-tide`. */
export function fieldStyle(phase: Field): CSSProperties {
  const ground = DARK.includes(phase) ? 'dark' : 'light';
  return {
    ['--field' as string]: `var(--field-${phase})`,
    backgroundColor: `var(--field-${phase})`,
    ['--field-ink' as string]: `var(--field-${phase}-ink)`,
    color: `var(--field-${phase}-ink)`,
    ['--field-live' as string]: `var(--${ground}-field-live)`,
    ['--field-tide' as string]: `var(--${ground}-field-tide)`,
  };
}
