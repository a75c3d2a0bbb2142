import { useState, type ReactNode } from 'react';

/** One column of a table: what it shows and what it is sorted by. */
export interface Column<T> {
  readonly name: string;
  readonly show: (row: T) => ReactNode;
  /** text is sorted by letters, numbers by size */
  readonly by: (row: T) => number | string;
  /** numbers stand at the right */
  readonly number?: boolean;
}

const compare = (a: number | string, b: number | string) =>
  typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b));

/** A table sorted by any of its columns, by pointer or key; the first column names the row. */
export function SortTable<T>({
  label,
  rows,
  columns,
  first,
  idOf,
  chosen,
  onChoose,
}: {
  label: string;
  rows: readonly T[];
  columns: readonly Column<T>[];
  /** index of the column it is sorted by at first, and the way */
  first: { column: number; down: boolean };
  idOf: (row: T) => string | number;
  chosen?: string | number | null;
  onChoose?: (row: T) => void;
}) {
  const [{ column, down }, setSort] = useState(first);
  const sorted = [...rows].sort((a, b) => (down ? -1 : 1) * compare(columns[column].by(a), columns[column].by(b)));
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={label}>
      <table className="w-full border-collapse text-[15px]" aria-label={label}>
        <thead>
          <tr style={{ borderBottom: '2px solid var(--ink)' }}>
            {columns.map(({ name, number }, k) => (
              <th
                key={k}
                scope="col"
                className={`py-0 pr-3 font-semibold whitespace-nowrap ${number ? 'text-right' : 'text-left'}`}
                aria-sort={column === k ? (down ? 'descending' : 'ascending') : 'none'}
              >
                <button
                  className="min-h-8 border-0 bg-transparent p-0 font-semibold"
                  style={column === k ? { fontWeight: 750 } : { fontWeight: 500 }}
                  onClick={() => setSort({ column: k, down: column === k ? !down : Boolean(number) })}
                >
                  {name}
                  <span aria-hidden="true">{column === k ? (down ? ' ↓' : ' ↑') : ''}</span>
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sorted.map((row) => {
            const id = idOf(row);
            return (
              <tr
                key={id}
                style={{
                  borderTop: '1px solid var(--rule)',
                  boxShadow: chosen === id ? 'inset 4px 0 0 var(--ink)' : undefined,
                }}
              >
                {columns.map(({ show, number }, k) =>
                  k === 0 ? (
                    <th key={k} scope="row" className="py-0 pr-3 text-left font-normal">
                      {onChoose ? (
                        <button
                          className="min-h-8 border-0 bg-transparent px-2 py-0 text-left"
                          style={{ fontWeight: chosen === id ? 700 : undefined }}
                          aria-pressed={chosen === id}
                          onClick={() => onChoose(row)}
                        >
                          {show(row)}
                        </button>
                      ) : (
                        show(row)
                      )}
                    </th>
                  ) : (
                    <td key={k} className={`py-0 pr-3 whitespace-nowrap ${number ? 'text-right' : ''}`}>
                      {show(row)}
                    </td>
                  ),
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
