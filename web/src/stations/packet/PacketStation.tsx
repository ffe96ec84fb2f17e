import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken, type Schemas } from '../../api/client'
import { Button, Field, Pane, Select } from '../../kit/controls'
import { Keys } from '../../kit/tabs'
import { useProject } from '../../project/context'
import { kindOf, Preview, stemOf } from './Preview'

/** What a file system and a list of files can hold of a name. */
const fileName = (name: string) => name.replace(/[\p{Cc}\u2028-\u202e\u2066-\u2069/\\:*?"<>|]+/gu, ' ').trim() || 'project'

type Paper = 'a4' | 'a3' | 'letter'
type FileLine = Schemas['FileLine']

const PURPOSES: [string, string[]][] = [
  ['For the bench', ['pdf']],
  ['For machines', ['dxf']],
  ['For the printer', ['stl']],
  ['Drawings', ['svg']],
  ['Tables and data', ['csv', 'json', 'ics']],
]

const byPurpose = (files: FileLine[]): [string, FileLine[]][] =>
  PURPOSES.map(([title, kinds]): [string, FileLine[]] => [title, files.filter((f) => kinds.includes(kindOf(f.name)))]).filter(
    ([, some]) => some.length > 0,
  )

/** What is made for one part alone stands together; the rest is for the whole. */
function byPart(files: FileLine[]): [string, FileLine[]][] {
  const own = files.filter((f) => ['dxf', 'svg', 'stl'].includes(kindOf(f.name)))
  const stems = [...new Set(own.map((f) => stemOf(f.name)))]
  return [
    ['The whole project', files.filter((f) => !own.includes(f))],
    ...stems.map((stem): [string, FileLine[]] => [stem, own.filter((f) => stemOf(f.name) === stem)]),
  ]
}

/** Every file that leaves the application for the shop. */
export function PacketStation() {
  const { view } = useProject()
  const [paper, setPaper] = useState<Paper>('a4')
  const [by, setBy] = useState<'purpose' | 'part'>('purpose')
  const [looked, setLooked] = useState<string | null>(null)
  const files = useQuery({
    queryKey: ['files', view.id, view.revision, paper],
    queryFn: async () =>
      taken(await api.GET('/api/projects/{id}/files', { params: { path: { id: view.id }, query: { paper } } })),
  })
  const base = `/api/projects/${view.id}`
  const address = (name: string) => `${base}/files/${encodeURIComponent(name)}?paper=${paper}`
  const all = files.data ?? []
  const groups = by === 'purpose' ? byPurpose(all) : byPart(all)
  const shown = all.find((f) => f.name === looked) ?? all.find((f) => f.name.endsWith('.svg')) ?? all[0]
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(20rem,26rem)]">
      <Pane
        title="Files"
        actions={
          <>
            <Keys
              label="Files in order"
              value={by}
              onChange={setBy}
              options={[
                ['purpose', 'By purpose'],
                ['part', 'By part'],
              ]}
            />
            <a
              className="inline-flex min-h-9 items-center rounded-sm border border-violet bg-violet px-3 font-semibold text-on-violet"
              href={`${base}/everything.zip?paper=${paper}`}
            >
              Everything, zipped
            </a>
          </>
        }
      >
        {files.isError && <p className="text-stop">The files could not be listed.</p>}
        <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
          {groups.map(([title, some]) => (
            <section key={title}>
              <h2 className="mb-1">{title}</h2>
              <ul>
                {some.map((f) => (
                  <li
                    key={f.name}
                    className={`flex items-center gap-2 border-t border-hair py-1.5 ${f === shown ? 'bg-brass-soft' : ''}`}
                  >
                    <span className="min-w-0 flex-1">
                      <a className="text-violet underline" href={address(f.name)} download={f.name}>
                        {f.name}
                      </a>
                      <span className="block text-[0.88rem] text-dim">{f.what}</span>
                    </span>
                    <Button look="quiet" aria-label={`Look at ${f.name}`} onClick={() => setLooked(f.name)}>
                      look
                    </Button>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </div>
      </Pane>
      <div className="flex min-w-0 flex-col gap-3 max-lg:order-first">
        {shown && (
          <Pane title={shown.name}>
            <Preview file={shown} files={all} address={address} />
          </Pane>
        )}
        <Pane title="Paper">
          <Field label="Templates and packet on">
            <Select value={paper} onChange={(e) => setPaper(e.target.value as Paper)}>
              <option value="a4">A4</option>
              <option value="a3">A3</option>
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
