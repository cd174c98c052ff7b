/**
 * A sheet as DXF (AutoCAD 2007, text), in millimetres of paper from its lower left corner: a layer for each
 * kind of line with its dashes, arcs as arcs, and one for the texts.
 */
import { PEN_NAMES, PENS, textWidth, type Corner, type Mark, type Pen, type Sheet, type Text } from './sheet'

/** Colours by number: what is seen on white and on black for all that is cut by, others for the rest. */
const COLOURS: Readonly<Record<Pen, number>> = {
  visible: 7,
  hidden: 8,
  centre: 1,
  blank: 6,
  hatch: 9,
  dimension: 5,
  frame: 7,
}
const TEXTS = 'text'

export async function toDxf({ height, marks }: Sheet): Promise<string> {
  const { DxfWriter, LWPolylineFlags, Units } = await import('@tarikjabiri/dxf')
  const out = new DxfWriter()
  out.setUnits(Units.Millimeters)
  for (const pen of PEN_NAMES) {
    const { dash } = PENS[pen]
    const name = dash.length > 0 ? pen.toUpperCase() : 'Continuous'
    if (dash.length > 0)
      out.addLType(
        name,
        pen,
        dash.map((mm, n) => (n % 2 === 0 ? mm : -mm)),
      )
    out.addLayer(pen, COLOURS[pen], name)
  }
  out.addLayer(TEXTS, 7, 'Continuous')
  const up = ({ x, y }: Pick<Corner, 'x' | 'y'>) => ({ x, y: height - y })
  const at = (x: number, y: number) => ({ ...up({ x, y }), z: 0 })
  const put = (m: Mark) => {
    if (m.kind === 'text') return putText(m)
    const layerName = m.pen
    if (m.kind === 'line') out.addLine(at(m.x1, m.y1), at(m.x2, m.y2), { layerName })
    else if (m.kind === 'path')
      out.addLWPolyline(
        m.corners.map((c) => ({ point: up(c), ...(c.bulge !== undefined && { bulge: c.bulge }) })),
        { layerName, flags: m.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None },
      )
    else if (m.to - m.from > WHOLE) out.addCircle(at(m.x, m.y), m.r, { layerName })
    else out.addArc(at(m.x, m.y), m.r, m.from, m.to, { layerName })
  }
  const putText = (t: Text) => {
    const { x, y } = startOf(t)
    out.addText(at(x, y), t.size, t.text, { layerName: TEXTS, rotation: t.turn })
  }
  marks.forEach(put)
  return out.stringify()
}

/** More is all of a circle, degrees. */
const WHOLE = 360 - 1e-6

/** Where a text begins, however it is anchored. */
function startOf({ x, y, text, size, anchor, turn, face }: Text) {
  const back = anchor === 'start' ? 0 : textWidth(text, size, face) / (anchor === 'middle' ? 2 : 1)
  const t = (turn * Math.PI) / 180
  return { x: x - back * Math.cos(t), y: y + back * Math.sin(t) }
}
