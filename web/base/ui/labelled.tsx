import type { ReactNode } from 'react';

/** A part of a form with its name above it. */
export function Labelled({ name, children }: { name: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is among the children
    <label className="block">
      <span className="block text-small text-muted">{name}</span>
      {children}
    </label>
  );
}
