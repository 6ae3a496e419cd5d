import { type Block, moduleOf, type Plan } from '../../class/index.ts';
import { type Library, moveAt } from '../../moves/index.ts';

/** A general caution: short, and where it belongs. */
export interface Caution {
  key: string;
  text: string;
}

/** Said with every first run of a class; nothing here judges a person. */
const BEFORE: readonly Caution[] = [
  { key: 'screening', text: 'Health screening is done for everyone; who is unsure asks a professional first.' },
  { key: 'options', text: 'Say the easier options, and that anyone may stop at pain, dizziness or a tight chest.' },
  { key: 'floor', text: 'Floor clear and dry, benches against the wall, water at hand.' },
  { key: 'venue', text: 'You know the venue\u2019s first-aid plan and who holds the kit.' },
];

/** The cautions to read before a class begins: the general ones and those of its content. */
export function cautionsBefore(plan: Plan, library: Library): Caution[] {
  const inIt = plan.blocks.flatMap((b) => cautionOf(b, plan) ?? []);
  const jumps = plan.blocks.some((b) => b.stations.some((s) => moveAt(library, s)?.impact === 'high'));
  const landing = jumps ? [{ key: 'landing', text: 'Show the low option for every jump before the first one.' }] : [];
  return [...BEFORE, ...landing, ...unique(inIt)];
}

/** The caution of a block whose format asks for full effort; null for others. */
export function cautionOf(block: Block, plan: Pick<Plan, 'level'>): Caution | null {
  const text = moduleOf(block.format).traits.fullEffort;
  if (text === null) return null;
  const level = plan.level === 'beginner' ? ' Not for beginners.' : '';
  return { key: `hard:${block.format.kind}`, text: `${text} Not after illness or without clearance.${level}` };
}

function unique(cautions: readonly Caution[]): Caution[] {
  return cautions.filter((c, k) => cautions.findIndex((d) => d.key === c.key) === k);
}

/** Stands under every list of cautions. */
export const DEFERS =
  'General cautions only. Qualified instructors, health professionals, local rules and the venue come first.';
