import type { ModelDifference } from '../../api/client'
import { Button, Dialog } from '../../kit/controls'
import { Table } from '../../kit/table'

/** Asks what is to be done with models that came in a file and differ from those of the same id that are here. */
export function ModelsDiffer({
  differs,
  onBoth,
  onOurs,
  onLeave,
}: {
  /** Null while there is nothing to ask. */
  differs: ModelDifference[] | null
  onBoth: () => void
  onOurs: () => void
  onLeave: () => void
}) {
  return (
    <Dialog open={differs !== null} onClose={onLeave} title="Models in this file differ from yours">
      <p className="mb-3">
        What is here stays as it is either way. Keep both, and the file’s models come in under ids of their own; or leave them out
        and use yours.
      </p>
      {differs?.map((d) => (
        <section key={d.id} className="mb-3 border border-hair p-2">
          <h3 className="font-semibold">
            {d.name} <span className="font-normal text-dim">{d.shipped ? 'came with the application' : 'your own'}</span>
          </h3>
          <Table
            label="What differs"
            className="text-[0.9rem]"
            rows={d.fields}
            rowId={(f) => f.field}
            columns={[
              { head: 'what', value: (f) => f.what },
              { head: 'here', value: (f) => f.ours, className: 'break-words' },
              { head: 'in the file', value: (f) => f.theirs, className: 'break-words' },
            ]}
          />
        </section>
      ))}
      <div className="flex flex-wrap justify-end gap-2">
        <Button look="quiet" onClick={onLeave}>
          Bring nothing in
        </Button>
        <Button onClick={onOurs}>Use mine</Button>
        <Button look="main" onClick={onBoth}>
          Keep both
        </Button>
      </div>
    </Dialog>
  )
}
