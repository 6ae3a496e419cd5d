import { type Endpoint, expose } from 'comlink';
import { vi } from 'vitest';

/**
 * Workers in the thread of the test: another one would have modules of its own, loaded anew. Gives those that are open.
 * @param workOf what a worker does, by the name of the file it is made from
 */
export function giveWorkers(workOf: (file: string) => object | undefined): ReadonlySet<object> {
  const open = new Set<object>();
  vi.stubGlobal(
    'Worker',
    class {
      private readonly channel = new MessageChannel();
      readonly postMessage = this.channel.port1.postMessage.bind(this.channel.port1);
      readonly addEventListener = this.channel.port1.addEventListener.bind(this.channel.port1);
      readonly removeEventListener = this.channel.port1.removeEventListener.bind(this.channel.port1);
      constructor(file: URL) {
        open.add(this);
        expose(workOf(file.pathname.split('/').at(-1) ?? ''), this.channel.port2 as unknown as Endpoint);
        this.channel.port1.start();
      }
      terminate() {
        open.delete(this);
        this.channel.port1.close();
        this.channel.port2.close();
      }
    },
  );
  return open;
}
