import { describe, expect, it, vi } from 'vitest'
import { holding, patched } from './held'

describe('a change of what is held', () => {
  const was = {
    a: 1,
    gone: true,
    same: { deep: [1, 2] },
    parts: [
      { id: 'p', u: 1 },
      { id: 'q', u: 2, far: { v: 3 } },
    ],
  }

  it('changes fields, takes some away, and leaves the rest the same object', () => {
    const now = patched(was, { '~': { a: { '=': 2 }, added: { '=': 'x' } }, '-': ['gone'] }) as typeof was
    expect(now).toEqual({ a: 2, added: 'x', same: { deep: [1, 2] }, parts: was.parts })
    expect(now.same).toBe(was.same)
  })

  it('puts a list together by ids, places and stretches', () => {
    const parts = patched(was.parts, {
      '@': ['q', { id: 'n', '=': { id: 'n', u: 9 } }, { id: 'p', '~': { u: { '=': 5 } } }],
    }) as typeof was.parts
    expect(parts).toEqual([was.parts[1], { id: 'n', u: 9 }, { id: 'p', u: 5 }])
    expect(parts[0]).toBe(was.parts[1])
    expect(patched([[1], [2], [3]], { '#': { '1': { '%': [0, 1, [7, 8]] } } })).toEqual([[1], [7, 8], [3]])
    expect(patched([1, 2, 3, 4], { '%': [1, 2, [9]] })).toEqual([1, 9, 4])
  })
})

describe('holding', () => {
  const answer = (body: unknown, headers: Record<string, string>) => new Response(JSON.stringify(body), { headers })
  const address = 'http://localhost/api/projects/1/design'

  it('tells what it has, and makes the whole of what comes back', async () => {
    const send = vi
      .fn<(request: Request) => Promise<Response>>()
      .mockResolvedValueOnce(answer({ revision: 1, name: 'shelf' }, { 'View-Tag': 'one' }))
      .mockResolvedValueOnce(answer({ '~': { revision: { '=': 2 } } }, { 'View-Tag': 'two', 'View-Base': 'one' }))
    const fetch = holding(send)
    await fetch(new Request(address))
    const changed = await fetch(new Request(address, { method: 'PUT', body: '{}' }))
    expect(send.mock.calls.map(([request]) => request.headers.get('View-Have'))).toEqual([null, 'one'])
    expect(await changed.json()).toEqual({ revision: 2, name: 'shelf' })
    expect(changed.headers.get('Content-Length')).toBe('1')
  })

  it('lets every other answer pass as it is', async () => {
    const refused = new Response('{"detail":"no"}', { status: 409, headers: { 'View-Tag': 'x' } })
    const plain = answer([1], {})
    const fetch = holding(vi.fn().mockResolvedValueOnce(refused).mockResolvedValueOnce(plain))
    expect(await fetch(new Request(address))).toBe(refused)
    expect(await fetch(new Request(address))).toBe(plain)
  })
})
