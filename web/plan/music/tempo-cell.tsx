import { useState } from 'react';
import { LEAST_TAPS, tappedBpm, withTap } from '../../../core/voice/index.ts';
import { Button, correctTrack, NumberField, type OwnTrack } from '../../base/index.ts';

const held = (bpm: number) => Math.min(260, Math.max(40, Math.round(bpm * 100) / 100));

const BY_WORDS: Record<OwnTrack['tempoBy'], string> = {
  heard: 'by ear',
  tag: 'as the file says',
  hand: 'by hand',
  unknown: 'not found: taken as 120',
};

/** The tempo of a track: as it was heard, typed, tapped, halved or doubled. */
export function TempoCell({ track }: { track: OwnTrack }) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const set = (bpm: number) => void correctTrack({ ...track, bpm: held(bpm), tempoBy: 'hand' });
  if (track.from === 'loop') return <span className="digits">{track.bpm}</span>;
  const tap = (atMs: number) => {
    const next = withTap(taps, atMs);
    setTaps(next);
    const bpm = tappedBpm(next);
    if (bpm !== null && bpm >= 40 && bpm <= 260) set(bpm);
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-1">
      <NumberField
        label={`Tempo of ${track.title}`}
        value={held(track.bpm)}
        min={40}
        max={260}
        whole={false}
        onChange={set}
        className="w-20"
      />
      <Button
        look="quiet"
        className="!px-2"
        aria-label={`Half the tempo of ${track.title}`}
        disabled={track.bpm < 80}
        onClick={() => set(track.bpm / 2)}
      >
        ½
      </Button>
      <Button
        look="quiet"
        className="!px-2"
        aria-label={`Double the tempo of ${track.title}`}
        disabled={track.bpm > 130}
        onClick={() => set(track.bpm * 2)}
      >
        ×2
      </Button>
      <Button
        look="quiet"
        className="!px-2"
        aria-label={`Tap the tempo of ${track.title}`}
        onClick={(e) => tap(e.timeStamp)}
      >
        Tap
      </Button>
      <span className="text-fine text-muted" role="status">
        {taps.length > 0 && taps.length < LEAST_TAPS ? `${LEAST_TAPS - taps.length} more` : BY_WORDS[track.tempoBy]}
      </span>
    </span>
  );
}
