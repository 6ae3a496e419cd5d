import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { exporting, type Handout } from '../../../core/wire/index.ts';
import {
  ask,
  Button,
  Checkbox,
  fetchAnew,
  isOwnMachine,
  messageOf,
  toast,
  useLoaded,
  useOrigins,
} from '../../base/index.ts';
import { MakingNote } from './making-note.tsx';
import { useMaking } from './use-making.ts';

type What = Pick<Handout, 'kind' | 'targetId'>;

/** A class or a run for home: as one file, and by a code that stays until it is taken back. */
export function HomePart({ what, before }: { what: What; before?: () => Promise<boolean> }) {
  const { state, make, cancel } = useMaking();
  const [voice, setVoice] = useState(true);
  const { kind, targetId } = what;
  return (
    <section aria-label="At home" className="mt-5">
      <h3 className="font-semibold">At home</h3>
      <p className="text-fine text-muted">
        One page with the shape, the moves and their other ways, what could stand in, and a player with tones and voice.
        Your notes, squads and what people said of themselves stay here.
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Button
          onClick={() =>
            void make(
              'A page for home',
              exporting.getHomePage,
              { path: { kind, id: targetId }, query: { voice: voice ? '1' : '0' } },
              before,
            )
          }
        >
          As one file (HTML)
        </Button>
        <Checkbox className="text-small" checked={voice} onChange={setVoice}>
          with the voice
        </Checkbox>
      </div>
      <MakingNote state={state} onCancel={cancel} />
      <ByCode what={what} />
    </section>
  );
}

function ByCode({ what: { kind, targetId } }: { what: What }) {
  const [loaded] = useLoaded(['handouts'], () => ask(exporting.listHandouts, {}));
  const { origins } = useOrigins();
  const mine =
    loaded.state === 'ready' ? loaded.value.find((h) => h.kind === kind && h.targetId === targetId) : undefined;
  const change = (doing: Promise<unknown>) =>
    void doing.then(
      () => fetchAnew(['handouts']),
      (e: unknown) => toast.error(`${messageOf(e)}.`),
    );
  if (loaded.state !== 'ready') return null;
  if (!mine)
    return (
      <p className="mt-2">
        <Button onClick={() => change(ask(exporting.makeHandout, { body: { kind, targetId } }))}>
          Give it out by a code
        </Button>
      </p>
    );
  const address = `${origins[0] ?? window.location.origin}/h/${mine.code}`;
  return (
    <div className="mt-2 flex flex-wrap items-start gap-3">
      <a
        href={`/h/${mine.code}`}
        target="_blank"
        rel="noreferrer"
        aria-label={`The page for home, code ${mine.code}`}
        className="bg-[white] p-2"
      >
        <QRCodeSVG value={address} size={96} title={address} />
      </a>
      <div className="min-w-0 flex-1 text-small">
        <p className="break-all" data-testid="handout-address">
          {address}
        </p>
        {isOwnMachine(address) && (
          <p className="text-fine">
            This address is of this machine alone: phones find the server once it listens on the network.
          </p>
        )}
        <p className="text-fine text-muted">
          Whoever has it sees {kind === 'plan' ? 'the class as it is by then' : 'the class as it was led'}, for as long
          as you leave it.
        </p>
        <Button look="quiet" onClick={() => change(ask(exporting.endHandout, { path: { code: mine.code } }))}>
          Take it back
        </Button>
      </div>
    </div>
  );
}
