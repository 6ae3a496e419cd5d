import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { backups } from '../../../core/wire/index.ts';
import { ApiError, ask, Button, Form, ownPlace, TextField } from '../../base/index.ts';
import { Wordmark } from './wordmark.tsx';

/** Where the instructor's passphrase is asked when the server listens on the network. */
export function LoginScreen() {
  const [params] = useSearchParams();
  const [passphrase, setPassphrase] = useState('');
  const [failed, setFailed] = useState<string | null>(null);
  const enter = async () => {
    try {
      await ask(backups.signIn, { body: { passphrase } });
      window.location.assign(ownPlace(params.get('to') ?? '/', window.location.origin));
    } catch (error) {
      setFailed(error instanceof ApiError ? error.message : 'Something failed');
    }
  };
  return (
    <main id="content" className="mx-auto flex min-h-dvh max-w-sm flex-col justify-center px-6">
      <title>Sign in · Odd Round</title>
      <Wordmark />
      <Form className="mt-6" onSubmit={() => void enter()}>
        <label htmlFor="passphrase">Instructor’s passphrase</label>
        <TextField
          id="passphrase"
          type="password"
          autoComplete="current-password"
          className="mt-1 h-12 w-full"
          value={passphrase}
          onChange={(e) => setPassphrase(e.target.value)}
        />
        <Button look="strong" className="mt-3 w-full" disabled={passphrase === ''} onClick={() => void enter()}>
          Enter
        </Button>
        {failed && (
          <p role="alert" className="mt-3 text-live">
            {failed}.
          </p>
        )}
      </Form>
      <p className="mt-6 text-small text-muted">
        Following a class on a screen or a phone needs no passphrase:{' '}
        <a href="/join" className="underline">
          type its code
        </a>
        .
      </p>
    </main>
  );
}
