/** The ticket of a group: its box, its repeats, and what is done with it as a whole. */
import { Copy, Rows3, Trash2, Ungroup } from 'lucide-react'
import { change, type Group } from '../../../core/document'
import { AXIS_OF, DIRECTION_OF } from '../../../core/pieces'
import { run, useOpen } from '../../store/open'
import { sameEntries, useShown } from '../../store/useShown'
import { Len } from '../../ui/Len'
import { MeasureField } from '../../ui/MeasureField'
import { NameField } from '../../ui/NameField'
import { sayRefusal } from '../../ui/refusal'
import { toggleTool } from '../asks'
import { GroupWork, OpenedGroupStep, useOpenedOf } from '../steps/GroupWork'
import { piecesIn, placeAgain, ungroupChosen } from '../groups'
import { RepeatSection } from './Repeat'
import { deleteTogether } from '../remove'
import { Spans } from './Spans'
import { keysOf, Weighed } from './Weighed'

export function GroupTicket({ group }: { group: Group }) {
  const readOnly = useOpen((s) => s.readOnly)
  const boxes = useOpen((s) => s.shown.groups.find((g) => g.id === group.id)?.boxes)
  const count = useOpen((s) => piecesIn(s.project, group.id).length)
  const within = useShown(
    (shown) => keysOf(piecesIn(shown.project, group.id), shown),
    [group.id],
    sameEntries,
  )
  const box = boxes?.[0]
  const times = boxes?.length ?? 0
  const opened = useOpenedOf(group)
  if (opened) return <OpenedGroupStep group={group} step={opened} />
  return (
    <div className="px-4 pt-2 pb-4">
      <NameField
        label="Name of the group"
        name={group.name}
        onRename={(name) => run(change.renameGroup({ id: group.id, name }))}
      />
      {box && (
        <p className="measure mt-1 text-lg">
          {DIRECTION_OF.map((d, n) => (
            <span key={d}>
              {n > 0 && ' × '}
              <Len mm={box.max[AXIS_OF[d]] - box.min[AXIS_OF[d]]} />
            </span>
          ))}
          <span className="block text-xs text-quiet">across × deep × up, overall</span>
        </p>
      )}
      <p className="text-quiet">
        A group of {count} {count === 1 ? 'piece' : 'pieces'}
        {times > 1 ? `, ${times} repeats` : ''}
      </p>
      <Spans piece={group} />
      <RepeatSection of={group} />
      <GroupWork group={group} />
      <Weighed keys={within} />
      {group.placements.length > 0 && (
        <section className="border-t border-hairline py-2" aria-label="Copies elsewhere">
          <h4 className="mb-1 font-semibold">Copies elsewhere</h4>
          {group.placements.map((p) => (
            <div key={p.id} className="flex items-end gap-1">
              <MeasureField
                label={p.kind === 'mirrored' ? `Mirrored ${p.direction}, about` : 'Across, starts at'}
                showLabel
                pickable
                value={p.kind === 'mirrored' ? p.about : (p.across ?? '')}
                optional={p.kind === 'moved'}
                placeholder="as the first"
                onCommit={(text) =>
                  run(
                    change.setPlacement({
                      id: group.id,
                      placement:
                        p.kind === 'mirrored' ? { ...p, about: text } : { ...p, across: text || undefined },
                    }),
                  )
                }
              />
              {!readOnly && (
                <button
                  className="btn btn-quiet btn-icon"
                  aria-label="Delete this copy"
                  title="Delete this copy"
                  onClick={() => sayRefusal(run(change.removePlacement({ id: group.id, placement: p.id })))}
                >
                  <Trash2 size={14} />
                </button>
              )}
            </div>
          ))}
        </section>
      )}
      {!readOnly && (
        <div className="flex flex-wrap gap-1 border-t border-hairline pt-2">
          <button className="btn" onClick={() => placeAgain(group)}>
            <Copy size={14} /> Insert again
          </button>
          {!group.repeat && (
            <button className="btn" onClick={() => toggleTool({ tool: 'repeat', kind: 'pitch' })}>
              <Rows3 size={14} /> Repeat
            </button>
          )}
          <button className="btn" onClick={ungroupChosen}>
            <Ungroup size={14} /> Ungroup
          </button>
          <button className="btn" onClick={() => deleteTogether(group, [])}>
            <Trash2 size={14} /> Delete
          </button>
        </div>
      )}
    </div>
  )
}
