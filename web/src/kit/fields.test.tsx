import { screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve } from '../../../tests/web/project'
import { LengthField, NumberField, TextField } from './fields'

const lengths = {
  '/api/lengths': (request: Request) => {
    const text = new URL(request.url).searchParams.get('text')
    return text === '5 1/4'
      ? { mm: 133.35, text: '133.35', inches: '5 1/4"', inchErrorMm: 0 }
      : { status: 422, detail: `'${text}' is not a length.` }
  },
}

describe('a length field', () => {
  it('lets the server read what was typed and hands on millimetres', async () => {
    serve(lengths)
    const commit = vi.fn()
    renderOpen(<LengthField label="Width" value={100} onCommit={commit} />)
    const field = screen.getByLabelText('Width mm')
    await userEvent.clear(field)
    await userEvent.type(field, '5 1/4{Enter}')
    await waitFor(() => expect(commit).toHaveBeenCalledWith(133.35))
  })

  it('keeps a refused text with its sentence and gives it up on Escape', async () => {
    serve(lengths)
    const commit = vi.fn()
    renderOpen(<LengthField label="Width" value={100} onCommit={commit} />)
    const field = screen.getByLabelText('Width mm')
    await userEvent.clear(field)
    await userEvent.type(field, 'wide{Enter}')
    expect((await screen.findByRole('alert')).textContent).toContain("'wide' is not a length")
    expect(field).toHaveProperty('value', 'wide')
    expect(field.getAttribute('aria-invalid')).toBe('true')
    await userEvent.type(field, '{Escape}')
    expect(field).toHaveProperty('value', '100')
    expect(screen.queryByRole('alert')).toBeNull()
    expect(commit).not.toHaveBeenCalled()
  })

  it('gives null for an empty text where that is allowed, and asks nobody for an unchanged one', async () => {
    serve({})
    const commit = vi.fn()
    renderOpen(<LengthField label="Limit" nullable value={60} onCommit={commit} />)
    const field = screen.getByLabelText('Limit mm')
    await userEvent.click(field)
    await userEvent.tab()
    expect(commit).not.toHaveBeenCalled()
    await userEvent.clear(field)
    await userEvent.tab()
    expect(commit).toHaveBeenCalledWith(null)
    expect(fetch).not.toHaveBeenCalled()
  })
})

describe('a number field', () => {
  it.each([
    ['0', 'from 1 to 9'],
    ['10', 'from 1 to 9'],
    ['2.5', 'whole number'],
    ['two', 'must be'],
  ])('refuses %s and says the range', async (text, reason) => {
    const commit = vi.fn()
    renderOpen(<NumberField label="Units" whole least={1} most={9} value={3} onCommit={commit} />)
    const field = screen.getByLabelText('Units')
    await userEvent.clear(field)
    await userEvent.type(field, text + '{Enter}')
    expect(screen.getByRole('alert').textContent).toContain(reason)
    expect(commit).not.toHaveBeenCalled()
  })

  it('takes a comma for a point', async () => {
    const commit = vi.fn()
    renderOpen(<NumberField label="Litres" least={0} most={99} value={null} onCommit={commit} />)
    await userEvent.type(screen.getByLabelText('Litres'), '2,5{Enter}')
    expect(commit).toHaveBeenCalledWith(2.5)
  })
})

describe('a text field', () => {
  it('commits once when left, and not when nothing changed', async () => {
    const commit = vi.fn()
    renderOpen(<TextField label="Name" value="Box" onCommit={commit} />)
    const field = screen.getByLabelText('Name')
    await userEvent.click(field)
    await userEvent.tab()
    expect(commit).not.toHaveBeenCalled()
    await userEvent.type(field, ' two')
    await userEvent.tab()
    expect(commit).toHaveBeenCalledExactlyOnceWith('Box two')
  })
})
