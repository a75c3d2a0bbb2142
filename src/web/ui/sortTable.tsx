import {
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Header,
  type Row,
  type SortingFn,
} from '@tanstack/react-table';
import { useMemo, type ReactNode } from 'react';

/** One column of a table: what it shows and what it is sorted by. */
export interface Column<T> {
  readonly name: string;
  readonly show: (row: T) => ReactNode;
  /** text is sorted by letters, numbers by size; what is not told of a row is null and stands last either way */
  readonly by: (row: T) => number | string | null;
  /** numbers stand at the right */
  readonly number?: boolean;
}

const compare = (a: number | string, b: number | string) =>
  typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b));

/** The table library's columns; the first press on a column of numbers puts the largest first. */
function definitions<T>(columns: readonly Column<T>[]): ColumnDef<T, number | string | undefined>[] {
  const sortingFn: SortingFn<T> = (a, b, id) => compare(a.getValue(id), b.getValue(id));
  return columns.map(({ name, show, by, number = false }, index) => ({
    id: String(index),
    header: name,
    accessorFn: (row) => by(row) ?? undefined,
    sortUndefined: 'last',
    cell: ({ row }) => show(row.original),
    sortDescFirst: number,
    sortingFn,
    meta: { number },
  }));
}

const isNumber = (meta: unknown): boolean => (meta as { number?: boolean } | undefined)?.number ?? false;
const ORDERS = { asc: 'ascending', desc: 'descending' } as const;

function Head<T>({ header }: { header: Header<T, unknown> }) {
  const { column } = header;
  const way = column.getIsSorted();
  return (
    <th
      scope="col"
      className={`py-0 pr-3 font-semibold whitespace-nowrap ${isNumber(column.columnDef.meta) ? 'text-right' : 'text-left'}`}
      aria-sort={way ? ORDERS[way] : 'none'}
    >
      <button
        className="min-h-8 border-0 bg-transparent p-0 font-semibold"
        style={{ fontWeight: way ? 750 : 500 }}
        onClick={column.getToggleSortingHandler()}
      >
        {flexRender(column.columnDef.header, header.getContext())}
        <span aria-hidden="true">{way ? (way === 'desc' ? ' ↓' : ' ↑') : ''}</span>
      </button>
    </th>
  );
}

function Line<T>({ row, chosen, onChoose }: { row: Row<T>; chosen: boolean; onChoose?: (row: T) => void }) {
  const [first, ...others] = row
    .getVisibleCells()
    .map((cell) => ({ cell, shown: flexRender(cell.column.columnDef.cell, cell.getContext()) }));
  return (
    <tr style={{ borderTop: '1px solid var(--rule)', boxShadow: chosen ? 'inset 4px 0 0 var(--ink)' : undefined }}>
      <th scope="row" className="py-0 pr-3 text-left font-normal">
        {onChoose ? (
          <button
            className="min-h-8 border-0 bg-transparent px-2 py-0 text-left"
            style={{ fontWeight: chosen ? 700 : undefined }}
            aria-pressed={chosen}
            onClick={() => onChoose(row.original)}
          >
            {first?.shown}
          </button>
        ) : (
          first?.shown
        )}
      </th>
      {others.map(({ cell, shown }) => (
        <td
          key={cell.id}
          className={`py-0 pr-3 whitespace-nowrap ${isNumber(cell.column.columnDef.meta) ? 'text-right' : ''}`}
        >
          {shown}
        </td>
      ))}
    </tr>
  );
}

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
  const data = useMemo(() => [...rows], [rows]);
  const table = useReactTable({
    data,
    columns: useMemo(() => definitions(columns), [columns]),
    getRowId: (row) => String(idOf(row)),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    enableSortingRemoval: false,
    enableMultiSort: false,
    initialState: { sorting: [{ id: String(first.column), desc: first.down }] },
  });
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={label}>
      <table className="w-full border-collapse text-[0.9375rem]" aria-label={label}>
        <thead>
          <tr style={{ borderBottom: '2px solid var(--ink)' }}>
            {table.getFlatHeaders().map((header) => (
              <Head key={header.id} header={header} />
            ))}
          </tr>
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <Line key={row.id} row={row} chosen={idOf(row.original) === chosen} onChoose={onChoose} />
          ))}
        </tbody>
      </table>
    </div>
  );
}
