import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import type { RunCommand, RunEvent } from './events.ts';
import { stateAt } from './fold.ts';
import { eventOnScreen, type FollowingScreen, planOnScreen, SCREEN_KINDS } from './seen.ts';

const T0 = 1_790_000_000_000;
const SCREENS: FollowingScreen[] = SCREEN_KINDS.map((kind) => ({
  kind,
  part: kind === 'station' ? '2' : kind === 'squad' ? 'Heron' : null,
}));
const pulse = { strap: 'strap 3', person: 'person-7', mean: 120, max: 141, zonesMs: [1, 2, 3, 4, 5] };
const COMMANDS: RunCommand[] = [
  { type: 'pause' },
  { type: 'resume' },
  { type: 'skip' },
  { type: 'hold', readyMs: 5000 },
  { type: 'heads', heads: 14 },
  { type: 'sound', screen: 'screen-a' },
  { type: 'rounds', delta: 1 },
  { type: 'adjust', deltaMs: 5000 },
  { type: 'swap', stationId: 's1', scope: 'on', to: { move: 'Rope slam', kit: ['rope'], easier: ['Arm circles'] } },
  { type: 'swap', stationId: 's2', scope: 'round', to: { move: 'Box step-up' } },
  { type: 'more', to: { move: 'Bear crawl' } },
  { type: 'replan', byMs: T0 + s(900), rounds: [], drop: [], trims: [{ key: '0:rest:0:1:', ms: 5000 }] },
  { type: 'reps', stationId: 's1', round: 1, squad: null, count: 9, side: 'left', again: 2 },
  {
    type: 'reps',
    stationId: 's1',
    round: 1,
    squad: 'Heron',
    count: 9,
    weightKg: 12,
    effort: 8,
    note: 'slow',
    phone: 'p1',
  },
  { type: 'reps', stationId: 's1', round: 1, squad: 'Teal', count: 11 },
  { type: 'reps', stationId: 's1', round: 1, squad: 'Heron', person: 'person-7', count: 12, note: 'knee' },
  { type: 'felt', squad: 'Heron', person: 'person-7', effort: 9, phone: 'p1' },
  { type: 'pulse', stationId: 's1', round: 1, of: [pulse] },
  { type: 'note', stationId: 's1', round: 1, text: 'Plover limped' },
  { type: 'close', came: 12, effort: 6, next: 'fewer burpees', trial: false },
  { type: 'finish', idle: true },
  { type: 'reopen' },
];
const eventOf = (what: RunCommand, k: number) =>
  ({ ...what, id: `event-00${k}`, seq: k + 1, atMs: T0 + s(k * 3), by: 'desk-a' }) as RunEvent;
const runs = fc.array(fc.nat(COMMANDS.length), { maxLength: 30 }).map((picks) => {
  const what = picks.map((k): RunCommand => COMMANDS[k] ?? { type: 'undo', of: 'event-003' });
  return [{ type: 'start' } as RunCommand, ...what].map(eventOf);
});

/** The places of all that a value holds: `blocks[].stations[].move`. */
function pathsOf(value: unknown, at = ''): string[] {
  if (Array.isArray(value)) return value.flatMap((x) => pathsOf(x, `${at}[]`));
  if (typeof value !== 'object' || value === null) return [at];
  return Object.entries(value).flatMap(([key, x]) => pathsOf(x, at === '' ? key : `${at}.${key}`));
}
const below = (paths: Iterable<string>) => [...new Set(paths)].sort();

describe('what a screen that follows is told', () => {
  it.each(SCREENS)(
    'on $kind holds the fields of its list and no other, whatever the class and the run',
    async (screen) => {
      const plans = fc.sample(planArb, { numRuns: 300, seed: 7 });
      const plain = (['start', 'lead', 'back', 'restart', 'release', 'abandon'] as const).map((type) => ({ type }));
      const events = [...COMMANDS, ...plain, { type: 'undo' as const, of: 'event-003' }].map(eventOf);
      const told = [
        ...plans.flatMap((p) => pathsOf(planOnScreen(p, screen)).map((path) => `class ${path}`)),
        ...events.flatMap((e) => {
          const seen = eventOnScreen(e, screen, RUN);
          return seen ? pathsOf(seen).map((path) => `${e.type} ${path}`) : [];
        }),
      ];
      await expect(`${below(told).join('\n')}\n`).toMatchFileSnapshot(`seen/${screen.kind}.txt`);
    },
  );

  it('of a class says nothing that is the instructor\u2019s, wherever it stands', () => {
    const marked = (p: Plan): Plan => ({
      ...p,
      notes: 'PRIVATE',
      room: 'PRIVATE',
      accepted: [{ key: 'PRIVATE', text: 'PRIVATE' }],
      lines: [{ at: { on: 'class', afterMs: 0 }, text: 'PRIVATE', spoken: false }],
      kit: [{ name: 'PRIVATE', count: 1 }],
      blocks: p.blocks.map((b) => ({ ...b, notes: 'PRIVATE' })),
    });
    fc.assert(
      fc.property(planArb, fc.constantFrom(...SCREENS), (p, screen) => {
        const seen = planOnScreen(marked(p), screen);
        expect(JSON.stringify(seen)).not.toContain('PRIVATE');
        expect([seen.audience, seen.layout, seen.mix, seen.climate, seen.slot.lengthMs]).toEqual([
          undefined,
          undefined,
          undefined,
          undefined,
          null,
        ]);
      }),
      { numRuns: 100 },
    );
  });

  it('of a run says nothing of anybody, whoever follows', () => {
    const secrets = /person-7|Plover|limped|knee|slow|fewer|strap|"effort"|"weightKg"|"phone"/;
    fc.assert(
      fc.property(runs, fc.constantFrom(...SCREENS), (events, screen) => {
        const told = events.flatMap((e) => eventOnScreen(e, screen, RUN) ?? []);
        expect(JSON.stringify(told)).not.toMatch(secrets);
        expect(told.filter((e) => e.type === 'reps' && e.squad === 'Teal')).toEqual([]);
      }),
    );
  });

  it('is enough to have the time, the place and the moves of the desk', () => {
    fc.assert(
      fc.property(runs, (events) => {
        const atMs = T0 + s(100);
        const desk = stateAt(RUN, events, atMs);
        for (const screen of SCREENS) {
          const own = stateAt(
            planOnScreen(RUN, screen),
            events.flatMap((e) => eventOnScreen(e, screen, RUN) ?? []),
            atMs,
          );
          const timed = ({ intervals, index, status }: typeof own) => [
            intervals.map(({ kind, startMs, durationMs, untilTap, side }) => [
              kind,
              startMs,
              durationMs,
              untilTap,
              side,
            ]),
            index,
            status,
          ];
          expect(timed(own)).toEqual(timed(desk));
          const names = (state: typeof own) => state.plan.blocks.map((b) => b.stations.map((x) => x.move));
          if (screen.kind !== 'station') expect(names(own)).toEqual(names(desk));
          else expect(names(own)).toEqual(names(desk).map((b) => b.map((name, k) => (k === 1 ? name : '\u2013'))));
        }
      }),
    );
  });

  it('on a squad\u2019s page holds what the squad counted, not whose phone it was nor how heavy', () => {
    const own = eventOf(COMMANDS[13]!, 13);
    expect(eventOnScreen(own, { kind: 'squad', part: 'Heron' }, RUN)).toEqual({
      id: 'event-0013',
      seq: 14,
      atMs: T0 + s(39),
      by: 'desk-a',
      type: 'reps',
      stationId: 's1',
      round: 1,
      squad: 'Heron',
      count: 9,
    });
    for (const part of ['Teal', null]) expect(eventOnScreen(own, { kind: 'squad', part }, RUN)).toBeNull();
    expect(eventOnScreen(own, { kind: 'wall', part: null }, RUN)).toBeNull();
  });

  it('on a station\u2019s page names that station\u2019s move alone, in every block', () => {
    const plan = planOf(circuit(stations(3), 30, 10, 1), circuit(stations(3), 20, 10, 1));
    const seen = planOnScreen(plan, { kind: 'station', part: '3' });
    expect(seen.blocks.map((b) => b.stations.map((x) => x.move))).toEqual(
      plan.blocks.map((b) => ['\u2013', '\u2013', b.stations[2]!.move]),
    );
  });
});

const RUN = planOf(circuit(stations(3), 30, 10, 3));
