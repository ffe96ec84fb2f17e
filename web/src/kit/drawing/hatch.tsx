import type { Schemas } from '../../api/client'

export type HatchKey = 'wood' | 'metal' | 'clear' | 'rubber'

/** Which hatch a material gets, as on a shop drawing: long grain, close strokes, or a sparse cross for clear sheet. */
export function hatchOf(material: Schemas['Material'] | undefined): HatchKey {
  switch (material?.family) {
    case 'aluminium':
    case 'steel':
      return 'metal'
    case 'acrylic':
    case 'polycarbonate':
      return 'clear'
    case 'rubber':
      return 'rubber'
    default:
      return 'wood'
  }
}

/** Patterns for one drawing; `scale` is the size of a stroke step in user units. */
export function HatchDefs({ id, scale }: { id: string; scale: number }) {
  const stroke = { stroke: 'var(--dim)', strokeWidth: scale * 0.1 }
  return (
    <defs>
      <pattern id={`${id}-wood`} width={scale * 3} height={scale * 0.9} patternUnits="userSpaceOnUse">
        <rect width={scale * 3} height={scale} fill="var(--brass-soft)" />
        <path d={`M0 ${scale * 0.45}h${scale * 3}`} {...stroke} opacity={0.55} />
      </pattern>
      <pattern id={`${id}-metal`} width={scale} height={scale} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width={scale} height={scale} fill="var(--plate)" />
        <path d={`M0 0v${scale}`} {...stroke} />
      </pattern>
      <pattern
        id={`${id}-clear`}
        width={scale * 2}
        height={scale * 2}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width={scale * 2} height={scale * 2} fill="var(--violet-soft)" />
        <path d={`M0 0v${scale * 2}M0 0h${scale * 2}`} {...stroke} opacity={0.5} />
      </pattern>
      <pattern id={`${id}-rubber`} width={scale} height={scale} patternUnits="userSpaceOnUse">
        <rect width={scale} height={scale} fill="var(--dim)" />
      </pattern>
    </defs>
  )
}
