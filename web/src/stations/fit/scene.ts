import {
  AmbientLight,
  BoxGeometry,
  type BufferGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  ExtrudeGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  MeshLambertMaterial,
  Path,
  PerspectiveCamera,
  Raycaster,
  Scene,
  Shape,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { SVGRenderer } from 'three/examples/jsm/renderers/SVGRenderer.js'
import type { Ring, Solid } from './solids'

export type SolidScene = {
  renderer: 'webgl' | 'svg'
  show: (solids: Solid[]) => void
  look: (look: 'solid' | 'transparent' | 'exploded') => void
  choose: (key: string | null) => void
  dispose: () => void
}

type Piece = {
  solid: Solid
  group: Group
  mesh: Mesh<BufferGeometry, MeshLambertMaterial>
  lines: LineSegments<BufferGeometry, LineBasicMaterial>
}

const APART = 0.7

/** A browser without a graphics card, or with WebGL switched off, draws the same scene as SVG. */
function rendererFor(): { kind: 'webgl' | 'svg'; renderer: WebGLRenderer | SVGRenderer } {
  try {
    const canvas = document.createElement('canvas')
    if (canvas.getContext('webgl2')) return { kind: 'webgl', renderer: new WebGLRenderer({ antialias: true }) }
  } catch {
    // the SVG renderer takes over
  }
  return { kind: 'svg', renderer: new SVGRenderer() }
}

/** Builds the scene inside the holder; pointing at a piece reports its key, clicking chooses it. */
export function createScene(
  holder: HTMLElement,
  onHover: (key: string | null) => void,
  onChoose: (key: string | null) => void,
): SolidScene {
  const { kind, renderer } = rendererFor()
  const scene = new Scene()
  const camera = new PerspectiveCamera(32, 1, 1, 20_000)
  camera.up.set(0, 0, 1)
  scene.add(new AmbientLight(0xffffff, 1.6))
  const lamp = new DirectionalLight(0xffffff, 1.8)
  lamp.position.set(-0.6, -1, 1.4)
  scene.add(lamp)
  const dom = renderer.domElement as unknown as HTMLElement
  dom.style.display = 'block'
  dom.style.touchAction = 'none'
  holder.append(dom)
  const controls = new OrbitControls(camera, dom)
  controls.enablePan = false

  let pieces: Piece[] = []
  let chosen: string | null = null
  let way: 'solid' | 'transparent' | 'exploded' = 'transparent'
  let framed = false

  const colour = (name: string) => new Color(getComputedStyle(holder).getPropertyValue(`--${name}`).trim() || '#888888')
  const render = () => renderer.render(scene, camera)
  const paint = () => {
    for (const { solid, mesh, lines, group } of pieces) {
      const own = solid.key === chosen
      const base = own
        ? 'brass'
        : solid.kind === 'port'
          ? 'violet'
          : solid.kind === 'device'
            ? 'violet-soft'
            : solid.kind === 'bar'
              ? 'line'
              : 'bench'
      mesh.material.color.copy(colour(base))
      const through = way === 'transparent' && solid.kind === 'plate' && !own
      // the shader of an opaque material writes no alpha: it has to be made anew
      mesh.material.needsUpdate = mesh.material.transparent !== through
      mesh.material.transparent = through
      mesh.material.opacity = through ? 0.22 : 1
      mesh.material.depthWrite = !through
      lines.material.color.copy(colour(own ? 'brass' : through ? 'dim' : 'ink'))
      const by = way === 'exploded' ? APART : 0
      group.position.set(...(solid.apart.map((a) => a * by) as [number, number, number]))
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
  // the ball round all of it fills the view of 32 degrees, and a little air round that
  const FRAMED = 1.05 / (2 * Math.sin((16 * Math.PI) / 180))
  const frame = () => {
    const most = new Vector3(
      ...([0, 1, 2].map((i) => Math.max(...pieces.map((p) => p.solid.max[i] ?? 0))) as [number, number, number]),
    )
    controls.target.copy(most.clone().multiplyScalar(0.5))
    camera.position
      .copy(controls.target)
      .add(new Vector3(-0.75, -1.35, 0.95).normalize().multiplyScalar(Math.max(1, most.length()) * FRAMED))
    controls.update()
    framed = true
  }

  const ray = new Raycaster()
  const under = (e: PointerEvent): string | null => {
    const box = dom.getBoundingClientRect()
    ray.setFromCamera(
      new Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2),
      camera,
    )
    const hits = ray.intersectObjects(pieces.map((p) => p.mesh))
    // what one sees through does not take the pointer from what is behind it
    const hit = hits.find((h) => !(h.object as Mesh<BufferGeometry, MeshLambertMaterial>).material.transparent) ?? hits[0]
    return pieces.find((p) => p.mesh === hit?.object)?.solid.key ?? null
  }
  let pressedAt = { x: 0, y: 0 }
  const onMove = (e: PointerEvent) => e.buttons === 0 && onHover(under(e))
  const onDown = (e: PointerEvent) => (pressedAt = { x: e.clientX, y: e.clientY })
  const onUp = (e: PointerEvent) => {
    if (Math.hypot(e.clientX - pressedAt.x, e.clientY - pressedAt.y) < 4) onChoose(under(e))
  }
  const onLeave = () => onHover(null)
  dom.addEventListener('pointermove', onMove)
  dom.addEventListener('pointerdown', onDown)
  dom.addEventListener('pointerup', onUp)
  dom.addEventListener('pointerleave', onLeave)
  controls.addEventListener('change', render)
  const watch = new ResizeObserver(resize)
  watch.observe(holder)

  const clear = () => {
    for (const { group, mesh, lines } of pieces) {
      scene.remove(group)
      mesh.geometry.dispose()
      mesh.material.dispose()
      lines.geometry.dispose()
      lines.material.dispose()
    }
    pieces = []
  }

  return {
    renderer: kind,
    show: (solids) => {
      clear()
      pieces = solids.map((solid) => {
        const geometry = geometryOf(solid)
        const mesh = new Mesh(geometry, new MeshLambertMaterial())
        const lines = new LineSegments(new EdgesGeometry(geometry, 30), new LineBasicMaterial())
        const group = new Group()
        group.add(mesh, lines)
        scene.add(group)
        return { solid, group, mesh, lines }
      })
      if (!framed && pieces.length > 0) frame()
      resize()
      paint()
    },
    look: (next) => {
      way = next
      paint()
    },
    choose: (key) => {
      chosen = key
      paint()
    },
    dispose: () => {
      watch.disconnect()
      controls.dispose()
      clear()
      if ('dispose' in renderer) renderer.dispose()
      dom.remove()
    },
  }
}

/** The ring as one looks along its axis, drawn out along that. */
function ringGeometry({ centre, first, second, turn, length, inside, outside }: Ring): BufferGeometry {
  const shape = new Shape()
  shape.moveTo(Math.max(inside, 0), 0)
  shape.lineTo(outside, 0)
  shape.absarc(0, 0, outside, 0, turn, false)
  if (inside > 0) {
    shape.lineTo(inside * Math.cos(turn), inside * Math.sin(turn))
    shape.absarc(0, 0, inside, turn, 0, true)
  } else shape.lineTo(0, 0)
  const [a, b] = [new Vector3(...first), new Vector3(...second)]
  return new ExtrudeGeometry(shape, { depth: length, bevelEnabled: false, curveSegments: 12 }).applyMatrix4(
    new Matrix4().makeBasis(a, b, a.clone().cross(b)).setPosition(new Vector3(...centre)),
  )
}

function geometryOf({ plate, ring, min, max, pose }: Solid): BufferGeometry {
  if (ring) return ringGeometry(ring)
  if (!plate) {
    const [x, y, z] = [0, 1, 2].map((i) => Math.max(0.1, (max[i] ?? 0) - (min[i] ?? 0))) as [number, number, number]
    const box = new BoxGeometry(x, y, z).translate((min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2)
    const vector = (p: { x: number; y: number; z: number }) => new Vector3(p.x, p.y, p.z)
    return pose
      ? box.applyMatrix4(new Matrix4().makeBasis(vector(pose.x), vector(pose.y), vector(pose.z)).setPosition(vector(pose.origin)))
      : box
  }
  const points = (ring: [number, number][]) => ring.map(([u, v]) => new Vector2(u, v))
  const shapes = plate.outline.map((region) => {
    const shape = new Shape(points(region.rim))
    shape.holes.push(...region.inside.map((ring) => new Path(points(ring))))
    return shape
  })
  for (const o of plate.openings) {
    const hole = new Path()
    if (o.height === null) hole.absarc(o.u, o.v, o.width / 2, 0, Math.PI * 2, true)
    else {
      const [w, h] = [o.width / 2, o.height / 2]
      hole.setFromPoints([
        new Vector2(o.u - w, o.v - h),
        new Vector2(o.u - w, o.v + h),
        new Vector2(o.u + w, o.v + h),
        new Vector2(o.u + w, o.v - h),
      ])
    }
    // in pieces, the hole belongs to the piece round it; the largest comes first
    shapes[0]?.holes.push(hole)
  }
  const [u, v] = [new Vector3(...plate.u), new Vector3(...plate.v)]
  const normal = u.clone().cross(v)
  // the material lies behind the plane that one looks at
  const at = new Vector3(...plate.origin).addScaledVector(normal, -plate.thickness)
  return new ExtrudeGeometry(shapes, { depth: plate.thickness, bevelEnabled: false, curveSegments: 16 }).applyMatrix4(
    new Matrix4().makeBasis(u, v, normal).setPosition(at),
  )
}
