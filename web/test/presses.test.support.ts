import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fireEvent } from '@testing-library/dom';
import { userEvent } from '@testing-library/user-event';
import { computeAccessibleName } from 'dom-accessibility-api';
import { beforeEach, expect, it, vi } from 'vitest';
import { toast } from '../base/index.ts';
import type { Page } from './screens.test.support.tsx';
import { steady, told } from './screens.test.support.tsx';

/*
 * Every control of a screen is pressed once, each on the screen as it is opened anew, and those of the dialogs and menus that a
 * press opens too. What becomes of it (lines that go and come, what is asked of the server, what is said, where the page goes) is
 * compared with what was kept when it was last read; KEEP=1 keeps it anew. Rows alike have the same controls: those of the first
 * are pressed.
 */

const KEEP = process.env.KEEP === '1';
const CONTROLS =
  'button, [role=button], [role=tab], [role=switch], [role^=menuitem], summary, input:not([type=file]), select, textarea, [role=slider]';
/** When nothing has changed for so long, all is done; only where it is kept anew. */
const QUIET_MS = 900;

const user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

let asked: string[] = [];
let waiting = 0;
const said = new Set<string>();
/** What was said of what was pressed before. */
const old = new WeakSet<Element>();

const toasts = () => [...document.querySelectorAll('[data-sonner-toast] [data-title]')];

/** Nothing has been asked or said yet. */
function beginAnew(): void {
  asked = [];
  said.clear();
  for (const one of toasts()) old.add(one);
}

/** Hears what the page asks of the server for. */
function hearing(): void {
  const ask = globalThis.fetch;
  vi.stubGlobal('fetch', async (address: string | URL, init: RequestInit = {}) => {
    const method = init.method ?? 'GET';
    if (method !== 'GET') asked.push(`${method} ${withoutIds(String(address))}`);
    waiting += 1;
    try {
      return await ask(address, init);
    } finally {
      waiting -= 1;
    }
  });
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    said.add(`the file ${this.download}`);
  });
  const seen = new MutationObserver(() => {
    for (const one of toasts()) if (!old.has(one)) said.add(steady(one.textContent ?? ''));
  });
  seen.observe(document, { subtree: true, childList: true, characterData: true });
}

/** An id that is drawn by lot holds a capital or a digit between its letters. */
const withoutIds = (address: string) =>
  address
    .replace(/\/live\/\w+/, '/live/…')
    .replace(/\/(?=[\w-]*[A-Z0-9_])[\w-]{10,}(?=[/?#]|$)/g, '/…')
    .replace(/^http:\/\/[^/]+/, '');

/** How long a search took is of the machine. */
const linesNow = () =>
  told(document.body, '[data-sonner-toaster]').map((line) => steady(line).replace(/\bin \d+ ms\b/, 'in … ms'));
const sumOf = (lines: readonly string[]) =>
  [...lines.join('\n')].reduce((sum, letter) => (sum * 31 + (letter.codePointAt(0) ?? 0)) % 99_991, 7);

/** What went and what came, each line as often as it did. */
function changes(before: readonly string[], after: readonly string[]): string[] {
  const count = new Map<string, number>();
  for (const line of before) count.set(line, (count.get(line) ?? 0) - 1);
  for (const line of after) count.set(line, (count.get(line) ?? 0) + 1);
  return [...count].flatMap(([line, n]) =>
    Array<string>(Math.min(3, Math.abs(n))).fill(`${n < 0 ? '-' : '+'} ${line}`),
  );
}

/** The first of many lines, and a sum of all. */
const fewer = (lines: string[]) =>
  lines.length > 30 ? [...lines.slice(0, 24), `… ${lines.length - 24} more, ${sumOf(lines)}`] : lines;

const nameOf = (e: Element) => computeAccessibleName(e, { hidden: true }).replace(/\s+/g, ' ').trim();

/** What React keeps of an element or a component: its place among its siblings, or a key where it is one of many alike. */
interface Fiber {
  type: unknown;
  key: string | null;
  index: number;
  return: Fiber | null;
}

/**
 * Where a control stands on the page, the same for all rows of a list: by the elements it is in, each with its place. Of the components between
 * two elements only the places count that are not the first, so that a part of a screen may become a component of its own.
 */
function kindOf(control: Element, byName: boolean): string {
  const path: string[] = byName ? [nameOf(control)] : [];
  const own = Object.keys(control).find((k) => k.startsWith('__reactFiber'));
  let places: string[] = [];
  for (let f = own ? (control as unknown as Record<string, Fiber>)[own] : null; f; f = f.return) {
    if (typeof f.type === 'string') path.push(f.type);
    if (f.key !== null || f.index > 0) places.push(f.key === null ? String(f.index) : '*');
    if (typeof f.return?.type === 'string') {
      path.push(places.join('.'));
      places = [];
    }
  }
  return path.join('<');
}

const isThere = (e: Element) =>
  !e.matches(':disabled, [aria-disabled="true"]') &&
  !e.closest('[hidden], [aria-hidden="true"], [data-sonner-toaster], nav') &&
  nameOf(e) !== '';

function controls(byName: boolean, within = 'body'): { kind: string; e: Element }[] {
  const seen = new Set<string>();
  const parts = [...document.querySelectorAll(within)];
  return parts
    .flatMap((part) => [...part.querySelectorAll(CONTROLS)])
    .filter(isThere)
    .flatMap((e) => {
      const kind = kindOf(e, byName);
      if (seen.has(kind)) return [];
      seen.add(kind);
      return [{ kind, e }];
    });
}

const roleOf = (e: Element) =>
  e.getAttribute('role') ?? (e instanceof HTMLInputElement ? e.type : e.tagName.toLowerCase());
const titleOf = (e: Element) => steady(`${roleOf(e)} ${nameOf(e)}`);

const typed: Record<string, string> = {
  number: '7',
  range: '7',
  time: '11:15',
  date: '2026-12-03',
  'datetime-local': '2026-12-03T11:15',
};

/** Presses a button, chooses what comes next in a list, types a word or a number and leaves the field. */
async function use(e: Element): Promise<void> {
  if (e instanceof HTMLSelectElement) {
    const next = e.options[(e.selectedIndex + 1) % Math.max(1, e.options.length)];
    if (next) await user.selectOptions(e, next);
    return;
  }
  const isText =
    e instanceof HTMLTextAreaElement ||
    (e instanceof HTMLInputElement && !['checkbox', 'radio', 'button', 'submit', 'color'].includes(e.type));
  if (!isText) {
    if (e.getAttribute('role') === 'slider') {
      (e as HTMLElement).focus();
      await user.keyboard('{ArrowRight}');
      return;
    }
    await user.click(e);
    return;
  }
  const field = e as HTMLInputElement;
  field.focus();
  const value = typed[field.type] ?? (/^[\d:.,+ ]+$/.test(field.value) ? '7' : 'Tide');
  fireEvent.input(field, { target: { value } });
  if (typed[field.type]) fireEvent.change(field, { target: { value } });
  if (!(e instanceof HTMLTextAreaElement)) await user.keyboard('{Enter}');
  field.blur();
}

/** What was kept of a screen: a section of a file, `## name` and then its blocks, in order. */
class Kept {
  private readonly blocks: string[];
  private readonly made: string[] = [];
  private at = 0;
  constructor(
    private readonly file: string,
    private readonly name: string,
  ) {
    this.blocks = this.sections().get(name)?.split('\n\n') ?? [];
  }
  private sections(): Map<string, string> {
    const all = existsSync(this.file) ? readFileSync(this.file, 'utf8').split('\n\n\n') : [];
    return new Map(all.map((s) => [/^## (.*)\n\n/.exec(s)?.[1] ?? '', s.replace(/^## .*\n\n/, '').trimEnd()]));
  }
  /** Waits until what is seen is what was kept; gives it. */
  async is(what: string, see: () => string): Promise<void> {
    if (KEEP) {
      await this.quiet(see);
      this.made.push(see());
      return;
    }
    const kept = this.blocks[this.at++] ?? `${what}: nothing was kept`;
    await expect.poll(see, { message: what, interval: 60 }).toBe(kept);
  }
  private async quiet(see: () => string): Promise<void> {
    for (let [was, since] = ['', performance.now()]; performance.now() - since < QUIET_MS; ) {
      const now = see();
      if (now !== was || waiting > 0) [was, since] = [now, performance.now()];
      await pause(50);
    }
  }
  end(): void {
    if (!KEEP) {
      expect(this.blocks.length, 'blocks kept, and looked at').toBe(this.at);
      return;
    }
    const sections = this.sections().set(this.name, this.made.join('\n\n'));
    writeFileSync(this.file, `${[...sections].map(([name, text]) => `## ${name}\n\n${text}`).join('\n\n\n')}\n`);
  }
}

interface Screen {
  /** Makes what the screen is of; gives its address, where that is not its name. */
  at?: () => Promise<string>;
  /** The part of the page whose controls are pressed; all of it where none is named. */
  within?: string;
  /** Each of many alike is pressed: they are alike in their looks alone. */
  byName?: boolean;
  /** Not pressed, by name. */
  leaveOut?: RegExp;
  /** Keys that are pressed too, as Playwright names them. */
  keys?: readonly string[];
}

/** Time stands still: what a screen says of now stays as it is. */
function stopDate(): void {
  const now = Date.now();
  vi.spyOn(Date, 'now').mockReturnValue(now);
  vi.stubGlobal(
    'Date',
    new Proxy(Date, {
      construct: (Real, parts, made) => Reflect.construct(Real, parts.length === 0 ? [now] : parts, made),
    }),
  );
}

/**
 * To be called once in a file of such tests: presses all of some screens.
 * @param file where what becomes of it is kept
 * @param screens by their addresses, in this order
 */
export function pressEverything(page: Page, file: string, screens: Record<string, Screen>): void {
  beforeEach(() => {
    hearing();
  });

  it.each(Object.entries(screens))('%s', async (name, { at, within = 'body', byName = false, leaveOut, keys = [] }) => {
    const kept = new Kept(path.join(import.meta.dirname, '../screens/pressed', file), name);
    const address = (await at?.()) ?? name;
    stopDate();
    const failed: string[] = [];
    vi.spyOn(console, 'error').mockImplementation((...words) => failed.push(words.join(' ')));
    let before: string[] = [];
    const controlsNow = () => {
      const kinds = controls(byName).map((c) => c.kind);
      return `${kinds.length} controls, ${sumOf(kinds)}`;
    };
    /** Waits until the screen is as it was kept: what is pressed then changes it from here. */
    const stands = (title: string) =>
      kept.is(`${name}, ${title}`, () => {
        before = linesNow();
        return `# ${title}: ${before.length} lines, ${sumOf(before)}, ${controlsNow()}`;
      });
    const begin = async () => {
      toast.dismiss();
      await page.goto(address);
      // A field that goes with its page may still say something.
      await expect.poll(() => waiting).toBe(0);
      await stands(name);
    };
    const look = (title: string) =>
      kept.is(`${name}, ${title}`, () =>
        [
          `> ${title}`,
          ...fewer(changes(before, linesNow())),
          ...[...said].map((words) => `“${words}”`),
          ...[...new Set(asked)],
          ...(page.url().endsWith(address) ? [] : [`→ ${withoutIds(page.url())}`]),
          `= ${controlsNow()}`,
        ].join('\n'),
      );
    const find = (kind: string) => controls(byName).find((c) => c.kind === kind)?.e;
    // Its parts are loaded when it is first opened.
    await page.goto(address);
    await pause(KEEP ? 2000 : 0);
    await begin();
    const known = new Set<string>();
    /** The controls to press one after the other, by their kind. */
    const paths: (readonly string[])[] = [];
    const add = (path: readonly string[]) => {
      for (const { kind, e } of controls(byName, path.length === 0 ? within : 'body'))
        if (!known.has(kind) && !leaveOut?.test(nameOf(e))) {
          known.add(kind);
          paths.push([...path, kind]);
        }
    };
    add([]);
    let isFresh = true;
    for (const path of paths) {
      if (!isFresh) await begin();
      isFresh = false;
      const [first = '', second] = path;
      if (second !== undefined) {
        const opener = find(first);
        if (!opener) continue;
        await use(opener);
        await stands(titleOf(opener));
      }
      const e = find(path.at(-1) ?? '');
      // What was pressed before may have taken it away.
      if (!e) continue;
      const title = titleOf(e);
      beginAnew();
      await use(e);
      await look(title);
      if (path.length === 1 && document.querySelector('[role=dialog], [role=alertdialog], [role=menu], [role=listbox]'))
        add(path);
    }
    for (const key of keys) {
      await begin();
      beginAnew();
      await page.keyboard.press(key);
      await look(`key ${key}`);
    }
    kept.end();
    expect(failed).toEqual([]);
  });
}
