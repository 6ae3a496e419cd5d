import { describe, expect, it } from 'vitest';
import { readShippedMoves } from '../../server/library/read.ts';
import { duplicateMoves } from './find.ts';
import { keyOf, libraryOf } from './library.ts';
import { type Move, REASONS } from './schema.ts';
import { keyOfName } from './spelling.ts';

/*
 * Rules that the whole library keeps. Each test lists the moves that break its rule.
 */
const shipped = readShippedMoves();
const library = libraryOf(shipped);
const IMPACT = { none: 0, low: 1, high: 2 };
const kitBesideMat = (m: Move) => m.kit.filter((k) => k !== 'mat');
const breaking = (rule: (m: Move) => boolean) => shipped.filter((m) => !rule(m)).map((m) => m.name);
const linked = (name: string | undefined) => (name === undefined ? null : library.named(name));

describe('the shipped library', () => {
  it('has at least 450 moves with at least 1,200 other names, none of which is another\u2019s', () => {
    expect(shipped.length).toBeGreaterThanOrEqual(450);
    const aliases = shipped.flatMap((m) => m.aliases);
    expect(new Set(aliases.map(keyOf)).size).toBeGreaterThanOrEqual(1200);
    expect(duplicateMoves(shipped)).toEqual([]);
    const owner = new Map<string, string>();
    const clashes = shipped.flatMap((m) =>
      [m.name, ...m.aliases].flatMap((name) => {
        const key = keyOfName(name);
        const before = owner.get(key);
        owner.set(key, before ?? m.name);
        return key === '' || (before !== undefined && before !== m.name) ? [`${name}: ${before} and ${m.name}`] : [];
      }),
    );
    expect(clashes).toEqual([]);
  });

  it('says three cues, a usual mistake, and where its figure of energy is from', () => {
    expect(breaking((m) => m.cues.length === 3 && m.mistakes.length >= 1)).toEqual([]);
    expect(breaking((m) => /^Compendium of Physical Activities 2011, \d{5} /.test(m.metSource ?? ''))).toEqual([]);
  });

  it('names only moves that are there', () => {
    const missing = shipped.flatMap((m) =>
      [m.easier, m.harder, ...Object.values(m.instead)].filter((n) => n !== undefined && linked(n) === null),
    );
    expect(missing).toEqual([]);
  });

  it('has an easier way of less effort or less impact that wants no kit the move does not', () => {
    const easier = (m: Move) => {
      const to = linked(m.easier);
      if (!to) return true;
      const less = to.effort < m.effort || IMPACT[to.impact] < IMPACT[m.impact];
      return less && to.effort <= m.effort && kitBesideMat(to).every((k) => m.kit.includes(k));
    };
    expect(breaking(easier)).toEqual([]);
  });

  it('has a harder way of more effort or more impact', () => {
    const harder = (m: Move) => {
      const to = linked(m.harder);
      return !to || (to.effort >= m.effort && (to.effort > m.effort || IMPACT[to.impact] > IMPACT[m.impact]));
    };
    expect(breaking(harder)).toEqual([]);
  });

  it.each(REASONS)('never lets a stand-in for %s want a stand-in for it itself', (reason) => {
    const bad = shipped.flatMap((m) => {
      const to = linked(m.instead[reason]);
      return to && (to === m || to.instead[reason] !== undefined) ? [`${m.name}: ${to.name}`] : [];
    });
    expect(bad).toEqual([]);
  });

  it('has no kit in the stand-in for no kit, and no landing in that for no jumping', () => {
    expect(breaking((m) => (linked(m.instead.noKit)?.kit.length ?? 0) === 0)).toEqual([]);
    expect(breaking((m) => (linked(m.instead.noJumping)?.impact ?? 'none') === 'none')).toEqual([]);
    expect(breaking((m) => m.impact === 'none' || m.instead.noJumping !== undefined)).toEqual([]);
  });

  it('has landings where there is impact, and nowhere else', () => {
    expect(breaking((m) => m.landings > 0 === (m.impact !== 'none'))).toEqual([]);
  });

  it('lies on a mat or a bench', () => {
    const lies = (m: Move) => ['prone', 'supine', 'side'].includes(m.position);
    expect(breaking((m) => !lies(m) || m.kit.includes('mat') || m.kit.includes('bench'))).toEqual([]);
  });

  it('is known by either side where it is done on one side at a time', () => {
    const said = (m: Move, side: 'left' | 'right') => {
      const r = library.read(`${side} ${m.name}`);
      return r.kind === 'known' && r.of === m && r.said.side === side;
    };
    expect(breaking((m) => !m.oneSided || (said(m, 'left') && said(m, 'right')))).toEqual([]);
  });

  it('has the weight of one piece, light to heavy, only where something is held, and two pieces only of what comes in pairs', () => {
    const rising = (m: Move) =>
      !m.weights || m.weights.lightKg <= m.weights.mediumKg === m.weights.mediumKg <= m.weights.heavyKg;
    expect(breaking((m) => rising(m) && (!m.weights || kitBesideMat(m).length > 0))).toEqual([]);
    expect(
      breaking((m) => m.pieces === 1 || m.kit.some((k) => ['dumbbell', 'kettlebell', 'slider'].includes(k))),
    ).toEqual([]);
  });

  it('is right about what an expert found wrong', () => {
    const of = (name: string) => library.named(name)!;
    expect(of('Calf raise').pattern).toBe('isolate');
    expect([of('Squat press').pattern, of('Squat press').second]).toEqual(['squat', 'push']);
    expect([of('Prone back lift').pattern, of('Prone swim').pattern]).toEqual(['brace', 'brace']);
    expect(of('Farmer carry').pieces).toBe(2);
    expect(of('Floor press').kit).toContain('mat');
    expect(of('Fast skipping step').met).toBeGreaterThan(of('Skipping step').met!);
    expect(of('Forward lunge').instead.knees).not.toBe('Reverse lunge');
    expect(of('Squat thrust').instead.dizziness).not.toBe('Step-back thrust');
  });
});
