/**
 * DXF (AutoCAD 2007, text), millimetres: a layer for each kind of work and depth. A closed path of lines and
 * arcs is one polyline with bulges (the tangent of a quarter of the turn); one with curves is its pieces.
 */
import type { DxfWriter } from '@tarikjabiri/dxf'
import type { Segment } from '../../outline'
import type { DrawingFormat } from './kind'

/** Colours by number, one layer after the other: none that is hard to see on white or black. */
const COLOURS = [7, 5, 1, 3, 6, 30, 8, 4]
const TEXTS = 'names'
/** Of a polyline (group 70). */
const CLOSED = 1

/** Letters that a layer's name may have. */
const plain = (name: string): string => name.replace(/[^\p{L}\p{N} ._-]/gu, '-')
const degrees = (radians: number): number => (radians * 180) / Math.PI
const at3 = ([x, y]: readonly [number, number]) => ({ x, y, z: 0 })

function addPath(dxf: DxfWriter, path: readonly Segment[], layerName: string): void {
  const [only] = path
  if (path.length === 1 && only!.kind === 'arc') {
    dxf.addCircle(at3(only!.centre), only!.radius, { layerName })
    return
  }
  if (path.every((s) => s.kind !== 'curve')) {
    dxf.addLWPolyline(
      path.map((s) => ({
        point: { x: s.from[0], y: s.from[1] },
        ...(s.kind === 'arc' && { bulge: Math.tan(s.sweep / 4) }),
      })),
      { flags: CLOSED, layerName },
    )
    return
  }
  for (const s of path) {
    if (s.kind === 'line') dxf.addLine(at3(s.from), at3(s.to), { layerName })
    else if (s.kind === 'curve')
      dxf.addSpline(
        {
          controlPoints: [s.from, s.leave, s.arrive, s.to].map(at3),
          degreeCurve: 3,
          knots: [0, 0, 0, 0, 1, 1, 1, 1],
        },
        { layerName },
      )
    else {
      // Arcs there run anticlockwise.
      const [a, b] = [s.from, s.to].map((p) => degrees(Math.atan2(p[1] - s.centre[1], p[0] - s.centre[0])))
      const [start, end] = s.sweep > 0 ? [a!, b!] : [b!, a!]
      dxf.addArc(at3(s.centre), s.radius, start, end, { layerName })
    }
  }
}

export const dxf: DrawingFormat = {
  id: 'dxf',
  title: 'DXF',
  type: 'image/vnd.dxf',
  says: 'outlines with true arcs, a layer for each work and depth',
  write: async ({ layers, texts }) => {
    const { DxfWriter, Units } = await import('@tarikjabiri/dxf')
    const out = new DxfWriter()
    out.setUnits(Units.Millimeters)
    layers.forEach(({ name, paths }, n) => {
      const layer = plain(name)
      out.addLayer(layer, COLOURS[n % COLOURS.length]!, 'Continuous')
      for (const path of paths) addPath(out, path, layer)
    })
    if (texts.length > 0) out.addLayer(TEXTS, 8, 'Continuous')
    for (const { text, at } of texts) out.addText(at3(at), 10, text, { layerName: TEXTS })
    return out.stringify()
  },
}
