import type { ReactNode } from 'react'
import { digits, keyParts } from './keys'

export type Values = Record<string, unknown>

const WIDE = 240
const HIGH = 140

/** What stands at a key: the number with its unit, or the word. */
function shown(values: Values, key: string): string {
  const value = values[key]
  const { shown: unit } = keyParts(key)
  if (typeof value === 'number')
    return unit === '°' || unit === '%' ? `${digits(value)}${unit}` : `${digits(value)}${unit && ` ${unit}`}`
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) {
    const flat = value.map((v: unknown) =>
      Array.isArray(v) ? `(${v.map((x) => digits(Number(x))).join(' ')})` : digits(Number(v)),
    )
    return flat.length > 3 ? `${flat.slice(0, 3).join(', ')} …` : flat.join(', ')
  }
  return typeof value === 'string' ? value.replaceAll('_', ' ') : '–'
}

/** A rim in the paper's colour keeps letters readable on lines. */
const HALO = { paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 2, strokeLinejoin: 'round' } as const

/** The sum's drawing with its numbers in place; results in brass. Not to scale. */
export function SumSketch({
  lines,
  values,
  results,
  name,
}: {
  lines: string[]
  values: Values
  results: string[]
  name: string
}) {
  return (
    <figure>
      <svg viewBox={`-6 -8 ${WIDE + 50} ${HIGH + 14}`} className="w-full" role="img" aria-label={`Sketch: ${name}`}>
        <defs>
          <pattern id="sum-wood" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(38)">
            <line x1="0" y1="0" x2="0" y2="5" stroke="var(--line)" strokeWidth="0.7" />
          </pattern>
        </defs>
        {lines.map((line, i) => (
          <Shape key={`${i}-${line}`} line={line} values={values} results={results} />
        ))}
      </svg>
      <figcaption className="text-[0.82rem] text-dim">Not to scale. Results in brass.</figcaption>
    </figure>
  )
}

function Shape({ line, values, results }: { line: string; values: Values; results: string[] }) {
  const [kind = '', ...rest] = line.split(' ')
  const n = rest.map(Number)
  const at = (i: number) => n[i] ?? 0
  const key = rest.at(-1) ?? ''
  const ink = { stroke: 'var(--ink)', strokeWidth: 0.8, fill: 'none' }
  const result = results.includes(key)
  const label = (x: number, y: number, anchor: 'start' | 'middle' = 'start'): ReactNode => (
    <g textAnchor={anchor}>
      <text x={x} y={y - 7} fontSize="6" fill="var(--dim)" {...HALO}>
        {keyParts(key).name}
      </text>
      <text x={x} y={y} fontSize="7.2" fill={result ? 'var(--brass)' : 'var(--ink)'} fontWeight={result ? 700 : 400} {...HALO}>
        {shown(values, key)}
      </text>
    </g>
  )
  switch (kind) {
    case 'box':
    case 'wood':
      return (
        <rect
          x={at(0)}
          y={at(1)}
          width={at(2)}
          height={at(3)}
          {...ink}
          fill={kind === 'wood' ? 'url(#sum-wood)' : 'var(--paper)'}
        />
      )
    case 'line':
    case 'dash':
      return <line x1={at(0)} y1={at(1)} x2={at(2)} y2={at(3)} {...ink} strokeDasharray={kind === 'dash' ? '3 2.5' : undefined} />
    case 'circle':
      return <circle cx={at(0)} cy={at(1)} r={at(2) / (at(2) > 20 ? 2 : 1)} {...ink} />
    case 'poly':
      return <polyline points={rest.join(' ')} {...ink} />
    case 'angle': {
      const point = (deg: number) =>
        `${at(0) + at(2) * Math.cos((deg * Math.PI) / 180)} ${at(1) - at(2) * Math.sin((deg * Math.PI) / 180)}`
      return (
        <g>
          <path
            d={`M ${point(at(3))} A ${at(2)} ${at(2)} 0 ${at(4) - at(3) > 180 ? 1 : 0} 0 ${point(at(4))}`}
            {...ink}
            stroke="var(--violet)"
          />
          {label(...beside(at(0), at(1), at(2) + 5, (at(3) + at(4)) / 2))}
        </g>
      )
    }
    case 'dim':
      return <Dimension x1={at(0)} y1={at(1)} x2={at(2)} y2={at(3)} text={label} />
    default:
      return label(at(0), at(1))
  }
}

/** A place at that distance and angle, degrees counter-clockwise from the right. */
const beside = (x: number, y: number, r: number, deg: number): [number, number] => [
  x + r * Math.cos((deg * Math.PI) / 180),
  y - r * Math.sin((deg * Math.PI) / 180) + 4,
]

/** A dimension line with a slash at each end and its number beside the middle. */
function Dimension({
  x1,
  y1,
  x2,
  y2,
  text,
}: {
  x1: number
  y1: number
  x2: number
  y2: number
  text: (x: number, y: number, anchor?: 'start' | 'middle') => ReactNode
}) {
  const upright = Math.abs(x2 - x1) < Math.abs(y2 - y1)
  return (
    <g>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--violet)" strokeWidth="0.7" />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x = 0, y = 0]) => (
        <line key={`${x} ${y}`} x1={x - 2.2} y1={y + 2.2} x2={x + 2.2} y2={y - 2.2} stroke="var(--violet)" strokeWidth="1" />
      ))}
      {upright ? text(x1 + 3, (y1 + y2) / 2 + 2.5) : text((x1 + x2) / 2, y1 - 2.6, 'middle')}
    </g>
  )
}
