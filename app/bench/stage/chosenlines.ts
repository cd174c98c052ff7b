/** The edges of what is chosen: a line of two tones, readable on any wood by day and by night. */
import type { Plane } from 'three'
import { LineMaterial } from 'three/addons/lines/LineMaterial.js'
import { LineSegments2 } from 'three/addons/lines/LineSegments2.js'
import { LineSegmentsGeometry } from 'three/addons/lines/LineSegmentsGeometry.js'
import { samePlace, type Board } from './board'
import { write } from './lines'

/** Pixels: of the line outside, and of the one within it. */
const WIDTHS = [4.5, 2] as const

export class ChosenLines {
  private readonly outer = new LineMaterial({ linewidth: WIDTHS[0], depthWrite: false })
  private readonly inner = new LineMaterial({ linewidth: WIDTHS[1], depthWrite: false })
  private geometry = new LineSegmentsGeometry()
  private shown: readonly Board[] = []
  readonly objects = [this.outer, this.inner].map((material, n) => {
    const lines = new LineSegments2(this.geometry, material)
    lines.frustumCulled = false
    lines.visible = false
    lines.renderOrder = 2 + n
    return lines
  })

  show(boards: readonly Board[]): void {
    const before = this.shown
    this.shown = boards
    const same = (b: Board, n: number) => b.skin === before[n]?.skin && samePlace(b, before[n])
    if (boards.length === before.length && boards.every(same)) return
    this.geometry.dispose()
    this.geometry = new LineSegmentsGeometry()
    const all = new Float32Array(boards.reduce((n, b) => n + b.skin.creases.length, 0))
    let at = 0
    for (const board of boards) {
      write(board, all, at)
      at += board.skin.creases.length
    }
    if (all.length > 0) this.geometry.setPositions(all)
    for (const lines of this.objects) {
      lines.geometry = this.geometry
      lines.visible = all.length > 0
    }
  }

  /** Hidden lines are drawn where the wood is seen through. */
  paint(ink: string, chalk: string, clear: boolean): void {
    this.outer.color.set(ink)
    this.inner.color.set(chalk)
    for (const material of [this.outer, this.inner]) material.depthTest = !clear
  }

  clip(planes: Plane[]): void {
    for (const material of [this.outer, this.inner]) material.clippingPlanes = planes
  }

  dispose(): void {
    this.geometry.dispose()
    this.outer.dispose()
    this.inner.dispose()
  }
}
