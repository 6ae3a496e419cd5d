import { Mic, Play, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { type CueNote, PHRASE_DEFAULTS } from '../../core/cues/index.ts';
import {
  CUE_LEVELS,
  CUE_NAMES,
  type CueLevel,
  type CueLevels,
  type CueName,
  formatDuration,
  PHRASES,
  type Plan,
  updateBlock,
  updateStation,
  VOICES,
  type VoiceName,
} from '../../core/plan/index.ts';
import { compile } from '../../core/timeline/index.ts';
import { useLoaded } from '../app/use-loaded.ts';
import { dropRecording } from '../audio/recorder.ts';
import { DEFAULT_VOICE, listRecordings, type RecordingInfo } from '../audio/voice.ts';
import { IconButton } from '../ui/button.tsx';
import { DurationField } from '../ui/duration-field.tsx';
import { RecordDialog } from './record-dialog.tsx';
import type { Edit } from './store.ts';
import { useMeasuredCues } from './use-measured.ts';

const NAME_WORDS: Record<CueName, string> = {
  starts: 'work, rest, break',
  countdown: '3-2-1',
  nextUp: 'next up',
  half: 'half way',
  tenSeconds: 'ten seconds',
  rounds: 'rounds, last one',
  phases: 'phases, side switch',
  formCues: 'form cues',
  milestones: 'half of the class',
  water: 'water',
};
const select = 'min-h-9 rounded-md border border-line-strong bg-paper px-1';
const WHAT_WORDS: Record<CueNote['what'], string> = { moved: 'Moved', shortened: 'Shortened', dropped: 'Dropped' };

/** What is said and sounded, how loud and in which words, and what has to give way. */
export function CuesPanel({ plan, edit }: { plan: Plan; edit: Edit }) {
  const [turn, setTurn] = useState(0);
  const { sheet, voice, words } = useMeasuredCues(plan, turn);
  return (
    <>
      <VoiceFields plan={plan} edit={edit} />
      <Levels plan={plan} edit={edit} />
      <GivesWay notes={sheet.notes} plan={plan} state={voice.kind} done={voice.done} total={voice.total} />
      <Phrases plan={plan} edit={edit} />
      <Lines plan={plan} edit={edit} />
      <Words plan={plan} words={words} lengths={voice.lengths} onChanged={() => setTurn((t) => t + 1)} />
      <section className="mt-4 border-t pt-3">
        <h3 className="font-semibold">Cue track</h3>
        <p className="text-[14px] text-muted">The whole class’s sound as a WAV, for any speaker or under a video.</p>
        <TrackLinks plan={plan} />
      </section>
    </>
  );
}

function VoiceFields({ plan, edit }: { plan: Plan; edit: Edit }) {
  const audio = useRef<HTMLAudioElement | null>(null);
  const voice = plan.voice ?? { name: DEFAULT_VOICE, rate: 1 };
  const set = (change: Partial<NonNullable<Plan['voice']>>) =>
    edit((p) => ({ ...p, voice: { ...(p.voice ?? { name: DEFAULT_VOICE, rate: 1 }), ...change } }));
  const test = () => {
    audio.current?.pause();
    const q = new URLSearchParams({
      voice: voice.name,
      rate: String(voice.rate),
      text: 'Next: Box step-up, left side',
    });
    audio.current = new Audio(`/api/speech/clip?${q}`);
    void audio.current.play();
  };
  return (
    <section aria-label="Voice" className="flex flex-wrap items-center gap-2 text-[15px]">
      <label className="flex items-center gap-1.5">
        voice
        <select className={select} value={voice.name} onChange={(e) => set({ name: e.target.value as VoiceName })}>
          {VOICES.map((n, k) => (
            <option key={n} value={n}>
              {`voice ${k + 1}`}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        and
        <select
          aria-label="Second voice, in turn with the first"
          className={select}
          value={voice.second ?? ''}
          onChange={(e) =>
            e.target.value === ''
              ? edit((p) => ({ ...p, voice: { name: voice.name, rate: voice.rate } }))
              : set({ second: e.target.value as VoiceName })
          }
        >
          <option value="">no other</option>
          {VOICES.map((n, k) => (
            <option key={n} value={n}>
              {`voice ${k + 1} in turn`}
            </option>
          ))}
        </select>
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
      <label className="flex min-h-9 basis-full items-center gap-2">
        <input
          type="checkbox"
          className="h-4 w-4 accent-ink"
          checked={plan.silent ?? false}
          onChange={(e) => edit(({ silent: _, ...p }) => (e.target.checked ? { ...p, silent: true } : p))}
        />
        silent running: flashes and vibration in place of sound
      </label>
    </section>
  );
}

/** Levels for the class, a block or a station; what is not set there is as in the wider one. */
function Levels({ plan, edit }: { plan: Plan; edit: Edit }) {
  const [scope, setScope] = useState('');
  const [blockId = '', stationId = ''] = scope.split('/');
  const block = plan.blocks.find((b) => b.id === blockId);
  const station = block?.stations.find((s) => s.id === stationId);
  const levels: CueLevels = (station ?? block ?? plan).cueLevels ?? {};
  const set = (name: CueName, level: CueLevel | null) => {
    const { [name]: _, ...others } = levels;
    const next = level === null ? others : { ...others, [name]: level };
    const put = <T extends { cueLevels?: CueLevels | undefined }>({ cueLevels: _old, ...rest }: T) =>
      (Object.keys(next).length > 0 ? { ...rest, cueLevels: next } : rest) as T;
    edit((p) =>
      station ? updateStation(p, blockId, stationId, put) : block ? updateBlock(p, blockId, put) : (put(p) as Plan),
    );
  };
  return (
    <section className="mt-4" aria-label="Levels">
      <select
        aria-label="Levels for"
        className={`${select} w-full`}
        value={scope}
        onChange={(e) => setScope(e.target.value)}
      >
        <option value="">the whole class</option>
        {plan.blocks.map((b) => (
          <optgroup key={b.id} label={b.title}>
            <option value={b.id}>{b.title}, the block</option>
            {b.stations.map((s) => (
              <option key={s.id} value={`${b.id}/${s.id}`}>
                {s.move}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      {station && (
        <label className="mt-1 flex items-center gap-2 text-[15px]">
          say it as
          <input
            className="h-9 min-w-0 flex-1 rounded-md border border-line-strong bg-paper px-2"
            placeholder={station.move}
            maxLength={80}
            value={station.sayAs ?? ''}
            onChange={(e) =>
              edit((p) =>
                updateStation(p, blockId, stationId, ({ sayAs: _, ...s }) =>
                  e.target.value.trim() === '' ? s : { ...s, sayAs: e.target.value },
                ),
              )
            }
          />
        </label>
      )}
      {block && !station && (
        <label className="mt-1 flex items-center gap-2 text-[15px]">
          music at
          <input
            type="number"
            min={60}
            max={200}
            className="digits h-9 w-20 rounded-md border border-line-strong bg-paper px-2"
            placeholder="none"
            value={block.musicBpm ?? ''}
            onChange={(e) => {
              const bpm = Number(e.target.value);
              edit((p) =>
                updateBlock(p, blockId, ({ musicBpm: _, ...b }) =>
                  bpm >= 60 && bpm <= 200 ? { ...b, musicBpm: bpm } : b,
                ),
              );
            }}
          />
          beats a minute
        </label>
      )}
      <div className="mt-1 grid grid-cols-2 gap-x-3">
        {CUE_NAMES.map((name) => (
          <label key={name} className="flex items-center gap-1.5 border-b py-1 text-[14px]">
            <span className="flex-1">{NAME_WORDS[name]}</span>
            <select
              className={`${select} ${levels[name] === undefined ? 'text-muted' : 'font-semibold'}`}
              value={levels[name] ?? ''}
              onChange={(e) => set(name, e.target.value === '' ? null : (e.target.value as CueLevel))}
            >
              <option value="">{scope === '' ? 'usual' : 'as above'}</option>
              {CUE_LEVELS.map((l) => (
                <option key={l}>{l}</option>
              ))}
            </select>
          </label>
        ))}
      </div>
    </section>
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
      <p className="text-[13px] text-muted" role="status">
        {measuring}
      </p>
      {said.size === 0 && <p className="text-[15px]">Every cue has its place.</p>}
      <ul>
        {[...said.values()].map(({ note, times }) => (
          <li key={`${note.what}${note.text}${note.reason}`} className="border-b py-1 text-[15px]">
            <b>{WHAT_WORDS[note.what]}</b>
            {note.what === 'moved' && ` by ${(note.byMs / 1000).toFixed(1)} s`}: “{note.text}”
            {times > 1 && <span className="text-muted"> {times} times</span>}
            <span className="block text-[13px] text-muted">{note.reason}</span>
          </li>
        ))}
      </ul>
      {plan.blocks.length === 0 && <p className="text-[15px] text-muted">The class has no blocks yet.</p>}
    </section>
  );
}

function Phrases({ plan, edit }: { plan: Plan; edit: Edit }) {
  return (
    <details className="mt-4">
      <summary className="min-h-9 font-semibold">In your own words</summary>
      {PHRASES.map((name) => (
        <label key={name} className="mb-1 grid grid-cols-[104px_1fr] items-center gap-2 text-[14px]">
          <span className="text-muted">{PHRASE_DEFAULTS[name]}</span>
          <input
            aria-label={`Instead of ${PHRASE_DEFAULTS[name]}`}
            className="h-9 rounded-md border border-line-strong bg-paper px-2"
            placeholder={PHRASE_DEFAULTS[name]}
            maxLength={120}
            value={plan.phrases?.[name] ?? ''}
            onChange={(e) =>
              edit(({ phrases = {}, ...p }) => {
                const { [name]: _, ...others } = phrases;
                const next = e.target.value.trim() === '' ? others : { ...others, [name]: e.target.value };
                return Object.keys(next).length > 0 ? { ...p, phrases: next } : p;
              })
            }
          />
        </label>
      ))}
      <p className="text-[13px] text-muted">{'{move}, {n} and {rounds} are filled in.'}</p>
    </details>
  );
}

/** The instructor's own lines by time: spoken by the voice, or only shown on the ruler. */
function Lines({ plan, edit }: { plan: Plan; edit: Edit }) {
  const [text, setText] = useState('');
  const [atMs, setAtMs] = useState(0);
  const lines = plan.lines ?? [];
  const put = (next: NonNullable<Plan['lines']>) =>
    edit(({ lines: _, ...p }) => (next.length > 0 ? { ...p, lines: [...next].sort((a, b) => a.atMs - b.atMs) } : p));
  return (
    <details className="mt-2">
      <summary className="min-h-9 font-semibold">Your own lines{lines.length > 0 && `: ${lines.length}`}</summary>
      <ul>
        {lines.map((line, k) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two lines may be alike
          <li key={k} className="flex items-center gap-2 border-b py-1 text-[15px]">
            <DurationField
              label={`Time of ${line.text}`}
              valueMs={line.atMs}
              onChange={(ms) => put(lines.map((l, j) => (j === k ? { ...l, atMs: ms } : l)))}
            />
            <span className="flex-1">{line.text}</span>
            <label className="flex items-center gap-1 text-[13px]">
              <input
                type="checkbox"
                className="h-4 w-4 accent-ink"
                checked={line.spoken}
                onChange={(e) => put(lines.map((l, j) => (j === k ? { ...l, spoken: e.target.checked } : l)))}
              />
              spoken
            </label>
            <button
              type="button"
              className="h-7 w-7"
              aria-label={`Remove ${line.text}`}
              onClick={() => put(lines.filter((_, j) => j !== k))}
            >
              <X size={14} />
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (text.trim() !== '') put([...lines, { atMs, text: text.trim(), spoken: false }]);
          setText('');
        }}
      >
        <DurationField label="Time of the new line" valueMs={atMs} onChange={setAtMs} />
        <input
          aria-label="A line of your own"
          placeholder="What you mean to say"
          maxLength={200}
          className="h-9 min-w-0 flex-1 rounded-md border border-line-strong bg-paper px-2"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </form>
    </details>
  );
}

/** Every sentence of the class with its length; each can be recorded in the instructor's own voice. */
function Words({
  plan,
  words,
  lengths,
  onChanged,
}: {
  plan: Plan;
  words: readonly string[];
  lengths: ReadonlyMap<string, number>;
  onChanged: () => void;
}) {
  const [recording, setRecording] = useState<string | null>(null);
  const [load] = useState(() => () => listRecordings(plan.id));
  const [own, reload] = useLoaded<RecordingInfo[]>(load);
  const mine = own.state === 'ready' ? own.value : [];
  const changed = () => {
    reload();
    onChanged();
  };
  return (
    <details className="mt-2">
      <summary className="min-h-9 font-semibold">All sentences: {words.length}</summary>
      <ul>
        {words.map((w) => {
          const rec = mine.find((r) => r.words === w);
          return (
            <li key={w} className="flex items-center gap-1 border-b text-[14px]">
              <span className="flex-1 py-1">{w}</span>
              <span className="digits text-[13px] text-muted">{((lengths.get(w) ?? 0) / 1000).toFixed(1)} s</span>
              {rec && (
                <button
                  type="button"
                  className="min-h-8 px-1 text-[13px] underline"
                  onClick={() => void dropRecording(w, rec.planId).then(changed)}
                >
                  {rec.planId === '' ? 'yours, everywhere' : 'yours'}: drop
                </button>
              )}
              <IconButton label={`Record ${w}`} className="!h-8 !w-8" onClick={() => setRecording(w)}>
                <Mic size={14} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      {recording !== null && (
        <RecordDialog
          words={recording}
          planId={plan.id}
          onClose={() => setRecording(null)}
          onDone={() => {
            setRecording(null);
            changed();
          }}
        />
      )}
    </details>
  );
}

/** The WAV, fetched with its progress shown; it can be cancelled. */
function TrackLinks({ plan }: { plan: Plan }) {
  const [share, setShare] = useState<number | null>(null);
  const [voice, setVoice] = useState(true);
  const [music, setMusic] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const load = useRef<AbortController | null>(null);
  const fetchTrack = async () => {
    load.current = new AbortController();
    setFailed(null);
    setShare(0);
    try {
      const res = await fetch(`/api/tracks/${plan.id}?voice=${voice ? 1 : 0}&music=${music ? 1 : 0}`, {
        signal: load.current.signal,
      });
      if (!res.ok || !res.body) throw new Error();
      const total = Number(res.headers.get('Content-Length') ?? 0);
      const parts: Uint8Array<ArrayBuffer>[] = [];
      let came = 0;
      const reader = res.body.getReader();
      for (let r = await reader.read(); !r.done; r = await reader.read()) {
        parts.push(r.value as Uint8Array<ArrayBuffer>);
        came += r.value.length;
        setShare(total > 0 ? came / total : 0);
      }
      const url = URL.createObjectURL(new Blob(parts, { type: 'audio/wav' }));
      const link = document.createElement('a');
      link.href = url;
      link.download = `${plan.title}.wav`;
      link.click();
      URL.revokeObjectURL(url);
    } catch {
      if (!load.current?.signal.aborted) setFailed('The track could not be made. The class is as it was.');
    }
    setShare(null);
  };
  const box = (label: string, on: boolean, set: (on: boolean) => void) => (
    <label className="flex min-h-9 items-center gap-1.5 text-[15px]">
      <input type="checkbox" className="h-4 w-4 accent-ink" checked={on} onChange={(e) => set(e.target.checked)} />
      {label}
    </label>
  );
  return (
    <div className="mt-1 flex flex-wrap items-center gap-3">
      {box('voice', voice, setVoice)}
      {box('music', music, setMusic)}
      <button
        type="button"
        className="min-h-9 rounded-md border border-line-strong px-3 hover:border-ink"
        onClick={() => (share === null ? void fetchTrack() : load.current?.abort())}
      >
        {share === null ? `WAV, ${formatDuration(compile(plan).totalMs)}` : 'Cancel'}
      </button>
      {share !== null && <progress className="w-24 accent-ink" aria-label="Making the track" value={share} />}
      {failed && <p className="text-live">{failed}</p>}
    </div>
  );
}
