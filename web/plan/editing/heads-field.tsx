import type { Plan } from '../../../core/class/index.ts';
import { NumberField } from '../../base/index.ts';
import { edit } from './store.ts';

/** How many come; 0 is not known. */
export function HeadsField({ plan, label }: { plan: Plan; label: string }) {
  return (
    <NumberField
      label={label}
      value={plan.heads ?? 0}
      min={0}
      max={400}
      onChange={(heads) => edit((p) => ({ ...p, heads: heads === 0 ? null : heads }))}
    />
  );
}
