import type { JointSheet } from '../../../core/joints/offers'
import { useAsked, type Asked } from '../../store/asked'

/** What there is to set on a joint; null for one of a kind that is not known. */
export const useJointSheet = (id: string): Asked<JointSheet | null> =>
  useAsked(id, (hand) => hand.jointSheet(id))
