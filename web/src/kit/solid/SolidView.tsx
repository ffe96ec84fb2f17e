import { useEffect, useRef, useState, type ReactNode } from 'react'
import { useQuery, keepPreviousData } from '@tanstack/react-query'
import { api, taken, type Schemas } from '../../api/client'
import { useProject } from '../../project/context'
import { deviceAt } from '../../project/places'
import { Button, Empty, Select, Tick } from '../controls'
import { usePreferences } from '../preferences'
import { Slide } from '../slide'
import { Keys } from '../tabs'
import { between, type Picked } from './measure'
import { placeNames, type Label } from './names'
import { createScene, type Cut, type SolidScene, type Walls } from './scene'

const CUTS = [
  ['none', 'Whole'],
  ['x', 'Across'],
  ['y', 'Along'],
  ['z', 'Level'],
] as const

const NAMED = [
  ['none', 'No names'],
  ['devices', 'Devices'],
  ['all', 'All names'],
] as const

const NO_FACES: Picked[] = []

type Naming = (typeof NAMED)[number][0]

const TURN_DEG = 10
const NEARER = 1.15

/** The enclosure as solids to be turned by hand. Every name and size in it stands in a list as well. */
export function SolidView({ lead }: { lead?: ReactNode }) {
  const { view } = useProject()
  const model = useQuery({
    queryKey: ['drawing', view.id, view.revision, 'solid'],
    queryFn: async () => taken(await api.GET('/api/projects/{id}/drawings/solid', { params: { path: { id: view.id } } })),
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  }).data
  return model ? (
    <Shown lead={lead} model={model} />
  ) : (
    <>
      {lead}
      <Empty>Making the solids.</Empty>
    </>
  )
}

function Shown({ lead, model }: { lead: ReactNode; model: Schemas['SolidModel'] }) {
  const { view, focus, setFocus } = useProject()
  const { length, theme, unitName } = usePreferences()
  const holder = useRef<HTMLDivElement>(null)
  const scene = useRef<SolidScene | null>(null)
  const [walls, setWalls] = useState<Walls>('clear')
  const [slid, setTurns] = useState(0)
  const [axis, setAxis] = useState<Cut['axis'] | 'none'>('none')
  const [share, setShare] = useState(0.5)
  const [lower, setLower] = useState(true)
  const [named, setNamed] = useState<Naming>('devices')
  const [measuring, setMeasuring] = useState(false)
  const [held, setPicked] = useState<{ of: Schemas['SolidModel']; faces: Picked[] }>({ of: model, faces: [] })
  const [hovered, setHovered] = useState<string | null>(null)
  const [drawnBy, setDrawnBy] = useState<'webgl' | 'svg'>('webgl')
  const [over, setOver] = useState<{ labels: Label[]; marks: { x: number; y: number }[]; wide: number }>({
    labels: [],
    marks: [],
    wide: 0,
  })
  const listed = model.pieces.filter((p) => p.role !== 'fixing')
  const told = model.pieces.find((p) => p.of === (hovered ?? focus))
  const from = axis === 'none' ? 0 : model.outer.min[axis]
  const to = axis === 'none' ? 0 : model.outer.max[axis]
  const cutMm = from + share * (to - from)

  // an edit may leave fewer turns, and other faces
  const turns = Math.min(slid, model.turns.length)
  const picked = held.of === model ? held.faces : NO_FACES

  // the scene hears what holds now, and is not made anew with it
  const now = useRef<{ pick: (hit: Picked | null) => void; seen: () => void }>({ pick: () => {}, seen: () => {} })
  useEffect(() => {
    now.current = {
      pick: (hit) => {
        if (!measuring) setFocus(hit?.key ?? null)
        else if (hit) setPicked({ of: model, faces: picked.length === 2 ? [hit] : [...picked, hit] })
      },
      seen: () => {
        const [made, box] = [scene.current, holder.current]
        if (!made || !box) return
        const told = made
          .names()
          .filter(({ key }) => named === 'all' || key === focus || (named === 'devices' && deviceAt(key) !== null))
        setOver({
          labels: placeNames(told, box.clientWidth, box.clientHeight, widthOf),
          marks: picked.map((p) => made.seen(p.key, p.at)),
          wide: box.clientWidth,
        })
      },
    }
  })
  useEffect(() => {
    if (!holder.current) return
    const made = createScene(holder.current, {
      point: setHovered,
      pick: (hit) => now.current.pick(hit),
      seen: () => now.current.seen(),
    })
    scene.current = made
    setDrawnBy(made.renderer)
    return () => {
      made.dispose()
      scene.current = null
    }
  }, [])
  useEffect(() => scene.current?.show(model), [model])
  useEffect(
    () => scene.current?.look({ walls, turns, cut: axis === 'none' ? null : { axis, mm: cutMm, lower } }),
    [walls, turns, axis, cutMm, lower, model, theme],
  )
  useEffect(() => scene.current?.choose(focus), [focus, model, theme])
  useEffect(() => now.current.seen(), [named, picked, focus])

  const undone = model.turns.slice(0, Math.ceil(turns))
  const last = undone.at(-1)
  const keys: Record<string, () => void> = {
    ArrowLeft: () => scene.current?.turn(-TURN_DEG, 0, 1),
    ArrowRight: () => scene.current?.turn(TURN_DEG, 0, 1),
    ArrowUp: () => scene.current?.turn(0, TURN_DEG, 1),
    ArrowDown: () => scene.current?.turn(0, -TURN_DEG, 1),
    '+': () => scene.current?.turn(0, 0, NEARER),
    '-': () => scene.current?.turn(0, 0, 1 / NEARER),
    '0': () => scene.current?.fit(),
  }

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <div className="flex flex-wrap items-end gap-2">
        {lead}
        <Keys
          label="Walls"
          value={walls}
          onChange={setWalls}
          options={[
            ['closed', 'Closed'],
            ['clear', 'See through'],
            ['away', 'Without walls'],
          ]}
        />
        <Keys label="Names" value={named} onChange={setNamed} options={NAMED} />
        <Button onClick={() => scene.current?.fit()}>Show all</Button>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        {drawnBy === 'webgl' && <Keys label="Cut" value={axis} onChange={setAxis} options={CUTS} />}
        {axis !== 'none' && (
          <>
            <Slide
              label="Cut at"
              value={share}
              max={1}
              step={0.01}
              told={`${length(cutMm, 1)} ${unitName}`}
              onChange={setShare}
            />
            <Tick label="other half" checked={!lower} onChange={(other) => setLower(!other)} />
          </>
        )}
        {model.turns.length > 0 && (
          <Slide
            label="Pulled apart"
            value={turns}
            max={model.turns.length}
            step={0.25}
            told={turns === 0 ? 'together' : `${undone.length} of ${model.turns.length}`}
            onChange={setTurns}
          />
        )}
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <div className="w-52">
          <Select aria-label="Part or device" value={focus ?? ''} onChange={(e) => setFocus(e.target.value || null)}>
            <option value="">No part chosen</option>
            {listed.map((s) => (
              <option key={s.of} value={s.of}>
                {s.name}
              </option>
            ))}
          </Select>
        </div>
        <Tick
          label="Measure"
          checked={measuring}
          onChange={(yes) => {
            setMeasuring(yes)
            setPicked({ of: model, faces: [] })
          }}
        />
        <p role="status" className="min-h-9 min-w-60 flex-1 content-center text-[1.1rem]">
          <Told measuring={measuring} picked={picked} piece={told} undone={last} />
        </p>
      </div>
      {/* turned by keys as by the pointer */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions */}
      <div
        role="group"
        aria-label="Solid view, turned by arrow keys"
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
        tabIndex={0}
        onKeyDown={(e) => {
          const act = keys[e.key]
          if (!act || e.ctrlKey || e.metaKey || e.altKey) return
          e.preventDefault()
          act()
        }}
        className="relative min-h-[26rem] flex-1 overflow-hidden lg:min-h-72 border border-hair"
      >
        <div
          ref={holder}
          role="img"
          aria-label={`Solid view of ${view.plan.name}, ${listed.length} parts and devices; all are in the list above`}
          data-renderer={drawnBy}
          className="absolute inset-0"
        />
        <svg aria-hidden className="pointer-events-none absolute inset-0 h-full w-full text-[12px]">
          {over.labels.map((l) => (
            <Name key={l.key} label={l} wide={over.wide} chosen={l.key === focus} />
          ))}
          {over.marks.length === 2 && over.marks[0] && over.marks[1] && (
            <line
              x1={over.marks[0].x}
              y1={over.marks[0].y}
              x2={over.marks[1].x}
              y2={over.marks[1].y}
              className="stroke-brass"
              strokeWidth={2}
            />
          )}
          {over.marks.map((m, i) => (
            <circle key={i} cx={m.x} cy={m.y} r={5} className="fill-brass stroke-paper" strokeWidth={1.5} />
          ))}
        </svg>
      </div>
    </div>
  )
}

/** What is told in words: a distance, a size, the step that is undone, or what one may do. */
function Told({
  measuring,
  picked: [a, b],
  piece,
  undone,
}: {
  measuring: boolean
  picked: Picked[]
  piece: Schemas['SolidPiece'] | undefined
  undone: Schemas['ApartTurn'] | undefined
}) {
  const { length, unitName } = usePreferences()
  if (measuring && a && b) {
    const { mm, parallel, degrees } = between(a, b)
    return (
      <>
        <b className="text-[1.35rem]">
          {length(mm, 2)} {unitName}
        </b>{' '}
        {parallel ? 'between the two faces' : `from point to point; the faces stand at ${Math.round(degrees * 10) / 10}°`}
      </>
    )
  }
  if (measuring) return <span className="text-[0.9rem] text-dim">{a ? 'Click the second face.' : 'Click the first face.'}</span>
  if (piece)
    return (
      <>
        {piece.role === 'fixing' ? 'Screw or pin' : piece.name}:{' '}
        {[piece.size.x, piece.size.y, piece.size.z].map((v) => length(v)).join(' × ')}
      </>
    )
  if (undone)
    return (
      <span className="text-[0.95rem]">
        <span className="text-dim">Undoes: </span>
        {undone.titles[0]}
        {undone.titles.length > 1 && <span className="text-dim"> and {undone.titles.length - 1} more</span>}
      </span>
    )
  return <span className="text-[0.9rem] text-dim">Drag or arrow keys turn it, wheel or + comes nearer, a click chooses.</span>
}

const INSET = 8
const GAP = 5
const TEXT = '12px "Atkinson Hyperlegible Next Variable", sans-serif'
const pen = document.createElement('canvas').getContext('2d')

/** How wide a name is written, pixels. */
function widthOf(name: string): number {
  if (!pen) return name.length * 6.4
  pen.font = TEXT
  return pen.measureText(name).width
}

function Name({ label: { name, side, x, y, at, width, column }, wide, chosen }: { label: Label; wide: number; chosen: boolean }) {
  const from = (off: number) => (side === 'left' ? INSET + off : wide - INSET - off)
  return (
    <g className={chosen ? 'fill-brass font-semibold' : 'fill-ink'}>
      <polyline
        points={`${from(width + GAP)},${at} ${from(column + GAP)},${at} ${x},${y}`}
        fill="none"
        className={chosen ? 'stroke-brass' : 'stroke-dim'}
        strokeWidth={chosen ? 1.6 : 0.9}
      />
      <circle cx={x} cy={y} r={2.5} />
      <text
        x={from(0)}
        y={at}
        dominantBaseline="central"
        textAnchor={side === 'left' ? 'start' : 'end'}
        paintOrder="stroke"
        className="stroke-paper"
        strokeWidth={4}
        strokeLinejoin="round"
      >
        {name}
      </text>
    </g>
  )
}
