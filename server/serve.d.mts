import type { Server } from 'node:http'
import type { Express } from 'express'

export function appOf(
  build: unknown,
  options?: { client?: string; sayError?: (error: unknown) => void },
): Express
export function listen(
  app: Express,
  options: { port: number; host?: string; say?: (text: string) => void },
): Promise<Server>
