import * as v from 'valibot';
import { time } from './documents.ts';
import { endpoint, runId } from './endpoint.ts';

const PDF = { media: 'application/pdf' } as const;
export const PAPER_SIZES = ['A4', 'Letter'] as const;
/** The sheets there are of a class. */
export const PAPERS = ['run', 'board', 'cards', 'tracking', 'kit', 'whom'] as const;
export type PaperKind = (typeof PAPERS)[number];

const size = v.optional(v.picklist(PAPER_SIZES), 'A4');
/** Where a phone finds this server: `http://192.168.1.20:4310`. */
const origin = v.pipe(v.string(), v.maxLength(200), v.url(), v.regex(/^https?:\/\/[^/]+$/));

export const getPlanPaper = endpoint('GET /papers/plan/{planId}/{kind}', {
  says: 'A sheet of a class as PDF: run, board, cards, tracking, kit, whom',
  query: v.object({
    size,
    /** Cards on a page. */
    perPage: v.optional(v.picklist(['1', '4']), '1'),
    /** With it, each card carries the code of its station where it has one (see `makeCardCodes`). */
    origin: v.optional(origin),
    /** Columns of the tracking sheet, `a,b,c`; none are the squads of the class. */
    who: v.optional(v.pipe(v.string(), v.maxLength(4000))),
  }),
  answer: PDF,
  problems: [400, 404, 503],
});

const CardCodesSchema = v.object({ planId: v.string(), title: v.string(), cards: v.number(), endsAt: time });
/** The codes on the cards of a class that are out: how many, and until when. */
export type CardCodes = v.InferOutput<typeof CardCodesSchema>;

export const makeCardCodes = endpoint('POST /card-codes', {
  says: 'Gives each station of a class a code for its card, or makes those it has last on',
  more: 'A code opens the page of its station alone, while the class is led, for so many weeks from now or until it is taken back.',
  body: v.strictObject({
    planId: v.pipe(v.string(), v.maxLength(64)),
    weeks: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(104)), 13),
  }),
  answer: CardCodesSchema,
  problems: [400, 404],
});

export const listCardCodes = endpoint('GET /card-codes', {
  says: 'The classes whose cards have codes that open something',
  answer: v.array(CardCodesSchema),
});

export const endCardCodes = endpoint('DELETE /card-codes/{planId}', {
  says: 'Takes the codes of a class\u2019s cards back: they open nothing any more',
  answer: null,
  problems: [404],
});

export const getWeekPaper = endpoint('GET /papers/week/{day}', {
  says: 'The week of a day as PDF',
  query: v.object({ size }),
  answer: PDF,
  problems: [400, 503],
});

export const getSeriesPaper = endpoint('GET /papers/series/{id}', {
  says: 'A series, class by class, as PDF',
  query: v.object({ size }),
  answer: PDF,
  problems: [400, 404, 503],
});

export const getRunPaper = endpoint('GET /papers/run/{runId}', {
  says: 'A class as it was led, as PDF',
  query: v.object({ size }),
  answer: PDF,
  problems: [400, 404, 503],
});

/** A class, or one run of it, that whoever has its code may look at and do alone. */
export const HandoutSchema = v.object({
  code: v.string(),
  kind: v.picklist(['plan', 'run']),
  targetId: v.string(),
  title: v.string(),
  madeAt: time,
});
export type Handout = v.InferOutput<typeof HandoutSchema>;

export const listHandouts = endpoint('GET /handouts', {
  says: 'The home pages that are given out by a code, the latest first',
  answer: v.array(HandoutSchema),
});

export const makeHandout = endpoint('POST /handouts', {
  says: 'Gives a class or a run out by a code, which stays until it is taken back; one that is given out keeps its code',
  body: v.variant('kind', [
    v.strictObject({ kind: v.literal('plan'), targetId: v.pipe(v.string(), v.maxLength(64)) }),
    v.strictObject({ kind: v.literal('run'), targetId: runId }),
  ]),
  status: 201,
  answer: HandoutSchema,
  problems: [400, 404],
});

export const endHandout = endpoint('DELETE /handouts/{code}', {
  says: 'Takes a code back: it opens nothing any more',
  answer: null,
  problems: [404],
});

export const getHomePage = endpoint('GET /home/{kind}/{id}', {
  says: 'A class (plan) or a run as one HTML file that leads it alone, without a network',
  query: v.object({ voice: v.optional(v.picklist(['0', '1']), '1') }),
  answer: { media: 'text/html' },
  problems: [404, 503],
});
