/** Where a dimension on the size sheet comes from, in words. */
import { factKind } from '../../outline'
import type { MeasureKind, Mm } from '../../measure'
import { jointKind } from '../../joints'
import type { Model } from '../../model'
import { axesOf, dot, sideOf, unit, type Axis } from '../../pieces'
import { keyOf, sayParts, sayValue, type Instance, type SizeName } from '../../resolve'
import { ownWork, type Dimension, type Feature } from '../../work'
import { instancesByKey, sayer } from '../wood'

/** A finished size, by what it was told; empty where nothing tells. */
export function becauseOfSize(i: Instance, size: SizeName, { project, resolved }: Model): string {
  const because = resolved.because(keyOf.finished(i.piece, size), i.index)
  return because ? sayParts(because, project) : ''
}

/** A dimension of work: a sum from where another piece stands, or else the measures that it follows. */
export const becauseOfWork = (i: Instance, f: Feature, d: Dimension, model: Model): string =>
  (d.what === 'place' ? sumOf(i, f, d, model) : thicknessOf(f, d, model)) ?? measuresOf(f, model)

/** The measures that a dimension of the work follows, whatever it is. */
export const becauseOfStep = (f: Feature, model: Model): string => measuresOf(f, model)

/** As far as fit may be from what goes in. */
const FIT: Mm = 3

/** What is as wide as the piece that goes in there is thick. */
function thicknessOf(f: Feature, d: Dimension, model: Model): string | null {
  const other = f.partner && instancesByKey(model).get(f.partner.key)
  const fit = other ? d.to - d.from - other.thickness : NaN
  if (d.what !== 'width' || !other || !(Math.abs(fit) <= Math.min(FIT, other.thickness / 5))) return null
  const say = sayer(model)
  const own = `${other.name} is ${say(other.thickness)} thick`
  return Math.abs(fit) < 1e-6 ? own : `${own} ${fit < 0 ? '−' : '+'} ${say(Math.abs(fit))} of fit`
}

/** A place that comes from where another piece stands, as a short sum. */
function sumOf(i: Instance, f: Feature, d: Dimension, model: Model): string | null {
  const other = f.partner && instancesByKey(model).get(f.partner.key)
  if (!other || !i.square || !other.square) return null
  const way = axesOf(i.frame)[d.axis]
  const axis = ([0, 1, 2] as const).find((k) => Math.abs(dot(way, unit(k))) > 0.999) as Axis
  const up = way[axis] > 0
  const from = up ? i.box.min[axis] : i.box.max[axis]
  const grown = i.shoulder.min[d.axis]
  const sides = [false, true].map((far) => {
    const at = far ? other.box.max[axis] : other.box.min[axis]
    return { far, at, off: (up ? at - from : from - at) + grown }
  })
  const near = sides.reduce((a, b) => (Math.abs(b.off - d.to) < Math.abs(a.off - d.to) ? b : a))
  const rest = d.to - near.off
  if (Math.abs(rest) > FIT) return null
  const say = sayer(model)
  const end = (name: string, far: boolean, mm: Mm) => `${name}·${sideOf(axis, far)} ${say(mm)}`
  const [a, b] = [end(other.name, near.far, near.at), end(i.name, !up, from)]
  const parts = [up ? `${a} − ${b}` : `${b} − ${a}`]
  if (grown > 1e-6) parts.push(`+ ${say(grown)} into its joint`)
  if (Math.abs(rest) > 1e-6) parts.push(`${rest < 0 ? '−' : '+'} ${say(Math.abs(rest))} of fit`)
  return parts.join(' ')
}

/** As many measures as a line takes. */
const MOST = 6

/** The step or the joint that has made it, with its measures: "Bore: along 3/4, across 2 3/4". */
function measuresOf(f: Feature, model: Model): string {
  const { title, fields, values } = sourceOf(f, model)
  const said = fields.flatMap(({ name, label, kind }) => {
    const value = values?.[name]
    return value === undefined || Math.abs(value) < 1e-9
      ? []
      : [`${small(label)} ${sayValue(value, kind, model.resolved.style)}`]
  })
  const more = said.length > MOST ? [`${said.length - MOST + 1} more`] : []
  const list = [...said.slice(0, more.length > 0 ? MOST - 1 : MOST), ...more].join(', ')
  return list === '' ? title : `${title}: ${list}`
}

interface Source {
  readonly title: string
  readonly fields: ReadonlyArray<{
    readonly name: string
    readonly label: string
    readonly kind: MeasureKind
  }>
  readonly values: Readonly<Record<string, number>> | null | undefined
}

function sourceOf(f: Feature, { project, resolved }: Model): Source {
  const joint = f.joint === null ? undefined : resolved.joints.find((j) => j.id === f.joint)
  if (joint) {
    const kind = jointKind(joint.joint.kind)!
    const names = joint.joint.between.map((m) => project.pieces.find((p) => p.id === m.piece)?.name ?? '')
    return {
      title: `${kind.title}, ${names.join(' and ')}`,
      fields: kind.fields(joint.joint, resolved),
      values: joint.values,
    }
  }
  const step = f.step === null ? undefined : resolved.steps.get(f.step)
  const own = step && ownWork(step.step.kind)
  if (!own) return { title: '', fields: [], values: null }
  const drawn = step.step.outline?.facts.map(({ id, kind, way }) => {
    const fact = factKind(kind)
    return {
      name: id,
      label: [fact?.title ?? kind, way].filter(Boolean).join(' '),
      kind: fact?.value ?? ('length' as const),
    }
  })
  return { title: own.title, fields: [...own.fieldsFor(step.step), ...(drawn ?? [])], values: step.values }
}

const small = (label: string): string => label[0]!.toLowerCase() + label.slice(1)
