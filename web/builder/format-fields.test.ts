import { describe, expect, it } from 'vitest';
import { defaultFormat, type FormatKind, FormatSchema, parseWith } from '../../core/plan/index.ts';
import { choiceValue, FORMAT_FIELDS, withChoice } from './format-fields.ts';

const kinds = Object.keys(FORMAT_FIELDS) as FormatKind[];

describe('the sentence of a format', () => {
  it.each(kinds)('%s: every field is a setting of the format', (kind) => {
    const format = defaultFormat(kind) as Record<string, unknown>;
    for (const field of FORMAT_FIELDS[kind]) expect(Object.keys(format)).toContain(field.key);
  });

  it.each(kinds)('%s: every choice gives a sound format, and shows as chosen', (kind) => {
    for (const field of FORMAT_FIELDS[kind]) {
      if (field.type !== 'choice') continue;
      for (const { value } of field.options) {
        const chosen = withChoice(defaultFormat(kind), field.key, value);
        expect(parseWith(FormatSchema, chosen).ok).toBe(true);
        expect(choiceValue(chosen, field.key)).toBe(value);
      }
    }
  });

  it('turns the words of a group size into its number', () => {
    const circuit = defaultFormat('circuit');
    expect(withChoice(circuit, 'groupSize', '2')).toMatchObject({ groupSize: 2 });
    expect(withChoice(circuit, 'groupSize', '')).toMatchObject({ groupSize: null });
    expect(withChoice(defaultFormat('addOn'), 'reverse', 'true')).toMatchObject({ reverse: true });
  });
});
