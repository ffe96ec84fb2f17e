import { useMutation, useQueryClient } from '@tanstack/react-query'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button } from '../../kit/controls'

/** Takes an own model out of the catalog, when no project uses it. */
export function RemoveModel({ model, version }: { model: Schemas['HardwareModel']; version: number }) {
  const cache = useQueryClient()
  const remove = useMutation({
    mutationFn: async () =>
      taken(await api.DELETE('/api/catalog/models/{id}', { params: { path: { id: model.id }, query: { version } } })),
    onSuccess: (view) => cache.setQueryData(['catalog'], view),
    onError: () => cache.invalidateQueries({ queryKey: ['catalog'] }),
  })
  return (
    <div className="mt-3 border-t border-hair pt-2">
      <Button disabled={remove.isPending} onClick={() => remove.mutate()}>
        Take it out of the catalog
      </Button>
      {remove.error && (
        <p role="alert" className="mt-1 text-stop">
          {remove.error instanceof RefusedError ? remove.error.message : 'The server does not answer.'}
        </p>
      )}
    </div>
  )
}
