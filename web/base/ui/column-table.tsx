import { Select } from './select.tsx';

const SHOWN = 4;

interface Props<C extends string> {
  header: readonly string[];
  rows: readonly (readonly string[])[];
  /** What each column of the file is; null is left out. */
  columns: readonly (C | null)[];
  names: readonly C[];
  onColumns: (columns: (C | null)[]) => void;
}

/** The first rows of a table from a file, with what each of its columns is taken as; none is taken twice. */
export function ColumnTable<C extends string>({ header, rows, columns, names, onColumns }: Props<C>) {
  return (
    <div className="overflow-x-auto border">
      <table className="text-small">
        <thead>
          <tr className="border-b bg-card align-top">
            {header.map((title, k) => (
              <th key={`${title}${String(k)}`} className="min-w-32 p-2 text-left font-normal">
                <span className="block font-semibold">{title || `column ${k + 1}`}</span>
                <Select
                  aria-label={`Column ${title || k + 1} is`}
                  className={`mt-1 min-h-9 w-full rounded-md border bg-paper px-1 ${columns[k] ? 'border-ink' : 'border-line text-muted'}`}
                  value={columns[k] ?? ''}
                  onChange={(e) => {
                    const chosen = names.find((n) => n === e.target.value) ?? null;
                    onColumns(columns.map((c, j) => (j === k ? chosen : c === chosen ? null : c)));
                  }}
                >
                  <option value="">left out</option>
                  {names.map((c) => (
                    <option key={c}>{c}</option>
                  ))}
                </Select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, SHOWN).map((row) => (
            <tr key={row.join('\u0000')} className="border-b">
              {header.map((title, k) => (
                <td key={`${title}${String(k)}`} className={`max-w-56 truncate p-2 ${columns[k] ? '' : 'text-muted'}`}>
                  {row[k]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
