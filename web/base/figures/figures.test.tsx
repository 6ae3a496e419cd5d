// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { FigureSource } from './figure-source.ts';
import { beatOf, timeOf } from './figure-time.ts';
import { MoveFigure } from './move-figure.tsx';

const SQUAT = '(side, bell at chest): stand → squat deep';
const source = (name: string) => (name === 'Goblet squat' ? SQUAT : null);

let frames: FrameRequestCallback[];
let nowMs: number;
/** One frame of the screen at a moment. */
const frameAt = (ms: number) => {
  nowMs = ms;
  const due = frames;
  frames = [];
  act(() => {
    for (const f of due) f(ms);
  });
};

beforeEach(() => {
  frames = [];
  nowMs = 0;
  vi.stubGlobal('requestAnimationFrame', (f: FrameRequestCallback) => frames.push(f));
  vi.stubGlobal('cancelAnimationFrame', () => {
    frames = [];
  });
  vi.spyOn(performance, 'now').mockImplementation(() => nowMs);
  vi.stubGlobal('matchMedia', undefined);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const shown = (props: Partial<Parameters<typeof MoveFigure>[0]> = {}) =>
  render(
    <FigureSource value={source}>
      <MoveFigure name="Goblet squat" time={{ atMs: 0, runs: true }} {...props} />
    </FigureSource>,
  );
const legs = () => document.querySelector('.figure-legs')?.getAttribute('d') ?? '';

describe('a figure on a page', () => {
  it('moves by itself between the drawings of its screen, and stands while time does', () => {
    const { rerender } = shown();
    frameAt(0);
    const standing = legs();
    expect(standing).toMatch(/^M-?\d/);
    frameAt(800);
    expect(legs()).not.toBe(standing);
    // Low: the whole way down takes 1.6 s; 4.2 s is a cycle later.
    frameAt(1600);
    const low = legs();
    frameAt(1600 + 2600);
    expect(legs()).toBe(low);
    const held = { atMs: 0, runs: false };
    rerender(
      <FigureSource value={source}>
        <MoveFigure name="Goblet squat" time={held} />
      </FigureSource>,
    );
    frameAt(5000);
    expect(legs()).toBe(standing);
  });

  it('stands still as a pair where whoever looks has asked for less motion, or nothing runs', () => {
    vi.stubGlobal('matchMedia', () => ({ matches: true, addEventListener: () => {}, removeEventListener: () => {} }));
    shown();
    expect(screen.getByTestId('figure').dataset.still).toBe('');
    expect(document.querySelectorAll('.figure-trunk')).toHaveLength(2);
    expect(document.querySelector('.figure-way')).not.toBeNull();
    expect(frames).toEqual([]);
    cleanup();
    vi.stubGlobal('matchMedia', undefined);
    shown({ time: null });
    expect(screen.getByTestId('figure').dataset.still).toBe('');
  });

  it('shows the left as the mirror image of the right', () => {
    shown({ side: 'left' });
    expect(screen.getByTestId('figure').dataset.side).toBe('left');
    expect(document.querySelector('svg > g')?.getAttribute('transform')).toMatch(/scale\(-1 1\)$/);
    cleanup();
    shown({ side: 'right' });
    expect(document.querySelector('svg > g')?.getAttribute('transform')).toBeNull();
  });

  it('numbers what its cues speak of, and leaves out what it cannot point at', () => {
    shown({ cues: ['Elbows inside knees', 'Breathe'] });
    frameAt(0);
    const [elbow, breath] = [...document.querySelectorAll<SVGGElement>('.figure-cue')];
    expect(elbow?.textContent).toBe('1');
    expect(elbow?.getAttribute('transform')).toMatch(/^translate\(-?[\d.]+ -?[\d.]+\)$/);
    expect(breath?.style.display).toBe('none');
  });

  it('is named for who does not see it, or passed over; and is not there for what is not drawn', () => {
    shown({ label: 'How Goblet squat is done' });
    expect(screen.getByRole('img', { name: 'How Goblet squat is done' })).toBeTruthy();
    cleanup();
    shown();
    expect(screen.queryByRole('img')).toBeNull();
    cleanup();
    shown({ name: 'Oar pull' });
    expect(document.querySelector('svg')).toBeNull();
  });

  it('stops asking for frames when it goes', () => {
    const { unmount } = shown();
    frameAt(0);
    expect(frames).toHaveLength(1);
    unmount();
    expect(frames).toEqual([]);
  });
});

describe('the time of a figure', () => {
  it('is that of the interval, and stands while the class does', () => {
    expect(timeOf({ status: 'running', elapsedMs: 1200 }, { waiting: false })).toEqual({ atMs: 1200, runs: true });
    expect(timeOf({ status: 'paused', elapsedMs: 1200 }, { waiting: false }).runs).toBe(false);
    expect(timeOf({ status: 'running', elapsedMs: 1200 }, { waiting: true }).runs).toBe(false);
  });

  it('has the beat of its block in work alone', () => {
    const block = { ...circuit(stations(1), 30, 10, 2), musicBpm: 120 };
    const plan = planOf(block);
    const of = (kind: 'work' | 'rest') => beatOf({ plan, intervals: [{ kind, blockIndex: 0 } as never], index: 0 });
    expect([of('work'), of('rest')]).toEqual([500, null]);
    expect(
      beatOf({
        plan: planOf(circuit(stations(1), 30, 10, 2)),
        intervals: [{ kind: 'work', blockIndex: 0 } as never],
        index: 0,
      }),
    ).toBeNull();
  });
});
