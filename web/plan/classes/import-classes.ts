import type { Plan } from '../../../core/class/index.ts';
import { addClass, openPlanFile, type PlanFile, writePlanFile } from '../../../core/out/index.ts';

/** The page draws and hears clicks between stretches of this length, ms. */
const STRETCH_MS = 15;
/** What is sent at once: so many classes, and so many characters. */
const BATCH = 50;
const BATCH_CHARACTERS = 1_000_000;

export type ImportProgress = (done: number, of: number) => void;

const breathe = () => new Promise<void>((done) => setTimeout(done));

/** Reads a plan file of any size without holding the page up; throws the signal's reason when it is cancelled. */
export async function readFile(text: string, onProgress: ImportProgress, stop: AbortSignal): Promise<PlanFile> {
  const file = openPlanFile(text);
  if (!file.ok) return { plans: [], problems: file.problems, told: [], moves: [] };
  const read: PlanFile = { plans: [], problems: file.value.problems, told: [], moves: file.value.moves };
  let since = performance.now();
  for (let k = 0; k < file.value.count; k++) {
    addClass(read, file.value.read(k));
    if (performance.now() - since < STRETCH_MS) continue;
    onProgress(k + 1, file.value.count);
    await breathe();
    stop.throwIfAborted();
    since = performance.now();
  }
  return read;
}

/**
 * Sends classes part by part, each part whole or not at all; gives how many went in. It ends early when it is cancelled, and
 * throws what stopped it; `onProgress` has said by then how many went in.
 */
export async function sendClasses(
  { plans, moves }: Pick<PlanFile, 'plans' | 'moves'>,
  send: (text: string) => Promise<unknown>,
  onProgress: ImportProgress,
  stop: AbortSignal,
): Promise<number> {
  let done = 0;
  for (const batch of batches(plans)) {
    if (stop.aborted) break;
    await send(writePlanFile(batch, done === 0 ? moves : []));
    done += batch.length;
    onProgress(done, plans.length);
  }
  return done;
}

/** Classes in parts of a size that one request takes. */
export function batches(plans: readonly Plan[]): Plan[][] {
  const parts: Plan[][] = [];
  let size = 0;
  for (const plan of plans) {
    const length = JSON.stringify(plan, null, 2).length;
    const last = parts.at(-1);
    if (!last || last.length >= BATCH || size + length > BATCH_CHARACTERS) {
      parts.push([plan]);
      size = length;
    } else {
      last.push(plan);
      size += length;
    }
  }
  return parts;
}
