import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { RefusedError, type Problem, type Schemas } from '../../api/client'
import { Button, Dialog, Pane } from '../../kit/controls'

const count = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`

/** The whole shop out and in as one file. */
export function BackupPane() {
  const cache = useQueryClient()
  const input = useRef<HTMLInputElement>(null)
  const [file, setFile] = useState<File | null>(null)
  const restore = useMutation({
    mutationFn: async (chosen: File) => {
      const answer = await fetch('/api/shop/restore', {
        method: 'POST',
        headers: { 'Content-Type': 'application/vnd.sqlite3' },
        body: chosen,
      })
      const body = (await answer.json()) as unknown
      if (!answer.ok) throw new RefusedError(body as Problem)
      return body as Schemas['RestoredView']
    },
    // everything that was read before is of another shop now
    onSuccess: () => cache.invalidateQueries(),
  })
  return (
    <Pane title="The whole shop in one file">
      <p className="mb-3 text-[0.92rem]">
        All projects with their history, your own models, readings and everything on this page. A backup can be made at any time,
        and the shop keeps one by itself before each update.
      </p>
      <div className="flex flex-wrap gap-2">
        <a
          className="inline-flex min-h-9 items-center rounded-sm border border-violet bg-violet px-3 font-semibold text-on-violet"
          href="/api/shop/backup"
          download
        >
          Save a backup
        </a>
        <input
          ref={input}
          type="file"
          className="sr-only"
          aria-label="Backup file"
          tabIndex={-1}
          onChange={(e) => {
            setFile(e.target.files?.[0] ?? null)
            e.target.value = ''
          }}
        />
        <Button disabled={restore.isPending} onClick={() => input.current?.click()}>
          Restore a backup
        </Button>
      </div>
      {restore.error && (
        <p role="alert" className="mt-3 text-stop">
          <b>Nothing was changed.</b>{' '}
          {restore.error instanceof RefusedError ? restore.error.message : 'The server does not answer.'}
        </p>
      )}
      {restore.data && (
        <p role="status" className="mt-3">
          {count(restore.data.projects, 'project')} and {count(restore.data.models, 'own model')} are back.
          {restore.data.keptIn && ` The shop as it was before is kept beside the database, in ${restore.data.keptIn}.`}
        </p>
      )}
      <Dialog open={file !== null} onClose={() => setFile(null)} title="Replace the whole shop?">
        <p className="mb-3">
          Everything in this shop is replaced with what <b className="break-all">{file?.name}</b> holds. The shop as it is now is
          kept in a file beside the database first.
        </p>
        <div className="flex flex-wrap justify-end gap-2">
          <Button look="quiet" onClick={() => setFile(null)}>
            Leave it as it is
          </Button>
          <Button
            look="main"
            onClick={() => {
              if (file) restore.mutate(file)
              setFile(null)
            }}
          >
            Restore
          </Button>
        </div>
      </Dialog>
    </Pane>
  )
}
