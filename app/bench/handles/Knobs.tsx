/** What can be taken hold of in the picture: pieces, the figures of a joint, work on a face. */
import { Handles } from './Handles'
import { JointKnobs } from './JointKnobs'
import type { Stage3D } from '../stage/scene'
import { StepKnob } from './StepKnob'

export function Knobs({ stage }: { stage: Stage3D }) {
  return (
    <>
      <Handles stage={stage} />
      <JointKnobs stage={stage} />
      <StepKnob stage={stage} />
    </>
  )
}
