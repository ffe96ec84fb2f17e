import { useQuery } from '@tanstack/react-query'
import { useEffect, useId, useRef, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { api, taken, type Schemas } from '../../api/client'
import { Empty, Pane } from '../../kit/controls'
import { SumSheet } from './SumSheet'

export type Sum = Schemas['CalculatorLine']

/** Sums by themselves, without a project. */
export function SumsPage() {
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3 px-5 py-5">
      <header className="flex items-center gap-3">
        <Link to="/" aria-label="All projects">
          <img src="/mark.svg" alt="" className="h-8 w-8" />
        </Link>
        <h1 className="flex-1 text-[1.4rem]">Sums at the bench</h1>
      </header>
      <main>
        <SumsStation />
      </main>
    </div>
  )
}

/** Type what you want to know, pick the sum, read the number. */
export function SumsStation() {
  const [params, setParams] = useSearchParams()
  const [typed, setTyped] = useState('')
  const [at, setAt] = useState<number | null>(null)
  const list = useRef<HTMLUListElement>(null)
  const id = useId()
  const sums = useQuery({ queryKey: ['sums'], queryFn: async () => taken(await api.GET('/api/calc')), staleTime: Infinity })
  const found = useQuery({
    queryKey: ['sums', typed],
    enabled: typed.trim() !== '',
    queryFn: async () => taken(await api.GET('/api/calc/find', { params: { query: { typed } } })),
    placeholderData: (before) => before,
    staleTime: Infinity,
  })
  const names = typed.trim() === '' ? sums.data?.map((s) => s.name) : found.data
  const shown = (names ?? []).flatMap((n) => sums.data?.find((s) => s.name === n) ?? [])
  const chosen = sums.data?.find((s) => s.name === params.get('sum'))
  // until the arrows move, the mark is on the sum that is open
  const marked = Math.min(
    at ??
      Math.max(
        0,
        shown.findIndex((s) => s === chosen),
      ),
    shown.length - 1,
  )

  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' })
  }, [marked, typed])

  const take = (sum: Sum | undefined) => {
    if (!sum) return
    setParams({ sum: sum.name }, { replace: true })
    requestAnimationFrame(() => document.querySelector<HTMLElement>('#sum-sheet input, #sum-sheet select')?.focus())
  }
  if (!sums.data) return <Empty>{sums.isError ? 'The server does not answer. Is it still running?' : 'Opening the sums.'}</Empty>
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[17rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)]">
      <Pane title={`${shown.length} of ${sums.data.length} sums`}>
        <label htmlFor={id} className="block text-[0.82rem] text-dim">
          What do you want to know
        </label>
        <input
          id={id}
          type="search"
          role="combobox"
          aria-expanded
          aria-controls={`${id}-list`}
          aria-activedescendant={shown[marked] ? `${id}-${shown[marked].name}` : undefined}
          autoComplete="off"
          // the station is entered to type
          // eslint-disable-next-line jsx-a11y/no-autofocus
          autoFocus={!chosen}
          className="min-h-11 w-full rounded-sm border border-line bg-paper px-2 text-[1.05rem]"
          placeholder="does the shelf sag"
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value)
            setAt(0)
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt(Math.min(marked + 1, shown.length - 1))
            else if (e.key === 'ArrowUp') setAt(Math.max(marked - 1, 0))
            else if (e.key === 'Enter') take(shown[marked])
            else return
            e.preventDefault()
          }}
        />
        {shown.length === 0 && <Empty>No sum answers that. Other words, or an empty field, show more.</Empty>}
        <ul ref={list} id={`${id}-list`} role="listbox" aria-label="Sums" className="mt-2 max-h-52 overflow-auto lg:max-h-none">
          {shown.map((s, i) => (
            // keys act on the field above, which owns the list
            // eslint-disable-next-line jsx-a11y/click-events-have-key-events
            <li
              key={s.name}
              id={`${id}-${s.name}`}
              role="option"
              aria-selected={i === marked}
              className={`cursor-pointer border-t border-hair px-1 py-1.5 ${s === chosen ? 'bg-brass-soft' : i === marked ? 'bg-violet-soft' : 'hover:bg-violet-soft'}`}
              onClick={() => {
                setAt(i)
                take(s)
              }}
            >
              {s.title}
              <span className="block text-[0.78rem] text-dim">{s.topic}</span>
            </li>
          ))}
        </ul>
      </Pane>
      <div id="sum-sheet" className="min-w-0 lg:overflow-auto">
        {chosen ? (
          <SumSheet key={chosen.name} sum={chosen} />
        ) : (
          <Pane title="No sum chosen">
            <Empty>
              Type a question, go through the list with the arrow keys and press Enter. Every sum comes with a sketch, its formula
              and where it is from.
            </Empty>
          </Pane>
        )}
      </div>
    </div>
  )
}
