import { beforeEach, describe, expect, it } from 'vitest';
import type { Plan } from '../../../core/class/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import type { StoredPlan } from '../../../core/wire/index.ts';
import { ApiError } from '../../base/index.ts';
import { flushPromises, ManualTimers, memoryStorage } from '../../test/desks.test.support.ts';
import { Autosave, type PlanServer } from './autosave.ts';
import { Drafts } from './drafts.ts';
import { edit, undo, useBuilder } from './store.ts';

const plan = planOf(circuit(stations(2), 30, 10, 2));

/** A server with one class in it. */
class OnePlan implements PlanServer {
  away = false;
  told: string[] = [];
  version = 1;
  saves = 0;
  stored: Plan = plan;
  /** Other classes, each of version 1. */
  others: Plan[] = [];
  /** Holds answers back until it is called. */
  release: (() => void) | null = null;
  held = false;
  /** Stores what comes, but its answer is lost on the way. */
  isDeaf = false;

  async plan(id: string): Promise<StoredPlan> {
    this.reach();
    const other = this.others.find((x) => x.id === id);
    if (id !== this.stored.id && !other) throw new ApiError(404, 'Class not found');
    return {
      plan: other ?? this.stored,
      version: other ? 1 : this.version,
      updatedAt: '2026-11-26T07:00:00Z',
      lastLedAt: null,
      deletedAt: this.binned ? '2026-11-26T07:00:00Z' : null,
      told: this.told,
    };
  }

  binned = false;
  async undeletePlan(): Promise<void> {
    this.reach();
    this.binned = false;
  }

  async savePlan(next: Plan, base: number): Promise<{ version: number }> {
    this.reach();
    if (this.binned) throw new ApiError(410, 'This class is in the bin');
    if (this.held) await new Promise<void>((done) => (this.release = done));
    if (next.id === this.stored.id && base !== this.version)
      throw new ApiError(409, 'A newer version has been saved', { current: await this.plan(plan.id) });
    this.saves += 1;
    this.version += 1;
    this.stored = next;
    if (this.isDeaf) throw new ApiError(0, 'The server cannot be reached');
    return { version: this.version };
  }

  private reach(): void {
    if (this.away) throw new ApiError(0, 'The server cannot be reached');
  }
}

let server: OnePlan;
let timers: ManualTimers;
let kept: Storage;
let said: string[];

/** The autosave of a window; others are closed unless they are named. */
function windowOf(name: string, open: string[] = []) {
  const drafts = new Drafts(kept, name, async () => (other) => [name, ...open].includes(other));
  const autosave = new Autosave({ store: useBuilder, drafts, server, timers, say: (t) => said.push(t) });
  return { drafts, autosave };
}

const state = () => useBuilder.getState();
const rename = (title: string) => edit((p) => ({ ...p, title }));

beforeEach(() => {
  server = new OnePlan();
  timers = new ManualTimers();
  kept = memoryStorage();
  said = [];
  useBuilder.setState({ plan: null, save: { kind: 'saved' } });
});

describe('autosave', () => {
  it('saves half a second after the last change, once for all of them', async () => {
    const { autosave, drafts } = windowOf('a');
    await autosave.open(plan.id);
    const stop = autosave.start();
    rename('Spring');
    timers.pass(400);
    rename('Spring tide');
    timers.pass(400);
    expect([server.saves, state().save.kind]).toEqual([0, 'pending']);
    timers.pass(100);
    await flushPromises();
    expect([server.saves, server.stored.title, state().save.kind, state().baseVersion]).toEqual([
      1,
      'Spring tide',
      'saved',
      2,
    ]);
    expect(await drafts.find(plan.id)).toBeNull();
    stop();
  });

  it('keeps what is typed while a save is under way, and saves it after', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    rename('First');
    server.held = true;
    timers.pass(500);
    rename('Second');
    server.held = false;
    server.release?.();
    await flushPromises();
    expect([server.stored.title, state().save.kind]).toEqual(['First', 'pending']);
    timers.pass(500);
    await flushPromises();
    expect([server.stored.title, state().save.kind]).toEqual(['Second', 'saved']);
  });

  it('says when the server is away, tries again in four seconds, and a closed window leaves its draft', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    const stop = autosave.start();
    server.away = true;
    rename('Out of reach');
    timers.pass(500);
    await flushPromises();
    expect(state().save).toEqual({ kind: 'failed', message: 'The server cannot be reached' });
    timers.pass(3999);
    await flushPromises();
    stop();
    await flushPromises();
    useBuilder.setState({ plan: null });
    server.away = false;
    const next = windowOf('b');
    await next.autosave.open(plan.id);
    expect([state().plan?.title, state().save.kind]).toEqual(['Out of reach', 'pending']);
    next.autosave.start();
    timers.pass(0);
    await flushPromises();
    expect(server.stored.title).toBe('Out of reach');
  });

  it('opens a draft without the server, and fails where there is none', async () => {
    server.away = true;
    const { autosave, drafts } = windowOf('a');
    await expect(autosave.open(plan.id)).rejects.toThrow('cannot be reached');
    drafts.keep({ ...plan, title: 'Mine' }, 1);
    await autosave.open(plan.id);
    expect(state().plan?.title).toBe('Mine');
  });

  it('leaves the draft of a window that lives alone', async () => {
    windowOf('a').drafts.keep({ ...plan, title: 'Still typing' }, 1);
    expect(await windowOf('b', ['a']).drafts.find(plan.id)).toBeNull();
    expect((await windowOf('b').drafts.find(plan.id))?.plan.title).toBe('Still typing');
    expect(Object.keys(kept)).toEqual(['odd-round.draft.plan-1.b']);
  });

  it('keeps both texts when another window saved first, until one is chosen: mine', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    await server.savePlan({ ...plan, title: 'Theirs' }, 1);
    rename('Mine');
    timers.pass(500);
    await flushPromises();
    const { save } = state();
    expect(save.kind === 'conflict' && save.theirs.plan.title).toBe('Theirs');
    rename('Mine, better');
    timers.pass(5000);
    await flushPromises();
    expect(server.stored.title).toBe('Theirs');
    await autosave.keepMine(state().plan!, 2);
    expect([server.stored.title, state().save.kind, state().baseVersion]).toEqual(['Mine, better', 'saved', 3]);
  });

  it('… or theirs, with mine as a class of its own; when that cannot be saved nothing changes', async () => {
    const { autosave, drafts } = windowOf('a');
    await autosave.open(plan.id);
    const theirs = { ...(await server.plan(plan.id)), plan: { ...plan, title: 'Theirs' }, version: 2 };
    drafts.keep({ ...plan, title: 'Mine' }, 1);
    server.away = true;
    const copy = { ...plan, id: 'copy', title: 'Mine (mine)' };
    await expect(autosave.takeTheirs(copy, theirs)).rejects.toThrow();
    expect(state().plan?.title).toBe(plan.title);
    server.away = false;
    await autosave.takeTheirs(copy, theirs);
    expect([server.stored.title, state().plan?.title, await drafts.find(plan.id)]).toEqual([
      'Mine (mine)',
      'Theirs',
      null,
    ]);
  });

  it('tells what an older class has become, and saves it as such', async () => {
    server.told = ['Three breaks wait.'];
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    expect(said).toEqual(['This class is of an older version. Three breaks wait.']);
    autosave.start();
    timers.pass(0);
    await flushPromises();
    expect(server.saves).toBe(1);
  });

  it('an undo is a change like any other', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    rename('Wrong');
    timers.pass(500);
    await flushPromises();
    undo();
    timers.pass(500);
    await flushPromises();
    expect(server.stored.title).toBe(plan.title);
  });

  it('saves nothing of a class in the bin, keeps what is changed, and saves it when the class is brought back', async () => {
    server.binned = true;
    const { autosave, drafts } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    expect(state().save.kind).toBe('binned');
    rename('Neap tide');
    timers.pass(5000);
    await flushPromises();
    expect([server.saves, state().save.kind]).toEqual([0, 'binned']);
    expect((await drafts.find(plan.id))?.plan.title).toBe('Neap tide');
    await autosave.bringBack();
    expect([server.stored.title, state().save.kind]).toEqual(['Neap tide', 'saved']);
  });

  it('finds out at the next save that another window has put the class into the bin', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    server.binned = true;
    rename('Neap tide');
    timers.pass(500);
    await flushPromises();
    expect([server.saves, state().save.kind]).toEqual([0, 'binned']);
  });

  it('opened once more, a class keeps what is typed before the server has answered', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    const again = autosave.open(plan.id);
    rename('Typed at once');
    await again;
    expect(state().plan?.title).toBe('Typed at once');
    timers.pass(500);
    await flushPromises();
    expect([server.stored.title, state().save.kind]).toEqual(['Typed at once', 'saved']);
  });

  it('a class that is left while it is saved is saved to its last word, and the next one has nothing of it', async () => {
    const next = { ...plan, id: 'next', title: 'Next' };
    server.others = [next];
    const { autosave, drafts } = windowOf('a');
    await autosave.open(plan.id);
    const stop = autosave.start();
    server.held = true;
    rename('First');
    timers.pass(500);
    rename('First, to its last word');
    stop();
    const opened = autosave.open('next');
    server.held = false;
    server.release?.();
    await opened;
    expect([server.stored.title, await drafts.find(plan.id)]).toEqual(['First, to its last word', null]);
    expect([state().plan, state().baseVersion, state().save]).toEqual([next, 1, { kind: 'saved' }]);
  });

  it('all is saved: what is under way, and what was changed meanwhile', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    server.held = true;
    rename('First');
    timers.pass(500);
    rename('Second');
    const all = autosave.saveAll();
    server.held = false;
    server.release?.();
    await all;
    expect([server.stored.title, server.saves, state().save.kind]).toEqual(['Second', 2, 'saved']);
  });

  it('an own text whose answer was lost is nobody else\u2019s: what was changed after it is saved', async () => {
    const { autosave } = windowOf('a');
    await autosave.open(plan.id);
    autosave.start();
    server.isDeaf = true;
    rename('Came, unanswered');
    timers.pass(500);
    await flushPromises();
    expect([server.stored.title, state().save.kind]).toEqual(['Came, unanswered', 'failed']);
    server.isDeaf = false;
    rename('Changed after it');
    timers.pass(500);
    await flushPromises();
    timers.pass(0);
    await flushPromises();
    expect([server.stored.title, server.version, state().save.kind]).toEqual(['Changed after it', 3, 'saved']);
  });
});
