import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { usePreferences } from '../preferences'
import { useProject } from '../../project/context'

/** How large a drawing is wanted, in millimetres of the page. */
export type Paper = { widthMm: number; heightMm: number }

/** What a drawing is made for. */
export type Room = { width: number; height: number; unit: 'mm' | 'in' }

/**
 * A drawing of the open project for so much room, as the server makes it; the last one stays until the next is there.
 * @param name Of the drawing, with all that it depends on besides the project and the room.
 */
export function useDrawing<T>(
  name: readonly unknown[],
  size: Paper | null,
  fetch: (id: string, room: Room) => Promise<T>,
): T | undefined {
  const { view } = useProject()
  const { units } = usePreferences()
  const room: Room = { width: size?.widthMm ?? 0, height: size?.heightMm ?? 0, unit: units }
  return useQuery({
    queryKey: ['drawing', view.id, view.revision, ...name, room],
    queryFn: () => fetch(view.id, room),
    enabled: size !== null,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  }).data
}
