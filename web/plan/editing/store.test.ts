import { beforeEach, describe, expect, it, vi } from 'vitest';
import { setTimes, updateBlock } from '../../../core/class/index.ts';
import { checkPlan } from '../../../core/judge/index.ts';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { on, TEST_LIBRARY } from '../../../core/test/moves.ts';
import { redo, undo, useBuilder } from './store.ts';

const plan = planOf({ ...circuit(stations(3), 40, 20, 3), id: 'main' });
const now = () => useBuilder.getState();
const typeTitle = (text: string) => {
  for (let k = 1; k <= text.length; k++) now().edit((p) => ({ ...p, title: text.slice(0, k) }));
};

beforeEach(() => {
  vi.useFakeTimers({ now: 1_790_000_000_000 });
  now().load({ ...plan, title: 'L' }, 3, { kind: 'saved' });
});

describe('the class being built', () => {
  it('takes a title back at once, and gives it again', () => {
    typeTitle('Low water, long');
    undo();
    expect(now().plan?.title).toBe('L');
    redo();
    expect([now().plan?.title, now().history.past.length]).toEqual(['Low water, long', 1]);
  });

  it('leaves no trace of an edit that changes nothing, and keeps what is unchanged the same value', () => {
    const before = now().plan;
    now().edit((p) => ({ ...p, blocks: p.blocks.map((b) => ({ ...b })) }));
    expect(now().plan).toBe(before);
    now().edit((p) => ({ ...p, heads: 12, blocks: p.blocks.map((b) => ({ ...b })) }));
    expect(now().plan?.blocks).toBe(before?.blocks);
  });

  it('keeps what was typed after a fix was worked out', () => {
    const class_ = planOf({ ...circuit(on('Squat', 'Hold', 'Squat'), 40, 2, 3), id: 'main' });
    now().load(class_, 1, { kind: 'saved' });
    const finding = checkPlan(class_, { library: TEST_LIBRARY }).find((f) => f.check === 'restShort');
    now().edit((p) => ({ ...p, title: 'Typed since' }));
    now().edit((p) => updateBlock(p, 'main', (b) => setTimes(b, [{ stationIndex: 2, round: 1 }], { workMs: s(25) })));
    now().dispatch(finding!.fixes[0]!.steps);
    expect(now().plan?.title).toBe('Typed since');
    expect(now().plan?.blocks[0]?.stations[2]?.cells).toEqual([{ round: 1, workMs: 25_000 }]);
    expect(checkPlan(now().plan!, { library: TEST_LIBRARY }).map((f) => f.key)).not.toContain(finding!.key);
  });

  it('is opened without what was done to the class before it', () => {
    typeTitle('Low water');
    now().load(plan, 1, { kind: 'saved' });
    undo();
    expect(now().plan).toBe(plan);
  });

  it('repairs half a character, which nothing can store', () => {
    now().edit((p) => ({ ...p, notes: 'a\uD83D' }));
    expect(now().plan?.notes).toBe('a\uFFFD');
  });
});
