import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve, someSheet, someView } from '../../../../tests/web/project'
import { digits, readList, readPoints } from './keys'
import type { Schemas } from '../../api/client'
import { SumsStation, type Sum } from './SumsStation'

const key = (name: string, unit = '') => ({ key: unit ? `${name}_${unit}` : name, name, unit, sign: unit })

const number = (of: ReturnType<typeof key>, least = 0, most = 1e6) => ({
  key: of,
  expected: `a number from ${least} to ${most}`,
  kind: 'number' as const,
  words: [],
  least,
  most,
  whole: false,
  orNull: false,
})

const area: Sum = {
  name: 'area',
  topic: 'layout',
  title: 'Area of a board',
  asks: ['how large is it'],
  formula: 'length * width',
  source: 'geometry',
  inputs: [number(key('length', 'mm')), number(key('share'), 0, 1)],
  outputs: [key('width', 'mm'), key('ok')],
  start: { length_mm: 200, share: 0.5 } as never,
}
const other: Sum = { ...area, name: 'other', title: 'Another sum', topic: 'wood' }

describe('numbers of sums', () => {
  it('numbers keep the digits that a bench can use', () => {
    expect([1234.56, 12.345, 0.123456, 0.0024, 0, 7].map(digits)).toEqual(['1234.6', '12.35', '0.123', '0.0024', '0', '7'])
  })

  it('lists and points are read in the usual ways and refused otherwise', () => {
    expect(readList('3, 4.5; 6 7')).toEqual([3, 4.5, 6, 7])
    expect(readList('3 four')).toBeNull()
    expect(readList(' ')).toBeNull()
    expect(readPoints('1 2; 3,4')).toEqual([
      [1, 2],
      [3, 4],
    ])
    expect(readPoints('1 2 3; 4 5')).toBeNull()
  })
})

/** As the server draws it: a given length is a field, a result is not. */
const sketch: Schemas['ScreenSheet'] = {
  ...someSheet(),
  marks: someSheet('length').marks.map((m) =>
    m.kind === 'text' ? { ...m, of: null, text: '200', figure: { id: 'length_mm', name: 'length', mm: 200 } } : m,
  ),
}

function bench(answer: (request: Request) => unknown = () => ({ width_mm: 100, ok: true })) {
  serve({
    '/api/calc/find': () => ['area'],
    '/api/calc/area/drawing': () => sketch,
    '/api/calc/area': answer,
    '/api/calc': () => [other, area],
    '/api/lengths': (r) => ({ mm: Number(new URL(r.url).searchParams.get('text')) }),
    '/api/projects/00000000-0000-0000-0000-000000000001/figures/preview': () => ({
      shifts: [{ key: 'widthMm', from: 200, to: 100 }],
      partsAdded: [],
      partsRemoved: [],
      partsChanged: ['shell/front'],
      partNames: { 'shell/front': 'Front' },
      workLost: [],
      findingsGained: [],
      findingsLost: [],
    }),
    '/api/projects/00000000-0000-0000-0000-000000000001/figures': () => [
      { id: 'box/width', name: 'Width, outer', group: 'Box', unit: 'mm', value: 200, settable: true },
      { id: 'mass', name: 'Mass', group: 'Box', unit: 'g', value: 900, settable: false },
    ],
  })
}

describe('the sums station', () => {
  it('is worked by keys alone: typed, gone through with arrows, opened by Enter', async () => {
    bench()
    renderOpen(<SumsStation />)
    const field = await screen.findByRole('combobox', { name: 'What do you want to know' })
    // by trade as long as nothing is asked
    expect(screen.getAllByRole('group').map((g) => g.getAttribute('aria-labelledby') && g.textContent)).toEqual([
      'Another sum',
      'Area of a board',
    ])
    expect([screen.getByText('wood'), screen.getByText('layout')]).toHaveLength(2)
    await userEvent.type(field, 'how large')
    await waitFor(() => expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['Area of a boardlayout']))
    await userEvent.type(field, '{ArrowDown}{ArrowUp}{Enter}')
    expect(await screen.findByRole('heading', { name: 'Area of a board' })).toBeDefined()
    await waitFor(() => expect(screen.getByRole('table', { name: 'Results' }).textContent).toContain('100'))
    expect(screen.getByText('length * width')).toBeDefined()
    await waitFor(() => expect(document.activeElement?.tagName).toBe('INPUT'))
  })

  it('takes a length that is typed into the sketch', async () => {
    const asked: unknown[] = []
    bench(async (r) => {
      asked.push(await r.json())
      return { width_mm: 100, ok: true }
    })
    renderOpen(<SumsStation />)
    await userEvent.click(await screen.findByText('Area of a board'))
    const field = await screen.findByRole('textbox', { name: 'length, in the sketch' })
    await userEvent.clear(field)
    await userEvent.type(field, '250{Enter}')
    await waitFor(() => expect(asked.at(-1)).toEqual({ length_mm: 250, share: 0.5 }))
  })

  it('takes a number of the project and sends a result back after a look', async () => {
    const asked: unknown[] = []
    bench(async (r) => {
      asked.push(await r.json())
      return { width_mm: 100, ok: true }
    })
    const changes = renderOpen(<SumsStation />, someView())
    await userEvent.click(await screen.findByText('Area of a board'))
    const take = await screen.findByRole('combobox', { name: 'Take length from the project' })
    await userEvent.selectOptions(take, 'box/width')
    await waitFor(() => expect(asked.at(-1)).toEqual({ length_mm: 200, share: 0.5 }))
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'Send width to the project' }), 'box/width')
    const send = await screen.findByRole('group', { name: 'Send to Width, outer' })
    await waitFor(() => expect(send.textContent).toContain('width −100 mm; 1 parts touched'))
    await userEvent.click(within(send).getByRole('button', { name: 'Put it there' }))
    expect(changes.putFigure).toHaveBeenCalledWith('box/width', 100)
  })

  it('keeps the server’s sentence in place of results and a number out of range beside its field', async () => {
    bench(() => ({ status: 422, detail: 'length_mm is 0: it must be a number above 0.' }))
    renderOpen(<SumsStation />)
    await userEvent.click(await screen.findByText('Area of a board'))
    expect((await screen.findByRole('alert')).textContent).toContain('it must be a number above 0')
    const share = screen.getByLabelText('share')
    fireEvent.change(share, { target: { value: '7' } })
    fireEvent.blur(share)
    expect(screen.getAllByRole('alert').some((a) => a.textContent.includes('from 0 to 1'))).toBe(true)
  })
})
