import type { Schemas } from '../../api/client'

export type Structure = Schemas['Structure']
export type Ask = Schemas['Ask']

type Bag = Record<string, unknown>

/** The value of a field; a dot reaches into a part of the structure. */
export function valueOf(structure: Structure, key: string): unknown {
  const [head = '', rest] = key.split('.')
  const value = (structure as unknown as Bag)[head]
  return rest === undefined ? value : (value as Bag | null)?.[rest]
}

/** The structure with one field changed; a part that is not there stays away. */
export function withValue(structure: Structure, key: string, value: unknown): Structure {
  const [head = '', rest] = key.split('.')
  const bag = structure as unknown as Bag
  const inner = bag[head] as Bag | null
  const next = rest === undefined ? value : inner && { ...inner, [rest]: value }
  return { ...bag, [head]: next } as unknown as Structure
}
