import {
  columnFilteringFeature,
  columnVisibilityFeature,
  createFilteredRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type Row,
  type RowData,
} from '@tanstack/react-table'
import { useVirtualizer } from '@tanstack/react-virtual'
import { ContextMenu, DropdownMenu } from 'radix-ui'
import { Fragment, useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { flushSync } from 'react-dom'
import { Button } from './controls'
import { csv } from './csv'
import { useNotice } from './notices'
import { usePreferences } from './preferences'

/** What a cell is sorted, searched and copied by. */
type Value = string | number | null | undefined

export type Column<T> = {
  /** Heading, and what the column is known by in its table. */
  head: string
  /** Left out where a column has only something to press. */
  value?: (row: T) => Value
  /** What is seen, where it is more than the value; it gets the value as it is written. */
  cell?: (row: T, shown: string) => ReactNode
  /** Lengths in mm, shown in the unit of the page with so many decimals; `true` for as many as lengths have. */
  mm?: number | true
  /** Set right, as figures are. Lengths are by themselves. */
  figure?: boolean
  /** Broken where it is long. */
  wrap?: boolean
  /** Read at arm's length. */
  large?: boolean
  /** Said beside what counts. */
  dim?: boolean
  className?: string | ((row: T) => string)
  /** Shown when it is chosen. */
  hidden?: boolean
}

export type TableProps<T> = {
  /** What the table is of; it names the file of its copy too. */
  label: string
  rows: readonly T[]
  rowId: (row: T) => string
  columns: readonly Column<T>[]
  /** Ids of rows that are pointed at. */
  hot?: string | readonly string[] | null | undefined
  onPoint?: ((row: T) => void) | undefined
  /** What a row is found by in the page. */
  domId?: ((row: T) => string) | undefined
  rowClass?: ((row: T) => string) | undefined
  /** What is opened out under a row. */
  below?: ((row: T) => ReactNode) | undefined
  /** A last row that is no row: sums. It gets the number of columns shown. */
  foot?: (columns: number) => ReactNode
  className?: string
}

const features = tableFeatures({
  rowSortingFeature,
  columnFilteringFeature,
  globalFilteringFeature,
  columnVisibilityFeature,
  sortedRowModel: createSortedRowModel(),
  filteredRowModel: createFilteredRowModel(),
})

/** From so many rows on a table has a line to search in, and from so many only those in sight are drawn. */
const SEARCHED = 10
const LONG = 150
const ROW_PX = 34

const letters = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

function compare(a: Value, b: Value): number {
  if (typeof a === 'number' && typeof b === 'number') return a - b
  return letters.compare(String(a), String(b))
}

/**
 * Rows with headings to sort by, a line to search in where they are many, columns to choose, a copy as
 * comma-separated values and a print of this table alone; the same by a right click or a long touch.
 */
export function Table<T extends RowData>({
  label,
  rows,
  rowId,
  columns,
  hot,
  onPoint,
  domId,
  rowClass,
  below,
  foot,
  className = '',
}: TableProps<T>) {
  const { length, unitName } = usePreferences()
  const tell = useNotice()
  const [printed, setPrinted] = useState(false)
  const shown = (c: Column<T>, row: T) => {
    const v = c.value?.(row)
    if (v === null || v === undefined) return ''
    return typeof v === 'number' && c.mm !== undefined ? length(v, c.mm === true ? undefined : c.mm) : String(v)
  }
  // figures of one table are in one unit: the first of them says it
  const united = columns.find((c) => c.mm !== undefined)
  const look = new Map(columns.map((c) => [idOf(c), c]))
  const defs = columns.map((c): ColumnDef<typeof features, T> => ({
    id: idOf(c),
    accessorFn: (row) => c.value?.(row) ?? undefined,
    enableSorting: c.value !== undefined && c.head !== '',
    enableHiding: c.head !== '',
    sortUndefined: 'last',
    sortFn: (a, b, id) => compare(a.getValue<Value>(id), b.getValue<Value>(id)),
  }))
  const table = useTable({
    features,
    data: rows,
    columns: defs,
    getRowId: rowId,
    initialState: {
      columnVisibility: Object.fromEntries(columns.filter((c) => c.hidden).map((c) => [idOf(c), false])),
    },
    getColumnCanGlobalFilter: (column) => look.get(column.id)?.value !== undefined,
    globalFilterFn: (row, id, typed: string) => {
      const c = look.get(id)
      return c !== undefined && shown(c, row.original).toLowerCase().includes(typed.toLowerCase())
    },
  })
  const seen = table.getRowModel().rows
  const visible = table.getVisibleLeafColumns()
  const chosen = new Set(typeof hot === 'string' ? [hot] : (hot ?? []))
  const first = chosen.values().next().value

  // paper takes every row, and only this table of the page
  const print = () => {
    flushSync(() => setPrinted(true))
    document.documentElement.dataset.print = 'table'
    window.print()
    delete document.documentElement.dataset.print
    setPrinted(false)
  }
  const copy = () => {
    const asked = visible.map((c) => look.get(c.id)).filter((c) => c?.value !== undefined) as Column<T>[]
    const heads = asked.map((c) => (c.mm === undefined ? c.head : `${c.head}, mm`))
    const lines = seen.map((r) =>
      asked.map((c) => {
        const v = c.value?.(r.original)
        return typeof v === 'number' ? Number(v.toFixed(4)) : v
      }),
    )
    navigator.clipboard.writeText(csv([heads, ...lines])).then(
      () => tell(`${lines.length} rows of ${label} copied as comma-separated values.`),
      () => tell(`${label} could not be copied: this browser keeps its clipboard closed.`),
    )
  }
  const menu = (Menu: typeof DropdownMenu | typeof ContextMenu) => (
    <MenuItems
      Menu={Menu}
      columns={visible.length}
      choices={table
        .getAllLeafColumns()
        .filter((c) => c.getCanHide())
        .map((c) => ({ name: c.id, on: c.getIsVisible(), set: (on: boolean) => c.toggleVisibility(on) }))}
      onCopy={copy}
      onPrint={print}
    />
  )
  const line = (r: Row<typeof features, T>) => {
    const under = below?.(r.original)
    const tint = chosen.has(r.id) ? 'bg-brass-soft' : ''
    return (
      <Fragment key={r.id}>
        <tr
          id={domId?.(r.original)}
          data-row={r.id}
          aria-current={chosen.has(r.id) || undefined}
          className={`border-t border-hair align-baseline ${tint} ${rowClass?.(r.original) ?? ''}`}
          onMouseEnter={onPoint && (() => onPoint(r.original))}
        >
          {visible.map((v, i) => {
            const c = look.get(v.id)
            if (!c) return null
            const text = shown(c, r.original)
            const own = typeof c.className === 'function' ? c.className(r.original) : (c.className ?? '')
            return (
              <td key={v.id} className={`${cellClass(c, i)} ${own}`}>
                {c.cell ? c.cell(r.original, text) : text}
              </td>
            )
          })}
        </tr>
        {under && (
          <tr className={tint}>
            <td colSpan={visible.length} className="pb-2">
              {under}
            </td>
          </tr>
        )}
      </Fragment>
    )
  }
  return (
    <div data-printed={printed || undefined} className={className}>
      {rows.length >= SEARCHED && (
        <div data-screen-only className="mb-2 flex items-center gap-2">
          <input
            type="search"
            aria-label={`Search in ${label}`}
            placeholder="search"
            className="min-h-9 w-44 rounded-sm border border-line bg-paper px-2"
            onChange={(e) => table.setGlobalFilter(e.target.value)}
          />
          <span className="flex-1 text-[0.85rem] text-dim">
            {seen.length < rows.length && (
              <span role="status">
                {seen.length} of {rows.length}
              </span>
            )}
          </span>
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button look="quiet" aria-label={`More of ${label}`}>
                Columns, copy
              </Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content align="end" className={MENU}>
                {menu(DropdownMenu)}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        </div>
      )}
      <ContextMenu.Root>
        <ContextMenu.Trigger asChild>
          <div>
            <Rows
              long={seen.length > LONG && !printed}
              rows={seen}
              line={line}
              first={first}
              columns={visible.length}
              label={label}
            >
              {(body) => (
                <table className="w-full" aria-label={label}>
                  <thead>
                    <tr>
                      {visible.map((v, i) => {
                        const c = look.get(v.id)
                        if (!c) return null
                        const sorted = v.getIsSorted()
                        return (
                          <th
                            key={v.id}
                            scope="col"
                            className={headClass(c, i)}
                            aria-sort={sorted === false ? undefined : sorted === 'asc' ? 'ascending' : 'descending'}
                          >
                            {v.getCanSort() && rows.length > 1 ? (
                              <button
                                className="sort-key"
                                title={`Sort by ${c.head}`}
                                onClick={(e) => v.getToggleSortingHandler()?.(e)}
                              >
                                {c.head}
                                {c === united && ` ${unitName}`}
                                {sorted !== false && <span aria-hidden>{sorted === 'asc' ? ' ↑' : ' ↓'}</span>}
                              </button>
                            ) : (
                              c.head + (c === united ? ` ${unitName}` : '')
                            )}
                          </th>
                        )
                      })}
                    </tr>
                  </thead>
                  <tbody>
                    {body}
                    {foot?.(visible.length)}
                  </tbody>
                </table>
              )}
            </Rows>
          </div>
        </ContextMenu.Trigger>
        <ContextMenu.Portal>
          <ContextMenu.Content className={MENU}>{menu(ContextMenu)}</ContextMenu.Content>
        </ContextMenu.Portal>
      </ContextMenu.Root>
      {seen.length === 0 && rows.length > 0 && <p className="py-3 text-dim">No row has that in it.</p>}
    </div>
  )
}

/** A column of keys has no heading, but a name it must have. */
const idOf = <T,>(c: Column<T>) => c.head || 'keys'

const MENU = 'z-50 min-w-52 border border-violet bg-paper py-1 text-[0.92rem]'
const ITEM = 'flex min-h-9 cursor-pointer items-center gap-2 px-3 outline-none data-[highlighted]:bg-violet-soft'

type Choice = { name: string; on: boolean; set: (on: boolean) => void }

function MenuItems({
  Menu,
  choices,
  columns,
  onCopy,
  onPrint,
}: {
  Menu: typeof DropdownMenu | typeof ContextMenu
  choices: Choice[]
  columns: number
  onCopy: () => void
  onPrint: () => void
}) {
  return (
    <>
      <Menu.Item className={ITEM} onSelect={onCopy}>
        Copy as comma-separated values
      </Menu.Item>
      <Menu.Item className={ITEM} onSelect={onPrint}>
        Print this table
      </Menu.Item>
      <Menu.Separator className="my-1 border-t border-hair" />
      <Menu.Label className="px-3 py-1 text-[0.82rem] text-dim">Columns</Menu.Label>
      {choices.map((c) => (
        <Menu.CheckboxItem
          key={c.name}
          className={ITEM}
          checked={c.on}
          // a table without a column is none
          disabled={c.on && columns === 1}
          onCheckedChange={c.set}
          onSelect={(e) => e.preventDefault()}
        >
          <span className="w-4" aria-hidden>
            {c.on ? '✓' : ''}
          </span>
          {c.name}
        </Menu.CheckboxItem>
      ))}
    </>
  )
}

/** All rows, or where they are many those in sight, in a window of their own. */
function Rows<T extends RowData>({
  long,
  rows,
  line,
  first,
  columns,
  label,
  children,
}: {
  long: boolean
  rows: Row<typeof features, T>[]
  line: (row: Row<typeof features, T>) => ReactNode
  first: string | undefined
  columns: number
  label: string
  children: (body: ReactNode) => ReactNode
}) {
  const frame = useRef<HTMLDivElement>(null)
  const at = useMemo(() => (first === undefined ? -1 : rows.findIndex((r) => r.id === first)), [rows, first])
  // its answers change without its own identity changing: this component is rendered as a whole
  // eslint-disable-next-line react-hooks/incompatible-library
  const window = useVirtualizer({
    count: rows.length,
    enabled: long,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  })
  useEffect(() => {
    if (at < 0) return
    if (long) window.scrollToIndex(at, { align: 'auto' })
    else frame.current?.querySelector('[aria-current="true"]')?.scrollIntoView({ block: 'nearest' })
  }, [at, long, window])
  if (!long) return <div ref={frame}>{children(rows.map(line))}</div>
  const items = window.getVirtualItems()
  const above = items[0]?.start ?? 0
  const below = window.getTotalSize() - (items.at(-1)?.end ?? 0)
  const gap = (px: number) =>
    px > 0 && (
      <tr aria-hidden>
        <td colSpan={columns} style={{ height: px }} />
      </tr>
    )
  return (
    // a long table must be scrollable by keys alone
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div ref={frame} className="max-h-[70vh] overflow-auto" tabIndex={0} role="region" aria-label={`Rows of ${label}`}>
      {children(
        <>
          {gap(above)}
          {items.flatMap((i) => {
            const row = rows[i.index]
            return row ? [line(row)] : []
          })}
          {gap(below)}
        </>,
      )}
    </div>
  )
}

const right = <T,>(c: Column<T>) => c.figure === true || c.mm !== undefined

function headClass<T>(c: Column<T>, at: number): string {
  return `${at > 0 ? 'pl-2' : ''} ${right(c) ? 'text-right' : ''}`
}

function cellClass<T>(c: Column<T>, at: number): string {
  return [
    'py-1',
    at > 0 ? 'pl-2' : '',
    right(c) ? 'text-right tabular-nums' : '',
    right(c) && !c.wrap ? 'whitespace-nowrap' : '',
    c.large ? 'text-[1.1rem]' : '',
    c.dim ? 'text-[0.88rem] text-dim' : '',
  ].join(' ')
}
