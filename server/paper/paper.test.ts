import { readFileSync } from 'node:fs';
import path from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { type Plan, readStoredPlan } from '../../core/class/index.ts';
import { type Library, libraryOf, resolvePlan } from '../../core/moves/index.ts';
import {
  boardSheet,
  kitList,
  type Paper,
  runSheet,
  stationCards,
  trackingSheet,
  whomSheet,
} from '../../core/out/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { move } from '../../core/test/moves.ts';
import { shippedLibrary } from '../library/read.ts';
import { ROOT } from '../shared/root.ts';
import { kept, sumOfNumbers } from '../test/kept.ts';
import { drawCards } from './cards.ts';
import { drawPaper } from './draw.ts';

/** The pages of a PDF as another program reads them: each text with where it stands, and the size of the page. */
async function pagesOf(pdf: Buffer) {
  const doc = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const pages: {
    width: number;
    height: number;
    /** A sum of all that is drawn with its places, pt, in order: lines and figures too. */
    drawn: number;
    texts: { str: string; x: number; y: number; width: number; size: number }[];
  }[] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const [, , width = 0, height = 0] = page.view;
    const { items } = await page.getTextContent();
    const texts = items.flatMap((i) =>
      'str' in i && i.str.trim() !== ''
        ? [{ str: i.str, x: i.transform[4], y: i.transform[5], width: i.width, size: i.height }]
        : [],
    );
    const { fnArray, argsArray } = await page.getOperatorList();
    pages.push({ width, height, drawn: sumOfNumbers([fnArray, argsArray.map(valuesOf)]), texts });
  }
  return pages;
}

/** The numbers of what a drawing instruction is given; words are among the texts. */
function valuesOf(given: unknown): unknown {
  if (typeof given === 'number') return given;
  if (ArrayBuffer.isView(given)) return valuesOf([...(given as Float32Array)]);
  return Array.isArray(given) ? given.map(valuesOf) : null;
}

/** All letters without blanks: lines are broken where there is room. */
const letters = (text: string) => text.replace(/\s/g, '');
const textOf = (pages: Awaited<ReturnType<typeof pagesOf>>) =>
  letters(pages.flatMap((p) => p.texts.map((t) => t.str)).join(''));
const wordsIn = ({ title, under, parts }: Paper) => [
  title,
  ...under,
  ...parts.flatMap((p) => (p.kind === 'table' ? [...p.heads, ...p.rows.flat()] : [p.lead, p.text, p.tail])),
];

let library: Library;
let classes: Plan[];
beforeAll(() => {
  library = shippedLibrary();
  const all: unknown[] =
    JSON.parse(readFileSync(path.join(ROOT, 'server/demo/classes.json'), 'utf8')).classes ??
    JSON.parse(readFileSync(path.join(ROOT, 'server/demo/classes.json'), 'utf8'));
  classes = all.flatMap((c) => {
    const read = readStoredPlan(c);
    return read.ok && ['slack-water', 'slipway', 'tide-clock'].includes(read.value.plan.id)
      ? [resolvePlan(read.value.plan, library)]
      : [];
  });
});

/** A page line by line: each text with where it begins from the left and the foot, and its size, pt. */
const linesOf = (name: string, pages: Awaited<ReturnType<typeof pagesOf>>) =>
  pages.flatMap((page, k) => [
    `${name}, page ${k + 1}: ${page.drawn}`,
    ...page.texts.map((t) => `  ${Math.round(t.x)} ${Math.round(t.y)} ${t.size.toFixed(1)} ${t.str}`),
  ]);

const inside = (pages: Awaited<ReturnType<typeof pagesOf>>) =>
  pages.every((p) =>
    p.texts.every((t) => t.x >= 20 && t.x + t.width <= p.width - 20 && t.y >= 10 && t.y + t.size <= p.height - 10),
  );

describe('paper', () => {
  it.each(['A4', 'Letter'] as const)(
    'three classes on %s: all that the core says is there, on one page where one is promised, none over the edge',
    async (size) => {
      expect(classes.length).toBe(3);
      for (const plan of size === 'A4' ? classes : classes.slice(0, 1))
        for (const paper of [
          runSheet(plan),
          boardSheet(plan),
          trackingSheet(plan, ['All', 'Heron']),
          kitList(plan, library, []),
          whomSheet(resolvePlan({ ...plan, audience: ['wrists', 'knees', 'back'] }, library), library, []),
        ]) {
          const pages = await pagesOf(await drawPaper(paper, size));
          const text = textOf(pages);
          for (const words of wordsIn(paper)) expect(text, paper.title).toContain(letters(words));
          if (paper.onePage) expect(pages.length).toBe(1);
          expect(inside(pages)).toBe(true);
          expect([Math.round(pages[0]?.width ?? 0), Math.round(pages[0]?.height ?? 0)]).toEqual(
            size === 'A4' ? [595, 842] : [612, 792],
          );
        }
    },
  );

  it('the moves of a run sheet stand in 11 pt and more, so that two metres and half size leave them legible', async () => {
    for (const plan of classes) {
      const [page] = await pagesOf(await drawPaper(runSheet(plan), 'A4'));
      for (const { move } of plan.blocks.flatMap((b) => b.stations)) {
        const word = move.split(' ')[0] ?? '';
        expect(
          Math.max(...(page?.texts.filter((t) => t.str.includes(word)).map((t) => t.size) ?? [0])),
        ).toBeGreaterThan(11);
      }
    }
  });

  it('what no page holds goes on to the next, its heads again above it', async () => {
    const long = {
      ...planOf(
        ...Array.from({ length: 12 }, () =>
          circuit(
            stations(40, (x, k) => ({ ...x, move: `A long name of a move, number ${k}` })),
            40,
            20,
            3,
          ),
        ),
      ),
      title: 'Long',
    };
    const run = await pagesOf(await drawPaper(runSheet(long), 'A4'));
    expect(run.length).toBeGreaterThan(1);
    for (const words of wordsIn(runSheet(long))) expect(textOf(run)).toContain(letters(words));
    const tracking = await pagesOf(await drawPaper(trackingSheet(long, ['All']), 'A4'));
    expect(tracking.every((p) => p.texts.some((t) => t.str === 'Move'))).toBe(true);
    expect(textOf(tracking)).toContain('page1of');
  }, 60_000);

  it('cards, one a page or four, whole with the longest of names; each code is drawn', async () => {
    const plan = planOf(
      circuit(
        stations(5, (x) => ({
          ...x,
          move: 'Hopping Scarborough-style triple step with a heavy medicine ball and a turn',
          easier: ['Walk it', 'Step it'],
          formCues: ['Tall', 'Slow', 'Soft'],
          kit: ['medicine ball'],
        })),
        40,
        20,
        3,
      ),
    );
    const cards = stationCards(plan, libraryOf([]));
    for (const [perPage, pages] of [
      [1, 5],
      [4, 2],
    ] as const) {
      const drawn = await drawCards('Cards', cards, 'A4', {
        perPage,
        addressOf: (c) => `http://192.168.1.20:4310/h/ACDEFHJKLM/${c.stationId}`,
      });
      const read = await pagesOf(drawn);
      expect(read.length).toBe(pages);
      expect(inside(read)).toBe(true);
      for (const words of ['easier:Walkit', '–Tall', 'Kit:medicineball', 'Hopping', 'turn'])
        expect(textOf(read)).toContain(words);
    }
    expect(textOf(await pagesOf(await drawCards('None', [], 'A4', { perPage: 4, addressOf: () => null })))).toContain(
      'nostations',
    );
  });

  it('a card has its move drawn, the left side as its mirror image; without a figure it keeps a place to draw', async () => {
    const plan = planOf(
      circuit(
        stations(2, (x, k) => ({
          ...x,
          move: k === 0 ? 'Sea squat' : 'Unknown',
          sides: { mode: 'one', side: 'left' },
        })),
        40,
        20,
        1,
      ),
    );
    const library = libraryOf([{ ...move('Sea squat'), figure: '(side, bell at chest): stand → squat deep' }]);
    const cards = stationCards(plan, library);
    expect(cards.map((c) => c.figure)).toEqual([
      { text: '(side, bell at chest): stand → squat deep', left: true },
      null,
    ]);
    const one = (k: number) => drawCards('Cards', cards.slice(k, k + 1), 'A4', { perPage: 1, addressOf: () => null });
    const [drawn, empty] = [await pagesOf(await one(0)), await pagesOf(await one(1))];
    expect(inside(drawn)).toBe(true);
    expect([textOf(drawn).includes('Drawing'), textOf(empty).includes('Drawing')]).toEqual([false, true]);
    expect((await one(0)).length).toBeGreaterThan((await one(1)).length + 1500);
  });

  it('letters of other scripts are drawn; those that no type has are told at the foot', async () => {
    const plan = {
      ...planOf(
        circuit(
          stations(2, (x, k) => ({ ...x, move: k === 0 ? 'Приседание łódź' : 'Pull 🛶' })),
          40,
          20,
          1,
        ),
      ),
      title: 'Scripts',
    };
    const text = textOf(await pagesOf(await drawPaper(runSheet(plan), 'A4')));
    expect(text).toContain('Приседаниеłódź');
    expect(text).toContain('Pull□');
    expect(text).toContain('U+1F6F6');
  });

  // One that is meant to be another is printed and looked at, and kept with `npx vitest run server/paper -u`.
  it('the sheets and cards of a class are those that were looked at', async () => {
    const plan = classes.find((c) => c.id === 'slipway') ?? planOf();
    const lines: string[] = [];
    for (const [name, paper] of Object.entries({
      run: runSheet(plan),
      board: boardSheet(plan),
      tracking: trackingSheet(plan, ['All', 'Heron']),
      kit: kitList(plan, library, []),
    }))
      lines.push(...linesOf(name, await pagesOf(await drawPaper(paper, 'A4'))));
    const cards = stationCards(plan, library).slice(0, 4);
    for (const perPage of [1, 4] as const) {
      const addressOf = (c: { stationId: string }) => `http://192.168.1.20:4310/h/ACDEFHJKLM/${c.stationId}`;
      const drawn = await drawCards('Cards', cards, 'Letter', { perPage, addressOf });
      lines.push(...linesOf(`cards, ${perPage} a page`, await pagesOf(drawn)));
    }
    await kept(lines, 'kept-sheets.txt');
  });
});
