import { beforeEach, describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { closingOf, foldRun } from '../../../core/time/index.ts';
import { clipKey } from '../../base/index.ts';
import { fill, flushPromises, memoryStorage, TestServer, testDesk } from '../../test/desks.test.support.ts';

/** 10 s count-in; 30 s work and 10 s rest, two stations, two rounds: 150 s, for no rest ends the class. */
const plan = planOf(circuit(stations(2), 30, 10, 2));
const RUN = 'run-of-today';

let server: TestServer;
beforeEach(() => {
  server = new TestServer();
});

/** A desk with the run opened: made there, or the one that the server has. */
async function opened(name = 'desk-a', more: Partial<Parameters<typeof testDesk>[0]> = {}) {
  const desk = testDesk({ name, server, ...more });
  if (!desk.storage.readHead(RUN) && !server.runs.has(RUN))
    desk.storage.storeHead({ id: RUN, plan, created: false, madeAtMs: desk.sound.nowMs });
  await desk.session.open(RUN);
  return desk;
}

async function started(more: Partial<Parameters<typeof testDesk>[0]> = {}) {
  const desk = await opened('desk-a', more);
  await desk.session.command({ type: 'start' });
  await flushPromises();
  return desk;
}

describe('a desk that leads', () => {
  it('says when a run is neither here nor on the server, and opens one that only the server has', async () => {
    const desk = testDesk({ name: 'desk-a', server });
    await desk.session.open('nobody-knows');
    expect(desk.session.state.failed).toBe('This run is neither in this browser nor on the server');
    await server.createRun(RUN, plan);
    await desk.session.open(RUN);
    expect(desk.session.state).toMatchObject({ failed: null, leads: true, run: { id: RUN } });
    expect(desk.storage.readHead(RUN)?.created).toBe(true);
  });

  it('does a command at once, 50 ms ahead, sends it, and says what the server has not confirmed', async () => {
    const desk = await opened();
    const at = desk.sound.nowMs;
    server.away = true;
    await desk.session.command({ type: 'start' });
    expect(desk.session.state.folded).toMatchObject({ status: 'running', startedAtMs: at + 50 });
    expect(desk.session.state.waiting).toBe(1);
    expect(desk.sound.unlocked).toBe(1);
    await flushPromises();
    server.away = false;
    desk.timers.pass(2000);
    await flushPromises();
    expect(desk.session.state.waiting).toBe(0);
    expect(server.runs.get(RUN)?.events.map((e) => [e.type, e.seq, e.by])).toEqual([['start', 1, 'desk-a']]);
  });

  it('sounds the run from its fold: work at 10 s, three ticks before the rest, nothing once paused', async () => {
    const desk = await started();
    desk.sound.nowMs += 50 + s(9);
    expect(desk.sound.next(s(2)).filter(([name]) => name === 'work')).toEqual([['work', s(1)]]);
    desk.sound.nowMs += s(27);
    // 36 s in: ticks at 37, 38, 39, rest at 40
    expect(desk.sound.next(s(4.5))).toEqual([
      ['tick', s(1)],
      ['tick', s(2)],
      ['tick', s(3)],
      ['rest', s(4)],
    ]);
    await desk.session.command({ type: 'pause' });
    expect(desk.sound.next(s(600))).toEqual([]);
    expect(desk.sound.cuts.at(-1)).toBe(true);
  });

  it('never makes two events of one moment go back in time, whatever the clock does', async () => {
    const desk = await started();
    desk.sound.nowMs += s(20);
    await desk.session.command({ type: 'pause' });
    desk.sound.nowMs -= s(15);
    await desk.session.command({ type: 'resume' });
    const [start, pause, resume] = desk.session.state.run?.events ?? [];
    expect(resume!.atMs).toBe(pause!.atMs);
    expect([start!.seq, pause!.seq, resume!.seq]).toEqual([1, 2, 3]);
  });

  it('takes the last live edit back, and the one before it', async () => {
    const desk = await started();
    desk.sound.nowMs += s(15);
    await desk.session.command({ type: 'rounds', delta: 1 });
    await desk.session.command({ type: 'adjust', deltaMs: 10_000 });
    const lengthMs = () => desk.session.state.folded?.intervals.reduce((sum, i) => sum + i.durationMs, 0);
    expect(lengthMs()).toBe(s(10 + 150 + 80 + 10));
    await desk.session.undoLast();
    expect(lengthMs()).toBe(s(10 + 150 + 80));
    await desk.session.undoLast();
    expect(lengthMs()).toBe(s(10 + 150));
    await desk.session.undoLast();
    expect(lengthMs()).toBe(s(10 + 150));
  });

  it('goes on from what the browser kept, after it was killed and without a server', async () => {
    const desk = await started();
    server.away = true;
    desk.sound.nowMs += s(30);
    await desk.session.command({ type: 'skip' });
    const before = desk.session.state.folded;
    const again = await opened('desk-a', { kept: desk.kept });
    expect(again.session.state.folded).toEqual(before);
    expect(again.session.state).toMatchObject({ leads: true, waiting: 1 });
  });

  it('says when the browser keeps no more, and leads on', async () => {
    const desk = await started();
    fill(desk.kept);
    await desk.session.command({ type: 'pause' });
    await flushPromises();
    expect(desk.session.state).toMatchObject({ keptHere: false, waiting: 0 });
    expect(server.idsOf(RUN)).toHaveLength(2);
  });

  it('takes out what the server refuses, keeps it aside, and says why', async () => {
    const desk = await started();
    server.bad.add('an-edit-gone-bad');
    desk.sound.nowMs += s(12);
    await desk.session.command({ type: 'adjust', deltaMs: 10_000 }, 'an-edit-gone-bad');
    await flushPromises();
    expect(desk.session.state.aside).toEqual([{ id: 'an-edit-gone-bad', problem: 'broken' }]);
    expect(desk.session.state.run?.events.map((e) => e.type)).toEqual(['start']);
    expect(desk.session.state.waiting).toBe(0);
  });

  it('keeps a shift of the clock with the run, and has it again after a reload', async () => {
    const desk = await started();
    desk.clock.tell(-3_600_000);
    const again = await opened('desk-a', { kept: desk.kept });
    expect(again.clock.shiftMs).toBe(-3_600_000);
  });

  it('tells of a jump of the clock in the middle of a class, and moves the run where it belongs when told otherwise', async () => {
    const desk = await started();
    desk.clock.jump({ jumpMs: 900, what: 'clockSet' });
    expect(desk.session.state.jump).toBeNull();
    // Three minutes ahead, taken as sleep: it was set.
    desk.sound.nowMs += 180_000;
    desk.clock.jump({ jumpMs: 180_000, what: 'slept' });
    expect(desk.session.state.jump).toEqual({ jumpMs: 180_000, what: 'slept' });
    const was = desk.sound.nowMs;
    desk.session.rejudgeJump();
    expect([desk.sound.nowMs - was, desk.session.state.jump]).toEqual([-180_000, null]);
    // Taken as set: it slept.
    desk.clock.jump({ jumpMs: 900_000, what: 'clockSet' });
    desk.session.rejudgeJump();
    expect(desk.sound.nowMs - was).toBe(720_000);
    desk.clock.jump({ jumpMs: 900_000, what: 'clockSet' });
    desk.session.acceptJump();
    desk.session.rejudgeJump();
    expect([desk.sound.nowMs - was, desk.session.state.jump]).toEqual([720_000, null]);
    await desk.session.command({ type: 'pause' });
    desk.clock.jump({ jumpMs: 180_000, what: 'slept' });
    expect(desk.session.state.jump).toBeNull();
  });

  it('makes no event of what no server would take', async () => {
    const desk = await started();
    await desk.session.command({ type: 'adjust', deltaMs: Number.NaN } as never);
    await desk.session.command({ type: 'dance' } as never);
    expect(desk.session.state.run?.events).toHaveLength(1);
  });

  it('shows nothing once closed, and hears nothing any more', async () => {
    const desk = await started();
    desk.session.close();
    expect(desk.session.state.run).toBeNull();
    expect(desk.sound.next(s(60))).toEqual([]);
    server.ask(RUN, 'late-ask-1', { type: 'pause' });
    await flushPromises();
    expect(server.idsOf(RUN)).toHaveLength(1);
  });
});

describe('what phones and walls ask', () => {
  it('is done by the desk, once for each id', async () => {
    const desk = await started();
    for (const id of ['ask-number-1', 'ask-number-1', 'ask-number-2']) server.ask(RUN, id, { type: 'pause' });
    await flushPromises();
    expect(server.idsOf(RUN).slice(1)).toEqual(['ask-number-1', 'ask-number-2']);
    expect(desk.session.state.folded?.status).toBe('paused');
  });

  it('is left out past 150 in a minute, and told', async () => {
    const desk = await started();
    for (let k = 0; k < 160; k++) server.ask(RUN, `flood-number-${k}`, { type: 'hold' });
    await flushPromises();
    expect(desk.session.state.asksDropped).toBe(10);
    expect(desk.session.state.run?.events).toHaveLength(151);
    desk.sound.nowMs += 60_000;
    server.ask(RUN, 'after-the-flood', { type: 'pause' });
    await flushPromises();
    expect(desk.session.state.run?.events.at(-1)?.type).toBe('pause');
  });

  it('the sound is asked for and given by hand; a no is final', async () => {
    const desk = await started();
    const sound = { type: 'sound', screen: 'the-wall' };
    server.ask(RUN, 'sound-ask-1', sound);
    expect(desk.session.state.soundAsked).toBe('the-wall');
    desk.session.keepSound();
    server.ask(RUN, 'sound-ask-2', sound);
    expect(desk.session.state.soundAsked).toBeNull();
    server.ask(RUN, 'sound-ask-3', { type: 'sound', screen: 'the-other-wall' });
    await desk.session.giveSound('the-other-wall');
    expect(desk.session.state.folded?.soundAt).toBe('the-other-wall');
    expect(desk.sound.next(s(60))).toEqual([]);
    await desk.session.giveSound(null);
    expect(desk.sound.next(s(60)).length).toBeGreaterThan(0);
  });
});

describe('two desks', () => {
  async function two() {
    const a = await started();
    await a.session.command({ type: 'lead' });
    await flushPromises();
    const b = await opened('desk-b', { kept: memoryStorage() });
    await flushPromises();
    return { a, b };
  }

  it('one follows in silence and commands nothing; the sound and the keys move when it takes over', async () => {
    const { a, b } = await two();
    expect([a.session.state.leads, b.session.state.leads]).toEqual([true, false]);
    expect(b.sound.next(s(60))).toEqual([]);
    await b.session.command({ type: 'pause' });
    expect(b.session.state.folded?.status).toBe('running');
    await b.session.takeOver();
    await flushPromises();
    expect([a.session.state.leads, b.session.state.leads]).toEqual([false, true]);
    expect(a.sound.next(s(60))).toEqual([]);
    expect(b.sound.next(s(60)).length).toBeGreaterThan(0);
    await b.session.command({ type: 'pause' });
    await flushPromises();
    expect(a.session.state.folded?.status).toBe('paused');
    expect(a.session.state.folded).toEqual(foldRun(plan, server.runs.get(RUN)!.events));
  });

  it('either may write down what is known at the close; the one that leads opens the run again, paused', async () => {
    const { a, b } = await two();
    await a.session.command({ type: 'finish' });
    await flushPromises();
    await b.session.command({ type: 'close', came: 11 });
    await flushPromises();
    expect(closingOf(a.session.state.run!.events).came).toBe(11);
    await b.session.command({ type: 'reopen' });
    await flushPromises();
    expect(a.session.state.folded?.status).toBe('finished');
    await a.session.command({ type: 'reopen' });
    await flushPromises();
    expect([a.session.state.folded?.status, b.session.state.folded?.status]).toEqual(['paused', 'paused']);
    expect(closingOf(b.session.state.run!.events).came).toBe(11);
  });

  it('what the deposed one did before it heard of it does not count, here or there', async () => {
    const { a, b } = await two();
    server.away = true;
    await a.session.command({ type: 'rounds', delta: 1 });
    await flushPromises();
    server.away = false;
    b.sound.nowMs += s(5);
    await b.session.takeOver();
    await flushPromises();
    a.timers.pass(2000);
    await flushPromises();
    expect(server.idsOf(RUN)).toHaveLength(4);
    expect(b.session.state.folded).toEqual(a.session.state.folded);
    expect(a.session.state.leads).toBe(false);
  });
});

describe('the voice of a desk', () => {
  it('is planned by the lengths that came, and says what there are words for', async () => {
    const words = new Map([['Next: Move 1', 600]]);
    const desk = await started({ words });
    await flushPromises();
    expect(desk.session.state.voice.kind).toBe('ready');
    const said = desk.session.state.cues.filter((c) => c.tone === null && c.spokenMs > 0 && c.text !== null);
    expect(said.length).toBeGreaterThan(0);
    const first = said[0]!;
    expect([first.text, first.spokenMs]).toEqual(['Next: Move 1', 600]);
    desk.sound.nowMs += 50;
    const heard = desk.sound.next(s(200)).filter(([name]) => name.startsWith('1|'));
    expect(heard).toContainEqual([clipKey(first.text!, false), first.atMs]);
    expect(new Set(heard.map(([name]) => name))).toEqual(new Set(['1|Next: Move 1']));
  });

  it('that cannot be had leaves the tones', async () => {
    const desk = await started();
    await flushPromises();
    expect(desk.session.state.voice.kind).toBe('none');
    expect(desk.sound.next(s(60)).some(([name]) => name === 'work')).toBe(true);
  });
});
