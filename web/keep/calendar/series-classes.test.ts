// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

const told = vi.hoisted(() => ({ said: [] as { text: string; undo?: () => void }[] }));
vi.mock('../../base/ui/toast.tsx', () => {
  const toast = (text: string, more?: { action?: { onClick: () => void } }) =>
    told.said.push({ text, ...(more?.action ? { undo: more.action.onClick } : {}) });
  return {
    toast: Object.assign(toast, { error: (text: string) => told.said.push({ text }) }),
    Toasts: () => null,
    loadToasts: () => null,
  };
});

import { classInSlot, type DatedClass, type Slot } from '../../../core/record/index.ts';
import { changeClass } from './series-classes.ts';

const words = (n: number) => `${n} changed.`;

const classOf = (id: string, day: string, more: Partial<DatedClass> = {}): DatedClass => ({
  kind: 'class',
  id,
  title: 'Short Tide',
  day,
  time: '12:30',
  lengthMs: 1_200_000,
  room: 'Boat bay',
  leader: '',
  planId: `plan-${id}`,
  notes: '',
  ...more,
});

const slot: Slot = {
  kind: 'slot',
  id: 'slot-thursday',
  title: 'Slack Water',
  weekday: 4,
  time: '18:30',
  lengthMs: 2_700_000,
  room: '',
  leader: '',
  planId: null,
  from: '2026-09-03',
  until: null,
  every: 1,
  except: [],
};

/** The third, fourth and fifth of a series, a week apart. */
const inSeries = (nth: number, day: string) =>
  classOf(`class-${nth}`, day, { series: { id: 'lunch', title: 'Lunchtime', nth, of: 8 } });
const third = inSeries(3, '2026-11-06');
const fourth = inSeries(4, '2026-11-13');
const fifth = inSeries(5, '2026-11-20');

let sent: { method: string; url: string; body: { put: DatedClass[]; remove: string[] } | null }[];
let isReached: boolean;

const json = (body: unknown, status = 200) =>
  new Response(status === 204 ? null : JSON.stringify(body), {
    status,
    headers: { 'Content-Type': 'application/json' },
  });

beforeEach(() => {
  sent = [];
  told.said.length = 0;
  isReached = true;
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    if (!isReached) throw new TypeError('Failed to fetch');
    sent.push({ method: init.method ?? 'GET', url, body: init.body ? JSON.parse(String(init.body)) : null });
    if (!url.includes('/series/')) return json(null, 204);
    const about = { id: 'lunch', title: 'Lunchtime', template: 'rise', start: '2026-11-02', weeks: 8 };
    return json({
      series: {
        ...about,
        slots: [{ weekday: 4, time: '12:30' }],
        planIds: ['short-tide'],
        room: '',
        leader: '',
        effort: null,
      },
      classes: [third, fourth, fifth],
    });
  });
});
afterEach(() => vi.unstubAllGlobals());

const daysIn = (n: number) => sent[n]?.body?.put.map((c) => [c.id, c.day]);

describe('a class of the calendar that is changed', () => {
  it('stands by itself: it alone goes, and comes back', async () => {
    const one = classOf('alone', '2026-11-12');
    expect(await changeClass(one, false, { day: '2026-11-13' }, 'this', words)).toBe(true);
    expect(daysIn(0)).toEqual([['alone', '2026-11-13']]);
    expect(told.said[0]?.text).toBe('1 changed.');
    told.said[0]?.undo?.();
    await vi.waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]?.body).toEqual({ put: [one], remove: [] });
  });

  it('takes the place of a slot: taken back, it is gone and the slot is as it was', async () => {
    const made = classInSlot(slot, '2026-11-12', 'made');
    await changeClass(made, true, { day: '2026-11-13' }, 'this', words);
    expect(sent[0]?.body?.put).toEqual([{ ...made, day: '2026-11-13' }]);
    told.said[0]?.undo?.();
    await vi.waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]?.body).toEqual({ put: [], remove: ['made'] });
  });

  it('is one of a series: those that follow go with it where that is meant, those before stay', async () => {
    await changeClass(fourth, false, { day: '2026-11-15', title: ' Short Tide ' }, 'following', words);
    // Two days further than the 13th, and so is the one after it.
    expect(daysIn(1)).toEqual([
      ['class-4', '2026-11-15'],
      ['class-5', '2026-11-22'],
    ]);
    expect(sent[1]?.body?.put[0]?.title).toBe('Short Tide');
    expect(told.said[0]?.text).toBe('2 changed.');
    told.said[0]?.undo?.();
    await vi.waitFor(() => expect(sent).toHaveLength(3));
    expect(sent[2]?.body).toEqual({ put: [fourth, fifth], remove: [] });
  });

  it('stays as it was where the server is out of reach, and that is said', async () => {
    isReached = false;
    expect(await changeClass(fourth, false, { day: '2026-11-15' }, 'this', words)).toBe(false);
    expect(told.said.map((s) => s.text)).toEqual([expect.stringMatching(/^The calendar was not changed: /)]);
    expect(sent).toEqual([]);
  });
});
