import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { shippedLibrary } from '../../../server/library/read.ts';
import { type Plan, readShorthand } from '../../class/index.ts';
import { circuit, planOf, s, stations, testId } from '../../test/build.ts';
import { guessClassColumns, readClassRows } from './class-csv.ts';
import { CLASS_FORMS, type ClassFormName } from './class-forms.ts';
import { readPlanFile } from './plan-file.ts';

const library = shippedLibrary();
const MOVES = ['Goblet squat', 'Press-up', 'Side plank'];
const plan: Plan = {
  ...planOf({
    ...circuit(
      stations(3, (x, k) => ({ ...x, move: MOVES[k]! })),
      40,
      20,
      3,
      { roundBreakMs: s(60) },
    ),
    title: 'Seven stations',
  }),
  title: 'Ebb',
};
const shape = (p: Plan | undefined) => p?.blocks.map((b) => [b.title, b.format, b.stations.map((s) => s.move)]);

/** How each form is read again; null where it is for people alone. A form without a row does not compile. */
const READ: Record<ClassFormName, ((text: string) => Plan | undefined) | null> = {
  planFile: (text) => readPlanFile(text).plans[0],
  table: (text) => {
    const [header = [], ...rows] = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data;
    return readClassRows(guessClassColumns(header), rows, { title: 'Ebb', makeId: testId, unit: 'kg' }).plan;
  },
  text: (text) => readShorthand(text).plan,
  markdown: null,
};

it.each(Object.entries(CLASS_FORMS))(
  'as %s a class comes back with its blocks, times and moves',
  async (name, form) => {
    const text = await form.write(plan, library);
    for (const move of MOVES) expect(text).toContain(move);
    const read = READ[name as ClassFormName];
    if (read) expect(shape(read(text))).toEqual(shape(plan));
  },
);

it('every form stands in the guide, and has an ending of its own', () => {
  const guide = readFileSync('docs/guide.md', 'utf8');
  const forms = Object.values(CLASS_FORMS);
  expect(forms.filter(({ title }) => !guide.includes(`*${title}*`)).map(({ title }) => title)).toEqual([]);
  expect(new Set(forms.map(({ ending }) => ending)).size).toBe(forms.length);
});
