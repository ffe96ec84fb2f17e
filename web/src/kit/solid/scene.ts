import {
  AmbientLight,
  BackSide,
  type BufferGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineSegments,
  type Material,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  MeshPhongMaterial,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  Spherical,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { SVGRenderer } from 'three/examples/jsm/renderers/SVGRenderer.js'
import type { Schemas } from '../../api/client'
import { apartBy } from './apart'
import { geometriesOf, vector } from './geometry'
import type { Picked } from './measure'
import type { Named } from './names'
import { coverOf, type Stuff } from './stuffs'

export type Walls = 'closed' | 'clear' | 'away'

/** Half of the enclosure taken away: what lies beyond so many mm along an axis. */
export type Cut = { axis: 'x' | 'y' | 'z'; mm: number; lower: boolean }

export type Look = { walls: Walls; turns: number; cut: Cut | null }

export type SolidScene = {
  renderer: 'webgl' | 'svg'
  show: (model: Schemas['SolidModel']) => void
  look: (look: Look) => void
  choose: (key: string | null) => void
  /** Shows all that is there, from where one looks. */
  fit: () => void
  /** Round the thing and over it, degrees; nearer above 1. */
  turn: (rightDeg: number, upDeg: number, nearer: number) => void
  /** Pieces that may be named, where they are in the picture. */
  names: () => Named[]
  /** Where a point of the enclosure is in the picture, as the piece stands now. */
  seen: (key: string, at: Vector3) => { x: number; y: number }
  dispose: () => void
}

type Painted = { stuff: Stuff; mesh: Mesh<BufferGeometry, MeshLambertMaterial | MeshPhongMaterial>; cap: Mesh }

type Piece = {
  own: Schemas['SolidPiece']
  group: Group
  painted: Painted[]
  lines: LineSegments<BufferGeometry, LineBasicMaterial>[]
  middle: Vector3
  volume: number
}

const NORMAL = { x: new Vector3(1, 0, 0), y: new Vector3(0, 1, 0), z: new Vector3(0, 0, 1) }
const FIELD_DEG = 32
const CLEAR = 0.2
/** Of the width, what the thing may take. */
const BESIDE_NAMES = 0.66
/** Stripes of what is cut, pixels. */
const STRIPES = 'if (mod(gl_FragCoord.x + gl_FragCoord.y, 9.0) < 1.6) gl_FragColor.rgb *= 0.72;'

/** A browser without a graphics card, or with WebGL switched off, draws the same scene as SVG. */
function rendererFor(): { kind: 'webgl' | 'svg'; renderer: WebGLRenderer | SVGRenderer } {
  try {
    const canvas = document.createElement('canvas')
    if (canvas.getContext('webgl2')) {
      const renderer = new WebGLRenderer({ antialias: true })
      renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
      renderer.localClippingEnabled = true
      return { kind: 'webgl', renderer }
    }
  } catch {
    // the SVG renderer takes over
  }
  return { kind: 'svg', renderer: new SVGRenderer() }
}

const shiny = (stuff: Stuff) => stuff === 'metal' || stuff === 'steel' || stuff === 'clear'

function materialOf(stuff: Stuff) {
  const map = coverOf(stuff)
  const made = shiny(stuff) ? new MeshPhongMaterial({ shininess: stuff === 'clear' ? 90 : 40 }) : new MeshLambertMaterial()
  made.vertexColors = true
  if (map) made.map = map
  return made
}

/** What shows where a plane cuts through: the far side of the solid, flat and striped. */
function capMaterial() {
  const made = new MeshBasicMaterial({ side: BackSide })
  made.onBeforeCompile = (shader) => {
    shader.fragmentShader = shader.fragmentShader.replace(
      '#include <dithering_fragment>',
      `#include <dithering_fragment>\n${STRIPES}`,
    )
  }
  return made
}

/** Builds the scene inside the holder. `onPoint` hears what is under the pointer, `onPick` what is clicked, `onSeen` each new picture. */
export function createScene(
  holder: HTMLElement,
  on: { point: (key: string | null) => void; pick: (picked: Picked | null) => void; seen: () => void },
): SolidScene {
  const { kind, renderer } = rendererFor()
  const scene = new Scene()
  const camera = new PerspectiveCamera(FIELD_DEG, 1, 1, 40_000)
  camera.up.set(0, 0, 1)
  scene.add(new AmbientLight(0xffffff, 1.7))
  const lamp = new DirectionalLight(0xffffff, 1.7)
  lamp.position.set(-0.6, -1, 1.4)
  scene.add(lamp)
  const dom = renderer.domElement as unknown as HTMLElement
  dom.style.display = 'block'
  dom.style.touchAction = 'none'
  holder.append(dom)
  const controls = new OrbitControls(camera, dom)

  let pieces: Piece[] = []
  let chosen: string | null = null
  let way: Look = { walls: 'clear', turns: 0, cut: null }
  let framed = false
  const plane = new Plane()

  const colour = (name: string) => new Color(getComputedStyle(holder).getPropertyValue(`--${name}`).trim() || '#888888')
  let waiting = 0
  const render = () => {
    cancelAnimationFrame(waiting)
    waiting = requestAnimationFrame(() => {
      renderer.render(scene, camera)
      on.seen()
    })
  }
  const clip = (m: Material) => {
    m.clippingPlanes = way.cut ? [plane] : null
  }
  const paint = () => {
    const { cut, walls, turns } = way
    if (cut) plane.set(NORMAL[cut.axis].clone().multiplyScalar(cut.lower ? -1 : 1), cut.lower ? cut.mm : -cut.mm)
    const [ink, dim, brass] = [colour('ink'), colour('dim'), colour('brass')]
    for (const { own, group, painted, lines } of pieces) {
      const mine = own.of === chosen
      const through = own.wall && walls === 'clear' && !mine
      group.visible = !(own.wall && walls === 'away' && !mine)
      for (const { stuff, mesh, cap } of painted) {
        const clear = through || (stuff === 'clear' && !mine)
        mesh.material.color.copy(mine && stuff !== 'hollow' ? brass : colour(`stuff-${stuff}`))
        // the shader of an opaque material writes no alpha: it has to be made anew
        mesh.material.needsUpdate = mesh.material.transparent !== clear
        mesh.material.transparent = clear
        mesh.material.opacity = clear ? (through ? CLEAR : 0.34) : 1
        mesh.material.depthWrite = !clear
        mesh.material.side = FrontSide
        clip(mesh.material)
        const capped = cap.material as MeshBasicMaterial
        capped.color.copy(mine ? brass : colour(`stuff-${stuff}`)).multiplyScalar(0.92)
        clip(capped)
        cap.visible = cut !== null && kind === 'webgl' && stuff !== 'hollow'
      }
      for (const line of lines) {
        line.material.color.copy(mine ? brass : through ? dim : ink)
        clip(line.material)
      }
      group.position.set(...apartBy(own.moves, turns))
    }
    if ('setClearColor' in renderer) renderer.setClearColor(colour('paper'), 1)
    render()
  }
  const resize = () => {
    const { clientWidth: w, clientHeight: h } = holder
    if (w === 0 || h === 0) return
    renderer.setSize(w, h)
    camera.aspect = w / h
    camera.updateProjectionMatrix()
    render()
  }
  /** As near as all that is there can be seen, with room for names at both sides. */
  const fit = () => {
    const corners = pieces
      .filter((p) => p.group.visible)
      .flatMap(({ own, group }) =>
        [
          ...own.prisms.flatMap((p) => [...p.rim, ...p.rim.map((q) => vector(q).add(vector(p.through)))]),
          ...own.rounds.flatMap((r) => [r.from, r.to]),
        ].map((c) => vector(c).add(group.position)),
      )
    if (corners.length === 0) return
    const toEye = framed ? camera.position.clone().sub(controls.target).normalize() : new Vector3(-0.75, -1.35, 0.95).normalize()
    const right = camera.up.clone().cross(toEye).normalize()
    const up = toEye.clone().cross(right)
    const span = (way: Vector3) => {
      const all = corners.map((c) => c.dot(way))
      return [Math.min(...all), Math.max(...all)] as const
    }
    const middle = [right, up, toEye].reduce((sum, way) => {
      const [least, most] = span(way)
      return sum.addScaledVector(way, (least + most) / 2)
    }, new Vector3())
    const high = Math.tan((FIELD_DEG / 2) * (Math.PI / 180))
    const wide = high * camera.aspect * BESIDE_NAMES
    const reach = Math.max(
      ...corners.map((c) => {
        const at = c.clone().sub(middle)
        return at.dot(toEye) + Math.max(Math.abs(at.dot(right)) / wide, Math.abs(at.dot(up)) / (high * 0.94))
      }),
    )
    controls.target.copy(middle)
    camera.position.copy(middle).addScaledVector(toEye, Math.max(1, reach))
    controls.update()
    framed = true
    render()
  }

  const ray = new Raycaster()
  const under = (e: PointerEvent): Picked | null => {
    const box = dom.getBoundingClientRect()
    ray.setFromCamera(
      new Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2),
      camera,
    )
    const meshes = pieces.filter((p) => p.group.visible).flatMap((p) => p.painted.map((x) => x.mesh))
    const hits = ray.intersectObjects(meshes, false).filter((h) => !way.cut || plane.distanceToPoint(h.point) >= 0)
    // what one sees through does not take the pointer from what is behind it
    const hit = hits.find((h) => !(h.object as Painted['mesh']).material.transparent) ?? hits[0]
    const piece = pieces.find((p) => p.painted.some((x) => x.mesh === hit?.object))
    if (!hit?.face || !piece) return null
    return { key: piece.own.of, at: hit.point.clone().sub(piece.group.position), normal: hit.face.normal.clone() }
  }
  let pressedAt = { x: 0, y: 0 }
  const onMove = (e: PointerEvent) => e.buttons === 0 && on.point(under(e)?.key ?? null)
  const onDown = (e: PointerEvent) => (pressedAt = { x: e.clientX, y: e.clientY })
  const onUp = (e: PointerEvent) => {
    if (Math.hypot(e.clientX - pressedAt.x, e.clientY - pressedAt.y) < 4) on.pick(under(e))
  }
  const onLeave = () => on.point(null)
  dom.addEventListener('pointermove', onMove)
  dom.addEventListener('pointerdown', onDown)
  dom.addEventListener('pointerup', onUp)
  dom.addEventListener('pointerleave', onLeave)
  controls.addEventListener('change', render)
  const watch = new ResizeObserver(resize)
  watch.observe(holder)

  const clear = () => {
    for (const { group, painted, lines } of pieces) {
      scene.remove(group)
      for (const { mesh, cap } of painted) {
        mesh.geometry.dispose()
        mesh.material.dispose()
        ;(cap.material as Material).dispose()
      }
      for (const line of lines) {
        line.geometry.dispose()
        line.material.dispose()
      }
    }
    pieces = []
  }
  const made = (own: Schemas['SolidPiece']): Piece => {
    const group = new Group()
    const painted: Painted[] = []
    const lines: Piece['lines'] = []
    const middle = new Vector3()
    let volume = 0
    for (const [stuff, geometry] of geometriesOf(own)) {
      const mesh = new Mesh(geometry, materialOf(stuff))
      const cap = new Mesh(geometry, capMaterial())
      painted.push({ stuff, mesh, cap })
      group.add(mesh, cap)
      if (stuff !== 'hollow' && own.role !== 'fixing') {
        const line = new LineSegments(new EdgesGeometry(geometry, 30), new LineBasicMaterial())
        lines.push(line)
        group.add(line)
      }
      geometry.computeBoundingBox()
      const size = geometry.boundingBox?.getSize(new Vector3()) ?? new Vector3()
      if (size.x * size.y * size.z >= volume) {
        volume = size.x * size.y * size.z
        geometry.boundingBox?.getCenter(middle)
      }
    }
    scene.add(group)
    return { own, group, painted, lines, middle, volume }
  }
  const seenAt = (at: Vector3) => {
    const p = at.clone().project(camera)
    return { x: ((p.x + 1) / 2) * holder.clientWidth, y: ((1 - p.y) / 2) * holder.clientHeight }
  }

  return {
    renderer: kind,
    show: (model) => {
      clear()
      pieces = model.pieces.map(made)
      resize()
      paint()
      if (!framed && pieces.length > 0) fit()
    },
    look: (next) => {
      way = next
      paint()
    },
    choose: (key) => {
      chosen = key
      paint()
    },
    fit,
    turn: (rightDeg, upDeg, nearer) => {
      const from = camera.position.clone().sub(controls.target)
      // three measures its angles from Y: the enclosure's Z is turned there and back
      const at = new Spherical().setFromVector3(new Vector3(from.x, from.z, -from.y))
      at.theta += (rightDeg * Math.PI) / 180
      at.phi -= (upDeg * Math.PI) / 180
      at.radius /= nearer
      at.makeSafe()
      const to = new Vector3().setFromSpherical(at)
      camera.position.copy(controls.target).add(new Vector3(to.x, -to.z, to.y))
      controls.update()
      render()
    },
    names: () =>
      pieces
        .filter((p) => p.own.role !== 'fixing' && p.group.visible)
        .filter((p) => !way.cut || plane.distanceToPoint(p.middle.clone().add(p.group.position)) >= 0)
        .map((p) => ({
          key: p.own.of,
          name: p.own.name,
          ...seenAt(p.middle.clone().add(p.group.position)),
          weight: p.own.of === chosen ? Infinity : p.own.role === 'device' ? 1e12 + p.volume : p.volume,
        })),
    seen: (key, at) => seenAt(at.clone().add(pieces.find((p) => p.own.of === key)?.group.position ?? new Vector3())),
    dispose: () => {
      cancelAnimationFrame(waiting)
      watch.disconnect()
      controls.dispose()
      clear()
      if ('dispose' in renderer) renderer.dispose()
      dom.remove()
    },
  }
}
