import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useRef } from 'react';
import type { Pages } from '../data/index.ts';

interface Props {
  name: string;
  pages: Pages<unknown>;
  rowHeight: number;
  keyOf: (item: unknown) => string;
  children: (item: unknown) => ReactNode;
}

/** The rows of a long list that are in sight. */
export function RowsInSight({ name, pages: { items, hasMore, more, message }, rowHeight, keyOf, children }: Props) {
  const box = useRef<HTMLUListElement>(null);
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
  );
}
