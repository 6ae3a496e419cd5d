// @vitest-environment jsdom
import { beforeEach, expect, it, vi } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { libraryOf } from '../../../core/moves/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';

const asked = vi.hoisted(() => ({ plans: [] as Plan[], answers: [] as (() => void)[], library: null as unknown }));
vi.mock('../../base/data/index.ts', () => ({
  ApiError: class extends Error {},
  api: {
    preparedRun: async () => ({ id: null }),
    createRun: (_: string, plan: Plan) => {
      asked.plans.push(plan);
      return new Promise<void>((done) => asked.answers.push(done));
    },
  },
  useLibrary: { getState: () => ({ library: asked.library }) },
}));

const { keptRuns, makeReady } = await import('./kept-runs.ts');
const plan: Plan = { ...planOf(circuit(stations(2), 30, 10, 2)), heads: 7, squads: ['Heron', 'Teal'] };

beforeEach(() => {
  asked.plans = [];
  asked.answers = [];
  asked.library = libraryOf([]);
});

it('has what was said last about today, here and on the server, however late the answers are', async () => {
  const id = 'run-0000000000001';
  const first = makeReady(plan, { heads: 8, squads: ['Heron', 'Teal'] }, id);
  const second = makeReady(plan, { heads: 8, squads: ['Heron'] }, id);
  await vi.waitFor(() => expect(asked.answers).toHaveLength(1));
  expect(keptRuns.readHead(id)?.plan.squads).toEqual(['Heron']);
  asked.answers[0]?.();
  expect((await first).today.squads).toEqual(['Heron', 'Teal']);
  // The answer to the first does not put back what was said before.
  expect(keptRuns.readHead(id)).toMatchObject({ created: true, plan: { squads: ['Heron'] } });
  await vi.waitFor(() => expect(asked.answers).toHaveLength(2));
  asked.answers[1]?.();
  expect((await second).onServer).toBe(true);
  expect(asked.plans.map((p) => p.squads)).toEqual([['Heron', 'Teal'], ['Heron']]);
  expect(keptRuns.readHead(id)).toMatchObject({ created: true, plan: { heads: 8, squads: ['Heron'] } });
});
