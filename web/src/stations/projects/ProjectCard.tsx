import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, taken, type Schemas } from '../../api/client'
import { Button } from '../../kit/controls'
import { SolidPicture } from '../../kit/drawing/SolidPicture'
import { usePreferences } from '../../kit/preferences'

type Line = Schemas['ProjectLine']

const when = (utc: string) => new Date(utc).toLocaleDateString(undefined, { day: 'numeric', month: 'short' })

/** The name as it is, ready to be typed over. */
const selected = (field: HTMLInputElement | null) => {
  field?.focus()
  field?.select()
}

/** A project at a glance: what it looks like, how large it is, and what is to be done next. */
export function ProjectCard({
  project,
  busy,
  onRename,
  onCopy,
  onDelete,
}: {
  project: Line
  busy: boolean
  onRename: (name: string) => void
  onCopy: () => void
  onDelete: () => void
}) {
  const { length, unitName } = usePreferences()
  const [naming, setNaming] = useState<string | null>(null)
  const { id, name, revision } = project
  const card = useQuery({
    queryKey: ['project', id, 'card', revision],
    queryFn: async () => taken(await api.GET('/api/projects/{id}/card', { params: { path: { id } } })),
    staleTime: Infinity,
    retry: false,
  })
  const size = card.data?.outerMm
  return (
    <li className="flex min-w-0 flex-col border border-line bg-paper hover:border-violet">
      <Link to={`/project/${id}/brief`} className="block min-w-0">
        <span className="block h-44 border-b border-hair bg-bench p-2">
          {card.data && <SolidPicture picture={card.data.picture} title={`${name}, as it stands`} />}
          {card.isError && <span className="text-dim">No picture: it cannot be planned as it is.</span>}
        </span>
        <span className="block truncate px-3 pt-2 text-[1.15rem] font-semibold" title={name}>
          {name}
        </span>
        <span className="block px-3 text-[1.05rem]">
          {size ? `${length(size.x, 0)} × ${length(size.y, 0)} × ${length(size.z, 0)} ${unitName}` : '…'}
        </span>
        {card.data && (
          <span className="block px-3 text-[0.9rem] text-dim">
            {[...card.data.built, `${card.data.devices} devices`, `${card.data.parts} parts`].join(' · ')}
          </span>
        )}
      </Link>
      {card.data && <Next id={id} card={card.data} />}
      {naming === null ? (
        <div className="mt-auto flex flex-wrap items-center border-t border-hair pr-1 pl-3 text-[0.85rem] text-dim">
          <span className="flex-1" title={`revision ${revision}`}>
            {when(project.changedUtc)}
          </span>
          <Button look="quiet" aria-label={`Rename ${name}`} onClick={() => setNaming(name)}>
            Rename
          </Button>
          <Button look="quiet" aria-label={`Copy ${name}`} disabled={busy} onClick={onCopy}>
            Copy
          </Button>
          <Button look="quiet" aria-label={`Delete ${name}`} disabled={busy} onClick={onDelete}>
            Delete
          </Button>
        </div>
      ) : (
        <form
          className="mt-auto flex gap-1 border-t border-hair p-1"
          onSubmit={(e) => {
            e.preventDefault()
            if (naming.trim() !== '' && naming !== name) onRename(naming)
            setNaming(null)
          }}
        >
          <input
            aria-label={`New name of ${name}`}
            className="min-h-9 min-w-0 flex-1 rounded-sm border border-line bg-bench px-2"
            ref={selected}
            maxLength={120}
            value={naming}
            onChange={(e) => setNaming(e.target.value)}
            onKeyDown={(e) => e.key === 'Escape' && setNaming(null)}
          />
          <Button type="submit">Keep</Button>
        </form>
      )}
    </li>
  )
}

/** What is in the way, station by station, and the first thing to do about it. */
function Next({ id, card }: { id: string; card: Schemas['ProjectCard'] }) {
  const { next, stations } = card
  return (
    <div className="px-3 py-2 text-[0.95rem]">
      {stations.length > 0 && (
        <p className="mb-1 flex flex-wrap gap-x-3">
          {stations.map((s) => (
            <span key={s.station} className="whitespace-nowrap">
              <span className="capitalize">{s.station}</span>
              {s.stops > 0 && <b className="text-stop"> ■ {s.stops}</b>}
              {s.warns > 0 && <b className="text-warn"> ▲ {s.warns}</b>}
            </span>
          ))}
        </p>
      )}
      <Link className="line-clamp-3 text-violet hover:underline" to={`/project/${id}/${next.station ?? 'packet'}`}>
        {next.text}
      </Link>
    </div>
  )
}
