import { type ComponentProps, lazy, type ReactNode, Suspense } from 'react';
import type { Pages } from '../data/index.ts';
import { Button } from '../ui/index.ts';

/** So many rows are drawn as they are; what draws only those in sight is fetched for longer lists. */
const FEW = 40;

const RowsInSight = lazy(async () => ({ default: (await import('./rows-in-sight.tsx')).RowsInSight }));

interface Props<T> {
  name: string;
  pages: Pages<T>;
  rowHeight: number;
  keyOf: (item: T) => string;
  children: (item: T) => ReactNode;
}

/** A list of any length: only the rows in sight are drawn, and the next page comes before its end is reached. */
export function LongList<T>(props: Props<T>) {
  const { items, hasMore, more, message } = props.pages;
  return (
    <>
      {items.length > FEW || hasMore ? (
        <Suspense fallback={<Rows {...props} />}>
          <RowsInSight {...(props as unknown as ComponentProps<typeof RowsInSight>)} />
        </Suspense>
      ) : (
        <Rows {...props} />
      )}
      {hasMore && (
        <p className="py-3 text-muted">
          {message === '' ? 'More is coming…' : `${message}.`} <Button onClick={more}>More</Button>
        </p>
      )}
    </>
  );
}

function Rows<T>({ name, pages: { items }, keyOf, children }: Props<T>) {
  return (
    <ul aria-label={name} className="border-t border-line-strong">
      {items.slice(0, FEW).map((item) => (
        <li key={keyOf(item)}>{children(item)}</li>
      ))}
    </ul>
  );
}
