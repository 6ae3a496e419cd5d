import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { USUAL_THRESHOLDS } from '../../../core/judge/index.ts';
import { type Move, plainMove } from '../../../core/moves/index.ts';
import { api } from './api.ts';
import { useLibrary } from './library-store.ts';

const squat = plainMove('Squat');
const quayStep = plainMove('Quay step');

/** Answers of the server that are given when the test says so, in whatever order. */
let answers: ((moves: Move[]) => void)[];
const names = () => useLibrary.getState().library.moves.map((m) => m.name);
const settled = () => new Promise((done) => setTimeout(done));

beforeEach(() => {
  answers = [];
  useLibrary.setState(useLibrary.getInitialState(), true);
  vi.spyOn(api, 'moves').mockImplementation(() => new Promise((done) => answers.push(done)));
  vi.spyOn(api, 'saveMoves').mockResolvedValue(undefined as never);
  const rest = {
    kit: [],
    thresholds: USUAL_THRESHOLDS,
    movesLately: [],
    movesUsed: [],
    units: { weight: 'kg' },
    habits: {},
  };
  for (const [name, value] of Object.entries(rest)) vi.spyOn(api, name as 'kit').mockResolvedValue(value as never);
});
afterEach(() => vi.restoreAllMocks());

describe('the library of a window', () => {
  it('is the newest that was asked for, whichever answer comes first', async () => {
    const { load } = useLibrary.getState();
    const [first, second] = [load(), load()];
    answers[1]?.([squat, quayStep]);
    await second;
    expect(names()).toEqual(['Squat', 'Quay step']);
    answers[0]?.([squat]);
    await first;
    expect(names()).toEqual(['Squat', 'Quay step']);
  });

  it('keeps a move that was saved while it was being loaded; what is missing then is asked for once more', async () => {
    const first = useLibrary.getState().load();
    await useLibrary.getState().keepMoves([quayStep]);
    answers[0]?.([squat]);
    await settled();
    expect(useLibrary.getState().state).toBe('loading');
    answers[1]?.([squat, quayStep]);
    await first;
    expect(names()).toEqual(['Squat', 'Quay step']);
    expect(useLibrary.getState().state).toBe('ready');
  });

  it('stays what it was when the server is away, and says so where there was none', async () => {
    vi.mocked(api.moves).mockRejectedValue(new Error('away'));
    await useLibrary.getState().load();
    expect(useLibrary.getState().state).toBe('failed');
    vi.mocked(api.moves).mockResolvedValue([squat]);
    await useLibrary.getState().load();
    vi.mocked(api.moves).mockRejectedValue(new Error('away'));
    await useLibrary.getState().load();
    expect([useLibrary.getState().state, names()]).toEqual(['ready', ['Squat']]);
  });
});
