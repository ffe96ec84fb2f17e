import type { ReactNode } from 'react'
import { api, taken, type Schemas } from '../../api/client'
import { useRoom } from '../../kit/drawing/room'
import { Sheet } from '../../kit/drawing/Sheet'
import { useDrawing } from '../../kit/drawing/useDrawing'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'

/** How high a sheet is drawn at most, and a bar, mm of the page. */
const HIGH_MM = { nest: 150, bar: 40 }

/** One sheet with its blanks and the offcuts worth keeping. */
export function SheetDrawing({ sheet, number }: { sheet: Schemas['SheetLayout']; number: number }) {
  const { length } = usePreferences()
  return (
    <StockDrawing
      kind="nest"
      number={number}
      label={`Sheet of ${sheet.material}`}
      slim={sheet.widthMm / sheet.lengthMm}
      beside={`${(sheet.yield * 100).toFixed(0)} % used`}
    >
      <b>
        {sheet.count > 1 && `${sheet.count} alike: `}
        {sheet.material} {length(sheet.nominalMm)}
      </b>
      , {length(sheet.lengthMm)} × {length(sheet.widthMm)}
      {sheet.fromOffcut ? ', an offcut' : sheet.onHand ? ', on hand' : ', to buy'}
    </StockDrawing>
  )
}

/** One bar with its pieces. */
export function BarDrawing({ bar, number }: { bar: Schemas['BarLayout']; number: number }) {
  const { length } = usePreferences()
  return (
    <StockDrawing kind="bar" number={number} label={`Bar of ${bar.material}`} slim={0} beside={`rest ${length(bar.restMm)}`}>
      <b>
        {bar.count > 1 && `${bar.count} alike: `}
        {bar.material} {bar.section}
      </b>
      , {length(bar.lengthMm)}
      {bar.onHand ? ', on hand' : ', to buy'}
    </StockDrawing>
  )
}

/** A piece of stock as the server draws it: what is cut from it is pointed at. */
function StockDrawing({
  kind,
  number,
  label,
  slim,
  beside,
  children,
}: {
  kind: 'nest' | 'bar'
  number: number
  label: string
  /** Its width to its length. */
  slim: number
  beside: string
  children: ReactNode
}) {
  const { focus, setFocus } = useProject()
  const { ground, paper } = useRoom()
  const wide = paper?.widthMm
  const size = wide ? { widthMm: wide, heightMm: Math.min(HIGH_MM[kind], wide * slim + 24) } : null
  const drawing = useDrawing([kind, number], size, async (id, query) => {
    const path = { id, number }
    return taken(
      kind === 'nest'
        ? await api.GET('/api/projects/{id}/drawings/nest/{number}', { params: { path, query } })
        : await api.GET('/api/projects/{id}/drawings/bar/{number}', { params: { path, query } }),
    )
  })
  return (
    <figure className="mb-4">
      <figcaption className="mb-1 flex flex-wrap justify-between gap-2">
        <span>{children}</span>
        <span className="text-dim">{beside}</span>
      </figcaption>
      <div {...ground} className="overflow-x-auto">
        {drawing && (
          <Sheet
            sheet={drawing}
            label={label}
            chosen={focus}
            group={(of) => ({
              className: 'cursor-pointer',
              onMouseEnter: () => setFocus(of),
              onClick: () => document.getElementById('row-' + of)?.scrollIntoView({ block: 'center' }),
            })}
          />
        )}
      </div>
    </figure>
  )
}
