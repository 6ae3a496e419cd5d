import { formatDuration } from '../../../core/class/index.ts';
import type { JudgedOffset } from '../../base/index.ts';

/** What a jump of the device's clock was taken for, and the other thing that it may have been. */
export function jumpWords({ jumpMs, what }: JudgedOffset): { told: string; otherwise: string } {
  const by = formatDuration(Math.round(Math.abs(jumpMs) / 1000) * 1000);
  if (what === 'slept')
    return {
      told: `This device stood still for ${by}: the class went on meanwhile`,
      otherwise: 'Its clock was only set: take that back',
    };
  return {
    told: `The clock of this device was set ${jumpMs < 0 ? 'back' : 'ahead'} by ${by}: the class goes on as it was`,
    otherwise: jumpMs < 0 ? 'Move the class back too' : 'It slept: the class went on meanwhile',
  };
}
