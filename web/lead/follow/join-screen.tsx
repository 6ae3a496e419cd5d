import { useState } from 'react';
import { Form } from '../../base/index.ts';
import { Target } from '../stage/index.ts';

/** Where a code is typed when it was not scanned. */
export function JoinScreen() {
  const [code, setCode] = useState('');
  const [failed, setFailed] = useState<string | null>(null);
  const join = async () => {
    // What asks the server comes when there is something to ask.
    const { addressOfCode } = await import('./address-of-code.ts');
    const found = await addressOfCode(code);
    if ('problem' in found) setFailed(found.problem);
    else window.location.assign(found.address);
  };
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center px-6">
      <title>Follow a class · Odd Round</title>
      <h1 className="digits mb-4 text-big">Follow a class</h1>
      <Form onSubmit={() => void join()}>
        <label htmlFor="code" className="text-lead">
          The code on the desk
        </label>
        <input
          id="code"
          autoCapitalize="characters"
          autoComplete="off"
          className="digits mt-1 h-16 w-full rounded-md border-2 border-line-strong bg-card px-3 text-center text-big uppercase tracking-widest"
          value={code}
          onChange={(e) =>
            setCode(
              e.target.value
                .toUpperCase()
                .replace(/[^A-Z0-9]/g, '')
                .slice(0, 12),
            )
          }
        />
        <div className="mt-3">
          <Target name="Follow" hint="" disabled={code.length < 4} onClick={() => void join()} />
        </div>
        {failed && (
          <p role="alert" className="mt-3">
            {failed}.
          </p>
        )}
      </Form>
    </main>
  );
}
