import { useRef, useState } from 'react';
import { Button, Checkbox, Dialog, type Recording, saveRecording, startRecording, wavOf } from '../../base/index.ts';

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

/** Records some words, trims and hears them, and puts them in the place of the synthetic voice. */
export function RecordDialog({ words, planId, onDone, onClose }: Props) {
  const recording = useRef<Recording | null>(null);
  const [running, setRunning] = useState(false);
  const [take, setTake] = useState<Take | null>(null);
  const [forAll, setForAll] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const toggle = async () => {
    setFailed(null);
    try {
      if (recording.current) {
        const { samples, sampleRate } = await recording.current.stop();
        recording.current = null;
        setRunning(false);
        setTake({ samples, sampleRate, from: 0, to: samples.length });
      } else {
        recording.current = await startRecording();
        setRunning(true);
        setTake(null);
      }
    } catch {
      recording.current = null;
      setRunning(false);
      setFailed('The microphone cannot be used. Allow it in the browser, or use the synthetic voice.');
    }
  };
  const kept = take ? take.samples.slice(take.from, take.to) : null;
  const hear = () => {
    if (!take || !kept) return;
    const url = URL.createObjectURL(wavOf(kept, take.sampleRate));
    const audio = new Audio(url);
    audio.onended = () => URL.revokeObjectURL(url);
    void audio.play();
  };
  const save = async () => {
    if (!take || !kept) return;
    try {
      await saveRecording(words, forAll ? '' : planId, wavOf(kept, take.sampleRate));
      onDone();
    } catch (e) {
      setFailed(`Not kept: ${e instanceof Error ? e.message.toLowerCase() : 'something failed'}`);
    }
  };
  const seconds = (n: number) => (take ? (n / take.sampleRate).toFixed(1) : '');
  return (
    <Dialog title={`Record \u201c${words}\u201d`} open onClose={onClose} width="max-w-lg">
      <Button look={running ? 'strong' : 'plain'} onClick={() => void toggle()}>
        {running ? 'Stop' : take ? 'Record again' : 'Record'}
      </Button>
      {take && (
        <div className="mt-4">
          <Wave take={take} />
          {(['from', 'to'] as const).map((edge) => (
            <label key={edge} className="flex items-center gap-3 text-small">
              <span className="w-12">{edge}</span>
              <input
                type="range"
                className="h-9 flex-1 accent-ink"
                min={0}
                max={take.samples.length}
                value={take[edge]}
                onChange={(e) => {
                  const x = Number(e.target.value);
                  const gap = Math.round(take.sampleRate * 0.1);
                  setTake(
                    edge === 'from'
                      ? { ...take, from: Math.min(x, take.to - gap) }
                      : { ...take, to: Math.max(x, take.from + gap) },
                  );
                }}
              />
              <span className="digits w-14 text-right">{seconds(take[edge])} s</span>
            </label>
          ))}
          <Checkbox checked={forAll} onChange={setForAll}>
            for all classes
          </Checkbox>
          <div className="mt-3 flex gap-2">
            <Button onClick={hear}>Hear it</Button>
            <Button look="strong" onClick={() => void save()}>
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
