import { useRef, useState } from 'react';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import { totals } from '../../../core/time/index.ts';
import type { CueNote } from '../../../core/voice/index.ts';
import { speech } from '../../../core/wire/index.ts';
import { Checkbox, fetchFrom, OneOf, saveBlob } from '../../base/index.ts';
import { Counting } from './counting.tsx';
import { Levels } from './cue-levels.tsx';
import { Phrases, Words } from './cue-texts.tsx';
import { ScriptLines } from './script.tsx';
import { useMeasuredCues } from './use-measured.ts';
import { VoiceFields } from './voice-fields.tsx';

/** A new class's words are spoken first. */
const TRACK_PATIENCE_MS = 600_000;
const WHAT_WORDS: Record<CueNote['what'], string> = { moved: 'Moved', shortened: 'Shortened', dropped: 'Dropped' };

/** What is said and sounded, how loud and in which words, and what has to give way. */
export function CuesPanel({ plan }: { plan: Plan }) {
  const [turn, setTurn] = useState(0);
  const { sheet, voice, words } = useMeasuredCues(plan, turn);
  return (
    <>
      <VoiceFields plan={plan} />
      <Levels plan={plan} />
      <Counting plan={plan} />
      <GivesWay notes={sheet.notes} plan={plan} state={voice.kind} done={voice.done} total={voice.total} />
      <Phrases plan={plan} />
      <Script plan={plan} />
      <Words plan={plan} words={words} lengths={voice.lengths} onChanged={() => setTurn((t) => t + 1)} />
      <section className="mt-4 border-t pt-3">
        <h3 className="font-semibold">Cue track</h3>
        <p className="text-small text-muted">The whole class’s sound as a WAV, for any speaker or under a video.</p>
        <TrackLinks plan={plan} />
      </section>
    </>
  );
}

function GivesWay({
  notes,
  plan,
  state,
  done,
  total,
}: {
  notes: readonly CueNote[];
  plan: Plan;
  state: string;
  done: number;
  total: number;
}) {
  const said = new Map<string, { note: CueNote; times: number }>();
  for (const note of notes) {
    const key = `${note.what}${note.text}${note.reason}`;
    said.set(key, { note, times: (said.get(key)?.times ?? 0) + 1 });
  }
  const measuring =
    state === 'loading'
      ? `Measuring the voice: ${done} of ${total}`
      : state === 'none'
        ? 'No voice: lengths are estimated'
        : 'Lengths as measured';
  return (
    <section className="mt-4" aria-label="What gives way">
      <h3 className="font-semibold">What gives way</h3>
      <p className="text-fine text-muted" role="status">
        {measuring}
      </p>
      {said.size === 0 && <p className="text-small">Every cue has its place.</p>}
      <ul>
        {[...said.values()].map(({ note, times }) => (
          <li key={`${note.what}${note.text}${note.reason}`} className="border-b py-1 text-small">
            <b>{WHAT_WORDS[note.what]}</b>
            {note.what === 'moved' && ` by ${(note.byMs / 1000).toFixed(1)} s`}: “{note.text}”
            {times > 1 && <span className="text-muted"> {times} times</span>}
            <span className="block text-fine text-muted">
              {note.reason}
              {note.room !== null && `; there would be room in ${note.room}`}
            </span>
          </li>
        ))}
      </ul>
      {plan.blocks.length === 0 && <p className="text-small text-muted">The class has no blocks yet.</p>}
    </section>
  );
}

/** All lines of the script, by what they belong to; each can be typed at its block too. */
function Script({ plan }: { plan: Plan }) {
  const lines = plan.lines ?? [];
  return (
    <details className="mt-2">
      <summary className="min-h-9 font-semibold">Your own lines{lines.length > 0 && `: ${lines.length}`}</summary>
      <h4 className="mt-1 text-small text-muted">The class</h4>
      <ScriptLines lines={lines} block={null} />
      {plan.blocks.map((b) => (
        <div key={b.id}>
          <h4 className="mt-2 text-small text-muted">{b.title}</h4>
          <ScriptLines lines={lines} block={b} />
        </div>
      ))}
    </details>
  );
}

/** The WAV, fetched with its progress shown; it can be cancelled. */
function TrackLinks({ plan }: { plan: Plan }) {
  const [share, setShare] = useState<number | null>(null);
  const [voice, setVoice] = useState(true);
  const [music, setMusic] = useState(false);
  const [tones, setTones] = useState(true);
  const [block, setBlock] = useState('');
  const [failed, setFailed] = useState<string | null>(null);
  const load = useRef<AbortController | null>(null);
  const chosen = plan.blocks.find((b) => b.id === block);
  const sums = totals(plan);
  const lengthMs = chosen ? (sums.blocks[plan.blocks.indexOf(chosen)]?.withBreakMs ?? 0) : sums.totalMs;
  const fetchTrack = async () => {
    load.current = new AbortController();
    setFailed(null);
    setShare(0);
    try {
      const res = await fetchFrom(speech.getTrack, {
        path: { planId: plan.id },
        query: {
          voice: voice ? '1' : '0',
          music: music ? '1' : '0',
          tones: tones ? '1' : '0',
          ...(chosen ? { block: chosen.id } : {}),
        },
        signal: load.current.signal,
        patienceMs: TRACK_PATIENCE_MS,
      });
      if (!res.body) throw new Error();
      const total = Number(res.headers.get('Content-Length') ?? 0);
      const parts: Uint8Array<ArrayBuffer>[] = [];
      let came = 0;
      const reader = res.body.getReader();
      for (let r = await reader.read(); !r.done; r = await reader.read()) {
        parts.push(r.value as Uint8Array<ArrayBuffer>);
        came += r.value.length;
        setShare(total > 0 ? came / total : 0);
      }
      saveBlob(`${plan.title}${chosen ? `, ${chosen.title}` : ''}.wav`, new Blob(parts, { type: 'audio/wav' }));
    } catch {
      if (!load.current?.signal.aborted) setFailed('The track could not be made. The class is as it was.');
    }
    setShare(null);
  };
  const box = (label: string, on: boolean, set: (on: boolean) => void) => (
    <Checkbox className="text-small" checked={on} onChange={set}>
      {label}
    </Checkbox>
  );
  return (
    <div className="mt-1 flex flex-wrap items-center gap-3">
      {box('tones', tones, setTones)}
      {box('voice', voice, setVoice)}
      {box('music', music, setMusic)}
      <OneOf
        look="quiet"
        aria-label="Of which block"
        of={[['', 'the whole class'], ...plan.blocks.map((b) => [b.id, b.title] as const)]}
        value={chosen?.id ?? ''}
        onPick={setBlock}
      />
      <button
        type="button"
        className="min-h-9 rounded-md border border-line-strong px-3 hover:border-ink"
        onClick={() => (share === null ? void fetchTrack() : load.current?.abort())}
      >
        {share === null ? `WAV, ${formatDuration(lengthMs)}` : 'Cancel'}
      </button>
      {share !== null && <progress className="w-24 accent-ink" aria-label="Making the track" value={share} />}
      {failed && <p className="text-live">{failed}</p>}
    </div>
  );
}
