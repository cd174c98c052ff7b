/** What a kind of work shows of itself beside its measures. A new one is a file and a line here. */
import type { ComponentType } from 'react'
import type { Instance } from '../../../../core/resolve'
import { BoreSection } from './bore'
import { RoutSection } from './rout'

type Picture = ComponentType<{ readonly data: never; readonly on: Instance }>

export const SECTION_FIGURES: Readonly<Record<string, Picture>> = { bore: BoreSection, rout: RoutSection }
