import type { Plan } from '../../../core/class/index.ts';
import { PulseSheet } from '../pulse/index.ts';
import { DeskSheet } from './desk-sheet.tsx';

/** The heart rates over the desk. */
export function PulseOver({ plan, onClose }: { plan: Plan; onClose: () => void }) {
  return (
    <DeskSheet title="Pulse" onClose={onClose}>
      <PulseSheet plan={plan} />
    </DeskSheet>
  );
}
