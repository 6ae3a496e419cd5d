import { defaultFormat, newPlan, PLAN_VERSION } from '../plan/index.ts';

type Json = Record<string, unknown>;

/**
 * Brings a class document of an older version up to the newest. Version 0 was the draft before the first release: it
 * had seconds (`slotMinutes`, `work`, `rest`) and circuits only. A document of this version or an unknown one comes
 * back as it is, for the schema to judge.
 */
export function migratePlan(written: unknown): unknown {
  if (!isObject(written) || written.version !== 0) return written;
  const plan = newPlan(typeof written.id === 'string' ? written.id : 'imported', 'Imported class');
  return {
    ...plan,
    title: written.title ?? plan.title,
    slot: { start: written.start ?? null, lengthMs: scaled(written.slotMinutes, 60_000) ?? null },
    blocks: Array.isArray(written.blocks) ? written.blocks.map(blockFrom0) : written.blocks,
    version: PLAN_VERSION,
  };
}

function blockFrom0(block: unknown, k: number): unknown {
  if (!isObject(block)) return block;
  const circuit = defaultFormat('circuit');
  return {
    id: block.id ?? `b${k + 1}`,
    title: block.title ?? 'Main',
    role: block.role ?? 'main',
    use: 'together',
    stations: Array.isArray(block.moves)
      ? block.moves.map((move: unknown, i) => ({ id: `b${k + 1}s${i + 1}`, move, sides: { mode: 'none' } }))
      : [],
    format: {
      ...circuit,
      rounds: block.rounds ?? circuit.rounds,
      workMs: scaled(block.work, 1000) ?? circuit.workMs,
      restMs: scaled(block.rest, 1000) ?? circuit.restMs,
      roundBreakMs: scaled(block.break, 1000) ?? 0,
    },
    breakAfter: { ms: 0, untilTap: false },
  };
}

/** A number in another unit; anything else unchanged, for the schema to name. */
function scaled(value: unknown, by: number): unknown {
  return typeof value === 'number' ? Math.round(value * by) : value;
}

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
