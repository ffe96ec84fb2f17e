import type { Schemas } from '../../api/client'

type Uv = Schemas['Uv']

const line = (points: Uv[]) => 'M' + points.map((p) => `${p.u} ${-p.v}`).join('L') + 'Z'

/** The stretches of its rim that are edges. */
const hard = ({ rim, soft }: Schemas['Facet']) =>
  rim
    .flatMap((p, i) => {
      const next = rim[(i + 1) % rim.length]
      return soft.includes(i) || !next ? [] : [`M${p.u} ${-p.v}L${next.u} ${-next.v}`]
    })
    .join('')

/**
 * A thing as it stands before the eye: facets, painted as the server laid them.
 * An empty title says nothing to who hears the page, where the name stands beside it.
 */
export function SolidPicture({ picture, title }: { picture: Schemas['SolidPicture']; title: string }) {
  const { min, max } = picture
  const [wide, high] = [max.u - min.u, max.v - min.v]
  if (wide <= 0 || high <= 0) return null
  const rim = Math.max(wide, high) * 0.02
  return (
    <svg
      role={title === '' ? 'presentation' : 'img'}
      aria-label={title === '' ? undefined : title}
      aria-hidden={title === '' || undefined}
      viewBox={`${min.u - rim} ${-max.v - rim} ${wide + 2 * rim} ${high + 2 * rim}`}
      className="block h-full w-full"
    >
      {picture.facets.map((f, i) => (
        <g key={i} fillOpacity={f.stuff === 'clear' ? 0.4 : 1}>
          <path
            d={[f.rim, ...f.inside].map(line).join('')}
            fillRule="evenodd"
            className={f.soft.length > 0 ? undefined : 'facet'}
            style={{ fill: `color-mix(in oklab, var(--stuff-${f.stuff}) ${f.light * 100}%, var(--stuff-shade))` }}
          />
          {f.soft.length > 0 && <path d={hard(f)} fill="none" className="facet" />}
        </g>
      ))}
    </svg>
  )
}
