import { memo } from 'react';
import { zoneCounts } from '../../../core/record/index.ts';
import { command } from '../session/index.ts';
import { Target, ZoneBar } from '../stage/index.ts';
import { settled } from './pulse-session.ts';
import { usePulse } from './this-pulse.ts';

/** Names of those who have not come down, as many as a line has room for. */
const MOST_NAMES = 4;

/** The group in zones on the desk, who has not come down in a gap, and that what is held may go on; drawn when one of these changes, not with the time. */
export const PulseLine = memo(function PulseLine({ gap, isHeld }: { gap: boolean; isHeld: boolean }) {
  const pulse = usePulse();
  const { source, standings, onDesk, share } = pulse;
  if (source === null || !onDesk || standings.length === 0) return null;
  const { zones, unknown } = zoneCounts(standings);
  const { above, goOn } = settled(pulse);
  const names = above.slice(0, MOST_NAMES).map((s) => s.wearer.name);
  const more = above.length > MOST_NAMES ? ` and ${above.length - MOST_NAMES} more` : '';
  return (
    <section
      aria-label="Pulse"
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 px-3 py-1 text-lead md:px-6"
    >
      <ZoneBar zones={zones} unknown={unknown} />
      {gap && (
        <p className="min-w-0 flex-1" role="status">
          {unknown === standings.length
            ? 'No strap is heard.'
            : above.length === 0
              ? `All who are heard are below ${Math.round(share * 100)} %.`
              : `Not below ${Math.round(share * 100)} % yet: ${names.join(', ')}${more}.`}
        </p>
      )}
      {gap && isHeld && goOn && (
        <Target
          small
          name="Nine of ten are down: go on"
          hint="Space"
          onClick={() => void command({ type: 'release' })}
        />
      )}
    </section>
  );
});
