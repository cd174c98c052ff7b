/**
 * How far two faces, edges or corners are apart, in both units, and at which angle; picked one after the
 * other, or typed.
 */
import { useCallback, useEffect, useMemo, useState } from 'react'
import {
  apart,
  AXES,
  DIRECTION_OF,
  minus,
  sameSpot,
  sideAt,
  unit,
  vec3,
  type Apart,
  type Spot,
} from '../../../../core/pieces'
import { tryMeasure } from '../../../../core/resolve'
import type { Shown } from '../../../../core/shown'
import { pick, useOpen } from '../../../store/open'
import { fractions } from '../../../ui/fractions'
import { MeasureField } from '../../../ui/MeasureField'
import { echo, read } from '../../../ui/reading'
import { useBench } from '../../asks'
import { ToolPanel } from '../panel/ToolPanel'
import { faceNamed } from '../between/between'

const ASKED = ['From', 'To'] as const
/** What was picked on the bench, or a measure that was typed, as stored. */
type End = { readonly spot: Spot; readonly says: string } | { readonly text: string }
const NONE: readonly [End, End] = [{ text: '' }, { text: '' }]

export function MeasurePanel() {
  const shown = useOpen((s) => s.shown)
  const [ends, setEnds] = useState(NONE)
  const put = (n: number, end: End) => setEnds(([from, to]) => (n === 0 ? [end, to] : [from, end]))

  const again = useCallback(() => {
    setEnds(NONE)
    let first: { readonly spot: Spot; readonly says: string } | null = null
    const want = (n: number): void => {
      const prompt = ASKED[n]
      if (!prompt) return
      pick({ prompt, of: 'spot' }, (spot, says) => {
        put(n, { spot, says })
        // Nothing is measured from a place to itself.
        const same = first !== null && first.says === says && sameSpot(first.spot, spot)
        first ??= { spot, says }
        want(same ? n : n + 1)
      })
    }
    want(0)
  }, [])
  useEffect(() => {
    again()
    return () => pick(null)
  }, [again])

  const [a, b] = ends.map((end) => spotOf(end, shown))
  const [from, to] = ends.map((end) => ('spot' in end ? end.says : end.text.trim()))
  // Faces of two pieces may lie in one plane, and be nowhere apart.
  const itself = from === to && a && b && sameSpot(a, b)
  const found = useMemo(() => (a && b && !itself ? apart(a, b) : null), [a, b, itself])
  useEffect(() => {
    useBench.setState({ gauge: found?.reach ?? null })
    return () => useBench.setState({ gauge: null })
  }, [found])

  return (
    <ToolPanel
      title="Measure"
      hint="Measured. Again starts a new one."
      main="Measure again"
      why={null}
      closes
      plain
      mainFirst
      onMain={again}
    >
      {ASKED.map((label, n) => {
        const end = ends[n]!
        return 'spot' in end ? (
          <p key={label}>
            <span className="block text-xs text-quiet">{label}</span>
            <span className="measure">{fractions(end.says)}</span>
          </p>
        ) : (
          <MeasureField
            key={label}
            label={label}
            showLabel
            optional
            placeholder="a face or a distance"
            value={end.text}
            onCommit={(text) => (put(n, { text }), null)}
          />
        )
      })}
      <div role="status" className="min-h-8">
        {itself ? (
          <p>That is the same place. Pick another one.</p>
        ) : found ? (
          <Result found={found} shown={shown} />
        ) : (
          <Typed ends={ends} shown={shown} />
        )}
      </div>
    </ToolPanel>
  )
}

/** Where an end is in the room; null while it is not known, and for a measure that is no face. */
function spotOf(end: End, shown: Shown): Spot | null {
  if ('spot' in end) return end.spot
  const side = faceNamed(end.text)?.side
  if (!side) return null
  const at = tryMeasure(shown, end.text, 'length')
  if (!at.ok) return null
  const { axis, far } = sideAt(side)
  const way = unit(axis)
  return {
    kind: 'plane',
    at: vec3((i) => (i === axis ? at.value : 0)),
    normal: far ? way : vec3((i) => -way[i]),
  }
}

/**
 * The shapes on the bench are drawn in single precision: what lies within a thousandth of a millimetre of a
 * 128th of an inch or a hundredth of a millimetre is that.
 */
function steady(mm: number): number {
  const near = [25.4 / 128, 0.01].map((step) => Math.round(mm / step) * step)
  return near.find((n) => Math.abs(n - mm) < 1e-3) ?? mm
}

const degrees = (n: number): string => `${Number(n.toFixed(2))}°`

function Result({ found, shown }: { found: Apart; shown: Shown }) {
  const { reach, angle } = found
  const say = (mm: number) => fractions(echo(steady(mm), 'length', shown))
  const by = reach ? minus(reach.to, reach.from) : null
  const ways = by ? AXES.filter((i) => Math.abs(by[i]) > 5e-4) : []
  return (
    <>
      {reach && <p className="measure text-lg">{say(reach.distance)}</p>}
      {by && ways.length > 1 && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3">
          {ways.map((i) => (
            <div key={i} className="contents">
              <dt className="text-quiet">{DIRECTION_OF[i]}</dt>
              <dd className="measure">{say(Math.abs(by[i]))}</dd>
            </div>
          ))}
        </dl>
      )}
      {angle !== null && angle > 5e-3 && (
        <p className="measure">
          at {degrees(angle)}
          {angle < 89.995 ? `, seen from the other side ${degrees(180 - angle)}` : ', square to each other'}
        </p>
      )}
    </>
  )
}

/** The difference of two measures, at least one of which is not a face. */
function Typed({ ends, shown }: { ends: readonly [End, End]; shown: Shown }) {
  if (ends.some((end) => 'text' in end && !end.text)) return null
  const [a, b] = ends.map((end) => ('text' in end ? end.text : null))
  if (!a || !b) return 'Type two distances, or pick two places'
  const found = read(`abs((${a}) - (${b}))`, 'length', shown, {})
  return (
    <p className="measure text-lg">
      {found.ok ? fractions(echo(found.value, 'length', shown)) : found.slip.message}
    </p>
  )
}
