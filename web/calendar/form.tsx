import type { ReactNode } from 'react';
import { TextField } from '../ui/index.ts';

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

export const INPUT = 'min-h-11 rounded-md border border-line-strong bg-card px-2';

/** Where something is, and who leads it. */
export function RoomAndLeader({
  room,
  leader,
  onChange,
}: {
  room: string;
  leader: string;
  onChange: (change: { room?: string; leader?: string }) => void;
}) {
  return (
    <>
      <Labelled name="Room">
        <TextField
          className="min-h-11 w-40"
          maxLength={60}
          value={room}
          onChange={(e) => onChange({ room: e.target.value })}
        />
      </Labelled>
      <Labelled name="Who leads">
        <TextField
          className="min-h-11 w-40"
          maxLength={60}
          value={leader}
          onChange={(e) => onChange({ leader: e.target.value })}
        />
      </Labelled>
    </>
  );
}
