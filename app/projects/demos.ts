import { keepNew, storeThumbnail, listCards } from '../store/cards'

/**
 * The demo projects as files, and their pictures as they are drawn; fetched when they are put on the shelf.
 */
const FILES = import.meta.glob<string>('../../demo/*.json', {
  query: '?url&no-inline',
  import: 'default',
  eager: true,
})
const PICTURES = import.meta.glob<string>('../../demo/pictures/*.txt', {
  query: '?url&no-inline',
  import: 'default',
  eager: true,
})

const fetched = async (url: string): Promise<string> => {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error('The demo projects could not be loaded. Check the connection and try again')
  return answer.text()
}

/**
 * Puts every demo project on the shelf, as a fresh copy. They are our own and known to be sound, so none is
 * checked.
 */
export async function addDemos(): Promise<void> {
  const demos = await Promise.all(
    Object.entries(FILES).map(async ([path, url]) => {
      const picture = PICTURES[path.replace(/([\w-]+)\.json$/, 'pictures/$1.txt')]
      const [text, drawn] = await Promise.all([fetched(url), picture ? fetched(picture) : null])
      return { project: JSON.parse(text) as object, drawn }
    }),
  )
  const drawings = new Map<string, string | null>()
  for (const { project, drawn } of demos) drawings.set(await keepNew(project), drawn)
  for (const { id, touched } of await listCards()) {
    const drawn = drawings.get(id)
    if (drawn && touched) await storeThumbnail(id, touched, drawn)
  }
}
