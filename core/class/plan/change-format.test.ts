import { describe, expect, it } from 'vitest';
import { block, circuit, format, s, stations } from '../../test/build.ts';
import { changeFormat } from './change-format.ts';

describe('a change of format', () => {
  it('keeps stations, rounds, work, rest and break', () => {
    const b = circuit(stations(3), 35, 15, 4, { roundBreakMs: s(50) });
    const { block: after, lost } = changeFormat(b, 'tabata');
    expect(after.stations).toBe(b.stations);
    expect(after.format).toMatchObject({ kind: 'tabata', rounds: 4, workMs: 35_000, restMs: 15_000, breakMs: 50_000 });
    expect(lost).toEqual([]);
  });

  it('says what has no place in the new format', () => {
    const b = circuit(stations(3), 35, 15, 4, { groupSize: 2, groupBreakMs: s(30), workByRoundMs: [s(20), s(40)] });
    const { block: after, lost } = changeFormat(b, 'windows');
    expect(after.format).toMatchObject({ kind: 'windows', count: 4, onMs: 35_000, offMs: 15_000 });
    expect(lost).toEqual(['work by round', 'groups', 'the break between groups']);
  });

  it('keeps the length of a talk that becomes a demo, and back', () => {
    const talk = { ...block(format('open', { lengthMs: s(90) })), role: 'other' as const, title: 'Talk' };
    const { block: demo } = changeFormat(talk, 'demo', 6);
    expect(demo).toMatchObject({ title: 'Demo', format: { kind: 'demo', perStationMs: 15_000 } });
    expect(changeFormat(demo, 'open', 6).block).toMatchObject({
      title: 'Talk',
      format: { kind: 'open', lengthMs: 90_000 },
    });
  });

  it('leaves a title that somebody gave', () => {
    const talk = { ...block(format('open')), role: 'other' as const, title: 'Welcome' };
    expect(changeFormat(talk, 'demo', 2).block.title).toBe('Welcome');
  });

  it('holds minute work to the period', () => {
    expect(changeFormat(block(format('windows')), 'emom').block.format).toMatchObject({ workMs: 60_000, rounds: 6 });
  });
});
