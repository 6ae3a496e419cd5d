import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { gridRows, recordOf } from '../../record/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { eventsOf, T0 } from '../../test/events.ts';
import { runIntervals } from '../../time/index.ts';
import { boardSheet } from './board-sheet.ts';
import { seriesSheet, weekSheet } from './calendar-sheets.ts';
import { kitList } from './kit-list.ts';
import { recordSheet } from './record-sheet.ts';
import { runSheet } from './run-sheet.ts';
import { stationCards } from './station-cards.ts';
import { trackingSheet } from './tracking-sheet.ts';
import type { Paper } from './types.ts';

const NO_LIBRARY = libraryOf([]);
const lines = ({ parts }: Paper) =>
  parts.flatMap((p) =>
    p.kind === 'table' ? p.rows.map((r) => r.join(' | ')) : [[p.lead, p.text, p.tail].filter(Boolean).join(' | ')],
  );

const plan: Plan = {
  ...planOf(
    block(format('open', { lengthMs: s(120) }), [], { title: 'Talk' }),
    {
      ...circuit(
        stations(3, (x, k) =>
          k === 0
            ? {
                ...x,
                move: 'Goblet squat',
                weightKg: 16,
                reps: { count: 12, per: 'total' },
                easier: ['Box squat'],
                formCues: ['Tall'],
                kit: ['kettlebell'],
              }
            : k === 1
              ? {
                  ...x,
                  move: 'Side plank',
                  sides: { mode: 'split', first: 'right' },
                  phases: [{ when: 'half', say: 'Breathe' }],
                }
              : { ...x, move: 'Rope slam', workMs: s(30), cells: [{ round: 2, swap: { move: 'Bear walk' } }] },
        ),
        40,
        20,
        2,
        { roundBreakMs: s(60) },
      ),
      id: 'main',
      title: 'Main',
      breakAfter: { ms: s(90), untilTap: true },
    },
    { ...circuit(stations(1), 20, 0, 1), title: 'End' },
  ),
  title: 'Ebb',
  slot: { start: '18:30', lengthMs: s(2700) },
  countInMs: s(10),
  squads: ['Heron', 'Teal'],
  lines: [
    { at: { on: 'block', blockId: 'main', afterMs: s(5) }, text: 'Who is new?', spoken: false },
    {
      at: { on: 'station', blockId: 'main', stationId: 's3', round: 2, afterMs: 0 },
      text: 'Mind the rope',
      spoken: true,
    },
  ],
};

describe('the run sheet', () => {
  it('has when each block and round begins, moves with times, sides, loads, other ways and the script', () => {
    // Talk 2:00. Main: 40 20 40 20 30, a break of 60 in place of the rest, and again 40 20 40 20 30: 360 s.
    expect(lines(runSheet(plan))).toEqual([
      '18:30 | Talk | 2:00',
      '18:32 | Main | 6:00',
      'Go round: 2 rounds, 40 s work, 20 s rest, 1:00 between rounds',
      'round 1 18:32 · round 2 18:35:30',
      '“Who is new?” | +0:05',
      '40/20 | Goblet squat, 12 reps, 16 kg',
      'easier: Box squat',
      '40/20 | Side plank, right, left from half',
      'at half: Breathe',
      '30 | Rope slam',
      'round 2: Bear walk',
      '“Mind the rope” | round 2',
      '18:38 | Break 1:30, until tapped',
      '18:39:35 | End | 0:20',
      expect.stringContaining('20 s work'),
      '20 | Move 1',
    ]);
    expect(runSheet(plan).under).toEqual(['18:30 · about 9:55 · Mixed', 'Count-in 0:10, before the first block']);
  });

  it('leaves out no move of any class, nor its other ways', () => {
    fc.assert(
      fc.property(planArb, (any) => {
        const all = lines(runSheet(any)).join('\n');
        for (const b of any.blocks)
          for (const x of b.stations)
            for (const name of [x.move, ...(x.easier ?? []), ...(x.harder ?? [])]) expect(all).toContain(name);
      }),
      { numRuns: 40 },
    );
  });
});

describe('other sheets', () => {
  it('the board has what members need, and no way that is not asked for', () => {
    const board = lines(boardSheet(plan));
    expect(board).toContain('1 | Goblet squat, 12 reps, 16 kg | 40/20');
    expect(board).toContain('3 | Rope slam | 30');
    expect(board.join()).not.toContain('easier');
  });

  it('a card for each station, of blocks at stations or else of the main part', () => {
    const [card, second] = stationCards(plan, libraryOf([]));
    expect(card).toEqual({
      place: '1 of 3',
      block: 'Main',
      move: 'Goblet squat',
      facts: ['40 s work, 20 s rest', '12 reps', '16 kg'],
      ways: [['easier', 'Box squat']],
      cues: ['Tall'],
      kit: ['kettlebell'],
      figure: null,
      stationId: 's1',
    });
    expect(second?.facts).toContain('Right, left from half');
    const spread: Plan = {
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, use: b.title === 'End' ? 'stations' : 'together' })),
    };
    expect(stationCards(spread, libraryOf([])).map((c) => c.move)).toEqual(['Move 1']);
  });

  it('tracking has the very rows of the grid of a run that was led as planned, for every class', () => {
    fc.assert(
      fc.property(planArb, (any) => {
        const end = runIntervals(any).reduce((sum, i) => sum + i.durationMs, 0);
        const { sets } = recordOf(any, eventsOf([0, { type: 'start' }]), T0 + end);
        const grid = gridRows(sets, (id) => any.blocks.find((b) => b.id === id)?.title ?? '');
        const [table] = trackingSheet(any, ['All', 'Heron']).parts;
        const rows = table?.kind === 'table' ? table.rows : [];
        expect(rows.map(([, move, where]) => [move, where])).toEqual(grid.map((r) => [r.move, r.where]));
      }),
      { numRuns: 30 },
    );
  });

  it('tracking puts more columns than a page holds on further sheets', () => {
    const { parts } = trackingSheet(
      plan,
      Array.from({ length: 18 }, (_, k) => `P${k + 1}`),
    );
    expect(parts.map((p) => (p.kind === 'heading' ? p.text : p.kind === 'table' ? p.heads.length : ''))).toEqual([
      'P1 to P8',
      11,
      'P9 to P16',
      11,
      'P17 to P18',
      5,
    ]);
  });

  it('the kit list tells what is fetched from what is brought', () => {
    const list = lines(kitList({ ...plan, heads: 6 }, NO_LIBRARY, [{ name: 'kettlebell', count: 4, sharedBy: 1 }]));
    expect(list).toEqual([
      'To fetch',
      '☐ | 4 × kettlebell',
      'Main: Goblet squat',
      'To bring, or to do without',
      '☐ | 2 × kettlebell',
      '4 there · could stand in: a filled water can · Main: Goblet squat',
    ]);
    expect(lines(kitList(planOf(), NO_LIBRARY, []))).toEqual(['No kit is named at any station.']);
  });

  it('a week has its seven days, a series its classes with what they ask', () => {
    const item = {
      kind: 'class' as const,
      id: 'c',
      title: 'Ebb',
      day: '2026-11-04',
      time: '18:30',
      lengthMs: s(2700),
      planId: null,
      room: 'Boat bay',
      leader: 'Marit',
      cancelled: false,
    };
    const week = lines(weekSheet('2026-11-02', [{ day: '2026-11-04', time: '18:30', item, off: null }] as never));
    expect(week.slice(0, 6)).toEqual([
      'Monday | 2026-11-02',
      'nothing',
      'Tuesday | 2026-11-03',
      'nothing',
      'Wednesday | 2026-11-04',
      '18:30 | Ebb, Boat bay, Marit | 45:00',
    ]);
    expect(week.length).toBe(14);
    const series = {
      id: 's',
      title: 'Autumn',
      template: 'rise' as const,
      start: '2026-11-02',
      weeks: 1,
      slots: [],
      planIds: [],
      room: '',
      leader: '',
      effort: null,
    };
    const [row] = lines(
      seriesSheet(series as never, [{ day: '2026-11-04', time: '18:30', nth: 1, plan, cancelled: true }]),
    );
    expect(row).toMatch(
      /^1 of 1 \| Wednesday 2026-11-04, 18:30 \| Ebb \(off\) \| [^|]*Goblet squat, Side plank, Rope slam/,
    );
  });

  it('a record has every set with what was planned, what ran and what was written down', () => {
    const events = eventsOf(
      [0, { type: 'start' }],
      [180, { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', count: 12, weightKg: 16 } as never],
      [181, { type: 'reps', stationId: 's1', round: 1, squad: null, person: 'p1', count: 9 } as never],
      [182, { type: 'note', stationId: 's1', round: 2, text: 'Mind the oars' } as never],
      [183, { type: 'note', stationId: null, round: null, text: 'Late start' } as never],
      [190, { type: 'skip' }],
      [2000, { type: 'finish' }],
    );
    const paper = recordSheet(plan, recordOf(plan, events), { when: 'Tuesday', nameOf: () => 'Marit' });
    expect(lines(paper)[0]).toBe('1 | Goblet squat | Main, round 1 | 0:40 | 0:40 | Heron: 12 × 16 kg\nMarit: 9');
    expect(paper.under[0]).toBe('Tuesday');
    expect(paper.parts.flatMap((p) => (p.kind === 'line' ? [[p.lead, p.text]] : []))).toEqual([
      ['Move 1, round 2', 'Mind the oars'],
      ['', 'Late start'],
    ]);
  });
});
