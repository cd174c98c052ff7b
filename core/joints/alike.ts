/** Joints that belong together: made alike, or the one the mirror image of the other. */
import type { Joint, Project } from '../document'

const sorted = (record: object) => Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1))
const madeAs = ({ fields, options }: Joint): string => JSON.stringify([sorted(fields), sorted(options)])

/** The ids of the joints that are made as this one is, it among them. */
export const alikeTo = (joint: Joint, joints: readonly Joint[]): string[] =>
  joints.filter((j) => j.kind === joint.kind && madeAs(j) === madeAs(joint)).map((j) => j.id)

export const madeAlike = (a: Joint, b: Joint): boolean => madeAs(a) === madeAs(b)

/** What images of joints are found by, for as long as pieces and joints are the same. */
interface Images {
  readonly pieces: Project['pieces']
  readonly image: ReadonlyMap<string, string>
  /** Joints by their kind and their pieces, in order. */
  readonly between: ReadonlyMap<string, readonly Joint[]>
}
const known = new WeakMap<Project['joints'], Images>()

const keyOf = (kind: string, pieces: readonly string[]): string => `${kind}|${[...pieces].sort().join()}`
const ownKey = ({ kind, between }: Joint): string =>
  keyOf(
    kind,
    between.map((m) => m.piece),
  )

function imagesIn({ pieces, joints }: Pick<Project, 'pieces' | 'joints'>): Images {
  const old = known.get(joints)
  if (old?.pieces === pieces) return old
  const image = new Map<string, string>()
  for (const p of pieces)
    if (p.kind === 'twin') {
      image.set(p.of, image.get(p.of) ?? p.id)
      image.set(p.id, p.of)
    }
  const between = new Map<string, Joint[]>()
  for (const j of joints) {
    const same = between.get(ownKey(j))
    if (same) same.push(j)
    else between.set(ownKey(j), [j])
  }
  const images = { pieces, image, between }
  known.set(joints, images)
  return images
}

/**
 * The joint of the same kind between the mirror images of the same pieces; of pieces that have none,
 * between those themselves. Null where no piece of it has a mirror image, or there is none.
 */
export function imageOf(joint: Joint, project: Pick<Project, 'pieces' | 'joints'>): Joint | null {
  const { image, between } = imagesIn(project)
  if (!joint.between.some((m) => image.has(m.piece))) return null
  const own = ownKey(joint)
  const wanted = keyOf(
    joint.kind,
    joint.between.map((m) => image.get(m.piece) ?? m.piece),
  )
  if (wanted === own) return null
  // Of several the one at the same place in the list of those between the same pieces.
  const at = (between.get(own) ?? []).findIndex((j) => j.id === joint.id)
  return between.get(wanted)?.[at] ?? null
}
