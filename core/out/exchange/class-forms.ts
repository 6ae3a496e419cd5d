import { type Plan, placeWords, writeShorthand } from '../../class/index.ts';
import { type Library, movesUsed, resolvePlan } from '../../moves/index.ts';

/** A form in which a class leaves. */
export interface ClassForm {
  /** What it is called where it is chosen, and among the actions of a page. */
  title: string;
  action: string;
  ending: string;
  /** Media type. */
  media: string;
  /** Its writer is loaded when it is first asked for. */
  write: (plan: Plan, library: Library) => Promise<string>;
}

/** Every form in which a class leaves as a text. A new one is a row here; its way back in is tried in `class-forms.test.ts`. */
export const CLASS_FORMS = {
  planFile: {
    title: 'Plan file, whole (JSON)',
    action: 'Export as a plan file',
    ending: 'json',
    media: 'application/json',
    write: async (plan, library) => (await import('./plan-file.ts')).writePlanFile([plan], movesUsed([plan], library)),
  },
  table: {
    title: 'Table, a row a move (CSV)',
    action: 'Export as a table',
    ending: 'csv',
    media: 'text/csv',
    write: async (plan, library) => (await import('./class-csv.ts')).writeClassCsv(resolvePlan(plan, library)),
  },
  text: {
    title: 'Text, as it is typed',
    action: 'Export as text',
    ending: 'txt',
    media: 'text/plain',
    // Its place in a series stands above it, as a comment.
    write: async (plan) =>
      (plan.series ? `# ${placeWords(plan.series)} of ${plan.series.title}\n` : '') + writeShorthand(plan),
  },
  markdown: {
    title: 'Markdown, with other ways',
    action: 'Export as Markdown',
    ending: 'md',
    media: 'text/markdown',
    write: async (plan, library) => (await import('./board-text.ts')).writeMarkdown(resolvePlan(plan, library)),
  },
} as const satisfies Record<string, ClassForm>;
export type ClassFormName = keyof typeof CLASS_FORMS;
