import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import webvtt from 'webvtt-parser';
import { writeWebVtt } from './webvtt.ts';

const parsed = (text: string) => new webvtt.WebVTTParser().parse(text, 'metadata');

describe('WebVTT', () => {
  it('is as the specification writes it', () => {
    const text = writeWebVtt([
      { startMs: 3_723_004, endMs: 3_725_000, text: 'Left & right' },
      { startMs: 0, endMs: 1500, text: 'Box squat', atTop: true },
    ]);
    expect(text).toBe(
      'WEBVTT\n\n1\n00:00:00.000 --> 00:00:01.500 line:0\nBox squat\n\n2\n01:02:03.004 --> 01:02:05.000\nLeft &amp; right\n',
    );
  });

  it('leaves out what has no length or no words', () => {
    expect(
      writeWebVtt([
        { startMs: 5, endMs: 5, text: 'x' },
        { startMs: 0, endMs: 9, text: ' \n ' },
      ]),
    ).toBe('WEBVTT\n');
  });

  it('is read by another parser as it was meant, whatever the words', () => {
    const words = fc.stringMatching(/^[-> <&a-z\n0-9:.]{1,30}$/);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 9e6 }), fc.integer({ min: 1, max: 60_000 }), words), {
          maxLength: 8,
        }),
        (list) => {
          const texts = list.map(([startMs, length, text]) => ({ startMs, endMs: startMs + length, text }));
          const { cues, errors } = parsed(writeWebVtt(texts));
          const meant = texts
            .filter((t) => t.text.trim() !== '')
            .sort((a, b) => a.startMs - b.startMs || b.endMs - a.endMs);
          expect(errors).toEqual([]);
          expect(cues.map((c) => [Math.round(c.startTime * 1000), Math.round(c.endTime * 1000)])).toEqual(
            meant.map((t) => [t.startMs, t.endMs]),
          );
        },
      ),
    );
  });
});
