/** What a page is called: the screen, the project, Ergaton. */
export const titled = (...parts: ReadonlyArray<string | undefined>) => [
  { title: [...parts.filter((p) => p !== undefined), 'Ergaton'].join(' · ') },
]

interface Match {
  readonly id: string
  readonly loaderData?: unknown
}

/** Of a screen of a project. */
export function titledScreen(screen: string, matches: ReadonlyArray<Match | undefined>) {
  const project = matches.find((m) => m?.id === 'routes/project')?.loaderData
  return titled(screen, (project as { kept?: { project: { name: string } } } | undefined)?.kept?.project.name)
}
