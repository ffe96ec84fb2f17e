import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken } from '../../api/client'
import { Field, Pane, Select } from '../../kit/controls'
import { useProject } from '../../project/context'

/** What a file system and a list of files can hold of a name. */
const fileName = (name: string) => name.replace(/[\p{Cc}\u2028-\u202e\u2066-\u2069/\\:*?"<>|]+/gu, ' ').trim() || 'project'

/** Every file that leaves the application for the shop. */
export function PacketStation() {
  const { view } = useProject()
  const [paper, setPaper] = useState<'a4' | 'letter'>('a4')
  const files = useQuery({
    queryKey: ['files', view.id, view.revision, paper],
    queryFn: async () =>
      taken(await api.GET('/api/projects/{id}/files', { params: { path: { id: view.id }, query: { paper } } })),
  })
  const base = `/api/projects/${view.id}`
  const groups: [string, (name: string) => boolean][] = [
    ['For the bench', (n) => n.endsWith('.pdf')],
    ['For machines', (n) => n.endsWith('.dxf')],
    ['For the printer', (n) => n.endsWith('.stl')],
    ['Drawings', (n) => n.endsWith('.svg')],
    ['Tables and data', (n) => /\.(csv|json|ics)$/.test(n)],
  ]
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <Pane
        title="Files"
        actions={
          <a
            className="inline-flex min-h-9 items-center rounded-sm border border-violet bg-violet px-3 font-semibold text-on-violet"
            href={`${base}/everything.zip?paper=${paper}`}
          >
            Everything, zipped
          </a>
        }
      >
        {files.isError && <p className="text-stop">The files could not be listed.</p>}
        <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
          {groups
            .filter(([, holds]) => files.data?.some((f) => holds(f.name)))
            .map(([title, holds]) => (
              <section key={title}>
                <h2 className="mb-1">{title}</h2>
                <ul>
                  {files.data
                    ?.filter((f) => holds(f.name))
                    .map((f) => (
                      <li key={f.name} className="border-t border-hair py-1.5">
                        <a
                          className="text-violet underline"
                          href={`${base}/files/${encodeURIComponent(f.name)}?paper=${paper}`}
                          download={f.name}
                        >
                          {f.name}
                        </a>
                        <span className="block text-[0.88rem] text-dim">{f.what}</span>
                      </li>
                    ))}
                </ul>
              </section>
            ))}
        </div>
      </Pane>
      <div className="flex flex-col gap-3">
        <Pane title="Paper">
          <Field label="Templates and packet on">
            <Select value={paper} onChange={(e) => setPaper(e.target.value as 'a4' | 'letter')}>
              <option value="a4">A4</option>
              <option value="letter">Letter</option>
            </Select>
          </Field>
          <p className="mt-3 text-[0.92rem]">
            Templates are at true scale. Print at 100 %, measure the 100 mm bar on every page, lay tiled pages cross on cross.
          </p>
        </Pane>
        <Pane title="The project itself">
          <a className="text-violet underline" href={`${base}/project.json`} download={`${fileName(view.design.name)}.json`}>
            Project file
          </a>
          <p className="mt-1 text-[0.92rem] text-dim">All decisions and own models; brought in again it is the same project.</p>
        </Pane>
      </div>
    </div>
  )
}
