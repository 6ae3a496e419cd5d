import type { ComponentProps } from 'react';
import { Select } from './select.tsx';

interface Props<V> extends Omit<ComponentProps<typeof Select>, 'value' | 'onChange' | 'children'> {
  /** The values with their words, in order; null is one like the others. */
  of: readonly (readonly [value: V, words: string])[];
  value: V;
  onPick: (value: V) => void;
}

/** One of several values, chosen by its words. */
export function OneOf<V extends string | number | null>({ of, value, onPick, ...rest }: Props<V>) {
  return (
    <Select
      value={value ?? ''}
      onChange={(e) => {
        const found = of.find(([v]) => String(v ?? '') === e.target.value);
        if (found) onPick(found[0]);
      }}
      {...rest}
    >
      {of.map(([v, words]) => (
        <option key={v} value={v ?? ''}>
          {words}
        </option>
      ))}
    </Select>
  );
}
