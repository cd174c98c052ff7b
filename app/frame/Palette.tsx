import { Command } from 'cmdk'
import * as Radix from 'radix-ui/dialog'
import { useRef, type ReactNode } from 'react'
import { redo, undo, choose, useOpen } from '../store/open'
import { BENCH_COMMANDS, doOnBench, sayKey } from '../bench/tools/commands'
import { exportOpen } from './Banners'
import { EXPORTS, pressExport } from './exports'
import { matching } from './matching'
import { takeOver } from '../ui/keysAhead'
import { useGo } from './useReach'

interface Props {
  readonly id: string
  readonly onClose: () => void
  readonly onKeys: () => void
  readonly onFiles: () => void
}

const ITEM = 'cursor-pointer px-4 py-1.5 data-[selected=true]:bg-chalk-pale'

interface RowProps {
  readonly says: string
  /** What else it is looked for by. */
  readonly words?: string
  readonly onSelect: () => void
  readonly children?: ReactNode
}

const Row = ({ says, words = '', onSelect, children }: RowProps) => (
  <Command.Item value={says} keywords={[words]} className={ITEM} onSelect={onSelect}>
    {says}
    {children}
  </Command.Item>
)

export function Palette({ id, onClose, onKeys, onFiles }: Props) {
  const go = useGo()
  const instances = useOpen((s) => s.shown.instances)
  const parameters = useOpen((s) => s.project.parameters)
  const readOnly = useOpen((s) => s.readOnly)
  const field = useRef<HTMLInputElement>(null)
  const act = (what: () => void) => () => {
    onClose()
    what()
  }
  const onBench = (what: () => void) =>
    act(() => void go(`/project/${id}/bench`).then((there) => there && what()))
  return (
    <Radix.Root open onOpenChange={(now) => !now && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Radix.Content
          className="floating fixed top-24 left-1/2 w-[min(32rem,94vw)] -translate-x-1/2 overflow-hidden"
          aria-describedby={undefined}
          onOpenAutoFocus={() => takeOver(() => field.current)}
        >
          <Radix.Title className="sr-only">Find</Radix.Title>
          <Command label="Find a command, piece or named value" filter={matching}>
            <Command.Input
              ref={field}
              className="h-11 w-full border-b border-hairline bg-panel px-4 text-base outline-none"
              placeholder="Command, piece or named value"
            />
            <Command.List
              className={
                'max-h-80 overflow-auto py-1 [&_[cmdk-group-heading]]:px-4 ' +
                '[&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs ' +
                '[&_[cmdk-group-heading]]:text-quiet'
              }
            >
              <Command.Empty className="px-4 py-3 text-quiet">Nothing of that name</Command.Empty>
              <Command.Group heading="Commands">
                {BENCH_COMMANDS.filter((c) => !c.hidden && !(c.writes && readOnly)).map((c) => (
                  // Each by its words: one that comes while others are hidden has none on the screen yet.
                  <Row
                    key={c.id}
                    says={c.says}
                    words={c.entry ? `${c.entry.name} ${c.entry.line}` : ''}
                    onSelect={onBench(() => doOnBench(c))}
                  >
                    {c.keys[0] && <kbd className="measure float-right text-quiet">{sayKey(c.keys[0])}</kbd>}
                  </Row>
                ))}
                {(['rack', 'bench', 'proof', 'plans', 'cuts'] as const).map((screen) => (
                  <Row
                    key={screen}
                    says={`Go to ${screen}`}
                    onSelect={act(() => void go(`/project/${id}/${screen}`))}
                  />
                ))}
                <Row says="Undo" onSelect={act(() => void undo())} />
                <Row says="Redo" onSelect={act(() => void redo())} />
                <Row says="Show the keys" onSelect={act(onKeys)} />
              </Command.Group>
              <Command.Group heading="Paper and files">
                {EXPORTS.map((e) => (
                  <Row
                    key={e.id}
                    says={e.says}
                    words={e.words}
                    onSelect={act(
                      () => void go(`/project/${id}/${e.screen}`).then((there) => there && pressExport(e.id)),
                    )}
                  />
                ))}
                <Row says="Export to a file" words="project save backup share" onSelect={act(exportOpen)} />
                <Row
                  says="Files for other programs"
                  words="export save solids STL 3MF glTF GLB DXF SVG"
                  onSelect={act(onFiles)}
                />
              </Command.Group>
              <Command.Group heading="Pieces">
                {instances.map((i) => (
                  <Command.Item
                    key={i.key}
                    value={`${i.name} ${i.key}`}
                    className={ITEM}
                    onSelect={onBench(() => choose([i.key]))}
                  >
                    {i.name}
                  </Command.Item>
                ))}
              </Command.Group>
              {parameters.length > 0 && (
                <Command.Group heading="Named values">
                  {parameters.map((p) => (
                    <Command.Item
                      key={p.id}
                      value={`measure ${p.name}`}
                      className={ITEM}
                      onSelect={onBench(() =>
                        document.querySelector<HTMLInputElement>(`[data-measure="${p.id}"] input`)?.focus(),
                      )}
                    >
                      {p.name}
                    </Command.Item>
                  ))}
                </Command.Group>
              )}
            </Command.List>
          </Command>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
