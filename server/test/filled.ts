import type { Plan } from '../../core/class/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { saveRecording } from '../db/clips.ts';
import { codesOf } from '../db/codes.ts';
import type { Database } from '../db/database.ts';
import { enterFromPhone } from '../db/entries.ts';
import { makeHandout } from '../db/handouts.ts';
import { saveMoves } from '../db/moves.ts';
import { saveTrack } from '../db/music.ts';
import { savePlan } from '../db/plans.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { makeCardCodes } from '../db/station-codes.ts';
import { seedOnce } from '../demo/seed.ts';
import { readShippedMoves } from '../library/read.ts';

const T0 = 1_790_000_000_000;

export const plan = (id: string, title = id): Plan => ({ ...planOf(circuit(stations(2), 30, 10, 2)), id, title });

/** The demo data, and of every table some rows that are hard to carry: emoji, newlines, versions, sounds, codes. */
export async function fill(db: Database): Promise<void> {
  await seedOnce(db, T0);
  await saveMoves(db, readShippedMoves().slice(0, 20));
  const odd = plan('odd', 'Ebb \u{1F6A3} "and"\nflow \u2028 \\ end');
  await savePlan(db, odd, 0);
  await savePlan(db, { ...odd, notes: 'a second text' }, 1);
  await savePlan(db, { ...odd, notes: 'a third text' }, 2);
  await saveRecording(db, '', 'Ten seconds', { ms: 900, wav: new Uint8Array([82, 73, 70, 70, 0, 255, 10, 13]) });
  await saveRecording(db, 'odd', 'Rest', { ms: 400, wav: new Uint8Array(3000).map((_, k) => k % 251) });
  await createRun(db, 'run-odd-0001', odd);
  await appendEvents(db, 'run-odd-0001', [
    { id: 'event-start', type: 'start', seq: 1, atMs: T0 },
    {
      id: 'event-note1',
      type: 'note',
      seq: 2,
      atMs: T0 + 5000,
      stationId: null,
      round: null,
      text: 'the \u{1F30A} came\nin',
    },
  ]);
  await codesOf(db, 'run-odd-0001');
  await makeHandout(db, 'plan', 'odd');
  const now = new Date(T0);
  await makeCardCodes(db, 'odd', ['s1', 's2'], { now, endsAt: now });
  const command = { type: 'felt' as const, squad: 'Heron', effort: 7 };
  await enterFromPhone(db, {
    runId: 'run-odd-0001',
    id: 'ask-odd-0001',
    phone: 'phone-odd',
    atMs: T0,
    command,
    name: 'Marl \u{1F30A}',
  });
  const track = {
    id: 't-odd',
    title: 'Ebb "and"',
    lengthMs: 9000,
    bpm: 126.5,
    beatMs: 12,
    artist: '',
    file: 'ebb.ogg',
    bytes: 3000,
  };
  await saveTrack(
    db,
    { ...track, tempoBy: 'heard' },
    'audio/ogg',
    new Uint8Array(3000).map((_, k) => (k * 7) % 256),
  );
}
