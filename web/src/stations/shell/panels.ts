import type { Schemas } from '../../api/client'

/** The panels of a face in one plane; a lip under a front that leans is none of them. */
export function panelsOf(plan: Schemas['BuildPlan'], face: Schemas['Face']): Schemas['Part'][] {
  const all = plan.parts.filter((p) => p.kind === 'panel' && p.closes === face)
  const leans = all.some((p) => p.pose !== null)
  return leans ? all.filter((p) => p.pose !== null) : all
}
