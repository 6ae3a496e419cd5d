import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { type Plan, planSeenBy, voiceOf } from '../../core/class/index.ts';
import { classKit } from '../../core/judge/index.ts';
import { figuresOf, type KitItem, type Library, resolvePlan } from '../../core/moves/index.ts';
import { type HomeClass, inScript, writeHomePage } from '../../core/out/index.ts';
import { runIntervals } from '../../core/time/index.ts';
import { namesShown, readWav, resample, toMulaw, wordsOf } from '../../core/voice/index.ts';
import type { Queryable } from '../db/database.ts';
import { ROOT } from '../shared/root.ts';
import { spokenClip } from '../speech/clips.ts';
import type { SpeechEngine } from '../speech/engine.ts';

/** Samples a second of the voice that goes along: as it is spoken. */
const RATE = 16_000;

/** A page with the hash of its program, by which a browser is told to run that alone. */
export interface HomePage {
  html: string;
  scriptHash: string;
}

export interface HomeParts {
  db: Queryable;
  engine: SpeechEngine | null;
  library: Library;
  kitRoom: readonly KitItem[];
}

/**
 * A class as one file that leads it alone: with its voice where it is wanted and to be had, else with tones and words on the screen.
 * @param led the day it was led, where it is a run
 */
export async function makeHomePage(
  { db, engine, library, kitRoom }: HomeParts,
  written: Plan,
  { led, voice }: { led: string | null; voice: boolean },
): Promise<HomePage> {
  const plan = planSeenBy(resolvePlan(written, library), 'home');
  const kit = classKit(plan, library, kitRoom).map(({ name, pieces, standIn }) => ({ name, pieces, standIn }));
  const clips = voice && !plan.silent ? await clipsOf(db, engine, plan) : {};
  const figures = figuresOf(namesShown(plan), library, plan);
  const home: HomeClass = { plan, led, kit, figures, rate: RATE, clips };
  const parts = await builtParts();
  const scriptHash = createHash('sha256').update(inScript(parts.script)).digest('base64');
  return { html: writeHomePage(home, parts), scriptHash };
}

async function clipsOf(db: Queryable, engine: SpeechEngine | null, plan: Plan): Promise<Record<string, string>> {
  const { name, rate } = voiceOf(plan);
  const found: Record<string, string> = {};
  for (const words of wordsOf(plan, runIntervals(plan))) {
    const clip = await spokenClip(db, engine, plan.id, name, rate, words);
    const wav = clip && readWav(clip.wav);
    if (wav) found[words] = Buffer.from(toMulaw(resample(wav.samples, wav.sampleRate, RATE))).toString('base64');
  }
  return found;
}

/** The player as it was built. */
async function builtParts(): Promise<{ script: string; style: string }> {
  const read = (file: string) => readFile(path.join(ROOT, 'dist/home', file), 'utf8');
  return { script: await read('home.js'), style: await read('home.css') };
}
