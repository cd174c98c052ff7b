/** Joints that belong together: made alike, or the one the mirror image of the other. */
import type { Joint, Project } from '../document'

const sorted = (record: object) => Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1))
const madeAs = ({ fields, options }: Joint): string => JSON.stringify([sorted(fields), sorted(options)])

/** The ids of the joints that are made as this one is, it among them. */
export const alikeTo = (joint: Joint, joints: readonly Joint[]): string[] =>
  joints.filter((j) => j.kind === joint.kind && madeAs(j) === madeAs(joint)).map((j) => j.id)

export const madeAlike = (a: Joint, b: Joint): boolean => madeAs(a) === madeAs(b)

/**
 * The joint of the same kind between the mirror images of the same pieces; of pieces that have none,
 * between those themselves. Null where no piece of it has a mirror image, or there is none.
 */
export function imageOf(joint: Joint, { pieces, joints }: Pick<Project, 'pieces' | 'joints'>): Joint | null {
  const image = new Map<string, string>()
  for (const p of pieces)
    if (p.kind === 'twin') {
      image.set(p.of, image.get(p.of) ?? p.id)
      image.set(p.id, p.of)
    }
  if (!joint.between.some((m) => image.has(m.piece))) return null
  const names = (all: readonly string[]) => [...all].sort().join()
  const wanted = names(joint.between.map((m) => image.get(m.piece) ?? m.piece))
  const own = names(joint.between.map((m) => m.piece))
  if (wanted === own) return null
  const found = joints.filter((j) => j.kind === joint.kind && names(j.between.map((m) => m.piece)) === wanted)
  // Of several the one at the same place in the list of those between the same pieces.
  const mine = joints.filter((j) => j.kind === joint.kind && names(j.between.map((m) => m.piece)) === own)
  return found[mine.findIndex((j) => j.id === joint.id)] ?? null
}
