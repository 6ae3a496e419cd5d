import net from 'node:net';

/**
 * A network between a page and the server: an address of its own that passes all bytes on, later when asked, and that can be cut:
 * open connections then go dead without a word, as in a hall whose Wi-Fi fails, and new ones get no answer.
 */
export class BadNetwork {
  private readonly pairs = new Set<readonly [net.Socket, net.Socket]>();
  private readonly dead = new Set<readonly [net.Socket, net.Socket]>();
  private readonly waiting = new Set<net.Socket>();
  private server: net.Server | null = null;
  private isCut = false;

  /**
   * @param target the address of the server
   * @param delayMs how much later the next bytes pass, ms; asked anew for each
   */
  constructor(
    private readonly target: string,
    private readonly delayMs: () => number = () => 0,
  ) {}

  /** Opens it and gives its own address, at a port that the system chooses. */
  async open(): Promise<string> {
    const server = net.createServer((near) => this.connect(near));
    this.server = server;
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    return `http://127.0.0.1:${(server.address() as net.AddressInfo).port}`;
  }

  private connect(near: net.Socket): void {
    near.on('error', () => {});
    if (this.isCut) {
      this.waiting.add(near);
      return;
    }
    const far = net.connect(Number(new URL(this.target).port), '127.0.0.1');
    far.on('error', () => near.destroy());
    const pair = [near, far] as const;
    this.pairs.add(pair);
    const alive = () => this.pairs.has(pair);
    this.pass(near, far, alive);
    this.pass(far, near, alive);
    const close = () => {
      near.destroy();
      far.destroy();
      this.pairs.delete(pair);
    };
    near.on('close', close);
    far.on('close', close);
  }

  private pass(from: net.Socket, to: net.Socket, alive: () => boolean): void {
    // Bytes stay in order: later ones never overtake.
    let sent = Promise.resolve();
    from.on('data', (bytes) => {
      const at = performance.now() + this.delayMs();
      sent = sent
        .then(() => new Promise((done) => setTimeout(done, Math.max(0, at - performance.now()))))
        .then(() => void (alive() && to.write(bytes)));
    });
  }

  /** Nothing passes any more, and nobody is told. */
  cut(): void {
    this.isCut = true;
    for (const pair of this.pairs) this.dead.add(pair);
    this.pairs.clear();
  }

  /** What was open stays dead; new connections pass. */
  mend(): void {
    this.isCut = false;
    for (const near of this.waiting) this.connect(near);
    this.waiting.clear();
  }

  /** Breaks one open connection, as it happens; gives whether there was one. */
  breakOne(random: () => number): boolean {
    const pair = [...this.pairs][Math.floor(random() * this.pairs.size)];
    pair?.[0].resetAndDestroy();
    return pair !== undefined;
  }

  close(): void {
    for (const [near, far] of [...this.pairs, ...this.dead]) {
      near.destroy();
      far.destroy();
    }
    for (const near of this.waiting) near.destroy();
    this.server?.close();
  }
}
