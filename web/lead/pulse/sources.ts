import type { HeartSample } from '../../../core/out/index.ts';
import { readMeasurement, SimulatedStraps, type StrapOptions, type Told } from '../../../core/record/index.ts';
import type { Timers } from '../../base/index.ts';

/** A source of heart rates: a device, a file, or the model. */
export interface PulseSource {
  /** What it is, for whoever leads. */
  readonly name: string;
  /** Highest rates that it knows by itself, by strap. */
  readonly maxima?: ReadonlyMap<string, number>;
  /** Begins to tell; gives what ends it. */
  start(hear: (told: readonly Told[]) => void): () => void;
}

/** What a source that is no device goes by. */
export interface PulseWorld {
  /** The run's time, ms. */
  now: () => number;
  /** How hard it is just now, 0 to 5. */
  effort: () => number;
  /** When the class began, on the same clock; null before. */
  startedAtMs: () => number | null;
  timers: Timers;
}

const EVERY_MS = 1000;
/** A machine that slept has not worked out meanwhile. */
const MOST_STEP_S = 5;

/** The straps that ship: hearts by a model, from what the class asks for. */
export function simulatedSource(options: StrapOptions, { now, effort, timers }: PulseWorld): PulseSource {
  const straps = new SimulatedStraps(options);
  return {
    name: `${options.count} simulated straps`,
    maxima: straps.maxima,
    start: (hear) => {
      let last = now();
      return timers.every(EVERY_MS, () => {
        const atMs = now();
        const seconds = Math.min(MOST_STEP_S, Math.max(0, (atMs - last) / 1000));
        last = atMs;
        hear(straps.step(seconds, effort()).map((s) => ({ ...s, atMs })));
      });
    },
  };
}

/** Heart rates of a file, told as the class goes on: the file's first moment is the class's start. */
export function replaySource(
  file: string,
  samples: readonly HeartSample[],
  { now, startedAtMs, timers }: PulseWorld,
): PulseSource {
  const zeroMs = samples[0]?.atMs ?? 0;
  return {
    name: file,
    start: (hear) => {
      let at = 0;
      return timers.every(EVERY_MS, () => {
        const began = startedAtMs();
        if (began === null) return;
        const told: Told[] = [];
        for (let s = samples[at]; s && s.atMs - zeroMs <= now() - began; s = samples[++at])
          told.push({ strap: s.who, bpm: s.bpm, atMs: began + s.atMs - zeroMs });
        if (told.length > 0) hear(told);
      });
    },
  };
}

/** The part of the browser's Bluetooth that is used here; it has no types of its own. */
interface Device {
  name?: string;
  gatt?: {
    connect(): Promise<{
      getPrimaryService(name: string): Promise<{ getCharacteristic(name: string): Promise<Characteristic> }>;
    }>;
    disconnect(): void;
  };
  addEventListener(type: 'gattserverdisconnected', heard: () => void): void;
}
interface Characteristic extends EventTarget {
  value?: DataView;
  startNotifications(): Promise<unknown>;
}
interface Bluetooth {
  requestDevice(options: { filters: { services: string[] }[] }): Promise<Device>;
}

const bluetooth = (): Bluetooth | undefined => (navigator as { bluetooth?: Bluetooth }).bluetooth;

/** Whether this browser can hear a strap by itself. */
export const hasBluetooth = () => bluetooth() !== undefined;

const AGAIN_MS = 3000;

/**
 * Asks for a strap and hears it by the Bluetooth Heart Rate Service; one that goes out of reach is tried again. Throws when none is chosen, or it
 * cannot be reached.
 */
export async function bluetoothSource(now: () => number, timers: Timers): Promise<PulseSource> {
  const device = await bluetooth()?.requestDevice({ filters: [{ services: ['heart_rate'] }] });
  if (!device?.gatt) throw new Error('This browser hears no straps');
  const { gatt } = device;
  const strap = (device.name ?? 'strap').slice(0, 40);
  const connect = async (hear: (told: readonly Told[]) => void) => {
    const service = await (await gatt.connect()).getPrimaryService('heart_rate');
    const characteristic = await service.getCharacteristic('heart_rate_measurement');
    characteristic.addEventListener('characteristicvaluechanged', () => {
      const { value } = characteristic;
      const read = value && readMeasurement(new Uint8Array(value.buffer, value.byteOffset, value.byteLength));
      if (read && read.contact !== false && read.bpm > 0) hear([{ strap, atMs: now(), bpm: read.bpm }]);
    });
    await characteristic.startNotifications();
  };
  return {
    name: strap,
    start: (hear) => {
      let isOver = false;
      let isBroken = false;
      const again = () => {
        isBroken = true;
      };
      device.addEventListener('gattserverdisconnected', again);
      const tryNow = () => connect(hear).catch(again);
      void tryNow();
      const stop = timers.every(AGAIN_MS, () => {
        if (!isBroken || isOver) return;
        isBroken = false;
        void tryNow();
      });
      return () => {
        isOver = true;
        stop();
        gatt.disconnect();
      };
    },
  };
}
