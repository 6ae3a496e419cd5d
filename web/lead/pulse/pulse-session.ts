import {
  type MaxFormula,
  PulseBoard,
  type Standing,
  settling,
  strapName,
  type Wearer,
  zoneCounts,
} from '../../../core/record/index.ts';
import { isWork, type RunCommand, type RunState, setCounted } from '../../../core/time/index.ts';
import type { PulseOnWall } from '../../../core/wire/index.ts';
import type { Timers } from '../../base/index.ts';
import type { PulseSource } from './sources.ts';

/** The state of the heart rates: shown values, and to whom. */
export interface PulseState {
  /** What tells them; null for nothing. */
  source: string | null;
  standings: readonly Standing[];
  /** Below this share of the highest rate somebody has come down. */
  share: number;
  formula: MaxFormula;
  onDesk: boolean;
  onWall: boolean;
}

export interface PulseParts {
  timers: Timers;
  /** The run's time, ms. */
  now: () => number;
  /** The run as it is at that time; null where none is led here. */
  state: () => RunState | null;
  command: (what: RunCommand) => void;
  tellWall: (runId: string, pulse: PulseOnWall | null) => void;
  runId: () => string | null;
  onChange: (state: PulseState) => void;
}

const LOOK_MS = 1000;
/** Walls are told every so many looks. */
const WALL_EVERY = 2;

/**
 * Heart rates beside a run: hears a source, shows how all stand, writes down each set's means, tells walls what they may show. Nothing is shown unless it
 * is asked for, and no run waits for it.
 */
export class PulseSession {
  private board: PulseBoard;
  private current: PulseState;
  private wearers: Wearer[] = [];
  private stops: (() => void)[] = [];
  /** The interval that is being heard, by its index; null before the first. */
  private heardIndex: number | null = null;
  private looks = 0;

  constructor(
    private readonly parts: PulseParts,
    kept: Pick<PulseState, 'share' | 'formula'>,
  ) {
    this.board = new PulseBoard(kept.formula);
    this.current = { source: null, standings: [], onDesk: false, onWall: false, ...kept };
  }

  get state(): PulseState {
    return this.current;
  }

  /** Hears a source in place of the one before. */
  hear(source: PulseSource): void {
    this.end();
    this.board = new PulseBoard(this.current.formula);
    this.wearers = [...(source.maxima ?? [])].map(([strap, ownMax]) => ({
      strap,
      name: strapName(strap),
      ownMax,
      onWall: false,
    }));
    this.board.know(this.wearers, this.current.formula);
    this.heardIndex = null;
    this.stops = [source.start((told) => this.board.hear(told)), this.parts.timers.every(LOOK_MS, () => this.look())];
    this.set({ source: source.name, standings: [], onDesk: true });
  }

  /** Hears nothing any more; what was heard of the set under way is written down. */
  end(): void {
    if (this.stops.length === 0) return;
    this.write();
    for (const stop of this.stops.splice(0)) stop();
    this.set({ source: null, standings: [], onDesk: false, onWall: false });
  }

  show(change: Partial<Pick<PulseState, 'onDesk' | 'onWall' | 'share' | 'formula'>>): void {
    this.set(change);
    if (change.formula) this.board.know(this.wearers, change.formula);
    if (change.onWall !== undefined) this.tellWall();
  }

  /** What is known of who wears a strap, with what was said now. */
  wear(strap: string, change: Partial<Omit<Wearer, 'strap'>>): void {
    const next = { ...this.board.wearerOf(strap), ...change };
    this.wearers = [...this.wearers.filter((w) => w.strap !== strap), next];
    this.board.know(this.wearers, this.current.formula);
    this.set({ standings: this.board.at(this.parts.now()) });
    // A yes that is taken back holds at once.
    if (this.current.onWall) this.tellWall();
  }

  private look(): void {
    const { now, state } = this.parts;
    const run = state();
    if (run && run.index !== this.heardIndex) {
      if (this.heardIndex !== null) this.write();
      this.heardIndex = run.status === 'running' ? run.index : this.heardIndex;
    }
    this.set({ standings: this.board.at(now()) });
    this.looks += 1;
    if (this.current.onWall && this.looks % WALL_EVERY === 0) this.tellWall();
    if (run?.status === 'finished' || run?.status === 'abandoned') this.end();
  }

  /** Writes down what was heard since the last time: of the set it was, or of none where it was no work. */
  private write(): void {
    const run = this.parts.state();
    const heard = this.board.takeWindow();
    const index = this.heardIndex;
    const interval = index === null ? undefined : run?.intervals[index];
    if (!run || index === null || !interval || heard.length === 0) return;
    const set = isWork(interval) ? setCounted({ plan: run.plan, intervals: run.intervals, index }) : null;
    const of = heard.slice(0, 100).map(({ strap, mean, max, zonesMs }) => {
      const { person, squad } = this.board.wearerOf(strap);
      return {
        strap: strap.slice(0, 40),
        ...(person === undefined ? {} : { person }),
        ...(squad === undefined ? {} : { squad }),
        mean,
        max,
        zonesMs: [...zonesMs],
      };
    });
    this.parts.command({ type: 'pulse', ...(set ?? { stationId: null, round: null }), of });
  }

  private tellWall(): void {
    const id = this.parts.runId();
    if (id === null) return;
    this.parts.tellWall(id, this.current.onWall ? wallOf(this.current.standings) : null);
  }

  private set(change: Partial<PulseState>): void {
    this.current = { ...this.current, ...change };
    this.parts.onChange(this.current);
  }
}

/** The heart rates a wall may show: counts of all, and the values of those who agreed. */
export function wallOf(standings: readonly Standing[]): PulseOnWall {
  return {
    ...zoneCounts(standings),
    people: standings.flatMap(({ wearer, bpm, zone }) =>
      wearer.onWall && bpm !== null && zone !== null ? [{ name: wearer.name.slice(0, 40), bpm, zone }] : [],
    ),
  };
}

/** Who has not come down yet, and whether it is time to go on. */
export const settled = ({ standings, share }: Pick<PulseState, 'standings' | 'share'>) => settling(standings, share);
