import { createContext } from 'react'

/** What lets the page's own inline scripts run under its content policy; known on the server alone. */
export const Nonce = createContext<string | undefined>(undefined)
