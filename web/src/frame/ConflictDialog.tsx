import { Button, Dialog } from '../kit/controls'
import { useProject } from '../project/context'

/** Two tabs changed the same project: both versions are there, the maker picks. */
export function ConflictDialog() {
  const { changes } = useProject()
  const problem = changes.problem?.status === 409 ? changes.problem : null
  const { currentRevision, keptAs } = problem ?? {}
  const newest = () => {
    changes.clear()
    void changes.reload()
  }
  return (
    <Dialog open={problem !== null} onClose={newest} title="Changed in another window meanwhile">
      <p className="mb-2">
        The project is at revision {currentRevision}; your change was made on an older one.
        {keptAs != null && ` Nothing is lost: it is kept aside as revision ${keptAs} in the history.`}
      </p>
      <div className="flex flex-wrap justify-end gap-2">
        {keptAs != null && currentRevision != null && (
          <Button
            onClick={() => {
              changes.clear()
              void changes.goTo(currentRevision, keptAs)
            }}
          >
            Go on with mine, revision {keptAs}
          </Button>
        )}
        <Button look="main" onClick={newest}>
          Show the newest
        </Button>
      </div>
    </Dialog>
  )
}
