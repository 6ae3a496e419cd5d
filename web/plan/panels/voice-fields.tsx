import { Play } from 'lucide-react';
import { useRef } from 'react';
import { DEFAULT_VOICE, type Plan, VOICES } from '../../../core/class/index.ts';
import { speech } from '../../../core/wire/index.ts';
import { addressOf, Checkbox, IconButton, OneOf } from '../../base/index.ts';
import { edit } from '../editing/index.ts';

export function VoiceFields({ plan }: { plan: Plan }) {
  const audio = useRef<HTMLAudioElement | null>(null);
  const voice = plan.voice ?? DEFAULT_VOICE;
  const set = (change: Partial<NonNullable<Plan['voice']>>) =>
    edit((p) => ({ ...p, voice: { ...(p.voice ?? DEFAULT_VOICE), ...change } }));
  const test = () => {
    audio.current?.pause();
    const query = { voice: voice.name, rate: String(voice.rate), text: 'Next: Box step-up, left side' };
    audio.current = new Audio(addressOf(speech.getClip, { query }));
    void audio.current.play();
  };
  return (
    <section aria-label="Voice" className="flex flex-wrap items-center gap-2 text-small">
      <label className="flex items-center gap-1.5">
        voice
        <OneOf
          look="quiet"
          of={VOICES.map((n, k) => [n, `voice ${k + 1}`])}
          value={voice.name}
          onPick={(name) => set({ name })}
        />
      </label>
      <label className="flex items-center gap-1.5">
        and
        <OneOf
          aria-label="Second voice, in turn with the first"
          look="quiet"
          of={[[null, 'no other'], ...VOICES.map((n, k) => [n, `voice ${k + 1} in turn`] as const)]}
          value={voice.second ?? null}
          onPick={(second) =>
            second === null ? edit((p) => ({ ...p, voice: { name: voice.name, rate: voice.rate } })) : set({ second })
          }
        />
      </label>
      <label className="flex items-center gap-1.5">
        speed
        <input
          type="range"
          aria-label="Speed of speech"
          min={0.6}
          max={1.8}
          step={0.1}
          className="h-9 w-24 accent-ink"
          value={voice.rate}
          onChange={(e) => set({ rate: Number(e.target.value) })}
        />
      </label>
      <IconButton label="Hear the voice" onClick={test}>
        <Play size={16} />
      </IconButton>
      <Checkbox
        className="flex min-h-9 basis-full items-center gap-2"
        checked={plan.silent ?? false}
        onChange={(on) => edit(({ silent: _, ...p }) => (on ? { ...p, silent: true } : p))}
      >
        silent running: flashes and vibration in place of sound
      </Checkbox>
    </section>
  );
}
