import { useRef, useState } from 'react';
import {
  Button,
  Checkbox,
  Dialog,
  messageOf,
  type Recording,
  saveRecording,
  startRecording,
  wavOf,
} from '../../base/index.ts';

interface Props {
  words: string;
  planId: string;
  onDone: () => void;
  onClose: () => void;
}

interface Take {
  samples: Float32Array<ArrayBuffer>;
  sampleRate: number;
  /** What is kept, in samples. */
  from: number;
  to: number;
}

const W = 440;
const H = 80;

/** The microphone, and what it took; null until something was recorded. */
function useMicrophone() {
  const recording = useRef<Recording | null>(null);
  const [running, setRunning] = useState(false);
  const [take, setTake] = useState<Take | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const toggle = async () => {
    setFailed(null);
    try {
      const before = recording.current;
      recording.current = null;
      setRunning(false);
      if (before) {
        const { samples, sampleRate } = await before.stop();
        setTake({ samples, sampleRate, from: 0, to: samples.length });
        return;
      }
      recording.current = await startRecording();
      setRunning(true);
      setTake(null);
    } catch {
      setFailed('The microphone cannot be used. Allow it in the browser, or use the synthetic voice.');
    }
  };
  return { running, take, setTake, failed, setFailed, toggle };
}

const keptOf = ({ samples, from, to, sampleRate }: Take) => wavOf(samples.slice(from, to), sampleRate);

function hear(take: Take): void {
  const url = URL.createObjectURL(keptOf(take));
  const audio = new Audio(url);
  audio.onended = () => URL.revokeObjectURL(url);
  void audio.play();
}

/** Records some words, trims and hears them, and puts them in the place of the synthetic voice. */
export function RecordDialog({ words, planId, onDone, onClose }: Props) {
  const { running, take, setTake, failed, setFailed, toggle } = useMicrophone();
  const [forAll, setForAll] = useState(false);
  const save = (one: Take) =>
    saveRecording(words, forAll ? '' : planId, keptOf(one)).then(onDone, (e: unknown) =>
      setFailed(`Not kept: ${messageOf(e).toLowerCase()}`),
    );
  return (
    <Dialog title={`Record \u201c${words}\u201d`} open onClose={onClose} width="max-w-lg">
      <Button look={running ? 'strong' : 'plain'} onClick={() => void toggle()}>
        {running ? 'Stop' : take ? 'Record again' : 'Record'}
      </Button>
      {take && (
        <div className="mt-4">
          <Wave take={take} />
          <Edge name="from" take={take} onChange={setTake} />
          <Edge name="to" take={take} onChange={setTake} />
          <Checkbox checked={forAll} onChange={setForAll}>
            for all classes
          </Checkbox>
          <div className="mt-3 flex gap-2">
            <Button onClick={() => hear(take)}>Hear it</Button>
            <Button look="strong" onClick={() => void save(take)}>
              Use it
            </Button>
          </div>
        </div>
      )}
      {failed && (
        <p role="alert" className="mt-3 text-live">
          {failed}
        </p>
      )}
    </Dialog>
  );
}

/** One end of what is kept of a take; a tenth of a second of it stays. */
function Edge({ name, take, onChange }: { name: 'from' | 'to'; take: Take; onChange: (take: Take) => void }) {
  const gap = Math.round(take.sampleRate * 0.1);
  const set = (x: number) =>
    onChange(
      name === 'from' ? { ...take, from: Math.min(x, take.to - gap) } : { ...take, to: Math.max(x, take.from + gap) },
    );
  return (
    <label className="flex items-center gap-3 text-small">
      <span className="w-12">{name}</span>
      <input
        type="range"
        className="h-9 flex-1 accent-ink"
        min={0}
        max={take.samples.length}
        value={take[name]}
        onChange={(e) => set(Number(e.target.value))}
      />
      <span className="digits w-14 text-right">{(take[name] / take.sampleRate).toFixed(1)} s</span>
    </label>
  );
}

function Wave({ take }: { take: Take }) {
  const step = Math.max(1, Math.floor(take.samples.length / W));
  let d = '';
  for (let x = 0; x < W; x++) {
    let peak = 0;
    for (let k = x * step; k < (x + 1) * step; k++) peak = Math.max(peak, Math.abs(take.samples[k] ?? 0));
    d += `M${x} ${H / 2 - (peak * H) / 2}v${Math.max(1, peak * H)}`;
  }
  const px = (n: number) => (n / take.samples.length) * W;
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="w-full border bg-card" aria-hidden="true">
      <path d={d} stroke="var(--ink)" strokeWidth="1" />
      <rect x={0} width={px(take.from)} height={H} fill="var(--tail)" opacity="0.6" />
      <rect x={px(take.to)} width={W - px(take.to)} height={H} fill="var(--tail)" opacity="0.6" />
    </svg>
  );
}
