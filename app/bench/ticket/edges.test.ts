import { facesOf } from '../../../core/document'
import { FACINGS, sideOfFace } from '../../../core/pieces'
import { edgesOf, sayEdge } from './edges'

test.each(FACINGS.map((f) => [f.id, f] as const))(
  'a piece that stands %s has twelve edges, each called its own',
  (_, facing) => {
    const edges = edgesOf(facing)
    expect(new Set(edges.map((e) => e.says)).size).toBe(12)
    for (const { says, edge } of edges) {
      expect(sayEdge(edge, facing)).toBe(says)
      for (const face of facesOf(edge)) expect(says).toContain(sideOfFace(facing, face))
    }
    // Every side of the room has four of them.
    for (const side of ['top', 'bottom', 'front', 'back', 'left', 'right'])
      expect(edges.filter((e) => e.says.split(' ').includes(side))).toHaveLength(4)
  },
)
