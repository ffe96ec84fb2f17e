import { useEffect, useMemo, useState, type ReactNode, type SVGProps } from 'react'
import type { Schemas } from '../../api/client'

type Mark = Schemas['ScreenMark']
type Text = Extract<Mark, { kind: 'text' }>

type Group = { key: string; of: string | null; painted: ReactNode[] }

/** Consecutive marks of one thing, painted: they are the same elements for as long as the drawing is the same. */
function grouped(marks: Mark[]): Group[] {
  const groups: Group[] = []
  const times = new Map<string | null, number>()
  for (const [i, mark] of marks.entries()) {
    const painted = <Painted key={i} mark={mark} />
    const last = groups.at(-1)
    if (last && last.of === mark.of) last.painted.push(painted)
    else {
      const time = times.get(mark.of) ?? 0
      times.set(mark.of, time + 1)
      groups.push({ key: `${mark.of ?? ''}#${time}`, of: mark.of, painted: [painted] })
    }
  }
  return groups
}

const fillOf = (area: Extract<Mark, { kind: 'area' }>) => (area.stuff ? `var(--stuff-${area.stuff})` : undefined)

function Painted({ mark }: { mark: Mark }) {
  switch (mark.kind) {
    case 'area':
      return <path d={mark.path} fillRule="evenodd" className={`area-${mark.ink}`} style={{ fill: fillOf(mark) }} />
    case 'line':
      return (
        <>
          {/* a line is thinner than a finger */}
          <path d={mark.path} className="line-touch" />
          <path d={mark.path} className={`line-${mark.ink} ${mark.dashed ? 'line-dashed' : ''}`} />
        </>
      )
    case 'text':
      return mark.figure ? null : (
        <text
          x={mark.u}
          y={mark.v}
          fontSize={mark.sizeMm}
          textAnchor={mark.anchor}
          transform={mark.turnDeg === 0 ? undefined : `rotate(${mark.turnDeg} ${mark.u} ${mark.v})`}
          className={`text-${mark.ink} pointer-events-none`}
        >
          {mark.text}
        </text>
      )
  }
}

/** Where a figure stands, mm. */
const placeOf = (text: Text) => {
  const [wide, high] = [text.widthMm, text.sizeMm * 1.5]
  const left =
    text.u - (text.anchor === 'middle' ? wide / 2 : text.anchor === 'end' ? wide - text.sizeMm * 0.4 : text.sizeMm * 0.4)
  return { left: `${left}mm`, top: `${text.v - text.sizeMm * 0.28 - high / 2}mm`, width: `${wide}mm`, height: `${high}mm` }
}

/** The figures that are not what they were when the drawing last came. */
function useMoved(figures: Text[]) {
  const [seen, setSeen] = useState({ now: figures, moved: new Set<string>() })
  if (seen.now !== figures) {
    const before = new Map(seen.now.map((t) => [t.figure?.id, t.figure?.mm]))
    const moved = figures.filter((t) => before.has(t.figure?.id) && before.get(t.figure?.id) !== t.figure?.mm)
    setSeen({ now: figures, moved: new Set(moved.map((t) => t.figure?.id ?? '')) })
  }
  const { moved } = seen
  useEffect(() => {
    if (moved.size === 0) return
    const over = setTimeout(() => setSeen((s) => (s.moved === moved ? { ...s, moved: new Set() } : s)), 1200)
    return () => clearTimeout(over)
  }, [moved])
  return moved
}

/**
 * A drawing of the server, painted at the size of its paper: type is as large as it says, whatever the size of the thing. Figures that
 * are decisions lie over it as fields.
 */
export function Sheet({
  sheet,
  label,
  chosen,
  group,
  figure,
}: {
  sheet: Schemas['ScreenSheet']
  label: string
  chosen: string | null | (string | null)[]
  /** What the group of a thing is besides its marks: a name, handlers, how far it is dragged. */
  group: (of: string) => SVGProps<SVGGElement> | undefined
  figure?: (figure: Schemas['Figure'], moved: boolean) => ReactNode
}) {
  const all = Array.isArray(chosen) ? chosen : [chosen]
  const groups = useMemo(() => grouped(sheet.marks), [sheet])
  const figures = useMemo(() => sheet.marks.filter((m): m is Text => m.kind === 'text' && m.figure !== null), [sheet])
  const moved = useMoved(figures)
  const size = { width: `${sheet.widthMm}mm`, height: `${sheet.heightMm}mm` }
  return (
    <div className="sheet relative mx-auto" style={size}>
      <svg
        viewBox={`0 0 ${sheet.widthMm} ${sheet.heightMm}`}
        style={size}
        className="block select-none"
        role="group"
        aria-label={label}
      >
        {groups.map((g) =>
          g.of === null ? (
            <g key={g.key}>{g.painted}</g>
          ) : (
            <g key={g.key} data-of={g.of} {...(all.includes(g.of) ? { 'data-chosen': true } : {})} {...group(g.of)}>
              {g.painted}
            </g>
          ),
        )}
      </svg>
      {figures.map(
        (t) =>
          t.figure && (
            <div key={t.figure.id} className="absolute" style={{ ...placeOf(t), fontSize: `${t.sizeMm}mm` }}>
              {figure?.(t.figure, moved.has(t.figure.id))}
            </div>
          ),
      )}
    </div>
  )
}
