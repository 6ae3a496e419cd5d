/** A WAV file's first 44 bytes: mono, 16 bits a sample. */
export function wavHeader(samples: number, sampleRate: number): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44);
  const view = new DataView(bytes.buffer);
  const text = (at: number, s: string) => {
    for (let i = 0; i < s.length; i++) view.setUint8(at + i, s.charCodeAt(i));
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + samples * 2, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, samples * 2, true);
  return bytes;
}

/** Samples in −1…1 as 16-bit little-endian bytes; what lies outside is clipped. */
export function toPcm16(samples: Float32Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(samples.length * 2);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < samples.length; i++)
    view.setInt16(i * 2, Math.round(Math.max(-1, Math.min(1, samples[i] ?? 0)) * 32_767), true);
  return bytes;
}

/** A mono 16-bit WAV as samples; null when it is something else. */
export function readWav(bytes: Uint8Array): { samples: Float32Array<ArrayBuffer>; sampleRate: number } | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 44 || view.getUint32(0) !== 0x52494646 || view.getUint32(8) !== 0x57415645) return null;
  let sampleRate = 0;
  for (let at = 12; at + 8 <= bytes.length; ) {
    const id = view.getUint32(at);
    const size = view.getUint32(at + 4, true);
    if (id === 0x666d7420) {
      if (
        view.getUint16(at + 8, true) !== 1 ||
        view.getUint16(at + 10, true) !== 1 ||
        view.getUint16(at + 22, true) !== 16
      )
        return null;
      sampleRate = view.getUint32(at + 12, true);
    } else if (id === 0x64617461 && sampleRate > 0) {
      const count = Math.floor(Math.min(size, bytes.length - at - 8) / 2);
      const samples = new Float32Array(count);
      for (let i = 0; i < count; i++) samples[i] = view.getInt16(at + 8 + i * 2, true) / 32_768;
      return { samples, sampleRate };
    }
    at += 8 + size + (size % 2);
  }
  return null;
}
