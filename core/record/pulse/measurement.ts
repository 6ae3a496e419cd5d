/** A Heart Rate Measurement as a strap sends it. */
export interface Measurement {
  bpm: number;
  /** Whether it feels skin; null where it cannot tell. */
  contact: boolean | null;
}

/**
 * Reads a Heart Rate Measurement (characteristic 0x2A37 of the Bluetooth Heart Rate Service, 1.0): flags, then the rate in one byte or two, the lower first.
 * Null where it is too short to be one.
 */
export function readMeasurement(bytes: Uint8Array): Measurement | null {
  const [flags] = bytes;
  if (flags === undefined) return null;
  const isWide = (flags & 1) === 1;
  if (bytes.length < (isWide ? 3 : 2)) return null;
  const bpm = isWide ? (bytes[1] ?? 0) + 256 * (bytes[2] ?? 0) : (bytes[1] ?? 0);
  const tells = (flags & 4) === 4;
  return { bpm, contact: tells ? (flags & 2) === 2 : null };
}
