import { once } from 'node:events';
import { type AddressInfo, connect, createServer, type Server, type Socket } from 'node:net';

/**
 * A way to a server that can be cut. `cut` ends all that goes through it, and takes nothing more until it is `mend`ed; `still` lets nothing through
 * of what is open, and nothing says so.
 */
export class CutWay {
  private readonly open = new Set<Socket>();
  private readonly stilled = new Set<Socket>();
  private server: Server | null = null;
  private port = 0;

  /** @param to the server's address, on this machine */
  constructor(private readonly to: string) {}

  /** The server's address by this way, once it is mended. */
  get url(): string {
    const url = new URL(this.to);
    url.port = String(this.port);
    return url.href.replace(/\/$/, '');
  }

  async mend(): Promise<void> {
    const server = createServer((from) => {
      const to = connect(Number(new URL(this.to).port), '127.0.0.1');
      this.pass(from, to);
      this.pass(to, from);
    });
    server.listen(this.port, '127.0.0.1');
    await once(server, 'listening');
    this.port = (server.address() as AddressInfo).port;
    this.server = server;
  }

  cut(): void {
    this.server?.close();
    this.server = null;
    for (const socket of this.open) socket.destroy();
  }

  still(): void {
    for (const socket of this.open) this.stilled.add(socket);
  }

  private pass(from: Socket, to: Socket): void {
    this.open.add(from);
    from.on('data', (bytes) => this.stilled.has(from) || to.write(bytes));
    from.on('error', () => {});
    from.on('close', () => {
      this.open.delete(from);
      if (!this.stilled.delete(from)) to.destroy();
    });
  }
}
