import { createContext, useContext } from 'react'
import type { Changes, ProjectView } from './useProject'

export type OpenProject = {
  view: ProjectView
  changes: Changes
  /** What the maker is looking at: a part, device or edge by its place name. Shared by drawings, tables and snags. */
  focus: string | null
  setFocus: (place: string | null) => void
}

export const ProjectContext = createContext<OpenProject | null>(null)

/** The project that the frame has opened. */
export function useProject(): OpenProject {
  const value = useContext(ProjectContext)
  if (!value) throw new Error('No project is open here')
  return value
}
