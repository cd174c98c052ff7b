import type { Surface } from '../solid'

/** What a strict reader of solids refuses: an edge not between two triangles, a triangle without area. */
export function strictFaults({ positions, triangles }: Surface): string[] {
  const faults: string[] = []
  // Corners are told apart by where they are.
  const known = new Map<string, number>()
  const corner = (k: number): number => {
    const key = positions.subarray(3 * triangles[k]!, 3 * triangles[k]! + 3).join()
    if (!known.has(key)) known.set(key, known.size)
    return known.get(key)!
  }
  const place = (k: number) => [0, 1, 2].map((i) => positions[3 * triangles[k]! + i]!)
  const edges = new Map<string, number>()
  for (let k = 0; k < triangles.length; k += 3) {
    const [a, b, c] = [place(k), place(k + 1), place(k + 2)]
    const [u, v] = [b, c].map((p) => p.map((x, i) => x - a[i]!)) as [number[], number[]]
    const across = [0, 1, 2].map((i) => u[(i + 1) % 3]! * v[(i + 2) % 3]! - u[(i + 2) % 3]! * v[(i + 1) % 3]!)
    if (Math.hypot(...across) < 1e-9) faults.push(`a line at ${a.join()}`)
    const of = [corner(k), corner(k + 1), corner(k + 2)]
    of.forEach((from, e) => {
      const edge = `${from}>${of[(e + 1) % 3]}`
      edges.set(edge, (edges.get(edge) ?? 0) + 1)
    })
  }
  for (const [edge, times] of edges) {
    const [a, b] = edge.split('>')
    if (times !== 1 || edges.get(`${b}>${a}`) !== 1) faults.push(`an edge of ${times} at ${edge}`)
  }
  return faults
}
