import { Command } from 'cmdk'
import * as Radix from 'radix-ui/dialog'
import { useRef } from 'react'
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
                  <Command.Item
                    key={c.id}
                    value={c.says}
                    keywords={c.entry ? [c.entry.name, c.entry.line] : []}
                    className={ITEM}
                    onSelect={onBench(() => doOnBench(c))}
                  >
                    {c.says}
                    {c.keys[0] && <kbd className="measure float-right text-quiet">{sayKey(c.keys[0])}</kbd>}
                  </Command.Item>
                ))}
                {(['rack', 'bench', 'proof', 'plans', 'cuts'] as const).map((screen) => (
                  <Command.Item
                    key={screen}
                    value={`Go to ${screen}`}
                    className={ITEM}
                    onSelect={act(() => void go(`/project/${id}/${screen}`))}
                  >
                    Go to {screen}
                  </Command.Item>
                ))}
                <Command.Item value="Undo" className={ITEM} onSelect={act(() => void undo())}>
                  Undo
                </Command.Item>
                <Command.Item value="Redo" className={ITEM} onSelect={act(() => void redo())}>
                  Redo
                </Command.Item>
                <Command.Item value="Show the keys" className={ITEM} onSelect={act(onKeys)}>
                  Show the keys
                </Command.Item>
              </Command.Group>
              <Command.Group heading="Paper and files">
                {EXPORTS.map((e) => (
                  <Command.Item
                    key={e.id}
                    value={e.says}
                    keywords={[e.words]}
                    className={ITEM}
                    onSelect={act(
                      () => void go(`/project/${id}/${e.screen}`).then((there) => there && pressExport(e.id)),
                    )}
                  >
                    {e.says}
                  </Command.Item>
                ))}
                <Command.Item
                  value="Export to a file"
                  keywords={['project save backup share']}
                  className={ITEM}
                  onSelect={act(exportOpen)}
                >
                  Export to a file
                </Command.Item>
                <Command.Item
                  value="Files for other programs"
                  keywords={['export save solids STL 3MF glTF GLB DXF SVG']}
                  className={ITEM}
                  onSelect={act(onFiles)}
                >
                  Files for other programs
                </Command.Item>
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
