import { describe, expect, it } from 'vitest';
import { readPlanFile, writePlanFile } from '../../../core/out/index.ts';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import { batches, readFile, sendClasses } from './import-classes.ts';

const plan = (k: number, notes = '') => ({ ...planOf(circuit(stations(2), 30, 10, 2)), id: `class-${k}`, notes });
const plans = (n: number) => Array.from({ length: n }, (_, k) => plan(k));
const live = () => new AbortController().signal;

describe('an import', () => {
  it('goes in parts of fifty, or of a million characters', () => {
    expect(batches(plans(120)).map((b) => b.length)).toEqual([50, 50, 20]);
    const heavy = Array.from({ length: 900 }, (_, k) => plan(k, 'x'.repeat(4000)));
    for (const part of batches(heavy)) {
      expect(writePlanFile(part).length).toBeLessThan(1_500_000);
      expect(part.length).toBeGreaterThan(0);
    }
    expect(batches(heavy).flat()).toEqual(heavy);
    expect(batches([])).toEqual([]);
  });

  it('reads what a whole reading reads, told how far it is', async () => {
    const text = JSON.stringify([...plans(300), { version: 9 }, 'tide']);
    const told: [number, number][] = [];
    const read = await readFile(text, (done, of) => told.push([done, of]), live());
    expect(read).toEqual(readPlanFile(text));
    expect(told.every(([done, of]) => done <= of && of === 302)).toBe(true);
  });

  it('sends every class once and says how far it is; cancelled, it ends after the part under way', async () => {
    const sent: string[] = [];
    const stop = new AbortController();
    const progress: number[] = [];
    const send = async (text: string) => {
      sent.push(...readPlanFile(text).plans.map((p) => p.id));
      if (sent.length >= 100) stop.abort();
    };
    const done = await sendClasses({ plans: plans(220), moves: [] }, send, (n) => progress.push(n), stop.signal);
    expect([done, sent.length, progress]).toEqual([100, 100, [50, 100]]);
    expect(new Set(sent).size).toBe(100);
  });

  it('what a failure leaves is known: the parts before it are in', async () => {
    const progress: number[] = [];
    let parts = 0;
    const send = async () => {
      if (++parts === 3) throw new Error('The server cannot be reached');
    };
    await expect(sendClasses({ plans: plans(220), moves: [] }, send, (n) => progress.push(n), live())).rejects.toThrow(
      'cannot be reached',
    );
    expect(progress.at(-1)).toBe(100);
  });
});
