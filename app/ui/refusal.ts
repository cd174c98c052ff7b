import { toast } from 'sonner'

/** Says what a change was refused for; for places that have no field of their own to say it in. */
export function sayRefusal(why: string | null): boolean {
  if (why) toast.error(why)
  return why === null
}
