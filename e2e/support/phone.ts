import http from 'node:http';

/** As the pages try again: at once, then so much later each time, by chance down to half. */
const AGAIN_MS = 1000;
const AGAIN_MOST_MS = 15_000;
const DEAD_AFTER_MS = 7000;
const TRY_FOR_MS = 15_000;

/** A screen that follows a run as the pages do, without a browser: it keeps its cookie, heeds beats, and comes back after a break. */
export class Phone {
  /** Ids of the events it has, in the order they came, and when. */
  readonly events = new Map<string, number>();
  /** Answers that were no stream. */
  readonly refused: number[] = [];
  /** It has a stream now; and when it had its last first message. */
  isOpen = false;
  openedAt = 0;
  private cookie = '';
  private last = '';
  private failures = 0;
  private over = false;
  private request: http.ClientRequest | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private silence: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly url: () => string,
    private readonly path: string,
    private readonly agent: http.Agent,
  ) {}

  follow(): void {
    if (this.over) return;
    const address = `${this.url()}${this.path}${this.last ? `&after=${this.last}` : ''}`;
    const request = http.get(
      address,
      { agent: this.agent, headers: this.cookie ? { Cookie: this.cookie } : {} },
      (res) => {
        const [cookie] = res.headers['set-cookie'] ?? [];
        if (cookie) this.cookie = cookie.split(';')[0] ?? '';
        if (res.statusCode !== 200) {
          this.refused.push(res.statusCode ?? 0);
          res.resume();
          return this.again(request);
        }
        let text = '';
        res.setEncoding('utf8');
        res.on('data', (piece: string) => {
          this.hearSilence(request, DEAD_AFTER_MS);
          const blocks = (text + piece).split('\n\n');
          text = blocks.pop() ?? '';
          for (const block of blocks) this.take(block);
        });
        res.on('error', () => {});
        res.on('close', () => this.again(request));
      },
    );
    this.request = request;
    this.hearSilence(request, TRY_FOR_MS);
    request.on('error', () => this.again(request));
  }

  end(): void {
    this.over = true;
    clearTimeout(this.timer);
    clearTimeout(this.silence);
    this.request?.destroy();
  }

  private take(block: string): void {
    const [, name] = /^event: (\w+)$/m.exec(block) ?? [];
    if (name === 'run') {
      [this.isOpen, this.openedAt, this.failures] = [true, performance.now(), 0];
      return;
    }
    if (name !== 'event') return;
    this.last = /^id: (\d+)$/m.exec(block)?.[1] ?? this.last;
    const id = /"id":"([^"]+)"/.exec(block)?.[1] ?? '';
    if (!this.events.has(id)) this.events.set(id, performance.now());
  }

  private hearSilence(request: http.ClientRequest, ms: number): void {
    clearTimeout(this.silence);
    this.silence = setTimeout(() => request.destroy(), ms);
  }

  private again(request: http.ClientRequest): void {
    if (this.over || this.request !== request) return;
    this.request = null;
    const most = this.isOpen ? 200 : Math.min(AGAIN_MOST_MS, AGAIN_MS * 2 ** this.failures++);
    this.isOpen = false;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.follow(), most * (0.5 + Math.random() / 2));
  }
}
