import { QueryClientProvider } from '@tanstack/react-query';
import { computeAccessibleName } from 'dom-accessibility-api';
import { EventSource } from 'eventsource';
import { Suspense } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { afterEach, beforeAll, beforeEach, expect, vi } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import type { RunCommand } from '../../core/time/index.ts';
import { OwnServer } from '../../e2e/support/server.ts';
import { queries, useLibrary } from '../base/index.ts';
import { work as checksWork } from '../base/workers/checks-worker.ts';
import { work as fitterWork } from '../base/workers/fitter-worker.ts';
import { work as orderWork } from '../base/workers/order-worker.ts';
import { work as readingWork } from '../base/workers/reading-worker.ts';
import { work as tempoWork } from '../base/workers/tempo-worker.ts';
import { work as tickerWork } from '../base/workers/ticker-worker.ts';
import { useFollow } from '../lead/follow/follow-store.ts';
import { SCREENS as FOLLOWERS } from '../lead/follow/screens.ts';
import { closeRun } from '../lead/index.ts';
import { useBuilder } from '../plan/index.ts';
import { LibraryFigures } from '../shell/app/library-figures.tsx';
import { Routes } from '../shell/app/routes.tsx';
import { keyboard, Locator, whole } from './page.test.support.ts';
import { giveWorkers } from './workers.test.support.ts';

/**
 * Whole screens without a browser: the application at an address, over the real server with the demo data, of one date. One
 * server a process; what a test makes has ids of its own.
 */

/** The moment of all screens: Wednesday 25 November 2026, 10:00 in London. */
export const NOW = Date.UTC(2026, 10, 25, 10);

const nodeFetch = globalThis.fetch;

/** A connection for each request: one that has been idle may be closed by the server just when it is asked again, which browsers see to. */
function asking(address: string | URL, init: RequestInit = {}): Promise<Response> {
  const headers = new Headers(init.headers);
  headers.set('Connection', 'close');
  return nodeFetch(address, { ...init, headers });
}

/** The server of this process, which has the demo data and what the tests before have made. */
const server = new OwnServer({ DATE_NOW: String(NOW) });

interface Asked {
  data?: unknown;
}

/** Asks the server as another program would. */
async function ask(method: string, path: string, { data }: Asked = {}) {
  const sent =
    data === undefined ? {} : { body: JSON.stringify(data), headers: { 'Content-Type': 'application/json' } };
  const answer = await asking(server.url + path, { method, ...sent });
  return {
    status: () => answer.status,
    headers: () => Object.fromEntries(answer.headers),
    // biome-ignore lint/suspicious/noExplicitAny: as a test reads an answer.
    json: () => answer.json() as Promise<any>,
    text: () => answer.text(),
  };
}
const request = {
  get: (path: string) => ask('GET', path),
  put: (path: string, asked?: Asked) => ask('PUT', path, asked),
  post: (path: string, asked?: Asked) => ask('POST', path, asked),
  delete: (path: string) => ask('DELETE', path),
};

/** What a class is led by: its run, and the codes of its screens. */
export interface Led {
  runId: string;
  watch: string;
  squad: string;
  remote: string;
}

/**
 * A run that a desk somewhere leads, with what has happened in it so far.
 * @param happened what was done, and how long before now, s
 */
export async function ledElsewhere(plan: Plan, ...happened: [agoS: number, what: RunCommand][]): Promise<Led> {
  const runId = `led-run-${plan.id}`;
  await request.post('/api/runs', { data: { id: runId, plan } });
  const codes = (await (await request.post(`/api/runs/${runId}/codes`, { data: {} })).json()) as Omit<Led, 'runId'>;
  const now = Date.now();
  // The server's steady clock less the desk's.
  const clockOffsetMs = Math.round(performance.timeOrigin + performance.now() - now);
  await request.post(`/api/runs/${runId}/clock`, { data: { clockOffsetMs } });
  const events = happened.map(([agoS, what], k) => ({
    ...what,
    id: `${runId}-event-${k}`,
    seq: k + 1,
    atMs: Math.round(now - agoS * 1000),
  }));
  await request.post(`/api/runs/${runId}/events`, { data: { events } });
  return { runId, ...codes };
}

/** Saves a class, over what stands there. */
export async function put(plan: Plan): Promise<Plan> {
  const save = (baseVersion: number) => request.put(`/api/plans/${plan.id}`, { data: { plan, baseVersion } });
  const answer = await save(0);
  const last = answer.status() === 409 ? await save((await answer.json()).current.version) : answer;
  if (last.status() !== 200) throw new Error(await last.text());
  return plan;
}

/** Time goes on from the moment of all screens. */
function giveDate(): void {
  const began = performance.now();
  const now = () => Math.round(NOW + performance.now() - began);
  vi.spyOn(Date, 'now').mockImplementation(now);
  vi.stubGlobal(
    'Date',
    new Proxy(Date, {
      construct: (Real, parts, made) => Reflect.construct(Real, parts.length === 0 ? [now()] : parts, made),
    }),
  );
}

/** Drawings that are still to come; none comes when its page is gone. */
const frames = new Set<number>();
function dropFrame(id: number): void {
  window.clearTimeout(id);
  frames.delete(id);
}

/** jsdom draws nothing: every part of a page is as large as a window. */
function giveSize(): void {
  const box = { x: 0, y: 0, left: 0, top: 0, right: 1280, bottom: 800, width: 1280, height: 800 };
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockReturnValue({ ...box, toJSON: () => box });
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => ({ ...box, toJSON: () => box });
  // Long lists draw what is in sight: fifty rows of forty pixels.
  const high = (e: Element) => (e.hasAttribute('data-index') ? 40 : 2000);
  for (const kind of ['offset', 'client']) {
    Object.defineProperty(HTMLElement.prototype, `${kind}Width`, { configurable: true, get: () => 1280 });
    Object.defineProperty(HTMLElement.prototype, `${kind}Height`, {
      configurable: true,
      get() {
        return high(this as Element);
      },
    });
  }
  Blob.prototype.arrayBuffer = function () {
    return bytesOf(this);
  };
  Blob.prototype.text = async function () {
    return new TextDecoder().decode(await bytesOf(this));
  };
  HTMLCanvasElement.prototype.getContext = (() => ({ measureText: (t: string) => ({ width: t.length * 7 }) })) as never;
  Element.prototype.scrollIntoView = () => {};
  Element.prototype.scrollTo = () => {};
  Element.prototype.setPointerCapture = () => {};
  Element.prototype.hasPointerCapture = () => false;
  window.scrollTo = () => {};
  // Reckoning every style of every element takes most of the time of a question, and nothing here has any.
  vi.stubGlobal('getComputedStyle', (e: HTMLElement) => e.style ?? document.body.style);
  window.getComputedStyle = globalThis.getComputedStyle;
  window.matchMedia = (query: string) =>
    ({ matches: false, media: query, addEventListener() {}, removeEventListener() {} }) as unknown as MediaQueryList;
  // Nobody looks on: ten drawings a second of what goes on are enough.
  vi.stubGlobal('requestAnimationFrame', (draw: FrameRequestCallback) => {
    const id = window.setTimeout(() => {
      frames.delete(id);
      draw(performance.now());
    }, 100);
    frames.add(id);
    return id;
  });
  vi.stubGlobal('cancelAnimationFrame', dropFrame);
  const observer = (entryOf: (e: Element) => object) =>
    class {
      constructor(private readonly tell: (entries: unknown[], self: unknown) => void) {}
      observe(target: Element) {
        queueMicrotask(() => this.tell([{ target, ...entryOf(target) }], this));
      }
      unobserve() {}
      disconnect() {}
    };
  const sizeOf = (e: Element) => [{ inlineSize: 1280, blockSize: high(e) }];
  vi.stubGlobal(
    'ResizeObserver',
    observer((e) => ({ contentRect: box, borderBoxSize: sizeOf(e), contentBoxSize: sizeOf(e) })),
  );
  vi.stubGlobal(
    'IntersectionObserver',
    observer(() => ({ isIntersecting: true })),
  );
}

/** The page's requests go to the server of this process. */
function giveNetwork(): void {
  const { url } = server;
  vi.stubGlobal('fetch', async (input: string | URL, init: RequestInit = {}) => {
    const { signal, body, ...rest } = init;
    // Signals and files of the page's own world are none to Node.
    const sent = body instanceof Blob ? await bytesOf(body) : body;
    const asked = asking(new URL(String(input), url), { ...rest, ...(sent ? { body: sent } : {}) });
    if (!signal) return asked;
    return Promise.race([
      asked,
      new Promise<never>((_, fail) => {
        if (signal.aborted) fail(signal.reason);
        signal.addEventListener('abort', () => fail(signal.reason));
      }),
    ]);
  });
  // A slow machine is no server that cannot be reached.
  vi.spyOn(AbortSignal, 'timeout').mockImplementation(() => new AbortController().signal);
  vi.stubGlobal(
    'EventSource',
    class extends EventSource {
      constructor(address: string) {
        super(new URL(address, url), { fetch: nodeFetch as never });
      }
    },
  );
}

const bytesOf = (blob: Blob) =>
  new Promise<ArrayBuffer>((done) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as ArrayBuffer);
    reader.readAsArrayBuffer(blob);
  });

/** What the workers do, by the files they are made from. */
const WORK: Record<string, object> = {
  'checks-worker.ts': checksWork,
  'fitter-worker.ts': fitterWork,
  'order-worker.ts': orderWork,
  'reading-worker.ts': readingWork,
  'tempo-worker.ts': tempoWork,
  'ticker-worker.ts': tickerWork,
};

/** A sound that nobody hears, on a clock that goes on. */
function giveSound(): void {
  class SilentNode extends EventTarget {
    readonly gain = {
      value: 1,
      setValueAtTime() {},
      setTargetAtTime() {},
      cancelScheduledValues() {},
      linearRampToValueAtTime() {},
    };
    readonly playbackRate = { value: 1 };
    connect = <T,>(to: T) => to;
    disconnect() {}
    start() {}
    stop() {}
  }
  class SilentContext extends SilentNode {
    readonly sampleRate = 48_000;
    readonly destination = new SilentNode();
    readonly outputLatency = 0;
    readonly baseLatency = 0;
    state = 'running';
    get currentTime() {
      return performance.now() / 1000;
    }
    createWaveShaper = () => new SilentNode();
    resume = async () => {};
    close = async () => {};
    getOutputTimestamp = () => ({ contextTime: this.currentTime, performanceTime: performance.now() });
  }
  class SilentBuffer {
    readonly duration: number;
    constructor({ length, sampleRate }: { length: number; sampleRate: number }) {
      this.duration = length / sampleRate;
    }
    copyToChannel() {}
  }
  vi.stubGlobal('AudioContext', SilentContext);
  vi.stubGlobal('AudioBuffer', SilentBuffer);
  for (const name of ['GainNode', 'AudioBufferSourceNode']) vi.stubGlobal(name, SilentNode);
}

let root: Root | null = null;

/** Ends the page; what it had in memory is gone, as in a window that is closed. */
function shut(): void {
  root?.unmount();
  root = null;
  closeRun();
  queries.clear();
  useLibrary.setState({ state: 'loading' });
  useBuilder.setState(useBuilder.getInitialState(), true);
  useFollow.setState(useFollow.getInitialState(), true);
  document.body.replaceChildren();
}

/** What stands at an address: a page of those who follow, or the application. */
function at(address: string) {
  const [, name = '', code = '', part] = address.split('?')[0]?.split('/').map(decodeURIComponent) ?? [];
  const Follows = FOLLOWERS[name];
  if (Follows)
    return (
      <Suspense>
        <Follows code={code} part={part} />
      </Suspense>
    );
  return (
    <QueryClientProvider client={queries}>
      <LibraryFigures>
        <Routes />
      </LibraryFigures>
    </QueryClientProvider>
  );
}

/** Opens the page anew, with nothing in memory but what the browser keeps. */
function show(): void {
  shut();
  const home = document.createElement('div');
  document.body.append(home);
  root = createRoot(home);
  root.render(at(window.location.pathname));
}

class ScreenPage extends Locator {
  readonly keyboard = keyboard;
  readonly request = request;
  constructor() {
    super(whole().find, 'page');
  }
  async goto(address: string): Promise<void> {
    shut();
    window.history.replaceState(null, '', address);
    show();
  }
  reload = async () => show();
  url = () => window.location.href;
}
export type Page = ScreenPage;

/** From the plan of a class over Ready to its desk. */
export async function toDesk(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Lead this class' }).click();
  await page.getByRole('button', { name: 'To the desk' }).click();
  await page.getByTestId('move').waitFor();
}

/** Saves a class, leads it and waits until it works and the server has its start. Gives the run's id. */
export async function leadClass(page: Page, plan: Plan): Promise<string> {
  await put(plan);
  await page.goto(`/classes/${plan.id}`);
  await toDesk(page);
  await page.keyboard.press(' ');
  await expect(page.getByTestId('phase-word')).toHaveText('Work');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  return page.url().split('/').at(-1) ?? '';
}

/** To be called once in a process of tests of screens; starts its server, and gives the page. */
export function withScreens(): Page {
  // A page that is gone may ask once more.
  globalThis.EventSource ??= class extends EventTarget {
    close() {}
  } as unknown as typeof globalThis.EventSource;
  beforeAll(() => server.start());
  beforeEach(() => {
    giveDate();
    giveSize();
    giveSound();
    giveWorkers((file) => WORK[file]);
    giveNetwork();
    localStorage.clear();
    sessionStorage.clear();
  });
  afterEach(() => {
    shut();
    frames.forEach(dropFrame);
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });
  return new ScreenPage();
}

/** A line without what is drawn by lot, or is of this machine. */
export const steady = (line: string) =>
  line
    .replace(/\b[ACDEFHJKLMNPRTUVWXY34679]{6,8}\b/, 'CODE')
    .replace(/(http:\/\/(?!localhost:3000)[^\s,]+(, )?)+/, 'ADDRESSES ');

/** Waits until a part of the page tells these lines; codes, which are drawn by lot, stand as `CODE`. */
export async function expectTold(part: Locator, lines: string[]): Promise<void> {
  const [from = '', to = ''] = [lines[0], lines.at(-1)];
  const now = () => {
    const [root] = part.find();
    const all = root ? told(root).map(steady) : [];
    const begin = all.indexOf(from);
    const end = all.indexOf(to, begin + lines.length - 1);
    // All of it, or the stretch that is asked for.
    return begin < 0 || end < 0 ? all : all.slice(begin, end + 1);
  };
  // Telling all of a screen takes a while: it is not asked over and over.
  await expect.poll(now, { interval: 200 }).toEqual(lines);
}

const BLOCKS = new Set(
  'p li td th tr dt dd h1 h2 h3 h4 button a label legend option summary text figcaption'.split(' '),
);

/**
 * What a part of a screen tells, a line for each paragraph, cell, button and field, in order: `[name: value]` is a field, `(word)`
 * a button, with `on` or `off` where it is pressed or cannot be.
 * @param without what is left out, as CSS
 */
export function told(root: Element = document.body, without = ''): string[] {
  const lines: string[] = [];
  const skipped = ['script, style, title, [hidden], [aria-hidden="true"]', without].filter(Boolean).join(', ');
  let words = '';
  const end = () => {
    const line = words.replace(/\s+/g, ' ').trim();
    if (line !== '') lines.push(line);
    words = '';
  };
  const read = (node: Node): void => {
    if (node.nodeType === Node.TEXT_NODE) words += node.textContent ?? '';
    if (!(node instanceof Element)) return;
    if (node.matches(skipped)) return;
    const field = fieldOf(node);
    if (field !== null) {
      end();
      lines.push(field);
      return;
    }
    const isBlock = BLOCKS.has(node.tagName.toLowerCase()) || node.hasAttribute('role');
    if (isBlock) end();
    for (const child of node.childNodes) read(child);
    if (isBlock) end();
  };
  read(root);
  end();
  return lines;
}

function fieldOf(e: Element): string | null {
  if (e.matches('button, [role="button"], [role="tab"], summary')) {
    const state = [
      (e.getAttribute('aria-pressed') ?? e.getAttribute('aria-selected')) === 'true' && 'on',
      (e.matches(':disabled') || e.getAttribute('aria-disabled') === 'true') && 'off',
    ].filter(Boolean);
    return `(${[computeAccessibleName(e), ...state].join(', ')})`;
  }
  if (e instanceof HTMLSelectElement) return `[${computeAccessibleName(e)}: ${e.selectedOptions[0]?.textContent}]`;
  if (e instanceof HTMLInputElement || e instanceof HTMLTextAreaElement) {
    const value = /checkbox|radio/.test(e.type)
      ? e instanceof HTMLInputElement && e.checked
        ? 'x'
        : ''
      : e.value.replace(/\s+/g, ' ');
    return `[${computeAccessibleName(e)}: ${value}${e.getAttribute('aria-invalid') === 'true' ? '!' : ''}]`;
  }
  if (e.matches('[role="img"]')) return `<${computeAccessibleName(e)}>`;
  return null;
}
