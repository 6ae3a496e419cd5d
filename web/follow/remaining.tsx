import type { RunView } from '../../core/run/index.ts';
import { countdown } from '../stage/index.ts';

/** The time left of an interval in big digits; a dash where it waits for a tap. */
export function Remaining({ view, className }: { view: RunView; className: string }) {
  return (
    <time className={`digits ${className}`} data-testid="remaining" data-ms={Math.round(view.remainingMs)}>
      {view.waiting ? '\u2013' : countdown(view.remainingMs)}
    </time>
  );
}
