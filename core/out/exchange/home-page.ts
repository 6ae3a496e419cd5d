import * as v from 'valibot';
import { type Plan, readStoredPlan } from '../../class/index.ts';

/** The content of a page for home. */
export interface HomeClass {
  /** With what the library knows of its moves; without what is the instructor's own. */
  plan: Plan;
  /** The day it was led, where it is a run; else null. */
  led: string | null;
  kit: readonly HomeKit[];
  /** How its moves are drawn, by their names. */
  figures: Readonly<Record<string, string>>;
  /** The voice: its words as µ-law in Base64, and samples a second. */
  rate: number;
  clips: Readonly<Record<string, string>>;
}

/** The kit one person needs, and what could stand in for it. */
export type HomeKit = v.InferOutput<typeof KitSchema>;

const KitSchema = v.object({ name: v.string(), pieces: v.number(), standIn: v.nullable(v.string()) });
const HomeSchema = v.object({
  plan: v.unknown(),
  led: v.nullable(v.string()),
  kit: v.array(KitSchema),
  // Pages of before had none.
  figures: v.optional(v.record(v.string(), v.string()), {}),
  rate: v.number(),
  clips: v.record(v.string(), v.string()),
});

const DATA_ID = 'odd-round-class';

/** A whole page: the class, the words it is led with, the program and its looks in one file that needs nothing else. */
export function writeHomePage(home: HomeClass, { script, style }: { script: string; style: string }): string {
  // Within a script element only its own end would end it, and a comment that opens one.
  const data = JSON.stringify(home).replace(/</g, '\\u003c');
  const title = home.plan.title.replace(/&/g, '&amp;').replace(/</g, '&lt;');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
<meta name="color-scheme" content="light dark">
<title>${title}</title>
<style>${style.replace(/<\/style/gi, '<\\/style')}</style>
</head>
<body>
<div id="root"><noscript>This page leads a class with sound: it needs JavaScript.</noscript></div>
<script type="application/json" id="${DATA_ID}">${data}</script>
<script>${inScript(script)}</script>
</body>
</html>
`;
}

/** A program as it stands within a script element: nothing in it ends that. */
export const inScript = (script: string) => script.replace(/<\/(script)/gi, '<\\/$1').replace(/<!--/g, '<\\!--');

/** Reads the class of such a page; null when it holds none, or one that is damaged. */
export function readHomePage(document: {
  getElementById(id: string): { textContent: string | null } | null;
}): HomeClass | null {
  let data: unknown;
  try {
    data = JSON.parse(document.getElementById(DATA_ID)?.textContent ?? '');
  } catch {
    return null;
  }
  const read = v.safeParse(HomeSchema, data);
  const stored = read.success ? readStoredPlan(read.output.plan, { ran: true }) : null;
  return read.success && stored?.ok ? { ...read.output, plan: stored.value.plan } : null;
}
