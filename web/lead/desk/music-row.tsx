import { SkipForward } from 'lucide-react';
import type { Plan } from '../../../core/class/index.ts';
import { nextTrack, playMusic, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';

/** Whether a class has tracks to play. */
export const hasTracks = (plan: Pick<Plan, 'blocks'>) =>
  plan.blocks.some(({ music }) => [music?.work, music?.rest, music?.break].some((s) => s?.from === 'tracks'));

/** The class's tracks on the desk: which is heard, on and off, and the next. */
export function MusicRow({ running }: { running: boolean }) {
  const { musicOn, track } = useDesk();
  return (
    <section aria-label="Music" className="mt-4">
      <p role="status" className="text-lead">
        {trackWords(track, musicOn)}
      </p>
      <div className="mt-1 grid grid-cols-2 gap-2 md:w-1/2">
        <Target small name={musicOn ? 'Music off' : 'Music on'} hint="" onClick={() => playMusic(!musicOn)} />
        <Target small name="Next track" hint="" disabled={!running || !musicOn} onClick={nextTrack}>
          <SkipForward size={24} />
        </Target>
      </div>
    </section>
  );
}

/** What is to be said of the music now. */
export function trackWords(track: { title: string; isMissing: boolean } | null, musicOn: boolean): string {
  if (!musicOn) return 'The music is off.';
  if (track === null) return 'No track plays now.';
  return track.isMissing
    ? `\u201c${track.title}\u201d is not on this device: no music now, all else goes on.`
    : `Music: ${track.title}`;
}
