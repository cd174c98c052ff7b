import type { JointSheet } from '../../../core/joints/offers'
import { useAnswer, type Answer } from '../../store/answer'

/** What there is to set on a joint; null for one of a kind that is not known. */
export const useJointSheet = (id: string): Answer<JointSheet | null> =>
  useAnswer(id, (hand) => hand.jointSheet(id))
