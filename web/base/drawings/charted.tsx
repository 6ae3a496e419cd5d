import type { EChartsCoreOption } from 'echarts/core';
import { lazy, type ReactNode, Suspense, useState } from 'react';
import { writeCsv } from '../../../core/out/index.ts';
import { Button, saveFile } from '../ui/index.ts';

const Chart = lazy(() => import('./chart.tsx'));

interface Props {
  title: string;
  /** What the chart shows, in words. */
  label: string;
  option: EChartsCoreOption;
  height: number;
  /** The same as a table: the names of its columns, then its rows. */
  header: readonly string[];
  rows: readonly (readonly (string | number | null)[])[];
  /** Name of the CSV, without its ending. */
  file: string;
  /** Below the title. */
  children?: ReactNode;
}

/** A chart with its table and its CSV: what it shows can be read and taken along. */
export function Charted({ title, label, option, height, header, rows, file, children }: Props) {
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="text-title font-semibold">{title}</h2>
      {children}
      <Suspense fallback={<div style={{ height }} />}>
        <Chart option={option} height={height} label={label} />
      </Suspense>
      <Tabled name={title} header={header} rows={rows} file={file} />
    </section>
  );
}

/** A table that folds, and its CSV. */
export function Tabled({ name, header, rows, file }: Pick<Props, 'header' | 'rows' | 'file'> & { name: string }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mt-1" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="inline-flex min-h-11 cursor-pointer items-center text-small text-muted">
        The numbers: {rows.length} {rows.length === 1 ? 'row' : 'rows'}
      </summary>
      {open && (
        <section
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, also by the keyboard
          tabIndex={0}
          aria-label={`${name}, the numbers`}
          className="max-h-[420px] max-w-full overflow-auto border-y"
        >
          <table aria-label={name} className="w-full text-left">
            <thead className="sticky top-0 bg-paper text-small text-muted">
              <tr className="border-b">
                {header.map((h) => (
                  <th key={h} scope="col" className="px-2 py-1 font-normal">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row, r) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name
                <tr key={r} className="border-b">
                  {row.map((cell, c) => (
                    <td key={header[c] ?? c} className={`px-2 py-1 ${typeof cell === 'number' ? 'digits' : ''}`}>
                      {cell ?? ''}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <Button className="mt-1" onClick={() => saveFile(`${file}.csv`, writeCsv(header, rows), 'text/csv')}>
        As CSV
      </Button>
    </details>
  );
}
