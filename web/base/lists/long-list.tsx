import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useRef } from 'react';
import type { Pages } from '../data/index.ts';
import { Button } from '../ui/index.ts';

interface Props<T> {
  name: string;
  pages: Pages<T>;
  rowHeight: number;
  keyOf: (item: T) => string;
  children: (item: T) => ReactNode;
}

/** A list of any length: only the rows in sight are drawn, and the next page comes before its end is reached. */
export function LongList<T>({ name, pages, rowHeight, keyOf, children }: Props<T>) {
  const box = useRef<HTMLUListElement>(null);
  const { items, hasMore, more, message } = pages;
  const virtual = useWindowVirtualizer({
    count: items.length,
    estimateSize: () => rowHeight,
    overscan: 8,
    scrollMargin: box.current?.offsetTop ?? 0,
    getItemKey: (k) => {
      const item = items[k];
      return item === undefined ? k : keyOf(item);
    },
  });
  const rows = virtual.getVirtualItems();
  const last = rows.at(-1)?.index ?? 0;
  // The list goes on by scrolling: the virtual list, not an event of ours, knows what is in sight.
  useEffect(() => {
    if (hasMore && message === '' && last >= items.length - 10) more();
  }, [hasMore, message, last, items.length, more]);
  return (
    <>
      <ul
        ref={box}
        aria-label={name}
        className="relative border-t border-line-strong"
        style={{ height: virtual.getTotalSize() }}
      >
        {rows.map((row) => {
          const item = items[row.index];
          return item === undefined ? null : (
            <li
              key={row.key}
              ref={virtual.measureElement}
              data-index={row.index}
              aria-setsize={hasMore ? -1 : items.length}
              aria-posinset={row.index + 1}
              className="absolute inset-x-0 top-0"
              style={{ transform: `translateY(${row.start - virtual.options.scrollMargin}px)` }}
            >
              {children(item)}
            </li>
          );
        })}
      </ul>
      {hasMore && (
        <p className="py-3 text-muted">
          {message === '' ? 'More is coming…' : `${message}.`} <Button onClick={more}>More</Button>
        </p>
      )}
    </>
  );
}
