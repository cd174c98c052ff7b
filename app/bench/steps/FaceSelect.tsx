/** The face that work is put on, by its name. */
import {
  faceOf,
  onFace,
  samePlace,
  type FaceName,
  type Group,
  type Made,
  type MadePiece,
  type Place,
} from '../../../core/document'
import { FACE_NAMES, sayFace } from '../../../core/pieces'
import type { MadeSurface } from '../../../core/work'
import { Choice } from '../../ui/Choice'
import { useBench } from '../asks'
import { sayOfGroup } from '../groups'

/** More surfaces than are read in a list; others are pressed on the bench. */
const MOST = 40

export const sayOn = (wood: MadePiece | Group) => (face: FaceName) =>
  'spans' in wood && !('stock' in wood) ? sayOfGroup(face) : sayFace(face)

export function FaceSelect({
  value,
  faces,
  surfaces = [],
  on,
  disabled,
  say,
  onChange,
}: {
  readonly say: (face: FaceName) => string
  readonly value: Place
  readonly faces: readonly FaceName[]
  /** What earlier work has left, with its name. */
  readonly surfaces?: ReadonlyArray<{
    readonly place: Made
    readonly surface: MadeSurface
    readonly says: string
  }>
  /** The instance they are on, lit where the name is that is looked at. */
  readonly on?: string
  readonly disabled: boolean
  readonly onChange: (at: Place) => void
}) {
  const face = faceOf(value)
  const now = surfaces.findIndex(({ place }) => samePlace(place, value))
  const shown = surfaces.slice(0, MOST)
  if (now >= MOST) shown.push(surfaces[now]!)
  const others = shown.map((s): [string, string] => [JSON.stringify(s.place), s.says.replace(/^the /, '')])
  const chosen = face ?? (now < 0 ? '' : JSON.stringify(surfaces[now]!.place))
  const placeOf = (picked: string): Place =>
    picked.startsWith('{') ? (JSON.parse(picked) as Made) : onFace(picked as FaceName)
  /** A name alone does not tell where the surface is. */
  const light = (picked: string | null) => {
    const place = picked === null ? null : placeOf(picked)
    const surface = place && (faceOf(place) ?? surfaces.find((s) => samePlace(s.place, place))?.surface)
    useBench.setState({ lit: surface && on ? { on, surface } : null })
  }
  return (
    <Choice
      label="On"
      disabled={disabled}
      value={chosen}
      placeholder="a surface that is gone"
      of={[
        ...FACE_NAMES.filter((f) => faces.includes(f)).map((f): [string, string] => [f, say(f)]),
        ...others,
      ]}
      onPick={(picked) => onChange(placeOf(picked))}
      onLook={light}
    />
  )
}
