/**
 * What the server says has changed in a project view, in its words: `=` a value, `~` and `-` fields, `@` a list by ids, `#` entries by
 * place, `%` a stretch of a list.
 */
export type Delta = {
  '='?: unknown
  '~'?: Record<string, Delta>
  '-'?: string[]
  '@'?: (string | ({ id: string } & Delta))[]
  '#'?: Record<string, Delta>
  '%'?: [start: number, out: number, put: unknown[]]
}

type Fields = Record<string, unknown>

/** The value with the change made; what did not change is the same object as before. */
export function patched(was: unknown, delta: Delta): unknown {
  if ('=' in delta) return delta['=']
  if (delta['~']) {
    const gone = delta['-'] ?? []
    const now = Object.fromEntries(Object.entries(was as Fields).filter(([name]) => !gone.includes(name)))
    for (const [name, change] of Object.entries(delta['~'])) now[name] = patched(now[name], change)
    return now
  }
  const list = was as unknown[]
  if (delta['@']) {
    const had = new Map((list as { id: string }[]).map((entry) => [entry.id, entry]))
    return delta['@'].map((entry) => (typeof entry === 'string' ? had.get(entry) : patched(had.get(entry.id), entry)))
  }
  if (delta['#']) {
    const changes = delta['#']
    return list.map((entry, i) => (changes[i] ? patched(entry, changes[i]) : entry))
  }
  if (delta['%']) {
    const [start, out, put] = delta['%']
    return [...list.slice(0, start), ...put, ...list.slice(start + out)]
  }
  return was
}

const MOST_HELD = 4

/** Fetches, telling the server which project view is held, and makes a whole view of what it answers. */
export function holding(send: (request: Request) => Promise<Response>): (request: Request) => Promise<Response> {
  const held = new Map<string, unknown>()
  return async (request) => {
    const last = [...held.keys()].at(-1)
    if (last && request.method !== 'GET' && new URL(request.url).pathname.startsWith('/api/projects/'))
      request.headers.set('View-Have', last)
    const response = await send(request)
    const tag = response.ok ? response.headers.get('View-Tag') : null
    if (!tag) return response
    const base = response.headers.get('View-Base')
    const body: unknown = await response.json()
    const view = base ? patched(held.get(base), body as Delta) : body
    held.delete(tag)
    held.set(tag, view)
    for (const old of [...held.keys()].slice(0, -MOST_HELD)) held.delete(old)
    // the length says that there is something to take; it is taken as it is, not written and read again
    const whole = new Response(null, { status: response.status, headers: { 'Content-Length': '1' } })
    whole.json = () => Promise.resolve(view)
    return whole
  }
}
