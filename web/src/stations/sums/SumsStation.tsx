import { useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { useState } from 'react'
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
  const sums = useQuery({ queryKey: ['sums'], queryFn: async () => taken(await api.GET('/api/calc')), staleTime: Infinity })
  const asked = typed.trim()
  const found = useQuery({
    queryKey: ['sums', typed],
    enabled: asked !== '',
    queryFn: async () => taken(await api.GET('/api/calc/find', { params: { query: { typed } } })),
    placeholderData: (before) => before,
    staleTime: Infinity,
  })
  const chosen = sums.data?.find((s) => s.name === params.get('sum'))
  const [marked, setMarked] = useState(chosen?.name ?? '')
  if (!sums.data) return <Empty>{sums.isError ? 'The server does not answer. Is it still running?' : 'Opening the sums.'}</Empty>
  const shown = asked === '' ? sums.data : (found.data ?? []).flatMap((n) => sums.data.find((s) => s.name === n) ?? [])
  // what was asked for comes best first; without a question by trade
  const groups = asked === '' ? [...new Set(shown.map((s) => s.topic))] : ['']
  const take = (sum: Sum) => {
    setParams({ sum: sum.name }, { replace: true })
    requestAnimationFrame(() => document.querySelector<HTMLElement>('#sum-sheet input, #sum-sheet select')?.focus())
  }
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[17rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)]">
      <Pane title={`${shown.length} of ${sums.data.length} sums`}>
        <Command
          shouldFilter={false}
          label="What do you want to know"
          value={shown.some((s) => s.name === marked) ? marked : (shown[0]?.name ?? '')}
          onValueChange={setMarked}
        >
          <span className="block text-[0.82rem] text-dim">What do you want to know</span>
          <Command.Input
            // the station is entered to type
            // eslint-disable-next-line jsx-a11y/no-autofocus
            autoFocus={!chosen}
            className="min-h-11 w-full rounded-sm border border-line bg-paper px-2 text-[1.05rem]"
            placeholder="does the shelf sag"
            value={typed}
            onValueChange={setTyped}
          />
          <Command.List label="Sums" className="mt-2 max-h-52 overflow-auto lg:max-h-none">
            {shown.length === 0 && <Empty>No sum answers that. Other words, or an empty field, show more.</Empty>}
            {groups.map((topic) => (
              <Command.Group
                key={topic}
                heading={topic || undefined}
                className="[&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:font-semibold"
              >
                {shown
                  .filter((s) => topic === '' || s.topic === topic)
                  .map((s) => (
                    <Command.Item
                      key={s.name}
                      value={s.name}
                      className={`cursor-pointer border-t border-hair px-1 py-1.5 data-[selected=true]:bg-violet-soft ${s === chosen ? '!bg-brass-soft' : ''}`}
                      onSelect={() => take(s)}
                    >
                      {s.title}
                      {topic === '' && <span className="block text-[0.78rem] text-dim">{s.topic}</span>}
                    </Command.Item>
                  ))}
              </Command.Group>
            ))}
          </Command.List>
        </Command>
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
