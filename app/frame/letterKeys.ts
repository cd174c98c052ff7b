/** Whether single letters, figures and signs are keys; who speaks to the machine may want them not to be. */
import { remember, remembered } from '../ui/remembered'

const LETTERS = 'letter-keys'

export const lettersAreKeys = (): boolean => remembered(LETTERS) !== 'off'
export const setLettersAreKeys = (on: boolean): void => remember(LETTERS, on ? null : 'off')
