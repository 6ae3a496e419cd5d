import { type Page, test } from './test.ts';

const WORKLET = `
registerProcessor('onset-probe', class extends AudioWorkletProcessor {
  quiet = sampleRate;
  process([input]) {
    const samples = input[0];
    if (!samples) { this.quiet += 128; return true; }
    for (let i = 0; i < samples.length; i++) {
      if (Math.abs(samples[i]) < 0.004) { this.quiet++; continue; }
      if (this.quiet > sampleRate * 0.055) this.port.postMessage((currentFrame + i) / sampleRate);
      this.quiet = 0;
    }
    return true;
  }
});`;

/**
 * Listens on the page's output bus: an AudioWorklet beside the destination notes the audio time of every onset (sound
 * after 55 ms of silence). Must be called before the page opens, in a
 * context that bypasses the content security policy: the probe is no script of the application's.
 */
export async function listen(page: Page): Promise<() => Promise<number[]>> {
  await watchClocksOf(page);
  await page.addInitScript(watchTurns);
  await page.addInitScript((source) => {
    const onsets: number[] = [];
    Object.assign(window, { onsets });
    const connect = AudioNode.prototype.connect as (this: AudioNode, ...args: unknown[]) => unknown;
    AudioNode.prototype.connect = function (this: AudioNode, ...args: unknown[]) {
      if (args[0] === this.context.destination) {
        const { context } = this;
        void context.audioWorklet
          .addModule(URL.createObjectURL(new Blob([source], { type: 'text/javascript' })))
          .then(() => {
            const probe = new AudioWorkletNode(context, 'onset-probe');
            probe.port.onmessage = (e) => onsets.push(e.data as number);
            connect.call(this, probe);
            connect.call(probe, context.destination);
          });
      }
      return connect.apply(this, args);
    } as typeof connect as AudioNode['connect'];
  }, WORKLET);
  return () => page.evaluate(() => (window as unknown as { onsets: number[] }).onsets);
}

/** Keeps the page's main thread busy for `busyMs` out of every `everyMs`. */
export async function blockMainThread(page: Page, busyMs: number, everyMs: number): Promise<void> {
  await page.evaluate(
    ([busy, every]) => {
      setInterval(() => {
        const until = performance.now() + busy;
        while (performance.now() < until);
      }, every);
    },
    [busyMs, everyMs] as const,
  );
}

/** Notes the longest that a thread of the page with nothing else to do had to wait for its turn, ms. */
function watchTurns(): void {
  const source = `let last = performance.now(); let longest = 0;
    setInterval(() => {
      const now = performance.now();
      if (now - last - 10 > longest) postMessage(longest = now - last - 10);
      last = now;
    }, 10);`;
  const thread = new Worker(URL.createObjectURL(new Blob([source], { type: 'text/javascript' })));
  thread.onmessage = ({ data }) => Object.assign(window, { heldUpMs: data });
}

/** A desk plans what a key asks for this far ahead; where the machine holds it up longer, the sound is late, ms. */
const LEAD_MS = 50;

/** Holds what was heard on these pages against what should have been, unless the machine kept them waiting. */
export async function judged(judge: () => void | Promise<void>, ...pages: Page[]): Promise<void> {
  const heldUp = await Promise.all(
    pages.map((page) => page.evaluate(() => (window as unknown as { heldUpMs?: number }).heldUpMs ?? 0)),
  );
  const longest = Math.max(...heldUp);
  test.info().annotations.push({ type: 'waited for a core, ms', description: longest.toFixed(0) });
  try {
    await judge();
  } catch (fault) {
    test.skip(longest > LEAD_MS, `the machine kept the page waiting for ${Math.round(longest)} ms: nothing to measure`);
    throw fault;
  }
}

/** Lets `clocksParted` be asked of a page; must be called before the page opens. */
export const watchClocksOf = (page: Page) => page.addInitScript(watchClocks);

/** Notes how far the audio clock and the system clock part: on a machine that does not get its time, sound falls behind. */
function watchClocks(): void {
  const Context = window.AudioContext;
  const apart: number[] = [];
  Object.assign(window, { apart });
  window.AudioContext = class extends Context {
    constructor(options?: AudioContextOptions) {
      super(options);
      setInterval(() => {
        if (this.state === 'running') apart.push(Date.now() - this.currentTime * 1000);
      }, 200);
    }
  };
}

/**
 * How far the two clocks have parted, in ms. Up to three tenths of a second the desk goes by the audio clock alone; past
 * it, it ties the clock anew as after a sleep, and what a timing test would measure is the machine.
 */
export async function clocksParted(page: Page): Promise<number> {
  const apart = await page.evaluate(() => (window as unknown as { apart: number[] }).apart);
  return apart.length === 0 ? 0 : Math.max(...apart) - Math.min(...apart);
}

/** Forgets how the clocks parted until now: what comes before the first sound harms nothing. */
export const watchClocksAnew = (page: Page) =>
  page.evaluate(() => {
    (window as unknown as { apart: number[] }).apart.length = 0;
  });

/** Past this the machine, not the desk, is what a timing test would measure, ms. */
const REAL_TIME_MS = 280;

/** Skips the test where the pages' clocks have parted: there is nothing to measure. */
export async function skipUnlessInTime(...pages: Page[]): Promise<void> {
  const parted = Math.max(...(await Promise.all(pages.map(clocksParted))));
  test.skip(parted > REAL_TIME_MS, `the machine fell ${Math.round(parted)} ms behind real time: nothing to measure`);
}

/** Lets so much time pass, looking every few seconds whether the machine keeps up with it. */
export async function waitInTime(ms: number, ...pages: Page[]): Promise<void> {
  const until = performance.now() + ms;
  for (let left = ms; left > 0; left = until - performance.now()) {
    await new Promise((done) => setTimeout(done, Math.min(left, 3000)));
    await skipUnlessInTime(...pages);
  }
}
