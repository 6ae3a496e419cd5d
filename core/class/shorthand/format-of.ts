import { type AnySetting, type Format, type FormatKind, moduleOf, type Role, settingsOf } from '../formats/index.ts';
import { formatDuration, MAX_MS } from '../values/index.ts';
import { type BlockDraft, problemAt, type SaidWords } from './block-clauses.ts';
import type { ShorthandProblem } from './clauses.ts';

/**
 * The format a block line has said, and what of it does not fit. A line with numbers but no format is a circuit; what it does
 * not say is as silence means in that format.
 */
export function formatOf(draft: BlockDraft, line: number): { format: Format; problems: ShorthandProblem[] } {
  const kind: FormatKind = draft.kinds.at(-1)?.kind ?? 'circuit';
  const problems: ShorthandProblem[] = [];
  const used = new Set<Role>();
  const format: Record<string, unknown> = { kind };
  for (const [key, setting] of settingsOf({ kind })) {
    const role = setting.roles.find((r) => draft.said.has(r) && !used.has(r));
    const said = role === undefined ? undefined : draft.said.get(role);
    if (role !== undefined) used.add(role);
    const { value, fault } = said === undefined ? { value: setting.silent, fault: null } : readSetting(setting, said);
    if (said && fault) problems.push(problemAt(line, said, fault));
    if (value !== undefined) format[key] = value;
  }
  const m = moduleOf({ kind });
  for (const [role, said] of draft.said)
    if (!used.has(role) && !ofOpening(draft, said))
      problems.push(problemAt(line, said, `\u201c${said.words}\u201d does not fit ${m.word}`));
  for (const said of draft.again)
    problems.push(problemAt(line, said, `\u201c${said.words}\u201d is said again later on the line; the last counts`));
  for (const other of draft.kinds)
    if (other.kind !== kind)
      problems.push(problemAt(line, other, `A block has one format; \u201c${other.words}\u201d is not ${m.word}`));
  if (draft.floorMs && draft.floorMs > MAX_MS)
    problems.push(problemAt(line, { at: 0, words: '' }, `The floor is at most ${formatDuration(MAX_MS)}`));
  const made = format as unknown as Format;
  return { format: m.normalise?.(made) ?? made, problems: problems.sort((a, b) => a.column - b.column) };
}

/** Words that name the format say what they say on the side; they are never out of place. */
const ofOpening = (draft: BlockDraft, said: SaidWords) => draft.kinds.some((k) => k.at === said.at);

/** What was said as the setting's value, held to its bounds, and what was wrong with it. */
function readSetting(setting: AnySetting, said: SaidWords): { value: unknown; fault: string | null } {
  const value = setting.type === 'choice' && setting.from ? setting.from(said.value as never) : said.value;
  switch (setting.type) {
    case 'duration':
      return within(value as number, setting.minMs > 0 ? 1 : 0, MAX_MS, setting.name, (ms) =>
        ms === 1 ? 'some time' : formatDuration(ms),
      );
    case 'number':
      return within(value as number, setting.min, setting.max, setting.name, String);
    case 'list': {
      const held = (value as number[]).map((x) => within(x, setting.minMs, MAX_MS, setting.name, formatDuration));
      const fault =
        held.length > 99 ? `${setting.name}: at most 99 rounds` : (held.find((h) => h.fault)?.fault ?? null);
      return { value: held.slice(0, 99).map((h) => h.value), fault };
    }
    case 'choice':
      return { value, fault: null };
  }
}

function within(value: number, min: number, max: number, name: string, words: (n: number) => string) {
  const held = Math.min(max, Math.max(min, value));
  const fault = held === value ? null : `${name}: ${value < min ? `at least ${words(min)}` : `at most ${words(max)}`}`;
  return { value: held, fault };
}
