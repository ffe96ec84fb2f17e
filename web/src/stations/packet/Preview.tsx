import { useQuery } from '@tanstack/react-query'
import type { Schemas } from '../../api/client'
import { Empty } from '../../kit/controls'

type FileLine = Schemas['FileLine']

/** Of a table or a text: enough to see what it is. */
const LINES = 14

export const kindOf = (name: string) => name.slice(name.lastIndexOf('.') + 1)
export const stemOf = (name: string) => name.slice(0, name.lastIndexOf('.'))

/** A file before it is taken: a drawing as it is drawn, a table by its first lines. */
export function Preview({ file, files, address }: { file: FileLine; files: FileLine[]; address: (name: string) => string }) {
  // what a machine cuts has its drawing beside it
  const drawing = files.find((f) => kindOf(f.name) === 'svg' && stemOf(f.name) === stemOf(file.name))
  const written = ['csv', 'json', 'ics'].includes(kindOf(file.name))
  const text = useQuery({
    queryKey: ['preview', address(file.name)],
    enabled: written,
    queryFn: async () => (await fetch(address(file.name))).text(),
    gcTime: 0,
  })
  if (drawing)
    return (
      <img
        src={address(drawing.name)}
        alt={`Drawing of ${stemOf(file.name)}`}
        className="max-h-[60vh] w-full bg-white object-contain p-2"
      />
    )
  if (!written) return <Empty>{file.what}. It is looked at in a reader of its own.</Empty>
  if (!text.data) return <Empty>{text.isError ? 'It could not be read.' : 'Reading it.'}</Empty>
  const lines = text.data.split(/\r?\n/)
  const more = lines.length - LINES
  return (
    <>
      <pre className="overflow-x-auto font-mono text-[0.78rem] leading-relaxed">{lines.slice(0, LINES).join('\n')}</pre>
      {more > 0 && <p className="mt-2 text-[0.85rem] text-dim">and {more} more lines</p>}
    </>
  )
}
