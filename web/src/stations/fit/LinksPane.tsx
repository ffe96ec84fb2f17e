import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'

/** Cables from port to port inside the box, with the length that each route needs. */
export function LinksPane() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const catalog = useCatalog()
  const { links, devices } = view.design
  const ports = devices.flatMap((d) =>
    (catalog.data?.hardware.find((m) => m.id === d.modelId)?.ports ?? []).map((p) => ({
      key: `${d.id}|${p.id}`,
      name: `${d.name}: ${p.name}`,
    })),
  )
  const set = (id: string, label: string, part: Partial<Schemas['Link']>) =>
    void changes.edit(label, (d) => ({ ...d, links: d.links.map((l) => (l.id === id ? { ...l, ...part } : l)) }))
  const add = () => {
    const [from, to] = [ports[0], ports.find((p) => p.key.split('|')[0] !== ports[0]?.key.split('|')[0])]
    if (!from || !to) return
    void changes.edit('Add a cable', (d) => {
      let n = d.links.length + 1
      const taken = [...d.links, ...d.devices, ...d.trays].map((x) => x.id)
      while (taken.includes(`cable-${n}`)) n++
      const [fromDeviceId = '', fromPortId = ''] = from.key.split('|')
      const [toDeviceId = '', toPortId = ''] = to.key.split('|')
      return {
        ...d,
        links: [
          ...d.links,
          {
            id: `cable-${n}`,
            fromDeviceId,
            fromPortId,
            toDeviceId,
            toPortId,
            cable: 'ribbon-1-27-pitch',
            lengthMm: null,
            cutsThrough: false,
          },
        ],
      }
    })
  }
  const end = (l: Schemas['Link'], which: 'from' | 'to') => (
    <Field label={which === 'from' ? 'From' : 'To'}>
      <Select
        value={which === 'from' ? `${l.fromDeviceId}|${l.fromPortId}` : `${l.toDeviceId}|${l.toPortId}`}
        onChange={(e) => {
          const [device = '', port = ''] = e.target.value.split('|')
          set(
            l.id,
            'Cable end',
            which === 'from' ? { fromDeviceId: device, fromPortId: port } : { toDeviceId: device, toPortId: port },
          )
        }}
      >
        {ports.map((p) => (
          <option key={p.key} value={p.key}>
            {p.name}
          </option>
        ))}
      </Select>
    </Field>
  )
  return (
    <Pane
      title={`Cables inside: ${links.length}`}
      actions={
        <Button onClick={add} disabled={ports.length < 2}>
          Add a cable
        </Button>
      }
    >
      {links.length === 0 && (
        <Empty>None yet. A cable asks for room at both plugs and is measured along its route, with its bends and slack.</Empty>
      )}
      {links.map((l) => {
        const route = view.plan.routes.find((r) => r.linkId === l.id)
        return (
          <div key={l.id} className="mb-3 grid grid-cols-2 gap-2 border-b border-hair pb-3 last:mb-0 last:border-b-0 last:pb-0">
            {end(l, 'from')}
            {end(l, 'to')}
            <Field label="Cable">
              <Select value={l.cable} onChange={(e) => set(l.id, 'Cable kind', { cable: e.target.value })}>
                {catalog.data?.cables.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
              </Select>
            </Field>
            <LengthField
              label="Length at hand"
              nullable
              placeholder="to be bought"
              value={l.lengthMm}
              onCommit={(v) => set(l.id, 'Cable length', { lengthMm: v })}
            />
            <p className={`self-center ${route?.short ? 'text-stop' : ''}`}>
              needs <span className="text-[1.25rem]">{route ? length(route.neededMm) : '–'}</span>
              {route && <span className="text-dim">, route {length(route.pathMm, 0)}</span>}
            </p>
            <Tick
              label="Opening where a plate closes its way"
              checked={l.cutsThrough}
              onChange={(cutsThrough) => set(l.id, 'Opening for a cable', { cutsThrough })}
            />
            <div className="flex justify-end">
              <Button
                onClick={() =>
                  void changes.edit('Take out a cable', (d) => ({ ...d, links: d.links.filter((x) => x.id !== l.id) }))
                }
              >
                Take out
              </Button>
            </div>
          </div>
        )
      })}
    </Pane>
  )
}
