/** Binary STL, millimetres: triangles alone, without names or colours. */
import { binaryStl } from '../../solid'
import type { SolidFormat } from './kind'

export const stl: SolidFormat = {
  id: 'stl',
  title: 'STL',
  type: 'model/stl',
  says: 'the surface alone, in millimetres',
  write: (solids, title) => Promise.resolve(binaryStl(solids, title)),
}
