import { EditorView } from '@codemirror/view';
import { fireEvent } from '@testing-library/dom';
import { userEvent } from '@testing-library/user-event';
import { computeAccessibleName, getRole } from 'dom-accessibility-api';
import { expect } from 'vitest';

/**
 * A page without a browser: the questions and deeds of Playwright, as far as the tests of screens need them, over what stands in
 * the document. Each waits for its element; one that two elements fit is none.
 */

const PATIENCE_MS = Number(process.env.PATIENCE_S ?? 300) * 1000;
/** What is not told by a change of the document is looked at so often. */
const LOOK_EVERY_MS = 100;

/** Waits until the document changes, or a moment. */
const change = () =>
  new Promise<void>((done) => {
    const end = () => {
      observer.disconnect();
      clearTimeout(timer);
      done();
    };
    const observer = new MutationObserver(end);
    observer.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
    const timer = setTimeout(end, LOOK_EVERY_MS);
  });

type Words = string | RegExp;
interface Named {
  name?: Words;
  exact?: boolean;
}

const tidy = (text: string | null) => (text ?? '').replace(/\s+/g, ' ').trim();

/** As Playwright matches words: a part of them in any case, or all of them exactly. */
function fits(text: string, words: Words, exact = false): boolean {
  if (words instanceof RegExp) return words.test(text);
  return exact ? text === tidy(words) : text.toLowerCase().includes(tidy(words).toLowerCase());
}

const isOut = (e: Element) => e.closest('[hidden], template, script, style') !== null;

/** The elements that may have a role, before it is asked for. */
const MAY_BE: Record<string, string> = {
  button: 'button, summary, input[type=button], input[type=submit]',
  link: 'a[href]',
  textbox: 'input, textarea',
  searchbox: 'input[type=search]',
  checkbox: 'input[type=checkbox]',
  radio: 'input[type=radio]',
  combobox: 'select, input',
  slider: 'input[type=range]',
  spinbutton: 'input[type=number]',
  heading: 'h1, h2, h3, h4, h5, h6',
  list: 'ul, ol',
  listitem: 'li',
  region: 'section',
  table: 'table',
  row: 'tr',
  cell: 'td',
  columnheader: 'th',
  rowheader: 'th',
  option: 'option',
  navigation: 'nav',
  main: 'main',
  complementary: 'aside',
  group: 'fieldset, details',
  status: 'output',
  img: 'img',
  dialog: 'dialog',
};

const roleOf = (e: Element) =>
  e.getAttribute('role')?.split(' ')[0] ?? (e.matches('[type=date], [type=time]') ? 'textbox' : getRole(e));

function byRole(root: ParentNode, role: string, { name, exact = false }: Named = {}): Element[] {
  const found = root.querySelectorAll(`[role~="${role}"]${MAY_BE[role] ? `, ${MAY_BE[role]}` : ''}`);
  return [...found].filter(
    (e) =>
      roleOf(e) === role &&
      !isOut(e) &&
      (name === undefined || fits(tidy(computeAccessibleName(e, { hidden: true })), name, exact)),
  );
}

/** The smallest elements with these words. */
function byText(root: ParentNode, words: Words, exact = false): Element[] {
  const has = (e: Element) => fits(tidy(e.textContent), words, exact);
  const found: Element[] = [];
  const look = (e: Element) => {
    if (!has(e) && words instanceof RegExp === false && !exact) return;
    const inside = found.length;
    for (const child of e.children) look(child);
    if (found.length === inside && has(e) && !isOut(e)) found.push(e);
  };
  for (const child of root.children) look(child);
  return found;
}

function byLabel(root: ParentNode, words: Words, exact = false): Element[] {
  const isField = 'input, select, textarea, [aria-label], [aria-labelledby]';
  return [...root.querySelectorAll(isField)].filter(
    (e) => !isOut(e) && fits(tidy(computeAccessibleName(e, { hidden: true })), words, exact),
  );
}

type Find = () => Element[];

async function until<T>(look: () => T | undefined, failure: () => string): Promise<T> {
  const end = performance.now() + PATIENCE_MS;
  for (;;) {
    const found = look();
    if (found !== undefined) return found;
    if (performance.now() > end) throw new Error(failure());
    await change();
  }
}

const user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });

const KEYS: Record<string, string> = { ' ': '[Space]', Space: '[Space]', '{': '{{', '[': '[[' };
const keyOf = (key: string) => KEYS[key] ?? (key.length === 1 ? key : `{${key}}`);

/** What has just been drawn hears keys when its effects are done: a turn or two of the loop later. */
async function drawn(): Promise<void> {
  for (let k = 0; k < 3; k++) await new Promise((done) => setTimeout(done, 5));
}

/** Presses a key as Playwright names it: `Control+Shift+ArrowLeft`. */
async function press(chord: string): Promise<void> {
  await drawn();
  const parts = chord.split(/\+(?=.)/).map((k) => (k === 'ControlOrMeta' ? 'Control' : k));
  const key = parts.pop() ?? '';
  await user.keyboard(`${parts.map((m) => `{${m}>}`).join('')}${keyOf(key)}${parts.map((m) => `{/${m}}`).join('')}`);
}

/** What has the focus takes text at once, as from the clipboard; the editor of the shorthand has a document of its own. */
async function insert(text: string): Promise<void> {
  const at = document.activeElement;
  const editor = at instanceof HTMLElement && at.matches('.cm-content') ? EditorView.findFromDOM(at) : null;
  if (editor) editor.dispatch(editor.state.replaceSelection(text), { userEvent: 'input.type' });
  else await user.paste(text);
}

/** Key by key; into the editor at once. */
async function type(text: string): Promise<void> {
  if (document.activeElement?.matches('.cm-content')) return insert(text);
  await user.keyboard(text.replace(/[{[]/g, '$&$&').replaceAll('\n', '{Enter}'));
}

export class Locator {
  constructor(
    readonly find: Find,
    readonly what: string,
  ) {}

  private inside(what: string, next: (root: Element) => Element[]): Locator {
    return new Locator(() => [...new Set(this.find().flatMap(next))], `${this.what} › ${what}`);
  }

  getByRole = (role: string, named: Named = {}) =>
    this.inside(`${role} ${named.name ?? ''}`, (root) => byRole(root, role, named));
  getByText = (words: Words, { exact = false } = {}) =>
    this.inside(`text ${words}`, (root) => byText(root, words, exact));
  getByLabel = (words: Words, { exact = false } = {}) =>
    this.inside(`label ${words}`, (root) => byLabel(root, words, exact));
  getByTestId = (id: string) => this.locator(`[data-testid="${id}"]`);
  getByTitle = (words: Words) =>
    this.inside(`title ${words}`, (root) =>
      [...root.querySelectorAll('[title]')].filter((e) => fits(e.getAttribute('title') ?? '', words)),
    );
  getByPlaceholder = (words: Words) =>
    this.inside(`placeholder ${words}`, (root) =>
      [...root.querySelectorAll('[placeholder]')].filter((e) => fits(e.getAttribute('placeholder') ?? '', words)),
    );
  locator = (css: string) => this.inside(css, (root) => [...root.querySelectorAll(css)]);
  filter = ({ hasText }: { hasText: Words }) =>
    new Locator(() => this.find().filter((e) => fits(tidy(e.textContent), hasText)), `${this.what} with ${hasText}`);
  nth = (k: number) => new Locator(() => [this.find().at(k)].filter((e) => e !== undefined), `${this.what} no. ${k}`);
  first = () => this.nth(0);
  last = () => this.nth(-1);

  /** The one element; waits for it. */
  async one(): Promise<HTMLElement> {
    const found = await until(
      () => {
        const all = this.find();
        return all.length === 1 ? all : undefined;
      },
      () => `${this.what}: ${this.find().length} of them in\n${tidy(document.body.textContent).slice(0, 4000)}`,
    );
    return found[0] as HTMLElement;
  }
  waitFor = () => this.one();
  async click({ delay = 0, position }: { delay?: number; position?: { x: number; y: number } } = {}): Promise<void> {
    const e = await until(
      () => {
        const [only, ...more] = this.find();
        return only && more.length === 0 && !only.matches(':disabled') ? (only as HTMLElement) : undefined;
      },
      () =>
        `${this.what} cannot be clicked: ${this.find().length} of them in\n${tidy(document.body.textContent).slice(0, 4000)}`,
    );
    if (position) {
      await user.pointer({ keys: '[MouseLeft]', target: e, coords: { clientX: position.x, clientY: position.y } });
      return;
    }
    if (delay === 0) return user.click(e);
    await user.pointer({ keys: '[MouseLeft>]', target: e });
    await new Promise((done) => setTimeout(done, delay));
    await user.pointer({ keys: '[/MouseLeft]', target: e });
  }
  hover = async () => user.hover(await this.one());
  async focus(): Promise<void> {
    (await this.one()).focus();
  }
  async blur(): Promise<void> {
    (await this.one()).blur();
  }
  async press(key: string): Promise<void> {
    await this.focus();
    await press(key);
  }
  async pressSequentially(text: string): Promise<void> {
    await this.focus();
    await type(text);
  }
  async fill(text: string): Promise<void> {
    const e = await this.one();
    e.focus();
    fireEvent.input(e, { target: { value: text } });
    if (e.matches('[type=range], [type=date], [type=time]')) fireEvent.change(e, { target: { value: text } });
  }
  async selectOption(wanted: string | { label: string }): Promise<void> {
    const e = (await this.one()) as HTMLSelectElement;
    const label = typeof wanted === 'string' ? wanted : wanted.label;
    const option = await until(
      () =>
        [...e.options].find((o) => tidy(o.textContent) === label || (typeof wanted === 'string' && o.value === wanted)),
      () => `${this.what} has no ${label}: ${[...e.options].map((o) => o.textContent).join(', ')}`,
    );
    await user.selectOptions(e, option);
  }
  async check(on = true): Promise<void> {
    const e = (await this.one()) as HTMLInputElement;
    if (e.checked !== on) await user.click(e);
  }
  uncheck = () => this.check(false);
  async setInputFiles(files: TestFile | TestFile[]): Promise<void> {
    const made = [files].flat().map((f) => new File([new Uint8Array(f.buffer)], f.name, { type: f.mimeType }));
    await user.upload(await this.one(), made);
  }
  textContent = async () => (await this.one()).textContent;
  innerText = async () => tidy((await this.one()).textContent);
  allInnerTexts = async () => this.find().map((e) => tidy(e.textContent));
  inputValue = async () => ((await this.one()) as HTMLInputElement).value;
  getAttribute = async (name: string) => (await this.one()).getAttribute(name);
  count = async () => this.find().length;
  isVisible = async () => this.find().length > 0;
}

interface TestFile {
  name: string;
  mimeType: string;
  buffer: Uint8Array;
}

/** The keyboard, wherever the focus is. */
export const keyboard = {
  press,
  insertText: insert,
  type,
  down: async (key: string) => {
    await drawn();
    await user.keyboard(`{${key}>}`);
  },
  up: (key: string) => user.keyboard(`{/${key}}`),
};

/** All of the document. */
export const whole = () => new Locator(() => [document.documentElement], 'page');

interface Asked {
  isNot: boolean;
}
interface Verdict {
  pass: boolean;
  message: () => string;
}

/** Waits until it holds, or with `not` until it holds no more. */
async function holds(
  asked: Asked,
  locator: Locator,
  what: string,
  look: (all: Element[]) => boolean,
): Promise<Verdict> {
  const end = performance.now() + PATIENCE_MS;
  const now = () => look(locator.find());
  while (now() === Boolean(asked.isNot) && performance.now() < end) await change();
  const seen = () =>
    locator
      .find()
      .map((e) => ('value' in e ? `[${(e as HTMLInputElement).value}]` : tidy(e.textContent).slice(0, 2000)))
      .join(' | ');
  return {
    pass: now(),
    message: () => `${locator.what}: ${asked.isNot ? 'not ' : ''}${what}; seen: ${seen() || 'nothing'}`,
  };
}

const single = (look: (e: Element) => boolean) => (all: Element[]) =>
  all.length === 1 && all[0] !== undefined && look(all[0]);
const isText = (e: Element, words: Words) =>
  words instanceof RegExp ? words.test(tidy(e.textContent)) : tidy(e.textContent) === tidy(words);

expect.extend({
  toBeVisible(this: Asked, on: Locator) {
    return holds(this, on, 'to be there', this.isNot ? (all) => all.length > 0 : (all) => all.length === 1);
  },
  toBeHidden(this: Asked, on: Locator) {
    return holds(this, on, 'to be gone', (all) => all.length === 0);
  },
  toHaveCount(this: Asked, on: Locator, n: number) {
    return holds(this, on, `${n} of them`, (all) => all.length === n);
  },
  toHaveText(this: Asked, on: Locator, words: Words | Words[]) {
    if (!Array.isArray(words))
      return holds(
        this,
        on,
        `“${words}”`,
        single((e) => isText(e, words)),
      );
    return holds(
      this,
      on,
      words.join(' | '),
      (all) => all.length === words.length && all.every((e, k) => isText(e, words[k] ?? '')),
    );
  },
  toContainText(this: Asked, on: Locator, words: Words) {
    return holds(
      this,
      on,
      `“…${words}…”`,
      single((e) => fits(tidy(e.textContent), words)),
    );
  },
  toHaveValue(this: Asked, on: Locator, words: Words) {
    return holds(
      this,
      on,
      `[${words}]`,
      single((e) => {
        const { value } = e as HTMLInputElement;
        return words instanceof RegExp ? words.test(value) : value === words;
      }),
    );
  },
  toBeChecked(this: Asked, on: Locator) {
    return holds(
      this,
      on,
      'checked',
      single((e) => (e as HTMLInputElement).checked),
    );
  },
  toBeDisabled(this: Asked, on: Locator) {
    return holds(
      this,
      on,
      'disabled',
      single((e) => e.matches(':disabled')),
    );
  },
  toBeFocused(this: Asked, on: Locator) {
    return holds(
      this,
      on,
      'focused',
      single((e) => e === document.activeElement),
    );
  },
  toHaveAttribute(this: Asked, on: Locator, name: string, value: Words) {
    return holds(
      this,
      on,
      `${name}=${value}`,
      single((e) => {
        const at = e.getAttribute(name);
        return at !== null && (value instanceof RegExp ? value.test(at) : at === value);
      }),
    );
  },
  toHaveClass(this: Asked, on: Locator, words: RegExp) {
    return holds(
      this,
      on,
      `class ${words}`,
      single((e) => words.test(e.getAttribute('class') ?? '')),
    );
  },
  toHaveAccessibleName(this: Asked, on: Locator, name: Words) {
    return holds(
      this,
      on,
      `named ${name}`,
      single((e) => fits(tidy(computeAccessibleName(e)), name, true)),
    );
  },
});

interface ScreenMatchers {
  toBeVisible(): Promise<void>;
  toBeHidden(): Promise<void>;
  toHaveCount(n: number): Promise<void>;
  toHaveText(words: Words | Words[]): Promise<void>;
  toContainText(words: Words): Promise<void>;
  toHaveValue(words: Words): Promise<void>;
  toBeChecked(): Promise<void>;
  toBeDisabled(): Promise<void>;
  toBeFocused(): Promise<void>;
  toHaveAttribute(name: string, value: Words): Promise<void>;
  toHaveClass(words: RegExp): Promise<void>;
  toHaveAccessibleName(name: Words): Promise<void>;
}

declare module 'vitest' {
  // biome-ignore lint/suspicious/noExplicitAny: as the declaration that it adds to.
  interface Matchers<T = any> extends ScreenMatchers {}
}
