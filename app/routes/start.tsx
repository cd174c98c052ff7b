import { redirect } from 'react-router'
import type { Route } from './+types/start'

export const clientLoader = ({ params }: Route.ClientLoaderArgs) => redirect(`/project/${params.id}/bench`)

export default function Start() {
  return null
}
