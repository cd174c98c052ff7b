/** The nodes of settings, stock, measured boards and bits. */
import { SETTING_MEASURES, type Bit, type MeasuredBoard, type Settings, type Stock } from '../document'
import type { MeasureKind } from '../measure'
import { bitMeasures } from '../rack'
import type { NodeDef, NodeKey } from './graph'
import { keyOf } from './keys'
import { measureNode } from './measurenode'
import type { Names } from './names'

export function settingNodes(settings: Settings, names: Names): NodeDef[] {
  return SETTING_MEASURES.map((key) =>
    measureNode(
      { key: keyOf.setting(key), owner: { kind: 'setting', id: key }, label: `Settings · ${key}` },
      settings[key],
      'length',
      names,
    ),
  )
}

const NOMINAL = [
  ['nominalThickness', 'nominal thickness'],
  ['nominalWidth', 'nominal width'],
] as const

export function stockNodes(s: Stock, names: Names): NodeDef[] {
  const measure = (key: NodeKey, what: string, text: string) =>
    measureNode({ key, owner: { kind: 'stock', id: s.id }, label: `@${s.id}·${what}` }, text, 'length', names)
  const width = s.width ?? (s.kind === 'rod' ? s.thickness : null)
  return [
    measure(keyOf.stock(s.id, 'thickness'), 'thickness', s.thickness),
    ...(width === null ? [] : [measure(keyOf.stock(s.id, 'width'), 'width', width)]),
    ...NOMINAL.flatMap(([what, says]) => {
      const text = s[what]
      return text === null ? [] : [measure(keyOf.stock(s.id, what), says, text)]
    }),
    ...s.lengths.map((text, i) => measure(keyOf.stockLength(s.id, i), 'length', text)),
  ]
}

export function boardNodes(b: MeasuredBoard, names: Names): NodeDef[] {
  const measure = (what: string, says: string, text: string) =>
    measureNode(
      { key: keyOf.board(b.id, what), owner: { kind: 'board', id: b.id }, label: `@${b.id} · ${says}` },
      text,
      'length',
      names,
    )
  return [
    measure('length', 'length', b.length),
    measure('width', 'width', b.width),
    ...(b.thickness === null ? [] : [measure('thickness', 'thickness', b.thickness)]),
    ...b.defects.flatMap((d, i) =>
      (['x', 'y', 'length', 'width'] as const).map((what) =>
        measure(`defect${i}.${what}`, `defect ${what}`, d[what]),
      ),
    ),
  ]
}

/** Its measures as typed; what is left empty has none. */
export function bitTexts(b: Bit): Array<readonly [what: string, text: string, kind: MeasureKind]> {
  const own = Object.entries(bitMeasures(b.shape)).map(
    ([name, m]) => [name, b.fields[name], m.kind ?? 'length'] as const,
  )
  return [...own, ['bearing', b.bearing, 'length'] as const, ['bite', b.bite, 'length'] as const].flatMap(
    ([what, text, kind]) => (typeof text === 'string' && text.trim() ? [[what, text, kind] as const] : []),
  )
}

export const bitNodes = (b: Bit, names: Names): NodeDef[] =>
  bitTexts(b).map(([what, text, kind]) =>
    measureNode(
      { key: keyOf.bit(b.id, what), owner: { kind: 'bit', id: b.id }, label: `@${b.id} · ${what}` },
      text,
      kind,
      names,
    ),
  )
