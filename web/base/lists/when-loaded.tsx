import type { ReactNode } from 'react';
import type { Loaded } from '../data/index.ts';
import { Button } from '../ui/index.ts';

interface Props<T> {
  loaded: Loaded<T>;
  reload: () => void;
  children: (value: T) => ReactNode;
}

/** Shows loaded data, or that it is loading, or that it failed and can be tried again. */
export function WhenLoaded<T>({ loaded, reload, children }: Props<T>) {
  if (loaded.state === 'loading') return <p className="p-6 text-muted">Opening…</p>;
  if (loaded.state === 'failed')
    return (
      <p className="p-6">
        {loaded.message}. <Button onClick={reload}>Try again</Button>
      </p>
    );
  return children(loaded.value);
}
