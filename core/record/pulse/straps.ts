import { mulberry32 } from '../../judge/index.ts';

/*
 * Straps that nobody wears: a model of hearts in a class, so that all that is done with heart rates can be tried without a device. It is a stand-in, no physiology
 * to lean on: a first-order rise and fall towards what an effort asks for, a slow drift upwards, breathing and noise, and the faults that straps have.
 */

/** A strap's fault at a time. */
type Fault = 'none' | 'silent' | 'sticks';

export interface StrapOptions {
  seed: number;
  /** How many, named 1, 2, 3 … */
  count: number;
  /** How often in an hour a strap loses touch, and how often it sticks at one rate. */
  silentPerHour: number;
  sticksPerHour: number;
}

export const USUAL_STRAPS: StrapOptions = { seed: 1, count: 12, silentPerHour: 2, sticksPerHour: 0.5 };

interface Heart {
  name: string;
  restBpm: number;
  maxBpm: number;
  /** s till two thirds of the way up, and down. */
  riseS: number;
  fallS: number;
  bpm: number;
  drift: number;
  fault: Fault;
  faultS: number;
  stuckAt: number;
  random: () => number;
}

/** What share of the way from rest to the highest rate an effort of 0 to 5 asks for, held long enough. */
const ASKS = [0.08, 0.25, 0.42, 0.6, 0.78, 0.94] as const;
/** Upwards over an hour of work, as a share of the rate above rest. */
const DRIFT_PER_HOUR = 0.12;

/** What an effort asks for, between whole numbers in proportion. */
function asked(effort: number): number {
  const e = Math.min(5, Math.max(0, effort));
  const low = Math.floor(e);
  const [a, b] = [ASKS[low] ?? 0, ASKS[Math.min(5, low + 1)] ?? 0];
  return a + (b - a) * (e - low);
}

/** Simulated straps: each step gives what every strap that is in touch says. The same seed gives the same hearts and faults. */
export class SimulatedStraps {
  private readonly hearts: Heart[];

  constructor(private readonly options: StrapOptions) {
    this.hearts = Array.from({ length: options.count }, (_, k) => {
      const random = mulberry32(options.seed * 1009 + k);
      const restBpm = 58 + random() * 18;
      return {
        name: String(k + 1),
        restBpm,
        maxBpm: 168 + random() * 28,
        riseS: 22 + random() * 16,
        fallS: 45 + random() * 40,
        bpm: restBpm + 12,
        drift: 0,
        fault: 'none',
        faultS: 0,
        stuckAt: 0,
        random,
      };
    });
  }

  /** Each strap's own highest rate, by name: as though it had been measured. */
  get maxima(): ReadonlyMap<string, number> {
    return new Map(this.hearts.map((h) => [h.name, Math.round(h.maxBpm)]));
  }

  /** Goes on by some seconds at an effort, 0 to 5, and gives the rates that are told. */
  step(seconds: number, effort: number): { strap: string; bpm: number }[] {
    return this.hearts.flatMap((heart) => {
      this.beat(heart, seconds, effort);
      this.falter(heart, seconds);
      if (heart.fault === 'silent') return [];
      const bpm = heart.fault === 'sticks' ? heart.stuckAt : heart.bpm + (heart.random() - 0.5) * 3;
      return [{ strap: heart.name, bpm: Math.round(Math.min(heart.maxBpm, bpm)) }];
    });
  }

  private beat(heart: Heart, seconds: number, effort: number): void {
    const range = heart.maxBpm - heart.restBpm;
    if (effort >= 2) heart.drift += (DRIFT_PER_HOUR * seconds) / 3600;
    const target = heart.restBpm + range * Math.min(1, asked(effort) * (1 + heart.drift));
    const tau = target > heart.bpm ? heart.riseS : heart.fallS;
    heart.bpm += (target - heart.bpm) * (1 - Math.exp(-seconds / tau));
  }

  private falter(heart: Heart, seconds: number): void {
    if (heart.fault !== 'none') {
      heart.faultS -= seconds;
      if (heart.faultS <= 0) heart.fault = 'none';
      return;
    }
    const chance = heart.random();
    const silent = (this.options.silentPerHour * seconds) / 3600;
    const sticks = (this.options.sticksPerHour * seconds) / 3600;
    if (chance < silent) {
      heart.fault = 'silent';
      heart.faultS = 8 + heart.random() * 50;
    } else if (chance < silent + sticks) {
      heart.fault = 'sticks';
      heart.faultS = 40 + heart.random() * 80;
      heart.stuckAt = heart.bpm;
    }
  }
}
