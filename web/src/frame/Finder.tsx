import { useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, taken } from '../api/client'
import { Dialog } from '../kit/controls'
import { useProject } from '../project/context'
import { placeOfDevice } from '../project/places'
import { holds, keyWords, type Action } from './actions'
import { STATIONS } from './stations'

/** Of each kind, so that the list stays one to be read. */
const MOST = 8

type Found = { key: string; name: string; beside?: string; go: () => void }

/** Anything of a project by a few letters of its name: stations, parts, devices, holes, sums, and what can be done. */
export default function Finder({ actions, onClose }: { actions: Action[]; onClose: () => void }) {
  const { view, setFocus } = useProject()
  const navigate = useNavigate()
  const [typed, setTyped] = useState('')
  const sums = useQuery({ queryKey: ['sums'], queryFn: async () => taken(await api.GET('/api/calc')), staleTime: Infinity })
  const at = (station: string, place?: string) => () => {
    if (place !== undefined) setFocus(place)
    void navigate(`/project/${view.id}/${station}${place === undefined ? '' : `?of=${encodeURIComponent(place)}`}`)
  }
  const { parts, devices } = view.plan
  const groups: [string, Found[]][] = [
    ['Do', actions.map((a) => ({ key: a.name, name: a.name, beside: a.keys && keyWords(a.keys), go: a.run }))],
    ['Stations', STATIONS.map((s, i) => ({ key: s.key, name: s.name, beside: `${s.asks} · ${i + 1}`, go: at(s.key) }))],
    ['Devices', devices.map((d) => ({ key: d.id, name: d.name, beside: 'in Fit', go: at('fit', placeOfDevice(d.id)) }))],
    ['Parts', parts.map((p) => ({ key: p.id, name: p.name, beside: p.material, go: at('mounts', p.id) }))],
    [
      'Holes',
      typed === ''
        ? []
        : parts.flatMap((p) =>
            p.features
              .filter((f) => f.kind === 'hole' || f.kind === 'edgeHole')
              .map((f) => ({ key: `${p.id} ${f.id}`, name: f.purpose, beside: p.name, go: at('mounts', 'hole/' + f.id) })),
          ),
    ],
    [
      'Sums',
      (sums.data ?? []).map((s) => ({
        key: s.name,
        name: s.title,
        beside: s.topic,
        go: () => void navigate(`/project/${view.id}/sums?sum=${s.name}`),
      })),
    ],
  ]
  return (
    <Dialog open onClose={onClose} title="Find or do">
      <Command shouldFilter={false} label="Find or do" loop>
        <Command.Input
          value={typed}
          onValueChange={setTyped}
          placeholder="a part, a device, a hole, a sum, something to do"
          className="min-h-11 w-full rounded-sm border border-line bg-paper px-2 text-[1.05rem]"
        />
        <Command.List className="mt-2 max-h-[55vh] overflow-auto">
          <Command.Empty className="py-4 text-dim">Nothing here has that in its name.</Command.Empty>
          {groups.map(([title, all]) => {
            const found = all.filter((f) => holds(`${f.name} ${f.beside ?? ''}`, typed))
            return found.length === 0 ? null : (
              <Command.Group
                key={title}
                heading={found.length > MOST ? `${title}, ${MOST} of ${found.length}` : title}
                className="[&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[0.82rem] [&_[cmdk-group-heading]]:text-dim"
              >
                {found.slice(0, MOST).map((f) => (
                  <Command.Item
                    key={f.key}
                    value={`${title} ${f.key}`}
                    onSelect={() => {
                      onClose()
                      f.go()
                    }}
                    className="flex min-h-9 cursor-pointer items-baseline gap-3 px-2 py-1.5 data-[selected=true]:bg-violet-soft"
                  >
                    <span className="flex-1">{f.name}</span>
                    <span className="text-[0.82rem] text-dim">{f.beside}</span>
                  </Command.Item>
                ))}
              </Command.Group>
            )
          })}
        </Command.List>
      </Command>
    </Dialog>
  )
}
