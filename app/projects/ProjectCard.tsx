import { Copy, Download, MoreHorizontal, Pencil, Trash2 } from 'lucide-react'
import * as DropdownMenu from 'radix-ui/dropdown-menu'
import { Link } from 'react-router'
import { fractions } from '../ui/fractions'
import type { Card } from '../store/cards'
import { Thumbnail } from './Thumbnail'

interface Props {
  readonly card: Card
  readonly onRename: () => void
  readonly onDuplicate: () => void
  readonly onExport: () => void
  readonly onDelete: () => void
}

export function ProjectCard({ card, onRename, onDuplicate, onExport, onDelete }: Props) {
  const items = [
    ['Rename', Pencil, onRename],
    ['Duplicate', Copy, onDuplicate],
    ['Export to a file', Download, onExport],
    ['Delete', Trash2, onDelete],
  ] as const
  return (
    <li className="relative overflow-hidden rounded-sm border border-hairline bg-panel">
      <Thumbnail card={card} />
      <div className="flex items-start gap-2 p-3">
        <div className="min-w-0 flex-1">
          <Link
            to={`/project/${card.id}/bench`}
            title={card.name}
            className={
              'line-clamp-2 font-title text-base font-semibold break-words after:absolute after:inset-0 ' +
              'hover:underline'
            }
          >
            {card.name}
          </Link>
          <p className="truncate text-quiet">{card.damaged ?? fractions(sayWhat(card))}</p>
          {card.touched !== null && <p className="text-quiet">{sayWhen(card.touched)}</p>}
        </div>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger
            className="btn btn-quiet btn-icon relative"
            aria-label={`More for ${card.name}`}
          >
            <MoreHorizontal size={16} />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="floating min-w-44 py-1" align="end">
              {items.map(([says, Icon, act]) => (
                <DropdownMenu.Item
                  key={says}
                  onSelect={act}
                  className={
                    'flex cursor-pointer items-center gap-2 px-3 py-1.5 outline-none ' +
                    'data-[highlighted]:bg-chalk-pale'
                  }
                >
                  <Icon size={14} /> {says}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
    </li>
  )
}

function sayWhat(card: Card): string {
  if (card.pieces === 0) return 'empty'
  const stock = card.stock.length > 0 ? ` · ${card.stock.join(', ')}` : ''
  return `${card.pieces} ${card.pieces === 1 ? 'piece' : 'pieces'}${stock}`
}

function sayWhen(touched: number): string {
  const date = new Date(touched)
  return date.toDateString() === new Date().toDateString()
    ? `today, ${date.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`
    : date.toLocaleDateString([], { day: 'numeric', month: 'long', year: 'numeric' })
}
