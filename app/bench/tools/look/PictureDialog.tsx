/** A picture of the bench as it is seen now: how big, and on what ground. */
import { useState } from 'react'
import { fileName } from '../../../store/files'
import { useOpen } from '../../../store/open'
import { Choice } from '../../../ui/Choice'
import { Dialog } from '../../../ui/Dialog'
import { useBench } from '../../asks'

const SIZES = [
  [1280, 'for a letter or a screen, 1280 across'],
  [2400, 'for print, 2400 across'],
  [4096, 'large, 4096 across'],
] as const
const GROUNDS = [
  ['paper', 'on paper colour'],
  ['white', 'on white'],
  ['none', 'on nothing, to be laid over something'],
] as const

export function PictureDialog() {
  const name = useOpen((s) => s.project.name)
  const [width, setWidth] = useState<number>(SIZES[1][0])
  const [ground, setGround] = useState<(typeof GROUNDS)[number][0]>('paper')
  const [why, setWhy] = useState<string | null>(null)
  const close = () => useBench.setState({ dialog: null })
  const save = () => {
    const { eye } = useBench.getState()
    if (!eye) return setWhy('The bench is not drawn here, so there is no picture of it')
    try {
      const paper = getComputedStyle(document.documentElement).getPropertyValue('--stage').trim()
      const a = document.createElement('a')
      a.href = eye.picture(width, { paper, white: '#ffffff', none: null }[ground])
      a.download = fileName(name, '-bench.png')
      a.click()
      close()
    } catch {
      setWhy('This browser cannot draw a picture of that size; take a smaller one')
    }
  }
  return (
    <Dialog open onClose={close} title="Picture of the bench" says="The current view, as a PNG file.">
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          save()
        }}
      >
        <Choice
          label="Size"
          showLabel
          value={String(width)}
          of={SIZES.map(([wide, says]) => [String(wide), says])}
          onPick={(wide) => setWidth(Number(wide))}
        />
        <Choice label="Ground" showLabel value={ground} of={GROUNDS} onPick={setGround} />
        {why && (
          <p role="alert" className="text-pencil">
            {why}
          </p>
        )}
        <div className="flex justify-end">
          <button className="btn btn-main">Save</button>
        </div>
      </form>
    </Dialog>
  )
}
