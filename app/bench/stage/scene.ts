/**
 * The bench in three dimensions. It draws a picture when something has changed, all boards together; what
 * things mean is decided elsewhere.
 */
import {
  AmbientLight,
  BackSide,
  BoxGeometry,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  EdgesGeometry,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  MOUSE,
  NoToneMapping,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  TOUCH,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { cornersOf, plus, type Axis, type Box, type Vec3 } from '../../../core/pieces'
import { sameEntries } from '../../store/useShown'
import { Batch } from './batch'
import { placeOf, type Board } from './board'
import { Floor } from './floor'
import { distanceFor } from './framing'
import { grainTexture } from './grain'
import { ChosenLines } from './chosenlines'
import { Lines } from './lines'
import { filling, Marks } from './marks'
import { hitOf, type Hit } from './pick'
import type { Stroke } from './picked'
import { wallAt, type Wall } from './wall'

/** How the boards are to look. */
export interface Look {
  readonly ink: string
  readonly chalk: string
  /** Plain colours, without grain. */
  readonly plain: boolean
  /** What is not chosen can be seen through. */
  readonly clear: boolean
}

/** A plane across a direction of the room, in millimetres; what lies before it or beyond it is cut away. */
export interface Cut {
  readonly axis: Axis
  readonly at: number
  readonly beyond: boolean
}

/** Thickness of what marks an edge, pixels. */
const STROKE = 5

/** A place on the screen. */
type PointerAt = Pick<MouseEvent, 'clientX' | 'clientY'>

export class Stage3D {
  private readonly renderer: WebGLRenderer
  private readonly scene = new Scene()
  private readonly eye = new PerspectiveCamera(28, 1, 10, 100_000)
  private readonly controls: OrbitControls
  private readonly wood = new MeshLambertMaterial({
    vertexColors: true,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  })
  private readonly glass = new MeshLambertMaterial({
    vertexColors: true,
    transparent: true,
    opacity: 0.28,
    depthWrite: false,
  })
  private readonly edge = new LineBasicMaterial({ transparent: true, opacity: 0.75 })
  private readonly glow = new MeshBasicMaterial({
    transparent: true,
    opacity: 0.65,
    depthTest: false,
    side: DoubleSide,
  })
  private readonly patch = new MeshBasicMaterial({ transparent: true, opacity: 0.55, depthTest: false })
  /** What a section shows of the inside: the far walls of the wood, flat, as its cut face. */
  private readonly cap = new MeshBasicMaterial({ side: BackSide, color: 0xd9cdb8 })
  private readonly solid = new Batch(this.wood)
  private readonly caps = new Batch(this.cap)
  private readonly seen = new Batch(this.glass)
  private readonly edges = new Lines(this.edge)
  private readonly chosenEdges = new ChosenLines()
  private readonly highlighted = new Mesh(new BufferGeometry(), this.glow)
  private readonly marks = new Marks(this.scene, this.patch)
  private readonly ghostEdge = new LineBasicMaterial({ transparent: true, depthTest: false })
  private readonly ghosts = new LineSegments(new EdgesGeometry(new BoxGeometry()), this.ghostEdge)
  private boards: readonly Board[] = []
  private pulled: { readonly keys: ReadonlySet<string>; readonly by: Vec3 } | null = null
  private outline: HTMLElement | null = null
  private readonly floor = new Floor(this.scene)
  private readonly watchers = new Set<() => void>()
  private shownAs: Look | null = null
  private cut: Cut | null = null
  private asked = 0
  private looked: [from: Vec3 | null, box: Box] | null = null
  private turned = false
  private readonly watch: ResizeObserver

  /** Where the middle of the picture is, from that of the stage, pixels to the left and up. */
  private middle: [number, number] = [0, 0]

  /**
   * Throws where the browser cannot draw in three dimensions. `corner` says how much room is taken in the
   * lower right corner of the stage, pixels.
   */
  constructor(
    private readonly host: HTMLElement,
    private readonly corner: () => readonly [wide: number, high: number] = () => [0, 0],
  ) {
    const canvas = document.createElement('canvas')
    canvas.style.display = 'block'
    host.append(canvas)
    try {
      this.renderer = new WebGLRenderer({ canvas, antialias: true })
    } catch (error) {
      canvas.remove()
      throw error
    }
    this.renderer.toneMapping = NoToneMapping
    this.renderer.setClearAlpha(0)
    this.renderer.setPixelRatio(Math.min(2, Math.max(1, window.devicePixelRatio)))
    this.eye.up.set(0, 0, 1)
    this.eye.position.set(-1500, -3000, 1500)
    const [sun, sky] = [new DirectionalLight(0xffffff, 1.35), new DirectionalLight(0xffffff, 0.35)]
    sun.position.set(-1, -2.2, 3)
    sky.position.set(2, 1, 0.5)
    this.edges.object.renderOrder = 1
    this.highlighted.renderOrder = 3
    this.highlighted.visible = false
    this.ghosts.renderOrder = 5
    this.ghosts.visible = false
    this.ghosts.matrixAutoUpdate = false
    this.scene.add(this.ghosts)
    for (const o of [new AmbientLight(0xffffff, 1.75), sun, sky]) this.scene.add(o)
    this.scene.add(
      this.solid.mesh,
      this.caps.mesh,
      this.seen.mesh,
      this.edges.object,
      ...this.chosenEdges.objects,
    )
    this.scene.add(this.highlighted)
    this.controls = new OrbitControls(this.eye, this.canvas)
    this.controls.zoomToCursor = true
    this.controls.mouseButtons = { LEFT: MOUSE.ROTATE, MIDDLE: MOUSE.ROTATE, RIGHT: MOUSE.ROTATE }
    this.controls.touches = { ONE: TOUCH.ROTATE, TWO: TOUCH.DOLLY_PAN }
    this.controls.addEventListener('change', this.draw)
    this.controls.addEventListener('start', () => (this.turned = true))
    this.canvas.addEventListener('webglcontextrestored', this.draw)
    this.watch = new ResizeObserver(() => this.fill())
    this.watch.observe(host)
    this.fill()
  }

  get canvas(): HTMLCanvasElement {
    return this.renderer.domElement
  }

  private fill(): void {
    const { clientWidth: wide, clientHeight: high } = this.host
    if (wide === 0 || high === 0) return
    this.renderer.setSize(wide, high)
    this.eye.aspect = wide / high
    this.eye.setViewOffset(wide, high, ...this.middle, wide, high)
    if (this.looked && !this.turned) this.look(...this.looked)
    else this.draw()
  }

  /** Whether a maker has turned or zoomed the view since it was last looked from a direction. */
  get own(): boolean {
    return this.turned
  }

  /** Whether all of a box is in the picture. */
  shows(box: Box): boolean {
    this.eye.updateMatrixWorld()
    return cornersOf(box).every((corner) => {
      const p = new Vector3(...corner).project(this.eye)
      return Math.abs(p.x) <= 1 && Math.abs(p.y) <= 1
    })
  }

  /** Asks for a new picture; however often it is asked, there is one before the screen is shown next. */
  private readonly draw = (): void => {
    this.asked ||= requestAnimationFrame(() => {
      this.asked = 0
      this.renderer.render(this.scene, this.eye)
      for (const told of this.watchers) told()
    })
  }

  /** Tells of every new picture, until what it gives is called. */
  watchDraw(told: () => void): () => void {
    this.watchers.add(told)
    return () => void this.watchers.delete(told)
  }

  /** Where a place of the room is in the picture, pixels from its corner; null behind the eye. */
  onScreen(place: Vec3): { readonly x: number; readonly y: number } | null {
    this.eye.updateMatrixWorld()
    const p = new Vector3(...place).project(this.eye)
    if (p.z > 1) return null
    const { clientWidth: wide, clientHeight: high } = this.host
    return { x: ((p.x + 1) / 2) * wide, y: ((1 - p.y) / 2) * high }
  }

  /** Whether a place on the screen is well within the picture. */
  within({ x, y }: { readonly x: number; readonly y: number }): boolean {
    const { clientWidth: wide, clientHeight: high } = this.host
    return x > 16 && y > 16 && x < wide - 16 && y < high - 16
  }

  /** How much of the room a pixel is at a place, millimetres. */
  pixelAt(place: Vec3): number {
    const far = this.eye.position.distanceTo(new Vector3(...place))
    return (2 * far * Math.tan((this.eye.fov * Math.PI) / 360)) / Math.max(1, this.host.clientHeight)
  }

  /** The ray from the eye through a place on the screen. */
  ray(at: { readonly clientX: number; readonly clientY: number }): {
    readonly from: Vec3
    readonly direction: Vec3
  } {
    const { ray } = this.caster(at)
    return { from: ray.origin.toArray(), direction: ray.direction.toArray() }
  }

  /** Whether a face that looks this way, at a place, is seen from the front, or from its edge. */
  faces(place: Vec3, normal: Vec3): boolean {
    const toward = this.eye.position
      .clone()
      .sub(new Vector3(...place))
      .normalize()
    return toward.dot(new Vector3(...normal)) > -0.2
  }

  /** Turning and zooming rest while something is dragged. */
  rest(yes: boolean): void {
    this.controls.enabled = !yes
  }

  /** Shows some boards moved from where they are, until the boards are shown anew; null for none. */
  pull(keys: ReadonlySet<string>, by: Vec3 | null): void {
    this.pulled = by && { keys, by }
    if (this.shownAs) this.put(this.shownAs)
  }

  /** The outline of what is being placed; red where it cannot be. Null for none. */
  ghost(box: Box | null, colour = ''): void {
    if (!box && !this.ghosts.visible) return
    this.ghosts.visible = box !== null
    if (box) {
      this.ghosts.matrix.copy(filling(box))
      this.ghostEdge.color.set(colour)
    }
    this.draw()
  }

  /** Shows these boards and no others. */
  show(boards: readonly Board[], look: Look): void {
    if (boards === this.boards && this.shownAs && sameEntries(look, this.shownAs)) return
    if (boards !== this.boards) this.pulled = null
    this.boards = boards
    this.shownAs = look
    this.put(look)
  }

  private put({ ink, chalk, plain, clear }: Look): void {
    for (const material of [this.wood, this.glass]) {
      const map = plain ? null : grainTexture()
      if (material.map === map) continue
      material.map = map
      material.needsUpdate = true
    }
    this.edge.color.set(ink)
    this.edge.opacity = clear ? 0.5 : 0.75
    this.edge.depthTest = !clear
    this.chosenEdges.paint(ink, chalk, clear)
    for (const m of [this.glow, this.patch]) m.color.set(chalk)
    const { pulled } = this
    const boards = pulled
      ? this.boards.map((b) =>
          pulled.keys.has(b.instance.key) ? { ...b, shift: plus(b.shift, pulled.by) } : b,
        )
      : this.boards
    const chosen = boards.filter((b) => b.chosen)
    const others = boards.filter((b) => !b.chosen)
    this.solid.show(clear ? chosen : boards)
    this.seen.show(clear ? others : [])
    this.caps.show(this.cut && !clear ? boards : [])
    this.edges.show(others)
    this.chosenEdges.show(chosen)
    this.draw()
  }

  /** Draws a frame over the picture from one place on the screen to another; null for none. */
  frame(a: PointerAt | null, b: PointerAt | null = a): void {
    this.outline?.remove()
    this.outline = null
    if (!a || !b) return
    const { left, top } = this.canvas.getBoundingClientRect()
    const line = document.createElement('div')
    line.style.cssText = 'position:absolute;pointer-events:none;border:1px dashed var(--chalk)'
    line.style.left = `${Math.min(a.clientX, b.clientX) - left}px`
    line.style.top = `${Math.min(a.clientY, b.clientY) - top}px`
    line.style.width = `${Math.abs(a.clientX - b.clientX)}px`
    line.style.height = `${Math.abs(a.clientY - b.clientY)}px`
    this.host.append(line)
    this.outline = line
  }

  /** The boards that a frame on the screen touches, by the room they take in the picture. */
  framed(a: PointerAt, b: PointerAt): Board[] {
    const { left, top } = this.canvas.getBoundingClientRect()
    const [x1, x2] = [a.clientX - left, b.clientX - left].sort((p, q) => p - q) as [number, number]
    const [y1, y2] = [a.clientY - top, b.clientY - top].sort((p, q) => p - q) as [number, number]
    return this.boards.filter(({ instance, shift }) => {
      const at = cornersOf(instance.grown).flatMap((p) => this.onScreen(plus(p, shift)) ?? [])
      if (at.length === 0) return false
      const [xs, ys] = [at.map((p) => p.x), at.map((p) => p.y)]
      return Math.min(...xs) <= x2 && Math.max(...xs) >= x1 && Math.min(...ys) <= y2 && Math.max(...ys) >= y1
    })
  }

  /** A grid on the floor round a box, its lines so far apart; null for none. */
  grid(step: number | null, round: Box): void {
    if (this.floor.show(step, round)) this.draw()
  }

  /** Where the eye is, and what it looks at. */
  get gaze(): { readonly from: Vec3; readonly at: Vec3 } {
    return { from: this.eye.position.toArray(), at: this.controls.target.toArray() }
  }

  /** Puts the eye there. */
  gazeFrom({ from, at }: { readonly from: Vec3; readonly at: Vec3 }): void {
    this.eye.position.set(...from)
    this.controls.target.set(...at)
    this.turned = true
    this.controls.update()
    this.draw()
  }

  /** A picture of so many pixels across, as high as the bench is to it; on a colour, or on nothing. */
  picture(width: number, ground: string | null): string {
    const { clientWidth: wide, clientHeight: high } = this.host
    const ratio = this.renderer.getPixelRatio()
    const height = Math.round((width * high) / Math.max(1, wide))
    const background = this.scene.background
    try {
      this.renderer.setPixelRatio(1)
      this.renderer.setSize(width, height, false)
      this.scene.background = ground === null ? null : new Color(ground)
      this.renderer.render(this.scene, this.eye)
      return this.canvas.toDataURL('image/png')
    } finally {
      this.scene.background = background
      this.renderer.setPixelRatio(ratio)
      this.renderer.setSize(wide, high)
      this.draw()
    }
  }

  /** Cuts the wood open by a plane across the room; what lies on its one side is not seen. Null for none. */
  section(cut: Cut | null): void {
    if (!cut && !this.cut) return
    this.cut = cut
    const sign = cut?.beyond ? -1 : 1
    const normal = new Vector3()
    if (cut) normal.setComponent(cut.axis, sign)
    const planes = cut ? [new Plane(normal, -sign * cut.at)] : []
    this.renderer.localClippingEnabled = cut !== null
    const { wood, glass, cap, edge, glow } = this
    for (const m of [wood, glass, cap, edge, glow]) m.clippingPlanes = planes
    this.chosenEdges.clip(planes)
    this.caps.show(cut && !this.shownAs?.clear ? this.boards : [])
    this.draw()
  }

  /** Lights up these triangles of a board; null for none. */
  light(board: Board | null, picked: readonly number[]): void {
    if (!board && !this.highlighted.visible) return
    this.highlighted.geometry.dispose()
    const places = new Float32Array(9 * picked.length)
    picked.forEach((k, n) => places.set(board!.skin.positions.subarray(9 * k, 9 * k + 9), 9 * n))
    this.highlighted.geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(places, 3))
    this.highlighted.visible = picked.length > 0
    this.highlighted.matrixAutoUpdate = false
    if (board) this.highlighted.matrix.copy(placeOf(board))
    this.draw()
  }

  /** Marks these room boxes over all else, and strokes from one place to another. */
  mark(boxes: readonly Box[], strokes: readonly Stroke[] = []): void {
    if (this.marks.show(boxes, strokes, (s) => STROKE * this.pixelAt(s.from))) this.draw()
  }

  /** Looks from a direction, or from where the eye is, so that all of the box is in the picture. */
  look(from: Vec3 | null, box: Box): void {
    const centre = new Vector3(...box.min).add(new Vector3(...box.max)).multiplyScalar(0.5)
    const toward = from ? new Vector3(...from) : this.eye.position.clone().sub(this.controls.target)
    toward.normalize()
    this.looked = [from, box]
    this.turned = false
    const { clientWidth: wide, clientHeight: high } = this.host
    const tan = Math.tan((this.eye.fov * Math.PI) / 360)
    /** How far off the eye is when so much of the stage is left free at the right and below. */
    const far = ([x, y]: readonly [number, number]) => {
      const [across, up] = [Math.max(1, wide - x), Math.max(1, high - y)]
      return distanceFor(box, centre, toward, (tan * up) / Math.max(1, high), across / up)
    }
    const put = (free: readonly [number, number]) => {
      this.middle = [free[0] / 2, free[1] / 2]
      this.eye.setViewOffset(wide, high, ...this.middle, wide, high)
      this.eye.position.copy(centre).addScaledVector(toward, far(free))
      this.controls.target.copy(centre)
      this.controls.update()
    }
    put([0, 0])
    // What stands in the corner has its room, beside the picture or below it, where it would hide wood.
    const taken = this.corner()
    const under = (p: Vec3) => {
      const at = this.onScreen(p)
      return at !== null && at.x > wide - taken[0] && at.y > high - taken[1]
    }
    if (taken[0] > 0 && cornersOf(box).some(under)) {
      const [beside, below] = [[taken[0], 0] as const, [0, taken[1]] as const]
      put(far(beside) < far(below) ? beside : below)
    }
    this.draw()
  }

  /** What is at a place on the screen. */
  under(
    at: { readonly clientX: number; readonly clientY: number },
    which: (board: Board) => boolean = () => true,
  ): Hit | null {
    const { ray } = this.caster(at)
    const { cut } = this
    const there = (p: Vec3) => !cut || (cut.beyond ? p[cut.axis] <= cut.at : p[cut.axis] >= cut.at)
    return hitOf(ray, this.boards.filter(which), there)
  }

  /** The wall of wood that the section cuts through under a place of the screen; null for none. */
  wallUnder(at: { readonly clientX: number; readonly clientY: number }): Wall | null {
    const { cut } = this
    if (!cut) return null
    const { from, direction } = this.ray(at)
    const t = (cut.at - from[cut.axis]) / direction[cut.axis]
    if (!Number.isFinite(t) || t <= 0) return null
    const place = from.map((x, i) => x + t * direction[i]!) as unknown as Vec3
    return wallAt(this.boards, place, cut.axis)
  }

  private caster({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }): Raycaster {
    const { left, top, width, height } = this.canvas.getBoundingClientRect()
    const at = new Vector2((2 * (clientX - left)) / width - 1, 1 - (2 * (clientY - top)) / height)
    const caster = new Raycaster()
    this.eye.updateMatrixWorld()
    caster.setFromCamera(at, this.eye)
    return caster
  }

  dispose(): void {
    cancelAnimationFrame(this.asked)
    this.watch.disconnect()
    this.controls.dispose()
    for (const o of [this.solid, this.caps, this.seen, this.edges, this.chosenEdges, this.marks]) o.dispose()
    for (const m of [this.wood, this.glass, this.cap, this.edge, this.glow, this.patch]) m.dispose()
    this.highlighted.geometry.dispose()
    this.ghosts.geometry.dispose()
    this.floor.dispose()
    this.ghostEdge.dispose()
    this.renderer.dispose()
    this.canvas.remove()
  }
}
