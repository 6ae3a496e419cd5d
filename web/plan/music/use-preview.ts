import { useEffect, useState } from 'react';
import { loadTrack } from '../../base/index.ts';

/** Plays one track to be listened to; the next stops it. */
class Preview {
  private context: AudioContext | null = null;
  private node: AudioBufferSourceNode | null = null;
  private turn = 0;

  /** Plays a track from its start; gives whether it could be had. Calls back when it has ended. */
  async play(id: string, onEnd: () => void): Promise<boolean> {
    this.stop();
    this.turn += 1;
    const { turn } = this;
    this.context ??= new AudioContext();
    await this.context.resume();
    const buffer = await loadTrack(id, this.context).catch(() => null);
    if (turn !== this.turn) return true;
    if (!buffer) return false;
    this.node = new AudioBufferSourceNode(this.context, { buffer });
    this.node.connect(this.context.destination);
    this.node.onended = () => turn === this.turn && onEnd();
    this.node.start();
    return true;
  }

  stop(): void {
    this.turn += 1;
    this.node?.stop();
    this.node = null;
  }

  close(): void {
    this.stop();
    void this.context?.close();
    this.context = null;
  }
}

/** Which track is listened to, and how that is begun and ended. */
export function usePreview() {
  const [preview] = useState(() => new Preview());
  const [playing, setPlaying] = useState<string | null>(null);
  const [gone, setGone] = useState<string | null>(null);
  useEffect(() => () => preview.close(), [preview]);
  const toggle = async (id: string) => {
    if (playing === id) {
      preview.stop();
      setPlaying(null);
      return;
    }
    setPlaying(id);
    setGone(null);
    if (await preview.play(id, () => setPlaying(null))) return;
    setPlaying(null);
    setGone(id);
  };
  return { playing, gone, toggle };
}
