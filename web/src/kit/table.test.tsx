import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen } from '../../../tests/web/project'
import { csv } from './csv'
import { Table, type Column } from './table'

type Rail = { id: string; name: string; mm: number | null; note?: string }

const COLUMNS: Column<Rail>[] = [
  { head: 'name', value: (r) => r.name },
  { head: 'length', value: (r) => r.mm, mm: true },
  { head: 'note', value: (r) => r.note, hidden: true },
  { head: '', cell: (r) => <button>Take {r.name}</button> },
]
const rails = (n: number): Rail[] =>
  Array.from({ length: n }, (_, i) => ({ id: `r${i}`, name: `Rail ${i}`, mm: i === 2 ? null : (i * 37) % 100 }))

const names = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((r) => within(r).getAllByRole('cell')[0]?.textContent)

describe('a table', () => {
  it('sorts by its headings, numbers as numbers, what has none last either way', async () => {
    renderOpen(<Table label="Rails" rows={rails(4)} rowId={(r) => r.id} columns={COLUMNS} />)
    expect(names()).toEqual(['Rail 0', 'Rail 1', 'Rail 2', 'Rail 3'])
    // 0, 37, none, 11
    await userEvent.click(screen.getByRole('button', { name: 'length mm' }))
    const first = names()
    await userEvent.click(screen.getByRole('button', { name: /^length mm/ }))
    const second = names()
    expect([first, second].map((n) => n.join(' ')).sort()).toEqual(['Rail 0 Rail 3 Rail 1 Rail 2', 'Rail 1 Rail 3 Rail 0 Rail 2'])
    expect(screen.getByRole('columnheader', { name: /^length/ }).getAttribute('aria-sort')).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: /^length mm/ }))
    expect(names()).toEqual(['Rail 0', 'Rail 1', 'Rail 2', 'Rail 3'])
  })

  it('finds rows by what is seen in them, and says how many there are', async () => {
    renderOpen(<Table label="Rails" rows={rails(12)} rowId={(r) => r.id} columns={COLUMNS} />)
    await userEvent.type(screen.getByRole('searchbox', { name: 'Search in Rails' }), 'rail 1')
    expect(names()).toEqual(['Rail 1', 'Rail 10', 'Rail 11'])
    expect(screen.getByRole('status').textContent).toBe('3 of 12')
    await userEvent.type(screen.getByRole('searchbox', { name: 'Search in Rails' }), 'x')
    expect(screen.getByText('No row has that in it.')).toBeTruthy()
  })

  it('shows the columns that are chosen, never none', async () => {
    renderOpen(<Table label="Rails" rows={rails(12)} rowId={(r) => r.id} columns={COLUMNS} />)
    expect(screen.queryByRole('columnheader', { name: 'note' })).toBeNull()
    await userEvent.click(screen.getByRole('button', { name: 'More of Rails' }))
    await userEvent.click(await screen.findByRole('menuitemcheckbox', { name: /note/ }))
    await userEvent.click(screen.getByRole('menuitemcheckbox', { name: /name/ }))
    await userEvent.keyboard('{Escape}')
    expect(screen.getAllByRole('columnheader').map((h) => h.textContent)).toEqual(['length mm', 'note', ''])
  })

  it('is copied as it stands, lengths in millimetres, and says so', async () => {
    const copied: string[] = []
    const user = userEvent.setup()
    vi.spyOn(navigator.clipboard, 'writeText').mockImplementation((text) => {
      copied.push(text)
      return Promise.resolve()
    })
    renderOpen(<Table label="Rails" rows={rails(3)} rowId={(r) => r.id} columns={COLUMNS} />)
    // a few rows have no line above them: the menu comes by a right click
    fireEvent.contextMenu(screen.getByRole('table', { name: 'Rails' }))
    await user.click(await screen.findByRole('menuitem', { name: 'Copy as comma-separated values' }))
    expect(copied).toEqual(['name,"length, mm"\r\nRail 0,0\r\nRail 1,37\r\nRail 2,\r\n'])
    expect(await screen.findByText('3 rows of Rails copied as comma-separated values.')).toBeTruthy()
  })

  it('prints itself alone', async () => {
    const print = vi.spyOn(window, 'print').mockImplementation(() => {
      expect(document.documentElement.dataset.print).toBe('table')
      expect(document.querySelector('[data-printed] table')).toBeTruthy()
    })
    renderOpen(<Table label="Rails" rows={rails(200)} rowId={(r) => r.id} columns={COLUMNS} />)
    await userEvent.click(screen.getByRole('button', { name: 'More of Rails' }))
    await userEvent.click(await screen.findByRole('menuitem', { name: 'Print this table' }))
    expect(print).toHaveBeenCalledTimes(1)
    await waitFor(() => expect(document.documentElement.dataset.print).toBeUndefined())
  })

  it('of many rows draws those in sight', () => {
    renderOpen(<Table label="Rails" rows={rails(2000)} rowId={(r) => r.id} columns={COLUMNS} />)
    expect(screen.getAllByRole('row').length).toBeLessThan(100)
  })

  it('opens out what stands under a row, marks what is pointed at and tells what passes under the pointer', () => {
    const pointed: string[] = []
    renderOpen(
      <Table
        label="Rails"
        rows={rails(3)}
        rowId={(r) => r.id}
        columns={COLUMNS}
        hot="r1"
        onPoint={(r) => pointed.push(r.id)}
        below={(r) => r.id === 'r1' && 'Cut from the long one'}
      />,
    )
    const row = screen.getByRole('row', { name: /^Rail 1/ })
    expect(row.getAttribute('aria-current')).toBe('true')
    expect(row.nextElementSibling?.textContent).toBe('Cut from the long one')
    fireEvent.mouseEnter(screen.getByRole('row', { name: /^Rail 2/ }))
    expect(pointed).toEqual(['r2'])
  })
})

describe('comma-separated values', () => {
  it('have quotes where a field needs them', () => {
    expect(csv([['a "b"', 'c, d', 1.5, null, 'e\nf']])).toBe('"a ""b""","c, d",1.5,,"e\nf"\r\n')
  })
})
