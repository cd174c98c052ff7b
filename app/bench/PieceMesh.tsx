import type { ThreeEvent } from '@react-three/fiber'
import { memo, useEffect, useMemo } from 'react'
import { Matrix4 } from 'three'
import { matrixOf } from '../../core/solid'
import type { Instance } from '../../core/resolve'
import type { MadeShape } from '../../workers/model'
import { creaseGeometry, grainTexture, solidGeometry } from './wood'

interface Props {
  readonly instance: Instance
  readonly shape: MadeShape
  readonly colour: string
  readonly plain: boolean
  readonly chosen: boolean
  readonly xray: boolean
  /** Which of the shape's cuts to light up; 0 for none. */
  readonly lit: number
  readonly shift: readonly [number, number, number]
  readonly ink: string
  readonly chalk: string
  readonly onPick: (instance: Instance, e: ThreeEvent<MouseEvent>) => void
  readonly onPoint: (instance: Instance, e: ThreeEvent<PointerEvent> | null) => void
}

export const PieceMesh = memo(function PieceMesh(props: Props) {
  const { instance, shape, colour, plain, chosen, xray, lit, shift, ink, chalk, onPick, onPoint } = props
  const solid = useMemo(() => solidGeometry(shape), [shape])
  const creases = useMemo(() => creaseGeometry(shape), [shape])
  const glow = useMemo(() => (lit > 0 ? solidGeometry(shape, lit) : null), [shape, lit])
  useEffect(() => () => void solid.dispose(), [solid])
  useEffect(() => () => void creases.dispose(), [creases])
  useEffect(() => () => void glow?.dispose(), [glow])
  const matrix = useMemo(
    () => new Matrix4().makeTranslation(...shift).multiply(new Matrix4().fromArray(matrixOf(instance.frame))),
    [instance, shift],
  )
  return (
    <group matrixAutoUpdate={false} matrix={matrix}>
      <mesh
        geometry={solid}
        onClick={(e) => onPick(instance, e)}
        onPointerMove={(e) => onPoint(instance, e)}
        onPointerOut={() => onPoint(instance, null)}
      >
        <meshLambertMaterial
          key={`${plain}${xray}`}
          color={colour}
          vertexColors
          map={plain ? null : grainTexture()}
          transparent={xray}
          opacity={xray ? 0.28 : 1}
          depthWrite={!xray}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      <lineSegments geometry={creases} raycast={() => null} renderOrder={chosen ? 2 : 1}>
        <lineBasicMaterial
          key={String(chosen)}
          color={chosen ? chalk : ink}
          depthTest={!xray && !chosen}
          transparent
          opacity={chosen ? 1 : xray ? 0.5 : 0.75}
        />
      </lineSegments>
      {glow && (
        <mesh geometry={glow} raycast={() => null} renderOrder={3}>
          <meshBasicMaterial color={chalk} transparent opacity={0.65} depthTest={false} side={2} />
        </mesh>
      )}
    </group>
  )
})
